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
 * Speaks where a package says whether it is full or incremental.
 *
 * Why: An incremental package changes the very bytes that it expects, and refuses any others.
 */
final class Fit11UpdateType implements FitRule
{
    public static function id(): RuleId
    {
        return RuleId::Fit11;
    }

    public static function purpose(): string
    {
        return 'An incremental update only fits on the exact build that it starts from; a fresh install needs a ' .
            'full one.';
    }

    public function look(Situation $situation): iterable
    {
        $build = $situation->files->build();
        $type = $build?->facts->best(Field::UPDATE_TYPE);
        if ($build === null || $type === null || !$situation->job->installsBuild()) {
            return;
        }
        yield $type->value === 'full'
            ? Finding::clear(
                self::id(),
                need: "{$build->title()} is complete",
                found: 'full',
                reason: 'The package writes every partition whole.',
                facts: [$type],
            )
            : Finding::stop(
                self::id(),
                need: "{$build->title()} is complete",
                found: 'an incremental package',
                reason: 'An incremental package holds only what differs from one certain build. ' .
                    'It cannot be installed by itself.',
                remedy: Remedy::getFile('Get the full package of the same build.'),
                facts: [$type],
            );
    }
}
