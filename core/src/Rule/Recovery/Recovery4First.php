<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Recovery;

use Tornavis\Core\Package\Integrity;
use Tornavis\Core\Package\Package;

use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Situation\RecoveryAbility;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\RuleId;

/**
 * Speaks where the recovery of the kit can only be put in by another one.
 *
 * Why: Its publisher says which.
 */
final class Recovery4First implements FitRule
{
    public static function id(): RuleId
    {
        return RuleId::Recovery4;
    }

    public static function purpose(): string
    {
        return 'A recovery that only another one can put in needs that one on the phone or in the kit.';
    }

    public function look(Situation $situation): iterable
    {
        $recovery = $situation->recovery->chosen();
        if ($recovery === null || !$situation->modes->usesRecovery() || !$situation->recovery->needsAnotherFirst()) {
            return;
        }
        $wanted = $recovery->facts->list(Field::AFTER);
        $need =
            $wanted === []
                ? "A recovery that installs {$recovery->title()}"
                : implode(' or ', $wanted) . " before {$recovery->title()}";
        $fact = $recovery->facts->best(Field::AFTER);
        $facts = $fact === null ? [] : [$fact];
        $first = $situation->recovery->first();
        yield match (true) {
            $situation->recovery->firstIsThere() => Finding::clear(
                self::id(),
                need: $need,
                found: 'on the phone',
                reason: $wanted === [] ? 'It runs and installs the other one.' : 'It runs and writes the other one.',
                subject: 'first',
                facts: $facts,
            ),
            $first !== null => Finding::note(
                self::id(),
                need: $need,
                found: $first->name(),
                reason: 'The plan puts it in first.',
                subject: 'first',
                facts: $facts,
            ),
            default => Finding::stop(
                self::id(),
                need: $need,
                found: $situation->recovery->present()?->title() ?? 'none known',
                reason: $wanted === []
                    ? "{$recovery->name()} is a package. Only a running recovery installs it."
                    : 'Written directly it does not start.',
                remedy: self::remedy($situation, $recovery),
                subject: 'first',
                facts: $facts,
            ),
        };
    }

    private static function remedy(Situation $situation, Package $recovery): Remedy
    {
        foreach ($situation->shelf as $package) {
            if (
                $package->kind() === PackageKind::Recovery &&
                !$situation->recovery->isPackage($package) &&
                $situation->recovery->putsIn(RecoveryAbility::of($package), $recovery) &&
                $situation->fit->suits($package) &&
                $package->integrity() !== Integrity::Damaged
            ) {
                return Remedy::addFile($package);
            }
        }

        $wanted = $recovery->facts->list(Field::AFTER)[0] ?? 'a recovery as an image';

        return Remedy::getFile("Get {$wanted} for {$situation->sheet->codename}.");
    }
}
