<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Kit;

use Tornavis\Core\Package\Package;
use Tornavis\Core\Rule\Finding;

use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\RuleId;

/**
 * Speaks about the number of builds and about files whose kind nobody knows.
 *
 * Why: Two builds in one kit, or a file that nobody knows, leave it open what would be written.
 */
final class Kit1Build implements FitRule
{
    public static function id(): RuleId
    {
        return RuleId::Kit1;
    }

    public static function purpose(): string
    {
        return 'An install needs exactly one build, and every file in the kit must be of a known kind.';
    }

    public function look(Situation $situation): iterable
    {
        $builds = array_map(static fn(Package $p): string => $p->name(), $situation->files->ofKind(PackageKind::Build));
        if ($situation->job->installsBuild() && count($builds) !== 1) {
            yield Finding::stop(
                self::id(),
                need: 'One build in the kit',
                found: $builds === [] ? 'none' : implode(', ', $builds),
                reason: $builds === []
                    ? 'Nothing in the kit would be installed.'
                    : 'With several builds it is not clear which one is meant.',
                remedy: $builds === []
                    ? Remedy::getFile('Choose a build from the shelf.')
                    : Remedy::leaveOut('Leave all but one out.'),
            );
        }
        foreach ($situation->kit as $package) {
            if ($package->kind() === null) {
                yield Finding::stop(
                    self::id(),
                    need: "The kind of {$package->name()} is known",
                    found: 'unknown',
                    reason: 'Neither the file nor a card beside it says what it is for.',
                    remedy: Remedy::leaveOut('Leave it out, or add its release card.'),
                    subject: $package->name(),
                );
            }
        }
    }
}
