<?php

declare(strict_types=1);

namespace Tornavis\Core\Identity;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Phone\FactName;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Phone\Unit;
use Tornavis\Core\Words\Slot;

/** What a property dump adds to what is known about a phone, once it is sure that it is that phone's. */
final readonly class DumpIntake
{
    /**
     * @param  list<Fact>  $facts
     * @param  list<string>  $changes  "Battery: 23 % → 88 %", for people
     */
    private function __construct(public array $facts, public array $changes) {}

    /**
     * @param  ?ModelSheet  $sheet  of the unit; null where its codename is not known
     * @param  string  $at  ISO 8601
     *
     * @throws DumpError when the dump is another phone's, or says nothing about a phone
     */
    public static function of(Unit $unit, ?ModelSheet $sheet, PropertyDump $dump, string $at): self
    {
        $clues = $dump->clues();
        $facts = $dump->facts(
            $sheet->slots ??
                match ($clues->twoSlots) {
                    true => [Slot::A->value, Slot::B->value],
                    false => [Slot::Only->value],
                    null => [],
                },
            $at,
        );
        if ($facts === [] && $clues->areEmpty()) {
            throw DumpError::unknownProperties(count($dump->values));
        }
        $state = $unit->state();
        self::refuseForeign($unit, $clues, $facts, $state);
        $changes = [];
        foreach ($facts as $fact) {
            $old = $state->fact($fact->name);
            if (!$fact->agreesWith($old)) {
                $changes[] =
                    FactName::label($fact->name) .
                    ': ' .
                    FactName::say($fact->name, $old->value) .
                    ' → ' .
                    FactName::say($fact->name, $fact->value);
            }
        }

        return new self($facts, $changes);
    }

    /**
     * @param  list<Fact>  $facts
     */
    private static function refuseForeign(Unit $unit, Clues $clues, array $facts, State $state): void
    {
        if ($unit->codename !== null && $clues->codename !== null && $clues->codename !== $unit->codename) {
            throw DumpError::otherPhone($unit->label, 'codename', $unit->codename, $clues->codename);
        }
        foreach ($facts as $fact) {
            $known = $state->text($fact->name);
            if (
                $known !== null &&
                in_array($fact->name, ['serial', StateField::VariantModel->value], true) &&
                $known !== $fact->value
            ) {
                throw DumpError::otherPhone($unit->label, lcfirst(FactName::label($fact->name)), $known, $fact->text());
            }
        }
    }
}
