<?php

declare(strict_types=1);

use Tornavis\Core\Draft\SheetAnswer;
use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRules;
use Tornavis\Core\Tests\Fixture;
use Tornavis\Core\Words\PackageKind;

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

it('takes a list of codenames that holds another one for no contradiction', function (array $card, bool $contradicts) {
    $sheet = Fixture::twoSlots();
    $data = Fixture::build($sheet)->toArray();
    $data['facts'][] = Fact::of(Field::CODENAMES, ['ashlar'], Source::File, 'update script')->toArray();
    $data['facts'][] = Fact::of(Field::CODENAMES, $card, Source::Card, 'card')->toArray();
    $keys = array_map(
        static fn(Finding $one): string => $one->key,
        FitRules::look(Fixture::situation($sheet, [Package::fromArray($data)])),
    );

    expect(in_array('FIT-8:lintel-2.0-ashlar.zip/codenames', $keys, true))->toBe($contradicts);
})->with([[['ashlar', 'corbel'], false], [['corbel'], true], [['corbel', 'quoin'], true]]);

it('asks whether a model runs without encryption where the sheet knows only what was seen', function () {
    $said = static function (ModelSheet $sheet): ?Finding {
        $disabler = Fixture::package(PackageKind::EncryptionDisabler, 'off.zip', [Field::CODENAMES => ['ashlar']]);
        $kit = [Fixture::build($sheet), Fixture::recovery($sheet), $disabler];
        foreach (FitRules::look(Fixture::situation($sheet, $kit)) as $one) {
            if ($one->key === 'ERASE-8:disabler') {
                return $one;
            }
        }

        return null;
    };
    $whole = Fixture::twoSlots(['encryptions' => ['file']]);
    $drafted = ModelSheet::fromArray(
        ['version' => 2, 'grades' => ['encryptions' => 'seen'], 'encryptions' => ['file']] + $whole->toArray(),
        'a draft',
    );
    $answered = static fn(string $text): ?string => $said(
        SheetAnswer::said($drafted, SheetAnswer::UNENCRYPTED, $text, Fixture::AT),
    )?->severity->value;

    expect($said($whole)?->severity->value)
        ->toBe('stop')
        ->and($said($drafted)?->remedy?->models[0]->field ?? null)
        ->toBe(SheetAnswer::UNENCRYPTED)
        ->and($answered('yes'))
        ->toBe('mind')
        ->and($answered('no'))
        ->toBe('stop');
});
