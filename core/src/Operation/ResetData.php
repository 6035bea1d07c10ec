<?php

declare(strict_types=1);

namespace Tornavis\Core\Operation;

use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Situation\Rates;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\OperationName;

/** The maker's own recovery empties the data, by its menu. */
final readonly class ResetData extends Operation
{
    public function name(): OperationName
    {
        return OperationName::ResetData;
    }

    public function title(): string
    {
        return "Reset the data in the maker's recovery";
    }

    public function parameters(): array
    {
        return [];
    }

    public function mode(): Mode
    {
        return Mode::Recovery;
    }

    public function writes(): bool
    {
        return true;
    }

    public function refusals(State $state, ModelSheet $sheet): array
    {
        return $state->flag(StateField::Accounts) === false
            ? []
            : ['An account may still be signed in; the phone would lock its owner out.'];
    }

    public function effects(State $state, ModelSheet $sheet): array
    {
        return Erasure::effects($state, $state->data()->fileSystem ?? ($sheet->fileSystems[0] ?? null));
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
        return "In the menu of the maker's recovery choose the reset to factory state, and confirm it with the keys " .
            'that the screen names. A screen that shows only a picture opens its menu by the power key and volume up.';
    }

    public function youWillSee(): string
    {
        return 'Some lines at the foot of the screen, the last of which says that the data was wiped.';
    }

    public function evidence(): string
    {
        return 'The recovery says that the data was wiped.';
    }

    public function whenItFails(): string
    {
        return "The maker's system is untouched. Try it once more; if it ends with an error about data, the storage " .
            'may be worn out: hand the phone to a qualified repairer.';
    }
}
