<?php

declare(strict_types=1);

use Tornavis\Core\Draft\SheetAnswer;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRules;
use Tornavis\Core\Tests\Fixture;

/** What FIT-2 says of a build for a chipset, on a phone with "Voussoir 1". */
function ofChipset(array $build, ?ModelSheet $sheet = null): ?Finding
{
    $sheet ??= Fixture::twoSlots();
    foreach (FitRules::look(Fixture::situation($sheet, [Fixture::build($sheet, $build)])) as $one) {
        if ($one->key === 'FIT-2') {
            return $one;
        }
    }

    return null;
}

it('takes case, blanks and hyphens for nothing', function (array $build, string $severity) {
    expect(ofChipset($build)?->severity->value)->toBe($severity);
})->with([
    'the same chipset' => [[Field::CHIPSETS => ['voussoir-1']], 'clear'],
    'another one' => [[Field::CHIPSETS => ['Voussoir 2']], 'stop'],
    'the same one, excluded' => [[Field::EXCLUDES => ['VOUSSOIR 1']], 'stop'],
    'the same model' => [[Field::MODELS => ['ashlar 1']], 'clear'],
    'another model' => [[Field::MODELS => ['ashlar 2']], 'stop'],
]);

it('asks once whether a platform name is that of the phone\'s chipset, and goes by the answer', function () {
    $build = [Field::CHIPSETS => ['vr7100']];
    $asked = ofChipset($build);
    [$yes, $no] = array_keys($asked?->remedy?->models[0]->choices ?? []);
    $said = static fn(string $answer): ?string => ofChipset(
        $build,
        SheetAnswer::said(Fixture::twoSlots(), SheetAnswer::CHIPSET, $answer, Fixture::AT),
    )?->severity->value;

    expect($asked?->severity->value)->toBe('settle')->and($said($yes))->toBe('clear')->and($said($no))->toBe('stop');
});
