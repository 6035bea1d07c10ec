<?php

declare(strict_types=1);

namespace Tornavis\Core\Operation;

use Tornavis\Core\Package\Destination;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Situation\Rates;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\OperationName;
use Tornavis\Core\Words\Slot;

/**
 * Writes one verification image of the installed firmware with its checks switched off, in one slot. Off is off when
 * every image of the slot says so.
 */
final readonly class DisableVerification extends Operation
{
    /**
     * @param  list<string>  $partitions
     * @param  bool  $isLast  whether no verification image of the slot is left to write after it
     */
    public function __construct(
        private Package $package,
        private array $partitions,
        private string $slot,
        private bool $isLast = true,
    ) {}

    public function name(): OperationName
    {
        return OperationName::DisableVerification;
    }

    public function title(): string
    {
        return 'Switch verification off' . Slot::phrase('in', $this->slot);
    }

    public function parameters(): array
    {
        return ['package' => $this->package->name(), 'partitions' => $this->partitions, 'slot' => $this->slot];
    }

    public function mode(): Mode
    {
        return Mode::Bootloader;
    }

    public function slot(): string
    {
        return $this->slot;
    }

    public function writes(): bool
    {
        return true;
    }

    public function refusals(State $state, ModelSheet $sheet): array
    {
        $refusals = self::whileLocked($state);
        foreach ($this->partitions as $name) {
            $mismatch = Destination::partition($name, verification: true)->mismatch($this->package);
            array_push($refusals, ...$mismatch === null ? [] : [$mismatch->why]);
        }

        return $refusals;
    }

    public function effects(State $state, ModelSheet $sheet): array
    {
        return ($this->isLast ? [StateField::VerificationOn->in($this->slot) => false] : []) + [
            StateField::VerificationOf->in($this->slot) =>
                $this->package->facts->text(Field::PART_OF) ?? $this->package->facts->text(Field::VERSION),
        ];
    }

    public function timing(Rates $rates, State $state, ModelSheet $sheet): Timing
    {
        return Timing::about(10 * count($this->partitions));
    }

    public function instruction(): string
    {
        return "Write {$this->package->name()} to " .
            implode(', ', $this->partitions) .
            Slot::phrase('of', $this->slot) .
            ' with verification and its hash trees switched off.';
    }

    public function youWillSee(): string
    {
        return 'For each image one line for sending and one for writing, both ending well.';
    }

    public function evidence(): string
    {
        return 'Each image is reported as written.';
    }

    public function oddities(): array
    {
        return ['From now on the phone may show a warning at every start that its software is not checked.'];
    }

    public function whenItFails(): string
    {
        return 'Repeat the same image. Use no verification image of another firmware version.';
    }
}
