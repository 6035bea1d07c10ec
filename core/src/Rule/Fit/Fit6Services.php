<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Fit;

use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\Severity;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Intent;

final class Fit6Services implements FitRule
{
    public static function id(): string
    {
        return 'FIT-6';
    }

    public static function purpose(): string
    {
        return 'A services bundle is made for one platform release, and a build that carries its own needs none.';
    }

    public function look(Situation $situation): iterable
    {
        $services = $situation->services();
        $build = $situation->build();
        if ($services === null || ($build === null && $situation->intent !== Intent::AddOn)) {
            return;
        }
        $wants = $services->facts->best(Field::RELEASE);
        $has =
            $build?->facts->best(Field::RELEASE) ??
            $situation->state->fact("slot.{$situation->activeSlot()}.os.release");
        $facts = array_values(array_filter([$wants, $has]));
        $need = "{$services->title()} is for the build's release";
        if ($wants === null || !$has->known()) {
            yield Finding::of(
                self::id(),
                Severity::Settle,
                $need,
                'release unknown',
                'The platform release of the bundle or of the build is not known.',
                'Get the release card of both.',
                'release',
                ...$facts,
            );
        } else {
            yield $wants->value === $has->value
                ? Finding::of(
                    self::id(),
                    Severity::Clear,
                    $need,
                    "release {$wants->text()}",
                    'Both are made for the same platform release.',
                    null,
                    'release',
                    ...$facts,
                )
                : Finding::of(
                    self::id(),
                    Severity::Stop,
                    $need,
                    "release {$wants->text()}, build {$has->text()}",
                    'A services bundle for another release keeps the system from starting.',
                    "Get the bundle for release {$has->text()}, or leave it out.",
                    'release',
                    ...$facts,
                );
        }
        if ($build?->facts->flag(Field::BRINGS_SERVICES) === true) {
            yield Finding::of(
                self::id(),
                Severity::Mind,
                'The build needs a services bundle',
                'it carries its own',
                'The build brings its services; a second set on top can disturb them.',
                'Leave the services bundle out.',
                'carried',
                ...array_filter([$build->facts->best(Field::BRINGS_SERVICES)]),
            );
        }
    }
}
