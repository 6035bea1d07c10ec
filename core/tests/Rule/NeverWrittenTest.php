<?php

declare(strict_types=1);

use Tornavis\Core\Operation\Flash\Flash;
use Tornavis\Core\Package\Container;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Plan\Plan;
use Tornavis\Core\Plan\Planner;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Tests\Fixture;
use Tornavis\Core\Words\Intent;
use Tornavis\Core\Words\PackageKind;

/** A model whose radio keeps its serial numbers in the partition "ident", which its maker counts as firmware. */
function modelWithIdentity(): ModelSheet
{
    $document = Fixture::twoSlots()->toArray();
    $document['partitions'][] = ['name' => 'ident', 'sizeBytes' => 8 << 20, 'perSlot' => false, 'firmware' => true];

    return ModelSheet::fromArray(['identityPartition' => 'ident'] + $document);
}

/** @return array<string, string> severity by key, of one rule */
function severities(Plan $plan, string $rule): array
{
    $mine = array_filter($plan->findings, fn(Finding $one): bool => $one->rule->value === $rule);

    return array_column(
        array_map(fn(Finding $one): array => [$one->key, $one->severity->value], array_values($mine)),
        1,
        0,
    );
}

/** @return list<string> every partition that a step of the plan writes */
function writtenBy(Plan $plan): array
{
    $written = [];
    foreach ($plan->steps as $step) {
        array_push($written, ...(array) ($step->draft->operation->parameters()['partitions'] ?? []));
    }

    return $written;
}

it('stops for a file that writes the identity of the radio, whatever its kind', function (PackageKind $kind) {
    $sheet = modelWithIdentity();
    $file = fn(array $writes): Package => Fixture::package($kind, 'file.zip', [
        Field::CODENAMES => ['ashlar'],
        Field::ARCHITECTURE => 'arm64',
        Field::WRITES => $writes,
    ]);
    $rest = $kind === PackageKind::Build ? [] : [Fixture::build($sheet)];
    $plan = fn(array $writes): Plan => Planner::plan(Fixture::situation($sheet, [...$rest, $file($writes)]));

    expect(severities($plan(['boot', 'ident']), 'BASE-8'))
        ->toBe(['BASE-8:file.zip' => 'stop'])
        ->and(severities($plan(['boot', 'modem']), 'BASE-8'))
        ->toBe([]);
})->with([
    PackageKind::Build,
    PackageKind::Services,
    PackageKind::Root,
    PackageKind::Fix,
    PackageKind::Vendor,
    PackageKind::Cleaner,
    PackageKind::Kernel,
    PackageKind::Recovery,
]);

it('leaves the image of the identity out of firmware, and says so', function () {
    $sheet = modelWithIdentity();
    $firmware = Fixture::firmware($sheet, '3.2');
    $build = Fixture::build($sheet, [Field::FIRMWARE_MIN => '3.2']);
    $plan = Planner::plan(Fixture::situation($sheet, [$build, Fixture::recovery($sheet), $firmware]));

    expect($firmware->imageFor('ident'))
        ->not->toBeNull()
        ->and(severities($plan, 'BASE-8'))
        ->toBe(["BASE-8:{$firmware->name()}" => 'note'])
        ->and(writtenBy($plan))
        ->toContain('modem', 'trust')
        ->not->toContain('ident');
});

it('leaves it out of the maker\'s bundle too, and the proof holds it again', function () {
    $sheet = modelWithIdentity();
    $images = array_fill_keys(['boot', 'dtbo', 'vendor_boot', 'modem', 'ident', 'system', 'vendor', 'product'], 4096);
    $bundle = Fixture::holding(
        Fixture::package(
            PackageKind::StockBundle,
            'bundle.zip',
            [Field::CODENAMES => ['ashlar'], Field::WRITES => array_keys($images), Field::VERSION => '3.1'],
            $images,
        ),
        Container::ZipBundle,
    );
    $plan = Planner::plan(Fixture::situation($sheet, [$bundle], intent: Intent::BackToStock));
    $state = Fixture::unit($sheet, ['mode' => 'bootloader'])->state();
    $refusals = fn(array $names): array => Flash::of($bundle, $names, 'a')->refusals($state, $sheet);

    expect(writtenBy($plan))
        ->toContain('boot', 'modem', 'system')
        ->not->toContain('ident')
        ->and($refusals(['boot', 'ident']))
        ->toBe(["ident holds the radio's identity; nothing is ever written there."])
        ->and($refusals(['boot', 'modem']))
        ->toBe([]);
});

it('asks for the rollback index of the phone where something carries one', function (
    ?int $phone,
    ?int $file,
    string $severity,
) {
    $sheet = Fixture::twoSlots();
    $firmware = Fixture::firmware($sheet, '3.2', [Field::ROLLBACK_INDEX => $file]);
    $build = Fixture::build($sheet, [Field::FIRMWARE_MIN => '3.2']);
    $seen = ['bootloader.rollbackIndex' => $phone];
    $plan = Planner::plan(Fixture::situation($sheet, [$build, Fixture::recovery($sheet), $firmware], $seen));

    expect(severities($plan, 'BASE-6')["BASE-6:{$firmware->name()}"] ?? 'silent')->toBe($severity);
})->with([
    'lower' => [5, 4, 'stop'],
    'the same' => [5, 5, 'clear'],
    'higher' => [5, 6, 'clear'],
    'the phone unknown' => [null, 4, 'settle'],
    'the phone unknown, none carried' => [null, 0, 'silent'],
    'not stated' => [5, null, 'mind'],
    'neither known' => [null, null, 'silent'],
]);

it('judges the index of a build that carries one, and lets an open one be', function (?int $index, string $severity) {
    $sheet = Fixture::twoSlots();
    $build = Fixture::build($sheet, [Field::ROLLBACK_INDEX => $index]);
    $seen = ['bootloader.rollbackIndex' => 5];
    $plan = Planner::plan(Fixture::situation($sheet, [$build, Fixture::recovery($sheet)], $seen));

    expect(severities($plan, 'BASE-6')["BASE-6:{$build->name()}"] ?? 'silent')->toBe($severity);
})->with([[4, 'stop'], [5, 'clear'], [0, 'silent'], [null, 'silent']]);
