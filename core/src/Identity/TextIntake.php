<?php

declare(strict_types=1);

namespace Tornavis\Core\Identity;

use Tornavis\Core\Draft\Codename;
use Tornavis\Core\Draft\SheetDraft;
use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Grade;
use Tornavis\Core\Phone\FactName;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Phone\Unit;
use Tornavis\Core\Reading\Reading;
use Tornavis\Core\Reading\ReadingError;
use Tornavis\Core\Reading\Statement;
use Tornavis\Core\Words\Slot;

/** What pasted texts add to what is known about a phone, once it is sure that they are that phone's. */
final readonly class TextIntake
{
    /** What tells one phone from another. */
    private const OWN = [StateField::Serial, StateField::VariantModel];

    /**
     * @param  list<Fact>  $facts
     * @param  list<array{name: string, from: string, to: string, line: string, lineNumber: int}>  $changes  of values
     *     that differ from what is known, in words
     */
    private function __construct(public array $facts, public array $changes) {}

    /**
     * @param  ?ModelSheet  $sheet  of the unit; null where its codename is not known
     * @param  string  $at  ISO 8601
     *
     * @throws ReadingError when they are another phone's
     */
    public static function of(Unit $unit, ?ModelSheet $sheet, Reading $reading, string $at): self
    {
        self::refuseForeign($unit, $reading);
        $state = $unit->state();
        $changes = [];
        $told = self::placed($reading->unit, $sheet, self::slotInUse($state, $reading));
        foreach ($told as $one) {
            $old = $state->fact($one->name);
            if ($old->value !== $one->value) {
                $changes[] = [
                    'name' => FactName::label($one->name),
                    'from' => FactName::say($one->name, $old->value),
                    'to' => FactName::say($one->name, $one->value),
                    'line' => $one->line->text,
                    'lineNumber' => $one->line->number,
                ];
            }
        }

        $others = self::placed($reading->otherSides(), $sheet, self::slotInUse($state, $reading));
        $facts = array_map(self::fact($at), [...$others, ...$told]);
        $codename = self::confirmedCodename($unit, $reading);

        return new self($codename === null ? $facts : [$codename->at($at), ...$facts], $changes);
    }

    private static function slotInUse(State $state, Reading $reading): ?string
    {
        $said = $reading->unitStatement(StateField::ActiveSlot->value)?->value;

        return is_string($said) ? $said : $state->activeSlot();
    }

    /**
     * Those that can be of a phone with these slots. What names no slot is of the one in use, and waits under "-" where
     * nobody knows which that is.
     *
     * @param  list<Statement>  $statements
     * @return list<Statement>
     */
    private static function placed(array $statements, ?ModelSheet $sheet, ?string $inUse): array
    {
        if ($sheet === null) {
            return $statements;
        }
        $mine = array_filter($statements, static fn(Statement $one): bool => self::isOfSlots($one, $sheet));
        $isMoved = $sheet->hasTwoSlots() === true && $inUse !== null;
        $place = static fn(Statement $one): Statement => $isMoved
            ? $one->named((string) preg_replace('/^slot\.-\./', "slot.{$inUse}.", $one->name))
            : $one;

        return array_map($place, array_values($mine));
    }

    /** The codename of the unit, where the texts say it too; null where they do not, or it is known as surely. */
    private static function confirmedCodename(Unit $unit, Reading $reading): ?Fact
    {
        $said = Codename::fromTexts($reading);
        $known = $unit->state()->fact(StateField::Codename)->grade();
        $isNews = $known === null || $said?->grade()?->isSurerThan($known) === true;
        $isSame = $said !== null && is_string($said->value) && strcasecmp($said->value, (string) $unit->codename) === 0;

        return $isSame && $isNews && $said->grade() !== Grade::Guessed ? $said : null;
    }

    /** @return \Closure(Statement): Fact */
    private static function fact(string $at): \Closure
    {
        return static fn(Statement $one): Fact => SheetDraft::fact($one, $at);
    }

    /** Whether a statement can be of a phone with these slots; where nobody knows how many, each can. */
    private static function isOfSlots(Statement $one, ModelSheet $sheet): bool
    {
        if ($sheet->hasTwoSlots() === null) {
            return true;
        }
        $slot = preg_match('/^slot\.([ab-])\./', $one->name, $part) === 1 ? $part[1] : null;
        $isSlot = in_array($one->name, [StateField::ActiveSlot->value, StateField::RunningSlot->value], true);

        $said = $slot ?? ($isSlot ? $one->value : null);

        return $said === null || $said === Slot::Only->value || in_array($said, $sheet->slots, true);
    }

    /** @throws ReadingError */
    private static function refuseForeign(Unit $unit, Reading $reading): void
    {
        $codenames = $reading->sureCodenames();
        if ($unit->codename !== null && $codenames !== []) {
            $own = array_filter($codenames, static fn(string $one): bool => strcasecmp($one, $unit->codename) === 0);
            if ($own === []) {
                throw ReadingError::otherPhone($unit->label, 'codename', $unit->codename, $codenames[0]);
            }
        }
        $state = $unit->state();
        foreach (self::OWN as $field) {
            $known = $state->text($field);
            $said = $reading->unitStatement($field->value);
            if (
                $known !== null &&
                $said !== null &&
                is_string($said->value) &&
                strcasecmp($known, $said->value) !== 0
            ) {
                throw ReadingError::otherPhone($unit->label, lcfirst($field->label()), $known, $said->value);
            }
        }
    }
}
