<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Kit;

use Tornavis\Core\Package\Package;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\Severity;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\PackageKind;

final class Kit1Build implements FitRule
{
    public static function id(): string
    {
        return 'KIT-1';
    }

    public static function purpose(): string
    {
        return 'An install needs exactly one build, and every file in the kit must be of a known kind.';
    }

    public function look(Situation $situation): iterable
    {
        $builds = array_map(static fn(Package $p): string => $p->name(), $situation->ofKind(PackageKind::Build));
        if ($situation->intent->installsBuild() && count($builds) !== 1) {
            yield Finding::of(
                self::id(),
                Severity::Stop,
                'One build in the kit',
                $builds === [] ? 'none' : implode(', ', $builds),
                $builds === []
                    ? 'Nothing in the kit would be installed.'
                    : 'With several builds it is not clear which one is meant.',
                $builds === [] ? 'Choose a build from the shelf.' : 'Leave all but one out.',
            );
        }
        foreach ($situation->kit as $package) {
            if ($package->kind() === null) {
                yield Finding::of(
                    self::id(),
                    Severity::Stop,
                    "The kind of {$package->name()} is known",
                    'unknown',
                    'Neither the file nor a card beside it says what it is for.',
                    'Leave it out, or add its release card.',
                    $package->name(),
                );
            }
        }
    }
}
