<?php

declare(strict_types=1);

use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Plan\Planner;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Tests\Fixture;
use Tornavis\Core\Words\Intent;
use Tornavis\Core\Words\PackageKind;

/*
 * Of two files of a kit that serve, the one of the phone's region is used; and what services mean that come late.
 */

function firmwareFor(string $region): Package
{
    return Fixture::package(
        PackageKind::Firmware,
        "firmware-{$region}.zip",
        [Field::VERSION => '3.4', Field::CODENAMES => ['ashlar'], Field::REGION => $region],
        ['modem' => 4 << 20],
    );
}

/** @return array{list<string>, list<string>} names of the firmware that is written, and keys of what is open */
function withRegions(string ...$regions): array
{
    $sheet = Fixture::twoSlots();
    $build = Fixture::build($sheet, [Field::FIRMWARE_MIN => '3.4']);
    $kit = [$build, Fixture::recovery($sheet), ...array_map(firmwareFor(...), $regions)];
    $phone = ['slot.a.firmware.region' => 'north', 'slot.b.firmware.region' => 'north'];
    $plan = Planner::plan(Fixture::situation($sheet, $kit, $phone));
    $names = array_map(static fn($one) => $one->draft->operation->parameters()['package'] ?? '', $plan->steps);
    $open = array_filter($plan->findings, static fn(Finding $one): bool => $one->asks());

    return [
        array_values(array_unique(array_filter($names, static fn($one): bool => str_starts_with($one, 'firmware-')))),
        array_values(array_map(static fn(Finding $one): string => $one->key, $open)),
    ];
}

it('uses the firmware of the phone\'s region, wherever it stands in the kit', function (array $regions) {
    expect(withRegions(...$regions))->toBe([['firmware-north.zip'], []]);
})->with([[['north', 'south']], [['south', 'north']], [['north']]]);

it('stops where only another region\'s is there', function () {
    expect(withRegions('south')[1])->toContain('BASE-5:region');
});

it('says what services mean that an update brings to a system without them', function (
    ?string $has,
    ?string $severity,
) {
    $sheet = Fixture::twoSlots();
    $build = Fixture::build($sheet, [Field::BRINGS_SERVICES => true, Field::FAMILY => 'Quoin Base']);
    $kit = [$build, Fixture::recovery($sheet)];
    $phone = ['slot.a.os.services' => $has];
    $said = null;
    foreach (Planner::plan(Fixture::situation($sheet, $kit, $phone, Intent::UpdateInPlace))->findings as $one) {
        $said = $one->key === 'FIT-6:late' ? $one->severity->value : $said;
    }

    expect($said)->toBe($severity);
})->with([['none', 'settle'], ['Parcels 15', null], [null, 'settle']]);
