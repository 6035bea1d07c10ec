<?php

declare(strict_types=1);

namespace Tornavis\Core\Operation;

use Tornavis\Core\Phone\Layout;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Situation\Rates;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\OperationName;

/** Erases the partitions of one slot that a new layout takes the place of. The system in them is gone. */
final readonly class ErasePartitions extends Operation
{
    /**
     * @param  list<string>  $partitions
     */
    public function __construct(private array $partitions, private string $slot) {}

    public function name(): OperationName
    {
        return OperationName::Erase;
    }

    public function title(): string
    {
        return 'Erase ' . implode(', ', $this->partitions) . ' of slot ' . strtoupper($this->slot);
    }

    public function parameters(): array
    {
        return ['partitions' => $this->partitions, 'slot' => $this->slot];
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
        return $state->flag('bootloader.unlocked') === true ? [] : ['The bootloader is not known to be unlocked.'];
    }

    public function effects(State $state, ModelSheet $sheet): array
    {
        return ["slot.{$this->slot}.layout" => Layout::ERASED] + self::noSystem($this->slot);
    }

    /**
     * A slot without a system.
     *
     * @return array<string, string|null>
     */
    public static function noSystem(string $slot): array
    {
        $effects = ["slot.{$slot}.os.state" => 'none'];
        foreach (
            [
                'family',
                'version',
                'release',
                'buildId',
                'patchLevel',
                'services',
                'firmwareMin',
                'vendorMin',
                'signer',
                'base',
            ]
            as $name
        ) {
            $effects["slot.{$slot}.os.{$name}"] = null;
        }

        return $effects + ["slot.{$slot}.root" => null];
    }

    public function timing(Rates $rates, State $state, ModelSheet $sheet): Timing
    {
        return Timing::about(5 * count($this->partitions));
    }

    public function instruction(): string
    {
        return 'Erase ' .
            implode(', ', $this->partitions) .
            ' in slot ' .
            strtoupper($this->slot) .
            ', one after the other. From the first of them on the system of this slot is gone.';
    }

    public function youWillSee(): string
    {
        return 'For each partition one line that it was erased.';
    }

    public function evidence(): string
    {
        return 'Each partition is reported as erased.';
    }

    public function whenItFails(): string
    {
        return 'Repeat the partition that was not erased. The bootloader and the recovery are untouched.';
    }
}
