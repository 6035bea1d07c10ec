<?php

declare(strict_types=1);

namespace Tornavis\Core\Operation;

use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Situation\Rates;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\OperationName;

/** A backup set is copied from the phone to the computer, and both copies are compared. */
final readonly class TakeOff extends Operation
{
    private const SECONDS_BESIDE = 30;

    /**
     * @param  string  $place  "card" or "internal"
     * @param  ?int  $bytes  what it has at most; null where that is not known
     * @param  bool  $isRecorded  whether it is a set that lies there by the record, and none that the plan makes
     */
    public function __construct(
        private string $set,
        private string $place,
        private ?int $bytes,
        private bool $isRecorded = false,
    ) {}

    public function name(): OperationName
    {
        return OperationName::TakeOff;
    }

    public function title(): string
    {
        return "Copy the set \"{$this->set}\" to the computer";
    }

    public function parameters(): array
    {
        return ['set' => $this->set, 'place' => $this->place];
    }

    public function mode(): Mode
    {
        return Mode::Recovery;
    }

    public function refusals(State $state, ModelSheet $sheet): array
    {
        $refusals = SetStorage::refusals($state, $this->place, null, null, false);

        $liesByRecord = $this->isRecorded && SetStorage::liesStill($state, $this->place);

        return $liesByRecord || SetStorage::lies($state, $this->place, $this->set)
            ? $refusals
            : [...$refusals, 'The set does not lie on ' . CopyTo::PLACES[$this->place] . '.'];
    }

    public function effects(State $state, ModelSheet $sheet): array
    {
        $off = $state->list(StateField::SetsTakenOff);

        return [StateField::SetsTakenOff->value => array_values(array_unique([...$off, $this->set]))];
    }

    public function timing(Rates $rates, State $state, ModelSheet $sheet): Timing
    {
        return Timing::about(self::SECONDS_BESIDE + intdiv($this->bytes ?? 8 << 30, $rates->linkBytesPerSecond));
    }

    public function instruction(): string
    {
        return "Copy the whole folder \"{$this->set}\" from " .
            CopyTo::PLACES[$this->place] .
            ' to the computer. Compute the SHA-256 of each large file on both sides, or compare sizes where the ' .
            'recovery computes none.';
    }

    public function youWillSee(): string
    {
        return 'The copy on the computer, with as many files and bytes as on the phone.';
    }

    public function evidence(): string
    {
        return 'The sums, or else the sizes, are the same on both sides.';
    }

    public function whenItFails(): string
    {
        return 'The set on the phone is still whole. Delete the copy on the computer and copy again, with another ' .
            'cable if it breaks off.';
    }
}
