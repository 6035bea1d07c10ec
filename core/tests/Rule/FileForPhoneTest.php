<?php

declare(strict_types=1);

use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Plan\Planner;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRules;
use Tornavis\Core\Rule\Severity;
use Tornavis\Core\Situation\Answers;
use Tornavis\Core\Situation\KitSuggestion;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Situation\Stock;
use Tornavis\Core\Tests\Fixture;
use Tornavis\Core\Words\Intent;
use Tornavis\Core\Words\PackageKind;

/**
 * A model of two variants: one of the region "coast" and of the carrier "Pharos", one of "inland" without a carrier.
 */
function harbourModel(): Tornavis\Core\Phone\ModelSheet
{
    return Fixture::twoSlots([
        'variants' => [
            ['model' => 'AS-1', 'chipset' => 'Voussoir 1', 'region' => 'coast', 'carrier' => 'Pharos'],
            ['model' => 'AS-2', 'chipset' => 'Voussoir 2', 'region' => 'inland'],
        ],
    ]);
}

/** A file of some kind that states no more than its codename. */
function fileOfKind(PackageKind $kind, array $facts): Package
{
    return Fixture::package($kind, "{$kind->name}.zip", [
        Field::CODENAMES => ['ashlar'],
        Field::FAMILY => 'Tested',
        Field::RELEASE => '15',
        Field::ARCHITECTURE => 'arm64',
        ...$facts,
    ]);
}

/** The gravest thing that a rule says. */
function gravestOf(Situation $situation, string $rule): string
{
    $order = ['stop', 'settle', 'mind', 'note', 'clear'];
    $said = [];
    foreach (FitRules::look($situation) as $finding) {
        if ($finding->rule->value === $rule) {
            $said[] = array_search($finding->severity->value, $order, true);
        }
    }

    return $said === [] ? 'silent' : $order[min($said)];
}

$kinds = [];
foreach (PackageKind::cases() as $kind) {
    $kinds[$kind->value] = $kind;
}

it('judges files of every kind by codename, model, chipset, carrier and exclusion', function (PackageKind $kind) {
    $sheet = harbourModel();
    $says = function (array $facts, string $rule, array $otherwise = []) use ($sheet, $kind): string {
        $file = fileOfKind($kind, $facts);
        $rest = $kind === PackageKind::Build ? [] : [Fixture::build($sheet)];

        return gravestOf(Fixture::situation($sheet, [...$rest, $file], $otherwise), $rule);
    };
    $fine = ['clear', 'silent'];

    expect($says([], 'FIT-1'))->toBeIn($fine)->and($says([Field::CODENAMES => ['ashlat']], 'FIT-1'))->toBe('stop');
    foreach (
        [
            [Field::MODELS, 'AS-1', 'AS-2'],
            [Field::CHIPSETS, 'Voussoir 1', 'Voussoir 2'],
            [Field::CARRIERS, 'Pharos', 'Lantern'],
        ]
        as [$field, $mine, $other]
    ) {
        expect($says([$field => [$mine]], 'FIT-2'))
            ->toBeIn($fine)
            ->and($says([$field => [$other]], 'FIT-2'))
            ->toBe('stop', $field);
    }
    foreach (['AS-1', 'Voussoir 1', 'Pharos', 'coast'] as $name) {
        expect($says([Field::EXCLUDES => [$name]], 'FIT-2'))->toBe('stop', $name);
    }
    expect($says([Field::EXCLUDES => ['AS-2', 'Lantern']], 'FIT-2'))->toBeIn($fine);
})->with($kinds);

it('judges a chipset that was seen although the model was not', function (?string $chipset, string $severity) {
    $sheet = harbourModel();
    $build = Fixture::build($sheet, [Field::CHIPSETS => ['Voussoir 2']]);
    $seen = ['variant.model' => null, 'variant.chipset' => $chipset];

    expect(gravestOf(Fixture::situation($sheet, [$build], $seen), 'FIT-2'))->toBe($severity);
})->with([['Voussoir 1', 'stop'], ['Voussoir 2', 'clear'], [null, 'settle']]);

it('asks about a phone that its sheet does not list', function (array $seen, string $severity) {
    $sheet = harbourModel();

    expect(gravestOf(Fixture::situation($sheet, [Fixture::build($sheet)], $seen), 'FIT-2'))->toBe($severity);
})->with([
    'as listed' => [['variant.model' => 'AS-2', 'variant.chipset' => 'Voussoir 2'], 'clear'],
    'a model that is not listed' => [['variant.model' => 'AS-9', 'variant.chipset' => null], 'settle'],
    'a chipset that is not listed' => [['variant.model' => null, 'variant.chipset' => 'Voussoir 7'], 'settle'],
    'the chipset of the other variant' => [['variant.model' => 'AS-2', 'variant.chipset' => 'Voussoir 1'], 'settle'],
]);

it('compares a region with that of the model and of the firmware, and names it', function (
    string $region,
    array $seen,
    string $severity,
) {
    $sheet = harbourModel();
    $file = fileOfKind(PackageKind::Recovery, [Field::REGION => $region]);
    $situation = Fixture::situation($sheet, [Fixture::build($sheet), $file], $seen);
    $said = array_filter(FitRules::look($situation), fn(Finding $one): bool => str_contains($one->key, 'region'));

    expect($said)
        ->toHaveCount(1)
        ->and(reset($said)->severity->value)
        ->toBe($severity)
        ->and(reset($said)->need . reset($said)->found)
        ->toContain('region')
        ->toContain($region);
})->with([
    'the same' => ['coast', [], 'clear'],
    'of the model and the firmware' => ['coast', ['slot.a.firmware.region' => 'coast'], 'clear'],
    'of no one' => ['inland', [], 'stop'],
    'of the firmware that is there' => ['inland', ['slot.a.firmware.region' => 'inland'], 'mind'],
    'of the model alone' => ['coast', ['slot.a.firmware.region' => 'inland'], 'settle'],
    'where nothing is known' => ['coast', ['variant.model' => null], 'settle'],
]);

it('asks what a file is for that no codename binds to a phone', function (
    PackageKind $kind,
    array $facts,
    string $severity,
) {
    $sheet = harbourModel();
    $file = Fixture::package($kind, "{$kind->name}.zip", [Field::RELEASE => '15', ...$facts]);

    expect(gravestOf(Fixture::situation($sheet, [Fixture::build($sheet), $file]), 'FIT-3'))->toBe($severity);
})->with([
    'services that say nothing' => [PackageKind::Services, [], 'settle'],
    'services for this processor' => [PackageKind::Services, [Field::ARCHITECTURE => 'arm64'], 'clear'],
    'services for another processor' => [PackageKind::Services, [Field::ARCHITECTURE => 'arm_binder64'], 'stop'],
    'services for this codename' => [PackageKind::Services, [Field::CODENAMES => ['ashlar']], 'clear'],
    'a generic image that says nothing' => [PackageKind::GenericImage, [], 'settle'],
]);

it('asks for the slot scheme of a generic image', function (?string $scheme, string $severity) {
    $sheet = Fixture::twoSlots();
    $image = Fixture::package(
        PackageKind::GenericImage,
        'lintel-generic.img',
        [Field::FAMILY => 'Lintel', Field::ARCHITECTURE => 'arm64', Field::SLOT_SCHEME => $scheme],
        ['system' => 1 << 30],
    );
    $situation = Fixture::situation($sheet, [$image], intent: Intent::GenericImage);
    $said = array_filter(FitRules::look($situation), fn(Finding $one): bool => $one->key === 'FIT-4:slots');
    $agreed = $situation->with(answers: new Answers(['FIT-4:slots']));
    $after = array_filter(FitRules::look($agreed), fn(Finding $one): bool => $one->key === 'FIT-4:slots');

    expect(reset($said)->severity->value)
        ->toBe($severity)
        ->and(reset($after)->severity->value)
        ->toBe($severity === 'settle' ? 'note' : $severity);
})->with([['two', 'clear'], ['both', 'clear'], ['one', 'stop'], [null, 'settle']]);

it('names the right file of the shelf in the place of a wrong one', function (
    string $field,
    array $wrong,
    array $right,
) {
    $sheet = harbourModel();
    $build = fn(string $name, array $list): Package => Fixture::package(PackageKind::Build, $name, [
        Field::CODENAMES => ['ashlar'],
        Field::FAMILY => 'Lintel',
        $field => $list,
    ]);
    $situation = new Situation(
        $sheet,
        Fixture::unit($sheet),
        [$build('wrong.zip', $wrong)],
        Intent::Fresh,
        Fixture::AT,
        shelf: [$build('also-wrong.zip', $wrong), $build('right.zip', $right)],
    );
    $stops = array_filter(FitRules::look($situation), fn(Finding $one): bool => $one->key === 'FIT-2');

    expect(reset($stops)->severity)
        ->toBe(Severity::Stop)
        ->and(reset($stops)->remedy?->file?->name())
        ->toBe('right.zip');
})->with([
    [Field::MODELS, ['AS-2'], ['AS-1']],
    [Field::CHIPSETS, ['Voussoir 2'], ['Voussoir 1']],
    [Field::EXCLUDES, ['Pharos'], ['Lantern']],
]);

it('suggests no file that is for another variant', function (array $facts, bool $suggested) {
    $sheet = harbourModel();
    $recovery = Fixture::recovery($sheet, $facts);
    $kit = KitSuggestion::for(Fixture::build($sheet), $sheet, Fixture::unit($sheet), Stock::of([$recovery]));

    expect(in_array($recovery, $kit, true))->toBe($suggested);
})->with([
    [[Field::MODELS => ['AS-1']], true],
    [[Field::MODELS => ['AS-2']], false],
    [[Field::REGION => 'inland'], false],
    [[Field::CARRIERS => ['Lantern']], false],
]);

it('asks for the active slot of a phone with two, and takes the one slot of a phone with one', function (
    Closure $sheet,
    ?string $slot,
    string $level,
) {
    $sheet = $sheet();
    $kit = [Fixture::build($sheet), Fixture::recovery($sheet)];
    $plan = Planner::plan(Fixture::situation($sheet, $kit, ['slot.active' => $slot]));
    $asked = array_filter($plan->findings, fn(Finding $one): bool => $one->rule->value === 'SLOTS-4');

    expect($plan->verdict->level)
        ->toBe($level)
        ->and($asked)
        ->toHaveCount($level === 'clear' ? 0 : 1);
})->with([
    'two, known' => [fn() => Fixture::twoSlots(), 'a', 'clear'],
    'two, unknown' => [fn() => Fixture::twoSlots(), null, 'settle'],
    'one, unknown' => [fn() => Fixture::oneSlot(), null, 'clear'],
]);
