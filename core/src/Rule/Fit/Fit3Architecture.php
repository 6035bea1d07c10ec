<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Fit;

use Tornavis\Core\Package\KindGuess;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Rule\Finding;

use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Rule\RightFile;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\RuleId;

/**
 * Speaks for each file that states an architecture, and for each that nothing binds to a phone and that states none.
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
        $mine = $situation->sheet->architecture;
        // Rule FIT-14 asks for what the sheet leaves open.
        foreach ($mine === null ? [] : $situation->kit as $package) {
            $fact = $package->facts->best(Field::ARCHITECTURE);
            if ($fact === null) {
                // Where its kind is asked, its processor is asked along with it.
                if ($situation->fit->mustSayArchitecture($package) && !KindGuess::isBehind($package)) {
                    yield self::unstated($situation, $package);
                }

                continue;
            }
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
                    remedy: RightFile::remedy($situation, $package, "Get the {$mine} file."),
                    subject: $package->name(),
                    facts: [$fact],
                );
        }
    }

    /** A file that no codename binds to a phone, and that does not say for which processor it is. */
    private static function unstated(Situation $situation, Package $package): Finding
    {
        $mine = $situation->sheet->architecture;
        $finding = Finding::toSettle(
            self::id(),
            need: "{$package->title()} is for {$mine}",
            found: 'not stated',
            reason: 'It names no phone and no processor, and code for another processor does not run at all.',
            remedy: Remedy::agree(
                "Ask its publisher and enter it on the page of the file, or agree that it is {$mine}.",
            ),
            subject: $package->name(),
        );

        return $finding->unlessAgreed($situation->answers, "You agreed that it is for {$mine}.");
    }
}
