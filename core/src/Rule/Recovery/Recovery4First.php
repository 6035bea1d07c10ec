<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Recovery;

use Tornavis\Core\Package\Integrity;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\Severity;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\PackageKind;

final class Recovery4First implements FitRule
{
    public static function id(): string
    {
        return 'RECOVERY-4';
    }

    public static function purpose(): string
    {
        return 'A recovery that only another one can put in needs that one on the phone or in the kit.';
    }

    public function look(Situation $situation): iterable
    {
        $recovery = $situation->recovery();
        if ($recovery === null || !$situation->usesRecovery() || !$situation->needsFirstRecovery()) {
            return;
        }
        $wanted = $recovery->facts->list(Field::AFTER);
        $need = implode(' or ', $wanted) . " before {$recovery->title()}";
        $fact = $recovery->facts->best(Field::AFTER);
        $facts = $fact === null ? [] : [$fact];
        $first = $situation->firstRecovery();
        yield match (true) {
            $situation->firstRecoveryIsThere() => Finding::of(
                self::id(),
                Severity::Clear,
                $need,
                'on the phone',
                'It runs and writes the other one.',
                null,
                'first',
                ...$facts,
            ),
            $first !== null => Finding::of(
                self::id(),
                Severity::Note,
                $need,
                $first->name(),
                'The plan puts it in first.',
                null,
                'first',
                ...$facts,
            ),
            default => Finding::of(
                self::id(),
                Severity::Stop,
                $need,
                $situation->presentRecovery()?->title() ?? 'none known',
                'Written directly it does not start.',
                self::remedy($situation, $wanted),
                'first',
                ...$facts,
            ),
        };
    }

    /**
     * @param  list<string>  $wanted  titles
     */
    private static function remedy(Situation $situation, array $wanted): string
    {
        foreach ($situation->shelf as $package) {
            if (
                $package->kind() === PackageKind::Recovery &&
                in_array($package->title(), $wanted, true) &&
                $situation->isFor($package) &&
                $package->integrity() !== Integrity::Damaged
            ) {
                return "Add {$package->name()} from the shelf to the kit.";
            }
        }

        return "Get {$wanted[0]} for {$situation->sheet->codename}.";
    }
}
