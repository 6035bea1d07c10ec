<?php

declare(strict_types=1);

use Tornavis\Core\Draft\SheetAnswer;
use Tornavis\Core\Operation\Flash\FlashFirmware;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Plan\Plan;
use Tornavis\Core\Plan\Planner;
use Tornavis\Core\Rule\ModelQuestion;
use Tornavis\Core\Situation\HouseRules;
use Tornavis\Core\Tests\Fixture;
use Tornavis\Core\Words\PackageKind;

/*
 * Every image of a firmware package is written, or named as left out; of one whose place nobody knows it is asked.
 */

const TWELVE = [
    'modem',
    'trust',
    'power',
    'keel',
    'keys',
    'first',
    'wiring',
    'common',
    'pictures',
    'buses',
    'logo',
    'boot',
];

/** A firmware package that brings images for these partitions. */
function firmwareOf(array $partitions): Package
{
    return Fixture::package(
        PackageKind::Firmware,
        'firmware-3.4-ashlar.zip',
        [Field::VERSION => '3.4', Field::CODENAMES => ['ashlar']],
        array_fill_keys($partitions, 4 << 20),
    );
}

function firmwarePlan(ModelSheet $sheet, array $partitions, string $modem = 'along'): Plan
{
    $build = Fixture::build($sheet, [Field::FIRMWARE_MIN => '3.4']);
    $kit = [$build, Fixture::recovery($sheet), firmwareOf($partitions)];

    return Planner::plan(Fixture::situation($sheet, $kit, house: new HouseRules(modem: $modem)));
}

/** @return list<string> partitions that the plan writes firmware to in slot A */
function writtenFirmware(Plan $plan): array
{
    foreach ($plan->steps as $one) {
        if ($one->draft->operation instanceof FlashFirmware && $one->draft->operation->slot() === 'a') {
            return $one->draft->operation->parameters()['partitions'];
        }
    }

    return [];
}

function asksPlaces(Plan $plan): ?ModelQuestion
{
    foreach ($plan->findings as $one) {
        if ($one->key === 'FIT-12:firmware-3.4-ashlar.zip/places') {
            return $one->remedy?->models[0] ?? null;
        }
    }

    return null;
}

it(
    'asks for the places of images that the sheet does not list, and writes or leaves them out as it was said',
    function () {
        $sheet = Fixture::twoSlots();
        $asked = asksPlaces(firmwarePlan($sheet, TWELVE));
        [$there, $notThere] = array_keys($asked->choices ?? []);
        $with = SheetAnswer::said($sheet, SheetAnswer::PLACES, $there, Fixture::AT);
        $without = SheetAnswer::said($sheet, SheetAnswer::PLACES, $notThere, Fixture::AT);

        expect(firmwarePlan($sheet, TWELVE)->verdict->level)
            ->toBe('settle')
            ->and(asksPlaces(firmwarePlan($with, TWELVE)))
            ->toBeNull()
            ->and(writtenFirmware(firmwarePlan($with, TWELVE)))
            ->toEqualCanonicalizing(array_slice(TWELVE, 0, 11))
            ->and(asksPlaces(firmwarePlan($without, TWELVE)))
            ->toBeNull()
            ->and(writtenFirmware(firmwarePlan($without, TWELVE)))
            ->toEqualCanonicalizing(['modem', 'trust'])
            ->and(asksPlaces(firmwarePlan($sheet, ['modem', 'trust'])))
            ->toBeNull();
    },
);

it('names what it leaves out, with the reason', function () {
    $said = implode(
        ' ',
        array_map(fn($one): string => $one->reason, firmwarePlan(Fixture::twoSlots(), TWELVE)->findings),
    );

    expect($said)->toContain('leaves out boot: it belongs to the system');
});

it('leaves the modem out where the house keeps it, and writes the rest', function (array $brings, array $written) {
    expect(writtenFirmware(firmwarePlan(Fixture::twoSlots(), $brings, 'keep')))->toBe($written);
})->with([
    'beside others' => [['modem', 'trust'], ['trust']],
    'alone' => [['modem'], []],
]);

it('says why firmware of the kit does not serve where it brings nothing but a modem that is kept', function (
    array $brings,
    bool $isSaid,
) {
    $plan = firmwarePlan(Fixture::twoSlots(), $brings, 'keep');
    $said = implode(' ', array_map(static fn($one): string => $one->reason, $plan->findings));

    expect(str_contains($said, 'nothing would be written: your house rule keeps the modem'))->toBe($isSaid);
})->with([[['modem'], true], [['modem', 'trust'], false]]);

it('puts what a person said into the table as what it is', function (string $name, array $is) {
    $sheet = SheetAnswer::said(Fixture::twoSlots(), SheetAnswer::PLACES, "+{$name}", Fixture::AT);
    $row = $sheet->partition($name);

    expect([$row?->firmware, $row?->logical, $row?->startsSystem])->toBe($is);
})->with([['keel', [true, false, false]], ['system_ext', [false, true, false]], ['init_boot', [false, false, true]]]);
