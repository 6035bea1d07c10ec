<?php

declare(strict_types=1);

namespace Tornavis\Core\Operation;

use Tornavis\Core\Package\Destination;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\RecoveryFacts;
use Tornavis\Core\Phone\RecoveryHome;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Phone\Verification;
use Tornavis\Core\Situation\Rates;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\OperationName;
use Tornavis\Core\Words\Slot;

/**
 * Puts a recovery beside what is there, without taking its place: the running one into the boot image of the system,
 * one into the recovery part of vendor boot, or a second one by the first that runs.
 */
final readonly class PutRecoveryInBoot extends Operation
{
    public function __construct(
        private Package $package,
        private string $slot,
        private RecoveryHome $home = RecoveryHome::Boot,
    ) {}

    public function name(): OperationName
    {
        return OperationName::PutRecoveryInBoot;
    }

    public function title(): string
    {
        return "Put {$this->package->title()} into {$this->home->label()}" . Slot::phrase('of', $this->slot);
    }

    public function parameters(): array
    {
        return ['package' => $this->package->name(), 'slot' => $this->slot, 'partition' => $this->home->value];
    }

    public function mode(): Mode
    {
        return $this->home === RecoveryHome::VendorBoot ? Mode::Bootloader : Mode::Recovery;
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
        $mismatch = Destination::partition($this->home->value)->mismatch($this->package);
        if ($mismatch !== null) {
            return [$mismatch->why];
        }
        if ($this->home === RecoveryHome::Own) {
            return RunningRecovery::abilities($state) === []
                ? ['No running recovery is known that could write another one.']
                : [];
        }
        if ($this->home === RecoveryHome::VendorBoot) {
            return self::whileLocked($state);
        }
        $refusals = $state->slot($this->slot)->os->isComplete()
            ? []
            : ['There is no boot image of a build to put the recovery into.'];

        return $state->activeSlot() === $this->slot
            ? $refusals
            : [
                ...$refusals,
                "The recovery installs itself into the active slot, which would be {$state->activeSlot()}, not " .
                "{$this->slot}.",
            ];
    }

    public function effects(State $state, ModelSheet $sheet): array
    {
        return RecoveryFacts::of($this->package, $this->slot) +
            Verification::changed($state, $sheet, $this->slot, [$this->home->value]);
    }

    public function midway(State $state, ModelSheet $sheet): array
    {
        return $this->home === RecoveryHome::Own
            ? [StateField::RecoveryFamily->in($this->slot) => null]
            : [StateField::Image->in($this->slot, $this->home->value) => 'an image written in part'];
    }

    public function timing(Rates $rates, State $state, ModelSheet $sheet): Timing
    {
        return Timing::about(40);
    }

    public function instruction(): string
    {
        return match ($this->home) {
            RecoveryHome::Boot
                => 'Let the running recovery install itself into the boot image of the system. Its kernel stays ' .
                'the system\'s own.',
            RecoveryHome::VendorBoot
                => "Write only the recovery part of vendor boot from {$this->package->name()}. What the system " .
                'starts from in the same image stays as it is.',
            RecoveryHome::Own => "Have the running recovery write {$this->package->name()} to the recovery partition.",
        };
    }

    public function youWillSee(): string
    {
        return $this->home === RecoveryHome::Boot
            ? 'The recovery unpacks the boot image, replaces its first file system and writes it back.'
            : 'One line for sending and one for writing, both ending well.';
    }

    public function evidence(): string
    {
        return $this->home === RecoveryHome::VendorBoot
            ? 'The bootloader reports the part as written.'
            : 'The recovery reports that it was installed.';
    }

    public function whenItFails(): string
    {
        return 'The system starts without this recovery all the same. Repeat the step; what was there before is ' .
            'not replaced until it ends well.';
    }
}
