<?php

declare(strict_types=1);

namespace Tornavis\Core\Phone;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Format\FormatError;
use Tornavis\Core\Format\Mapper;
use Tornavis\Core\Format\Schema;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\Moment;
use Tornavis\Core\Words\Slot;

/**
 * One physical phone. JSON form: docs/formats/unit.schema.json.
 *
 * @phpstan-import-type FactValue from Fact
 * @phpstan-import-type StatedFact from OldValues
 */
final readonly class Unit
{
    /** 2: what was free text once and is a word now is refused; version 1 is carried over. */
    private const VERSION = 2;

    /**
     * @param  ?string  $codename  null where it is not known yet which model it is
     * @param  list<Fact>  $facts  every statement, the superseded ones too
     * @param  list<Backup>  $backups
     * @param  ?string  $note  what stands on its sticker beside the label
     * @param  list<Note>  $notes  what people wrote down about it, oldest first
     */
    public function __construct(
        public string $label,
        public ?string $codename,
        public array $facts,
        public array $backups = [],
        public ?string $note = null,
        public array $notes = [],
    ) {}

    public function state(): State
    {
        return State::of(...$this->facts);
    }

    /** With something more; a phone that was seen in its system starts, whatever was seen before. */
    public function withFacts(Fact ...$facts): self
    {
        $all = [...$this->facts, ...array_values($facts)];
        foreach ($facts as $fact) {
            if ($fact->name === StateField::Mode->value && $fact->value === Mode::System->value) {
                $state = State::of(...$all);
                $failed = StateField::OsFailedAs->in($state->activeSlot() ?? Slot::Only->value);
                $all =
                    $state->text($failed) === null
                        ? $all
                        : [...$all, Fact::of($failed, null, $fact->source, $fact->where, $fact->at)];
            }
        }

        return new self($this->label, $this->codename, $all, $this->backups, $this->note, $this->notes);
    }

    /**
     * The same with nothing else said of some names than these.
     *
     * @param  array<string, Fact>  $facts  by name
     */
    public function withFactsInstead(array $facts): self
    {
        $others = array_filter($this->facts, static fn(Fact $fact): bool => !isset($facts[$fact->name]));

        return new self(
            $this->label,
            $this->codename,
            [...array_values($others), ...array_values($facts)],
            $this->backups,
            $this->note,
            $this->notes,
        );
    }

    /** What a fact was pasted from: "properties"; null where it was not pasted. */
    public static function pasteOf(Fact $fact): ?string
    {
        return preg_match('/^(.+), line \d+$/', $fact->where, $part) === 1 ? $part[1] : null;
    }

    /**
     * The same without what was pasted at one time.
     *
     * @param  string  $at  ISO 8601
     */
    public function withoutPaste(string $at): self
    {
        $others = array_filter(
            $this->facts,
            static fn(Fact $fact): bool => $fact->at !== $at || self::pasteOf($fact) === null,
        );

        return new self(
            $this->label,
            $this->codename,
            array_values($others),
            $this->backups,
            $this->note,
            $this->notes,
        );
    }

    /**
     * With what was read before anybody knew how many slots there are: it is of the slot in use, where that is known.
     *
     * @param  ?string  $otherwise  the slot that is taken for the one in use as long as nobody knows it
     */
    public function placedIn(ModelSheet $sheet, ?string $otherwise = null): self
    {
        $slot = $sheet->hasTwoSlots() === true ? $this->state()->activeSlot() ?? $otherwise : null;
        if ($slot === null || $slot === Slot::Only->value) {
            return $this;
        }
        $isOfSlot = static fn(Fact $fact): bool => str_starts_with($fact->name, "slot.{$slot}.");
        $known = array_map(static fn(Fact $fact): string => $fact->name, array_filter($this->facts, $isOfSlot));
        $isGuess = $this->state()->activeSlot() === null;
        $placed = [];
        foreach ($this->facts as $fact) {
            $name = (string) preg_replace('/^slot\.-\./', "slot.{$slot}.", $fact->name);
            $placed[] = $isGuess && in_array($name, $known, true) ? $fact : $fact->named($name);
        }

        return new self($this->label, $this->codename, $placed, $this->backups, $this->note, $this->notes);
    }

    public function withCodename(string $codename): self
    {
        return new self($this->label, $codename, $this->facts, $this->backups, $this->note, $this->notes);
    }

    /** A set of the same name is replaced. */
    public function withBackup(Backup $backup): self
    {
        $others = array_values(array_filter($this->backups, static fn(Backup $old): bool => $old->id !== $backup->id));

        return new self($this->label, $this->codename, $this->facts, [...$others, $backup], $this->note, $this->notes);
    }

    public function withNote(Note $note): self
    {
        return new self($this->label, $this->codename, $this->facts, $this->backups, $this->note, [
            ...$this->notes,
            $note,
        ]);
    }

    /**
     * @return array<string, mixed>
     */
    public function toArray(): array
    {
        return [
            'format' => 'tornavis/unit',
            'version' => self::VERSION,
            'label' => $this->label,
            'codename' => $this->codename,
            'facts' => array_map(static fn(Fact $fact): array => $fact->toArray(), $this->facts),
            'backups' => array_map(static fn(Backup $backup): array => $backup->toArray(), $this->backups),
        ] +
            ($this->note === null ? [] : ['note' => $this->note]) +
            ($this->notes === []
                ? []
                : ['notes' => array_map(static fn(Note $note): array => get_object_vars($note), $this->notes)]);
    }

    /**
     * @param  array<string, mixed>  $data  decoded JSON
     *
     * @throws FormatError when it does not follow its schema or states what cannot be
     */
    public static function fromArray(array $data, string $where = 'unit'): self
    {
        Schema::of('unit')->check($data, $where);
        $unit = self::kept(self::carriedOver($data));
        foreach ($unit->facts as $fact) {
            FactName::check($fact->name, $fact->value, $where);
            if ($fact->at !== null && Moment::seconds($fact->at) === null) {
                throw FormatError::invalid(
                    $where,
                    "fact {$fact->name}",
                    "The time {$fact->at} cannot be read",
                    'an ISO 8601 time',
                );
            }
        }

        return $unit;
    }

    /**
     * What a document of an older version says in today's words, in a sentence for each value that changes.
     *
     * @param  array<string, mixed>  $data  decoded JSON that its schema has passed
     * @return list<string>
     */
    public static function carriedNotes(array $data): array
    {
        /** @var array{version: int, facts: list<StatedFact>} $data */
        return $data['version'] < self::VERSION ? OldValues::notes($data['facts']) : [];
    }

    /**
     * @param  array<string, mixed>  $data
     * @return array<string, mixed>
     */
    private static function carriedOver(array $data): array
    {
        /** @var array{version: int, facts: list<StatedFact>} $data */
        return $data['version'] < self::VERSION ? ['facts' => OldValues::carried($data['facts'])] + $data : $data;
    }

    /**
     * A unit that was checked when it was taken in.
     *
     * @param  array<string, mixed>  $data
     */
    public static function kept(array $data): self
    {
        return Mapper::to(self::class, $data, 'a unit');
    }

    /**
     * What the unit states that its model cannot have, or that lies in the future.
     *
     * @param  string  $now  ISO 8601
     *
     * @throws FormatError with the first of it
     */
    public function refuseImpossible(?ModelSheet $sheet, string $now, string $where = 'unit'): void
    {
        $latest = (Moment::seconds($now) ?? 0) + 86_400;
        $isSlotKnown = $sheet?->hasTwoSlots() !== null;
        // Before anybody knew how many slots there are, or which one is in use, everything was kept under the one.
        $isPlaced = $sheet?->isWhole() !== false && $this->state()->activeSlot() !== null;
        $possible = [...$sheet->slots ?? [], ...$isPlaced ? [] : [Slot::Only->value]];
        foreach ($this->facts as $fact) {
            if ($fact->at !== null && Moment::seconds($fact->at) > $latest) {
                throw FormatError::invalid(
                    $where,
                    "fact {$fact->name}",
                    "The time {$fact->at} lies in the future",
                    "a time up to {$now}",
                );
            }
            if (
                $sheet !== null &&
                $isSlotKnown &&
                preg_match('/^slot\.([ab-])\./', $fact->name, $slot) === 1 &&
                !in_array($slot[1], $possible, true)
            ) {
                throw FormatError::invalid(
                    $where,
                    "fact {$fact->name}",
                    "{$sheet->codename} has no slot {$slot[1]}",
                    'slot ' . implode(' or ', $sheet->slots),
                );
            }
            if (
                $sheet !== null &&
                $isSlotKnown &&
                $fact->name === StateField::ActiveSlot->value &&
                $fact->value !== null &&
                !in_array($fact->value, $sheet->slots, true)
            ) {
                throw FormatError::invalid(
                    $where,
                    'fact slot.active',
                    "{$sheet->codename} has no slot {$fact->text()}",
                    'slot ' . implode(' or ', $sheet->slots),
                );
            }
        }
        foreach ($this->backups as $backup) {
            $madeAt = Moment::seconds($backup->madeAt);
            if ($madeAt === null || $madeAt > $latest) {
                throw FormatError::invalid(
                    $where,
                    "backup {$backup->id}",
                    "Its date {$backup->madeAt} cannot be",
                    "a time up to {$now}",
                );
            }
        }
    }

    /** @throws FormatError */
    public static function read(string $path): self
    {
        return self::fromArray(Schema::decode($path), $path);
    }
}
