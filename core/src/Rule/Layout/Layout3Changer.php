<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Layout;

use Tornavis\Core\Package\Integrity;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\Severity;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\PackageKind;

final class Layout3Changer implements FitRule
{
    public static function id(): string
    {
        return 'LAYOUT-3';
    }

    public static function purpose(): string
    {
        return 'A layout changer restarts the phone by itself; after it come a format, the cleaner, the files ' .
            'again, and a build for the new layout.';
    }

    public function look(Situation $situation): iterable
    {
        $changer = $situation->ofKind(PackageKind::LayoutChanger)[0] ?? null;
        if ($changer === null) {
            return;
        }
        if ($situation->build() === null || !$situation->delivery->erasesFirst()) {
            yield Finding::of(
                self::id(),
                Severity::Stop,
                "A fresh install after {$changer->title()}",
                'none',
                'The system that is there does not start in another layout, and its data cannot be read there.',
                'Add a build for the new layout and plan a fresh install.',
                'build',
            );

            return;
        }
        $cleaner = $situation->ofKind(PackageKind::Cleaner)[0] ?? null;
        yield $cleaner !== null
            ? Finding::of(
                self::id(),
                Severity::Clear,
                "The cleaner after {$changer->title()}",
                $cleaner->name(),
                'It is in the kit.',
                null,
                'cleaner',
            )
            : Finding::of(
                self::id(),
                Severity::Stop,
                "The cleaner after {$changer->title()}",
                'not in the kit',
                'What is left of the old layout would be in the way of the build.',
                self::remedy($situation),
                'cleaner',
            );
    }

    private static function remedy(Situation $situation): string
    {
        foreach ($situation->shelf as $package) {
            if ($package->kind() === PackageKind::Cleaner && $package->integrity() !== Integrity::Damaged) {
                return "Add {$package->name()} from the shelf to the kit.";
            }
        }

        return 'Get it from the page of the layout changer.';
    }
}
