<?php

declare(strict_types=1);

use Tests\Support\Judged;
use Tests\Support\World;
use Tornavis\Core\Draft\SheetAnswer;
use Tornavis\Core\Draft\SheetDraft;
use Tornavis\Core\Draft\SheetMerge;
use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Grade;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Format\FormatError;
use Tornavis\Core\Identity\TextIntake;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Intent;

const SALTERN = 'saltern-15.2-20260903-bowline.zip';

const ABOUT_OTHER = "Model number: ZZ-9\nPlatform release: 13\n";

/** @param list<string> $files */
function draftBy(string $text, array $files, array $sheets = []): SheetDraft
{
    $packages = array_map(World::package(...), $files);

    return SheetDraft::of('NX-1', World::reading($text), $packages, [], $sheets);
}

/** @return list<Finding> what is asked of the drafted phone */
function askedOf(SheetDraft $draft, array $files, string $rule): array
{
    $kit = array_map(World::package(...), $files);
    $at = '2026-12-01T10:00:00Z';

    return Judged::findings($rule, new Situation($draft->sheet(), $draft->unit($at), $kit, Intent::Fresh, $at));
}

it('orders the five grades, and gives each source one', function () {
    $order = [Grade::Seen, Grade::Said, Grade::Stated, Grade::Derived, Grade::Guessed];
    foreach ($order as $place => $grade) {
        foreach (array_slice($order, $place + 1) as $weaker) {
            expect($grade->isSurerThan($weaker))->toBeTrue()->and($weaker->isSurerThan($grade))->toBeFalse();
        }
    }
    $of = static fn(Source $source): ?Grade => Fact::of('mode', 'system', $source)->grade();

    expect(array_map($of, [Source::Phone, Source::Typed, Source::Settled, Source::Card, Source::Assumed]))
        ->toBe([Grade::Seen, Grade::Said, Grade::Said, Grade::Stated, Grade::Guessed])
        ->and(Fact::of('mode', null, Source::Phone)->grade())
        ->toBeNull();
});

it('grades a field of a sheet by what it was read from', function (
    string $text,
    array $files,
    string $field,
    Grade $is,
) {
    expect(draftBy($text, $files)->sheet()->grades->of($field))->toBe($is);
})->with([
    'variables' => [
        "(bootloader) product:nixie\n(bootloader) slot-count:2\n(bootloader) unlocked:yes\n",
        [],
        'slots',
        Grade::Seen,
    ],
    'an about page' => ["Codename: nixie\nChipset: Vesper 9\n", [], 'codename', Grade::Said],
    'a build' => ['', [SALTERN], 'slots', Grade::Stated],
    'a listing with recovery in it' => [
        "Codename: nixie\nlrwxrwxrwx root root 2026-01-01 10:00 recovery -> /dev/block/sda21\n" .
        "lrwxrwxrwx root root 2026-01-01 10:00 boot -> /dev/block/sda20\n",
        [],
        'recoveryHome',
        Grade::Seen,
    ],
    'super, on a phone that is new enough' => [
        "(bootloader) product:nixie\n(bootloader) unlocked:yes\n(bootloader) partition-size:super: 0x180000000\n" .
        "[ro.product.first_api_level]: [33]\n",
        [],
        'dynamicLayout',
        Grade::Derived,
    ],
    'what such images mostly are' => ['', ['wicket-4.1-becket.img'], 'recoveryHome', Grade::Guessed],
]);

it('asks for what is guessed or known from the file alone, and for nothing else', function (
    string $text,
    array $files,
    array $kit,
    array $asked,
) {
    $findings = askedOf(draftBy($text, $files), $kit, 'FIT-14');
    $keys = array_map(static fn(Finding $one): string => "{$one->key} {$one->severity->value}", $findings);

    expect($keys)->toBe($asked);
})->with([
    'a build alone' => ['', [SALTERN], [SALTERN], ['FIT-14:model stop']],
    'the phone says it too' => [
        "[ro.product.device]: [bowline]\n[ro.boot.slot_suffix]: [_a]\n[ro.product.first_api_level]: [33]\n" .
        "[ro.boot.dynamic_partitions]: [true]\n[ro.build.ab_update]: [true]\n",
        [SALTERN],
        [SALTERN],
        ['FIT-14:recoveryHome settle'],
    ],
    'two files say it' => [
        '',
        [SALTERN, 'driftglass-15.1-20260820-bowline.zip', 'wicket-4.1-bowline.img'],
        [SALTERN],
        ['FIT-14:dynamicLayout settle'],
    ],
]);

it('says a guess with its likely answer, and asks no more once it is answered', function () {
    $draft = draftBy('', [SALTERN]);
    $layout = array_values(
        array_filter(
            askedOf($draft, [SALTERN], 'FIT-14'),
            static fn(Finding $one): bool => $one->key === 'FIT-14:model',
        ),
    )[0];
    [, , $model] = $layout->actions()[0]->toArray()['models'];
    $sheet = $draft->sheet();
    foreach (['slots' => '2', 'recoveryHome' => 'vendor_boot', 'dynamicLayout' => 'native'] as $field => $value) {
        $sheet = SheetAnswer::said($sheet, $field, $value, '2026-12-01T10:00:00Z');
    }
    $at = '2026-12-01T10:00:00Z';
    $kit = [World::package(SALTERN)];
    $after = Judged::findings('FIT-14', new Situation($sheet, $draft->unit($at), $kit, Intent::Fresh, $at));
    // Another sheet that only guesses changes nothing that a person has said.
    $merged = SheetMerge::of($sheet, $draft->sheet());

    expect($model['likely'])
        ->toBe('native')
        ->and(array_column($model['choices'], 'value'))
        ->toBe(['native', 'retrofit', 'none'])
        ->and($after)
        ->toBe([])
        ->and($sheet->grades->of('dynamicLayout'))
        ->toBe(Grade::Said)
        ->and($sheet->partition('vendor_boot'))
        ->not->toBeNull()
        ->and([$merged->added, $merged->differs])
        ->toBe([[], []]);
});

it('refuses an answer that no sheet can have', function (string $field, string $value) {
    expect(fn() => SheetAnswer::said(draftBy('', [SALTERN])->sheet(), $field, $value, '2026-12-01T10:00:00Z'))->toThrow(
        FormatError::class,
    );
})->with([['slots', '3'], ['recoveryHome', 'system'], ['codename', 'marl'], ['slots', 'two']]);

it('upgrades a guess that somebody has seen, also where the value is the same', function () {
    $here = draftBy('', [SALTERN])->sheet();
    $text =
        "[ro.product.device]: [bowline]\n[ro.boot.dynamic_partitions]: [true]\n[ro.product.first_api_level]: [33]\n";
    $there = draftBy($text, [])->sheet();

    expect($here->grades->of('dynamicLayout'))
        ->toBe(Grade::Guessed)
        ->and(SheetMerge::of($here, $there)->sheet()->grades->of('dynamicLayout'))
        ->toBe($there->grades->of('dynamicLayout'));
});

describe('which phone it is', function () {
    it('is asked where only a file says so', function (string $text, array $sheets, array $facts, string $severity) {
        $draft = draftBy($text, [SALTERN], array_map(World::sheet(...), array_combine($sheets, $sheets)));
        $at = '2026-12-01T10:00:00Z';
        $unit = $draft->unit($at)->withFacts(...$facts);
        $sheet = $sheets === [] ? $draft->sheet() : World::sheet('bowline');
        $findings = Judged::findings(
            'FIT-1',
            new Situation($sheet, $unit, [World::package(SALTERN)], Intent::Fresh, $at),
        );
        $of = array_filter($findings, static fn(Finding $one): bool => $one->key === 'FIT-1:phone');

        expect(Judged::gravest(array_values($of)))->toBe($severity);
    })->with([
        'an about page of another model' => [ABOUT_OTHER, [], [], 'settle'],
        'an about page of a model that the sheet does not list' => [ABOUT_OTHER, ['bowline'], [], 'settle'],
        'an about page of a model that the sheet lists' => ["Model number: OF-301\n", ['bowline'], [], 'silent'],
        'the phone\'s own properties' => ["[ro.product.device]: [bowline]\n", [], [], 'silent'],
        'a person has said it' => [
            ABOUT_OTHER,
            [],
            [Fact::of('codename', 'bowline', Source::Settled, 'asked by a plan', '2026-12-01T10:00:01Z')],
            'silent',
        ],
    ]);

    it('is the model that a sheet lists, whatever the file is for', function () {
        $draft = draftBy(
            "Model number: MR-1\nPlatform release: 13\n",
            [SALTERN],
            [
                'marl' => ModelSheet::fromArray(
                    ['variants' => [['model' => 'MR-1', 'chipset' => 'Vesper 9']]] + World::sheet('marl')->toArray(),
                    'x',
                ),
            ],
        );

        expect($draft->value('codename'))->toBe('marl')->and($draft->notUsed[0])->toContain('is for bowline');
    });

    it('is known from a later paste', function () {
        $unit = draftBy(ABOUT_OTHER, [SALTERN])->unit('2026-12-01T10:00:00Z');
        $paste = static fn(string $codename): array => TextIntake::of(
            $unit,
            null,
            World::reading("[ro.product.device]: [{$codename}]\n"),
            '2026-12-01T11:00:00Z',
        )->facts;

        expect($unit->withFacts(...$paste('bowline'))->state()->fact('codename')->grade())->toBe(Grade::Seen);
    });

    it('is not asked of a phone that a person has entered', function () {
        expect(Judged::findings('FIT-1', World::situation('SK-07', [SALTERN])))->each(
            fn($one) => $one->key->not->toBe('FIT-1:phone'),
        );
    });
});

it('draws no wrong home from the right recovery file', function (string $text, string $home) {
    $draft = draftBy($text, ['wicket-3.6-halyard.img']);

    expect($draft->sheet()->recoveryHome?->value)->toBe($home);
})->with([
    'one slot' => ["Codename: halyard\n[ro.build.ab_update]: [false]\n[ro.product.device]: [halyard]\n", 'recovery'],
    'a partition of its own is listed' => [
        "[ro.product.device]: [halyard]\nlrwxrwxrwx root root 2026-01-01 10:00 recovery -> /dev/block/sda21\n",
        'recovery',
    ],
]);
