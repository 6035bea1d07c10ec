<?php

declare(strict_types=1);

namespace Tornavis\Core\Identity;

use Tornavis\Core\Draft\Codename;
use Tornavis\Core\Draft\SheetDraft;
use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Grade;
use Tornavis\Core\Fact\Source;
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
     * @param  ?string  $shows  the other model that the system of this very phone shows; null where it shows none
     */
    private function __construct(public array $facts, public array $changes, public ?string $shows) {}

    /**
     * @param  ?ModelSheet  $sheet  of the unit; null where its codename is not known
     * @param  string  $at  ISO 8601
     *
     * @throws ReadingError when they are another phone's
     */
    public static function of(Unit $unit, ?ModelSheet $sheet, Reading $reading, string $at): self
    {
        $shows = self::shownByPortedBuild($unit, $reading);
        if ($shows === null) {
            self::refuseForeign($unit, $reading);
        }
        $state = $unit->state();
        $changes = [];
        $ofUnit = $shows === null ? $reading->unit : self::withoutModel($reading->unit);
        $told = self::placed($ofUnit, $sheet, self::slotInUse($state, $reading));
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
        $shown = self::newlyShown($state, $reading, $shows, $at);

        return new self([...array_filter([$codename?->at($at), $shown]), ...$facts], $changes, $shows);
    }

    /** What the system shows now, where that is another model than before; one that shows its own shows no other. */
    private static function newlyShown(State $state, Reading $reading, ?string $shows, string $at): ?Fact
    {
        $speaksOfModel =
            $reading->sureCodenames() !== [] || $reading->unitStatement(StateField::VariantModel->value) !== null;
        $isNews = $shows !== $state->text(StateField::ShownModel);

        return $speaksOfModel && $isNews
            ? Fact::of(StateField::ShownModel->value, $shows, Source::Phone, 'what its system shows', $at)
            : null;
    }

    /**
     * The other codename or model number that the system of this very phone shows: a build that was ported shows the
     * phone that it was made from. The serial number says that it is the same phone.
     */
    private static function shownByPortedBuild(Unit $unit, Reading $reading): ?string
    {
        $serial = $unit->state()->text(StateField::Serial);
        if ($serial === null || strcasecmp($serial, (string) $reading->serial()) !== 0) {
            return null;
        }
        $codenames = $reading->sureCodenames();
        $isOther =
            $unit->codename !== null &&
            self::isNoneOf($unit->codename, $codenames) &&
            !$reading->isSaidByBootloader(StateField::Codename->value);
        $model = $unit->state()->text(StateField::VariantModel);
        $said = $reading->unitStatement(StateField::VariantModel->value)?->value;
        $isOtherModel =
            $model !== null &&
            is_string($said) &&
            strcasecmp($model, $said) !== 0 &&
            !$reading->isSaidByBootloader(StateField::VariantModel->value);

        return match (true) {
            $isOther => $codenames[0],
            $isOtherModel => $said,
            default => null,
        };
    }

    /** @param  list<string>  $said */
    private static function isNoneOf(string $codename, array $said): bool
    {
        $same = array_filter($said, static fn(string $one): bool => strcasecmp($one, $codename) === 0);

        return $said !== [] && $same === [];
    }

    /**
     * @param  list<Statement>  $statements
     * @return list<Statement>
     */
    private static function withoutModel(array $statements): array
    {
        $ofModel = [StateField::VariantModel->value, StateField::VariantChipset->value, StateField::Codename->value];

        return array_values(
            array_filter($statements, static fn(Statement $one): bool => !in_array($one->name, $ofModel, true)),
        );
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
        if ($unit->codename !== null && self::isNoneOf($unit->codename, $codenames)) {
            throw ReadingError::otherPhone($unit->label, 'codename', $unit->codename, $codenames[0]);
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
