<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Fit;

use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\Severity;
use Tornavis\Core\Situation\Situation;

final class Fit3Architecture implements FitRule
{
    public static function id(): string
    {
        return 'FIT-3';
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
                ? Finding::of(
                    self::id(),
                    Severity::Clear,
                    "{$package->title()} is for {$mine}",
                    $fact->text(),
                    'The processor architecture is the same.',
                    null,
                    $package->name(),
                    $fact,
                )
                : Finding::of(
                    self::id(),
                    Severity::Stop,
                    "{$package->title()} is for {$mine}",
                    $fact->text(),
                    "It is made for {$fact->text()} processors; this phone has {$mine}.",
                    "Get the {$mine} file.",
                    $package->name(),
                    $fact,
                );
        }
    }
}
