<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Fit;

use Tornavis\Core\Package\Integrity;
use Tornavis\Core\Package\Package;

use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\RuleId;

/**
 * Speaks where the build is a nightly or an unofficial one and the shelf holds a stable one of the same family.
 *
 * Why: Nightly builds are not tried by others first.
 */
final class Fit10Channel implements FitRule
{
    public static function id(): RuleId
    {
        return RuleId::Fit10;
    }

    public static function purpose(): string
    {
        return 'A nightly or unofficial build is worth a second thought where a stable, official one of the same ' .
            'family is at hand.';
    }

    public function look(Situation $situation): iterable
    {
        $build = $situation->files->build();
        if ($build === null || self::isSettled($build)) {
            return;
        }
        foreach ($situation->shelf as $other) {
            if (
                $other->kind() === PackageKind::Build &&
                self::isSettled($other) &&
                $situation->fit->suits($other) &&
                $other->integrity() !== Integrity::Damaged &&
                $other->facts->text(Field::FAMILY) === $build->facts->text(Field::FAMILY)
            ) {
                $facts = array_values(
                    array_filter([$build->facts->best(Field::CHANNEL), $build->facts->best(Field::OFFICIAL)]),
                );
                yield Finding::caution(
                    self::id(),
                    need: "{$build->title()} is stable and official",
                    found: ($build->facts->text(Field::CHANNEL) ?? 'channel unknown') .
                        ($build->facts->flag(Field::OFFICIAL) === false ? ', unofficial' : ''),
                    reason: "{$other->title()} ({$other->name()}) on the shelf is both.",
                    remedy: Remedy::doFirst('Take that one unless you need what only this build has.'),
                    facts: $facts,
                );

                return;
            }
        }
    }

    private static function isSettled(Package $build): bool
    {
        return in_array($build->facts->text(Field::CHANNEL), ['stable', null], true) &&
            $build->facts->flag(Field::OFFICIAL) !== false;
    }
}
