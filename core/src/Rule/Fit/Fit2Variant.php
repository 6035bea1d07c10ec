<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Fit;

use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Rule\Finding;

use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\RuleId;

/**
 * Speaks where a build names models or chipsets that it accepts or excludes.
 *
 * Why: Models with one codename can differ in chipset or radio.
 */
final class Fit2Variant implements FitRule
{
    public static function id(): RuleId
    {
        return RuleId::Fit2;
    }

    public static function purpose(): string
    {
        return 'One codename can hide several models; a build that excludes this model or its chipset never goes ' .
            'on it.';
    }

    public function look(Situation $situation): iterable
    {
        $build = $situation->files->build();
        if ($build === null) {
            return;
        }
        $model = $situation->state->text(StateField::VariantModel);
        $variant = $model === null ? null : $situation->sheet->variant($model);
        $excluded = $build->facts->list(Field::EXCLUDES);
        $models = $build->facts->list(Field::MODELS);
        $chipsets = $build->facts->list(Field::CHIPSETS);
        $observed = $situation->state->fact(StateField::VariantModel);
        $need = "{$build->title()} accepts this variant";
        if ($excluded === [] && $models === [] && $chipsets === []) {
            yield Finding::clear(
                self::id(),
                need: $need,
                found: $model ?? 'model unknown',
                reason: 'The build restricts neither models nor chipsets.',
                facts: [$observed],
            );

            return;
        }
        if ($model === null || $variant === null) {
            $have = $model === null ? 'model unknown' : "{$model}, not on the sheet";
            yield Finding::toSettle(
                self::id(),
                need: $need,
                found: $have,
                reason: 'The build restricts the variants that it fits' .
                    ($excluded === [] ? '' : ' (not ' . implode(', ', $excluded) . ')') .
                    ', and which one this is has not been seen.',
                remedy: Remedy::enterFact('Read the model number in the about page of the phone and enter it.'),
                facts: [$observed],
            );

            return;
        }
        $chipset = $situation->state->text(StateField::VariantChipset) ?? $variant->chipset;
        $problem = match (true) {
            in_array($model, $excluded, true) => "The build's publisher excludes {$model}.",
            $models !== [] && !in_array($model, $models, true) => 'The build accepts only ' .
                implode(', ', $models) .
                '.',
            $chipsets !== [] && !in_array($chipset, $chipsets, true) => 'The build is for the chipset ' .
                implode(', ', $chipsets) .
                "; this phone has {$chipset}.",
            default => null,
        };
        yield $problem === null
            ? Finding::clear(
                self::id(),
                need: $need,
                found: "{$model}, {$chipset}",
                reason: 'Model and chipset are among those that the build is for.',
                facts: [$observed],
            )
            : Finding::stop(
                self::id(),
                need: $need,
                found: "{$model}, {$chipset}",
                reason: $problem . ' There is no middle: it can leave a phone that never starts again.',
                facts: [$observed],
            );
    }
}
