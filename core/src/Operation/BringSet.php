<?php

declare(strict_types=1);

namespace Tornavis\Core\Operation;

use Tornavis\Core\Phone\Backup;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Situation\Rates;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\OperationName;

/** A backup set is copied from the computer to where the recovery looks for sets. */
final readonly class BringSet extends Operation
{
    private const SECONDS_BESIDE = 30;

    /** @param  string  $place  "card" or "internal" */
    public function __construct(private Backup $set, private string $place) {}

    public function name(): OperationName
    {
        return OperationName::BringSet;
    }

    public function title(): string
    {
        return "Copy the set \"{$this->set->id}\" to " . CopyTo::PLACES[$this->place];
    }

    public function parameters(): array
    {
        return ['set' => $this->set->id, 'place' => $this->place];
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
        return SetStorage::refusals($state, $this->place, $this->set->bytes, null, false);
    }

    public function effects(State $state, ModelSheet $sheet): array
    {
        return SetStorage::listed($state, $this->place, $this->set->id);
    }

    public function timing(Rates $rates, State $state, ModelSheet $sheet): Timing
    {
        $bytes = $this->set->bytes ?? 4 << 30;

        return Timing::about(self::SECONDS_BESIDE + intdiv($bytes, $rates->linkBytesPerSecond));
    }

    public function instruction(): string
    {
        $sum = $this->set->sha256 === null ? '' : " Its SHA-256 is {$this->set->sha256}.";

        return "Copy the whole folder \"{$this->set->id}\" from the computer to " .
            CopyTo::PLACES[$this->place] .
            ', into the folder where the recovery keeps its sets.' .
            $sum;
    }

    public function youWillSee(): string
    {
        return 'The set in the list of the recovery, with its name and date.';
    }

    public function evidence(): string
    {
        return "The recovery lists \"{$this->set->id}\" with the size that it has on the computer.";
    }

    public function whenItFails(): string
    {
        return 'Nothing was erased. Delete what was copied and copy again. If the recovery lists no set, the folder ' .
            'lies in the wrong place: make an empty backup once and look where it goes.';
    }
}
