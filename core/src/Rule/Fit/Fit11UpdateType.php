<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Fit;

use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\Severity;
use Tornavis\Core\Situation\Situation;

final class Fit11UpdateType implements FitRule
{
    public static function id(): string
    {
        return 'FIT-11';
    }

    public static function purpose(): string
    {
        return 'An incremental update only fits on the exact build that it starts from; a fresh install needs a ' .
            'full one.';
    }

    public function look(Situation $situation): iterable
    {
        $build = $situation->build();
        $type = $build?->facts->best(Field::UPDATE_TYPE);
        if ($build === null || $type === null || !$situation->intent->installsBuild()) {
            return;
        }
        yield $type->value === 'full'
            ? Finding::of(
                self::id(),
                Severity::Clear,
                "{$build->title()} is complete",
                'full',
                'The package writes every partition whole.',
                null,
                '',
                $type,
            )
            : Finding::of(
                self::id(),
                Severity::Stop,
                "{$build->title()} is complete",
                'incremental',
                'It changes an installed build and cannot be installed fresh.',
                'Get the full package of the same build.',
                '',
                $type,
            );
    }
}
