<?php

declare(strict_types=1);

namespace Tornavis\Core\Operation;

use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Situation\Rates;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\OperationName;

/** Unlocks the bootloader. The phone erases its data by itself while it does. */
final readonly class Unlock extends Operation
{
    public function name(): OperationName
    {
        return OperationName::Unlock;
    }

    public function title(): string
    {
        return 'Unlock the bootloader';
    }

    public function parameters(): array
    {
        return [];
    }

    public function mode(): Mode
    {
        return Mode::Bootloader;
    }

    public function writes(): bool
    {
        return true;
    }

    public function refusals(State $state, ModelSheet $sheet): array
    {
        $refusals =
            $state->bootloader()->unlockAllowed === true ? [] : ['Unlocking is not allowed in the developer options.'];
        if ($state->flag(StateField::Accounts) !== false) {
            $refusals[] = 'An account may still be signed in; the phone would lock its owner out.';
        }

        return $refusals;
    }

    public function effects(State $state, ModelSheet $sheet): array
    {
        return [StateField::BootloaderUnlocked->value => true] +
            Erasure::effects($state, $state->data()->fileSystem ?? ($sheet->fileSystems[0] ?? null));
    }

    public function midway(State $state, ModelSheet $sheet): array
    {
        return [StateField::DataEmpty->value => true];
    }

    public function losses(State $state): array
    {
        return Erasure::losses($state);
    }

    public function timing(Rates $rates, State $state, ModelSheet $sheet): Timing
    {
        return Timing::about(60);
    }

    public function instruction(): string
    {
        return 'Send the unlock command, then confirm on the phone itself with its keys. This erases everything on ' .
            'the internal storage and may end the warranty.';
    }

    public function youWillSee(): string
    {
        return 'A warning on the phone that asks for your choice, then a lock line that says unlocked.';
    }

    public function evidence(): string
    {
        return "The bootloader's lock line says unlocked.";
    }

    public function oddities(): array
    {
        return ['From now on a warning about the unlocked bootloader appears at every start. It is meant to.'];
    }

    public function whenItFails(): string
    {
        return 'If the phone says that unlocking is not allowed, go back to the system and switch it on in the ' .
            'developer options. If the maker\'s wait is not over, do not start it again: that may begin the hours ' .
            'anew.';
    }
}
