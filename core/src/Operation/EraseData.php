<?php

declare(strict_types=1);

namespace Tornavis\Core\Operation;

use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Situation\Rates;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\OperationName;
use Tornavis\Core\Words\PartitionName;

/** Erases the data partition from a bootloader; the next system makes a new file system there. */
final readonly class EraseData extends Operation
{
    /**
     * @param  Mode  $in  the bootloader, or the userspace bootloader of a phone that has a PC flash mode instead
     */
    public function __construct(private Mode $in = Mode::Bootloader) {}

    public function name(): OperationName
    {
        return OperationName::Erase;
    }

    public function title(): string
    {
        return "Erase data from {$this->in->place()}";
    }

    public function parameters(): array
    {
        return ['partition' => PartitionName::Data->value];
    }

    public function mode(): Mode
    {
        return $this->in;
    }

    public function writes(): bool
    {
        return true;
    }

    public function refusals(State $state, ModelSheet $sheet): array
    {
        $refusals = self::whileLocked($state);

        return $state->flag(StateField::Accounts) === false
            ? $refusals
            : [...$refusals, 'An account may still be signed in; the phone would lock its owner out.'];
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
        return Timing::about(30);
    }

    public function instruction(): string
    {
        return 'Erase the data partition. This takes everything on the internal storage.';
    }

    public function youWillSee(): string
    {
        return 'One line that says data was erased.';
    }

    public function evidence(): string
    {
        return ucfirst($this->in->place()) . ' reports data as erased.';
    }

    public function whenItFails(): string
    {
        return 'Repeat it; nothing else has changed.';
    }
}
