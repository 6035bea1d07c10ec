<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Fit;

use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Rule\Finding;

use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\RuleId;

/**
 * Speaks for each file that states an architecture.
 *
 * Why: Code for another processor does not run at all.
 */
final class Fit3Architecture implements FitRule
{
    public static function id(): RuleId
    {
        return RuleId::Fit3;
    }

    public static function purpose(): string
    {
        return 'Builds and services bundles are made for one processor architecture.';
    }

    public function look(Situation $situation): iterable
    {
        foreach ($situation->kit as $package) {
            $fact = $package->facts->best(Field::ARCHITECTURE);
            if ($fact === null) {
                continue;
            }
            $mine = $situation->sheet->architecture;
            yield $fact->value === $mine
                ? Finding::clear(
                    self::id(),
                    need: "{$package->title()} is for {$mine}",
                    found: $fact->text(),
                    reason: 'The processor architecture is the same.',
                    subject: $package->name(),
                    facts: [$fact],
                )
                : Finding::stop(
                    self::id(),
                    need: "{$package->title()} is for {$mine}",
                    found: $fact->text(),
                    reason: "It is made for {$fact->text()} processors; this phone has {$mine}.",
                    remedy: Remedy::getFile("Get the {$mine} file."),
                    subject: $package->name(),
                    facts: [$fact],
                );
        }
    }
}
