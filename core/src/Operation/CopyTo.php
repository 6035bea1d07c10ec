<?php

declare(strict_types=1);

namespace Tornavis\Core\Operation;

use Tornavis\Core\Package\Package;
use Tornavis\Core\Phone\MemoryCard;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Situation\Rates;
use Tornavis\Core\Words\Encryption;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\OperationName;

/** Copies a file from the computer to the phone while its recovery runs, for an install from there. */
final readonly class CopyTo extends Operation
{
    public const PLACES = ['card' => 'the memory card', 'internal' => 'the internal storage'];

    public const STALE = 'The recovery has not restarted since the format and does not see the storage.';

    /** place → the fact that lists what lies there */
    public const LISTS = ['card' => StateField::CardFiles->value, 'internal' => StateField::DataFiles->value];

    /**
     * @param  string  $place  "card" or "internal"
     */
    public function __construct(private Package $package, private string $place) {}

    public function name(): OperationName
    {
        return OperationName::CopyTo;
    }

    public function title(): string
    {
        return "Copy {$this->package->title()} to " . self::PLACES[$this->place];
    }

    public function parameters(): array
    {
        return ['package' => $this->package->name(), 'place' => $this->place];
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
        if ($this->place === 'card') {
            return $this->refusalsOfCard(new MemoryCard($state));
        }
        if ($state->flag(StateField::StorageStale) === true) {
            return [self::STALE];
        }
        if ($state->data()->unreadable === true) {
            return ['The storage has to be formatted for the new layout first.'];
        }
        $free = $state->data()->freeBytes;
        if ($free !== null && $free < $this->package->sizeBytes && $state->data()->empty !== true) {
            return [
                "The internal storage has {$free} bytes free; {$this->package->name()} has " .
                "{$this->package->sizeBytes}.",
            ];
        }
        $readable =
            $state->data()->empty === true ||
            array_diff(Encryption::openedBy($state->data()->encryption), RunningRecovery::abilities($state)) === [];

        return $readable ? [] : ['The recovery cannot open the encrypted storage.'];
    }

    /**
     * @return list<string>
     */
    private function refusalsOfCard(MemoryCard $card): array
    {
        $bytes = $this->package->sizeBytes;

        return match (true) {
            $card->adopted === true => [SetStorage::ADOPTED],
            $card->takesFileOf($bytes) === false => ["The card's file system holds no file of {$bytes} bytes."],
            $card->freeBytes !== null && $card->freeBytes < $bytes => [
                "The card has {$card->freeBytes} bytes free; {$this->package->name()} has {$bytes}.",
            ],
            default => [],
        };
    }

    public function effects(State $state, ModelSheet $sheet): array
    {
        $list = self::LISTS[$this->place];
        $free = $state->int(StateField::CardFreeBytes);

        return [$list => array_values(array_unique([...$state->list($list), $this->package->name()]))] +
            ($this->place === 'card' && $free !== null
                ? [StateField::CardFreeBytes->value => $free - $this->package->sizeBytes]
                : []);
    }

    public function timing(Rates $rates, State $state, ModelSheet $sheet): Timing
    {
        return Timing::about(15 + intdiv($this->package->sizeBytes, $rates->linkBytesPerSecond));
    }

    public function instruction(): string
    {
        return "Copy {$this->package->name()} from the computer to " .
            self::PLACES[$this->place] .
            ', and compare its size there.';
    }

    public function youWillSee(): string
    {
        return 'The file in the list of the recovery, with the size that it has on the computer.';
    }

    public function evidence(): string
    {
        return "{$this->package->name()} is listed on " . self::PLACES[$this->place] . '.';
    }

    public function whenItFails(): string
    {
        return 'Delete what was copied and copy it again. If the storage shows strange names or zero bytes, ' .
            'restart the recovery first.';
    }
}
