<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Layout;

use Tornavis\Core\Package\Integrity;
use Tornavis\Core\Rule\Finding;

use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\RuleId;

/**
 * Speaks where a layout changer is in the kit.
 *
 * Why: What it leaves behind is in the way of the build until the cleaner has run.
 */
final class Layout3Changer implements FitRule
{
    public static function id(): RuleId
    {
        return RuleId::Layout3;
    }

    public static function purpose(): string
    {
        return 'A layout changer restarts the phone by itself; after it come a format, the cleaner, the files ' .
            'again, and a build for the new layout.';
    }

    public function look(Situation $situation): iterable
    {
        $changer = $situation->files->ofKind(PackageKind::LayoutChanger)[0] ?? null;
        if ($changer === null) {
            return;
        }
        if ($situation->files->build() === null || !$situation->delivery->erasesFirst()) {
            yield Finding::stop(
                self::id(),
                need: "A fresh install after {$changer->title()}",
                found: 'none',
                reason: 'The system that is there does not start in another layout, and its data cannot be read there.',
                remedy: Remedy::getFile('Add a build for the new layout and plan a fresh install.'),
                subject: 'build',
            );

            return;
        }
        $cleaner = $situation->files->ofKind(PackageKind::Cleaner)[0] ?? null;
        yield $cleaner !== null
            ? Finding::clear(
                self::id(),
                need: "The cleaner after {$changer->title()}",
                found: $cleaner->name(),
                reason: 'It is in the kit.',
                subject: 'cleaner',
            )
            : Finding::stop(
                self::id(),
                need: "The cleaner after {$changer->title()}",
                found: 'not in the kit',
                reason: 'What is left of the old layout would be in the way of the build.',
                remedy: self::remedy($situation),
                subject: 'cleaner',
            );
    }

    private static function remedy(Situation $situation): Remedy
    {
        foreach ($situation->shelf as $package) {
            if ($package->kind() === PackageKind::Cleaner && $package->integrity() !== Integrity::Damaged) {
                return Remedy::addFile($package);
            }
        }

        return Remedy::getFile('Get it from the page of the layout changer.');
    }
}
