<?php

declare(strict_types=1);

use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Plan\Plan;
use Tornavis\Core\Plan\Planner;
use Tornavis\Core\Plan\Step;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Situation\Answers;
use Tornavis\Core\Tests\Fixture;
use Tornavis\Core\Words\Intent;
use Tornavis\Core\Words\PackageKind;

/*
 * What cards require beside firmware and recovery: root, an encryption, partitions wiped, and what they make of the
 * data.
 */

/** @param list<Package> $more */
function required(array $build = [], array $more = [], array $phone = [], array $sheet = []): Plan
{
    $sheet = Fixture::oneSlot($sheet);
    $kit = [Fixture::build($sheet, $build), Fixture::recovery($sheet), ...$more];
    $situation = Fixture::situation($sheet, $kit, $phone);
    $keys = array_map(static fn(Finding $one): string => $one->key, Planner::plan($situation)->findings);

    return Planner::plan($situation->with(answers: Answers::toEverything($keys)));
}

function severityOf(Plan $plan, string $key): ?string
{
    foreach ($plan->findings as $finding) {
        if ($finding->key === $key) {
            return $finding->severity->value;
        }
    }

    return null;
}

function fixWith(array $facts): Package
{
    return Fixture::package(PackageKind::Fix, 'sound-fix.zip', [
        Field::FAMILY => 'Sound fix',
        Field::VERSION => '1',
        Field::CODENAMES => ['corbel'],
        ...$facts,
    ]);
}

function aRoot(): Package
{
    return Fixture::package(PackageKind::Root, 'latchkey-4.zip', [Field::FAMILY => 'Latchkey', Field::VERSION => '4']);
}

it('asks for root where a card requires it, and puts root in before', function (
    array $facts,
    bool $root,
    ?string $says,
) {
    $plan = required([], [fixWith($facts), ...$root ? [aRoot()] : []]);

    expect(severityOf($plan, 'FIT-13:root/sound-fix.zip'))->toBe($says);
    if ($says === 'clear') {
        $keys = array_map(static fn(Step $step): string => $step->draft->key, $plan->steps);
        expect(array_search('addon.c0-root', $keys, true))
            ->toBeInt()
            ->toBeLessThan(array_search('addon.c1-fix', $keys, true));
    }
})->with([
    'missing' => [[Field::NEEDS_ROOT => true], false, 'stop'],
    'in the kit' => [[Field::NEEDS_ROOT => true], true, 'clear'],
    'not required' => [[], false, null],
]);

it('compares the encryption that a card requires with what the data ends as', function (
    string $needs,
    array $build,
    string $severity,
) {
    $plan = required($build, [fixWith([Field::NEEDS_ENCRYPTION => $needs])]);

    expect(severityOf($plan, 'FIT-13:encryption/sound-fix.zip'))->toBe($severity);
})->with([
    'as the model does' => ['file', [], 'clear'],
    'not as the model does' => ['none', [], 'stop'],
    'as the build does' => ['metadata', [Field::BRINGS_ENCRYPTION => 'metadata'], 'clear'],
    'not as the build does' => ['file', [Field::BRINGS_ENCRYPTION => 'metadata'], 'stop'],
]);

it('ends with the encryption that the build makes', function (?string $brings, string $ends) {
    expect(required([Field::BRINGS_ENCRYPTION => $brings])->end->text('data.encryption'))->toBe($ends);
})->with([[null, 'file'], ['metadata', 'metadata'], ['none', 'none']]);

it('formats first, then wipes what the publisher asks for, and only what is put back', function (
    array $wipes,
    array $writes,
    array $keys,
    ?string $severity,
) {
    $plan = required([Field::WIPES => $wipes, Field::WRITES => $writes]);
    $erases = array_filter(
        array_map(static fn(Step $step): string => $step->draft->key, $plan->steps),
        static fn(string $key): bool => str_starts_with($key, 'erase.') && !str_contains($key, '/'),
    );

    expect(array_values($erases))->toBe($keys)->and(severityOf($plan, 'FIT-13:wipe/vendor'))->toBe($severity);
})->with([
    'vendor, put back' => [['vendor'], ['boot', 'system', 'vendor'], ['erase.format', 'erase.z-wipe.vendor'], 'clear'],
    'vendor, and nothing brings it' => [['vendor'], ['boot', 'system'], [], 'stop'],
    'nothing' => [[], ['boot', 'system', 'vendor'], ['erase.format'], null],
    'a partition that the phone lacks' => [['odm'], ['boot', 'system', 'vendor'], ['erase.format'], null],
]);

it('wants a kernel for the kind of system that runs', function (?string $base, mixed $stock, ?string $severity) {
    $sheet = Fixture::oneSlot();
    $kernel = Fixture::package(
        PackageKind::Kernel,
        'whet.img',
        [
            Field::FAMILY => 'Whet',
            Field::VERSION => '2',
            Field::CODENAMES => ['corbel'],
            Field::RELEASE => '14',
            Field::PARTITION => 'boot',
            Field::BASE_KIND => $base,
        ],
        ['boot' => 8 << 20],
    );
    $plan = Planner::plan(Fixture::situation($sheet, [$kernel], ['slot.-.os.stock' => $stock], Intent::Kernel));

    expect(severityOf($plan, 'FIT-5:base/whet.img'))->toBe($severity);
})->with([
    ['maker', true, 'clear'],
    ['maker', false, 'stop'],
    ['open', true, 'stop'],
    ['open', false, 'clear'],
    ['open', null, 'settle'],
    [null, true, null],
]);
