<?php

declare(strict_types=1);

namespace Tornavis\Core\Operation;

use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Situation\Rates;
use Tornavis\Core\Words\Ability;
use Tornavis\Core\Words\BackupPart;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\OperationName;

/** The running recovery makes a backup set on the card or the internal storage. */
final readonly class MakeSet extends Operation
{
    private const SECONDS_BESIDE = 60;

    /**
     * @param  list<BackupPart>  $parts
     * @param  string  $place  "card" or "internal"
     * @param  ?int  $bytes  what it takes at most; null where that is not known
     */
    public function __construct(
        private string $set,
        private array $parts,
        private string $place,
        private ?int $bytes,
    ) {}

    public function name(): OperationName
    {
        return OperationName::MakeSet;
    }

    public function title(): string
    {
        return "Back up to the set \"{$this->set}\"";
    }

    public function parameters(): array
    {
        return [
            'set' => $this->set,
            'parts' => array_map(static fn(BackupPart $part): string => $part->value, $this->parts),
            'place' => $this->place,
        ];
    }

    public function mode(): Mode
    {
        return Mode::Recovery;
    }

    public function refusals(State $state, ModelSheet $sheet): array
    {
        return SetStorage::refusals($state, $this->place, $this->bytes, Ability::Backup, $this->opens());
    }

    private function opens(): bool
    {
        return in_array(BackupPart::Data, $this->parts, true);
    }

    public function effects(State $state, ModelSheet $sheet): array
    {
        return SetStorage::listed($state, $this->place, $this->set);
    }

    public function timing(Rates $rates, State $state, ModelSheet $sheet): Timing
    {
        return Timing::about(self::SECONDS_BESIDE + intdiv($this->bytes ?? 8 << 30, $rates->backupBytesPerSecond));
    }

    public function instruction(): string
    {
        $parts = array_map(static fn(BackupPart $part): string => lcfirst($part->label()), $this->parts);

        return 'In the backup page of the recovery choose ' .
            CopyTo::PLACES[$this->place] .
            " as the place, name the set \"{$this->set}\" and choose: " .
            implode('; ', $parts) .
            '. Leave everything else out, then start it.';
    }

    public function youWillSee(): string
    {
        return 'The recovery names one partition after the other and counts up.';
    }

    public function evidence(): string
    {
        return 'The recovery reports the backup as done, and the set is listed with a size that is not zero.';
    }

    public function whenItFails(): string
    {
        return 'Nothing on the phone has changed but the free space. Delete the half set, make room and start it ' .
            'again; if one partition fails each time, leave that one out.';
    }
}
