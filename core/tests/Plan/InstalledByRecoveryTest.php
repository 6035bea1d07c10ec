<?php

declare(strict_types=1);

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Package\Container;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Plan\Plan;
use Tornavis\Core\Plan\Planner;
use Tornavis\Core\Plan\Step;
use Tornavis\Core\Plan\Verdict;
use Tornavis\Core\Tests\Fixture;
use Tornavis\Core\Words\Intent;
use Tornavis\Core\Words\PackageKind;

/*
 * Firmware and recoveries that come as packages with a script are installed by the recovery that runs, and never
 * written as images.
 */

function scriptedFirmware(ModelSheet $sheet): Package
{
    $firmware = Fixture::package(PackageKind::Firmware, "firmware-3.2-{$sheet->codename}.zip", [
        Field::VERSION => '3.2',
        Field::CODENAMES => [$sheet->codename],
        Field::WRITES => $sheet->firmwarePartitions(),
    ]);

    return Fixture::holding($firmware, Container::ScriptedZip);
}

function recoveryPackage(ModelSheet $sheet): Package
{
    $image = Fixture::package(PackageKind::Recovery, "lanyard-2.0-{$sheet->codename}.zip", [
        Field::FAMILY => 'Lanyard',
        Field::VERSION => '2.0',
        Field::CODENAMES => [$sheet->codename],
        Field::ABILITIES => ['sideload', 'backup'],
    ]);

    return Fixture::holding($image, Container::ScriptedZip);
}

/** @return list<string> */
function deedsIn(Plan $plan): array
{
    $steps = array_filter($plan->steps, static fn(Step $step): bool => $step->draft->operation->writes());

    return array_map(static fn(Step $step): string => $step->draft->operation->title(), array_values($steps));
}

function judgedIn(Plan $plan, string $key): ?string
{
    foreach ($plan->findings as $finding) {
        if ($finding->key === $key) {
            return $finding->severity->value;
        }
    }

    return null;
}

it('has the recovery install firmware with a script, for every slot at once', function (ModelSheet $sheet) {
    $kit = [scriptedFirmware($sheet), Fixture::recovery($sheet, [Field::HEADER_VERSION => 4])];
    $plan = Planner::plan(Fixture::situation($sheet, $kit, [], Intent::Base));

    expect($plan->verdict->level)->toBe(Verdict::CLEAR)->and(deedsIn($plan))->toContain('Sideload firmware 3.2');
    foreach ($sheet->slots as $slot) {
        expect($plan->end->text("slot.{$slot}.firmware.version"))->toBe('3.2');
    }
})->with(['two slots' => [fn() => Fixture::twoSlots()], 'one slot' => [fn() => Fixture::oneSlot()]]);

it('installs such firmware before the build that needs it', function () {
    $sheet = Fixture::oneSlot();
    $build = Fixture::build($sheet, [Field::FIRMWARE_MIN => '3.2']);
    $plan = Planner::plan(Fixture::situation($sheet, [$build, scriptedFirmware($sheet), Fixture::recovery($sheet)]));
    $deeds = deedsIn($plan);

    expect(array_search('Sideload firmware 3.2', $deeds, true))
        ->toBeInt()
        ->toBeLessThan(array_search('Sideload Lintel 2.0', $deeds, true));
});

it('says what to do first where the install of firmware breaks off', function () {
    $sheet = Fixture::oneSlot();
    $plan = Planner::plan(
        Fixture::situation($sheet, [scriptedFirmware($sheet), Fixture::recovery($sheet)], [], Intent::Base),
    );
    $steps = array_filter($plan->steps, static fn(Step $step): bool => $step->draft->key === 'install.a-firmware');

    expect(array_values($steps)[0]->draft->operation->whenCutOff())->toContain('Do not restart', 'again, whole');
});

it('installs a recovery that comes as a package by one that runs', function (
    array $phone,
    bool $withImage,
    array $deeds,
) {
    $sheet = Fixture::oneSlot();
    $kit = [recoveryPackage($sheet), ...$withImage ? [Fixture::recovery($sheet)] : []];
    $plan = Planner::plan(Fixture::situation($sheet, $kit, $phone, Intent::Recovery));

    expect(judgedIn($plan, "FIT-12:lanyard-2.0-{$sheet->codename}.zip"))->toBeNull()->and(deedsIn($plan))->toBe($deeds);
    if ($deeds !== []) {
        expect($plan->end->text('slot.-.recovery.family'))->toBe('Lanyard');
    } else {
        expect(judgedIn($plan, 'RECOVERY-4:first'))->toBe('stop');
    }
})->with([
    'on the phone' => [
        [
            'slot.-.recovery.family' => 'Corbie',
            'slot.-.recovery.version' => '1.0',
            'slot.-.recovery.abilities' => ['sideload'],
        ],
        false,
        ['Sideload Lanyard 2.0'],
    ],
    'that cannot be streamed to, with a card' => [
        [
            'slot.-.recovery.family' => 'Corbie',
            'slot.-.recovery.version' => '1.0',
            'slot.-.recovery.abilities' => ['backup'],
            'card.present' => true,
            'card.adopted' => false,
            'card.freeBytes' => 8 << 30,
        ],
        false,
        ['Copy Lanyard 2.0 to the memory card', 'Install Lanyard 2.0 from the memory card'],
    ],
    'that cannot be streamed to, and opens the storage' => [
        [
            'slot.-.recovery.family' => 'Corbie',
            'slot.-.recovery.version' => '1.0',
            'slot.-.recovery.abilities' => ['decrypt'],
        ],
        false,
        ['Copy Lanyard 2.0 to the internal storage', 'Install Lanyard 2.0 from the internal storage'],
    ],
    'that cannot be streamed to, with a card used as internal storage' => [
        [
            'slot.-.recovery.family' => 'Corbie',
            'slot.-.recovery.version' => '1.0',
            'slot.-.recovery.abilities' => ['backup'],
            'card.present' => true,
            'card.adopted' => true,
            'card.freeBytes' => 8 << 30,
        ],
        false,
        [],
    ],
    'that cannot be streamed to' => [
        [
            'slot.-.recovery.family' => 'Corbie',
            'slot.-.recovery.version' => '1.0',
            'slot.-.recovery.abilities' => ['backup'],
        ],
        false,
        [],
    ],
    'in the kit' => [[], true, ['Corbie 1.4', 'Sideload Lanyard 2.0']],
    'nowhere' => [[], false, []],
]);

it('installs no package whose script writes more than its kind', function (string $kind, string $writes, bool $stops) {
    $sheet = Fixture::oneSlot();
    $package = $kind === 'firmware' ? scriptedFirmware($sheet) : recoveryPackage($sheet);
    $data = $package->toArray();
    $data['facts'] = array_filter($data['facts'], static fn(array $fact): bool => $fact['name'] !== Field::WRITES);
    $data['facts'][] = Fact::of(Field::WRITES, [$writes], Source::File)->toArray();
    $intent = $kind === 'firmware' ? Intent::Base : Intent::Recovery;
    $kit = [Package::fromArray(['facts' => array_values($data['facts'])] + $data)];
    $found = judgedIn(Planner::plan(Fixture::situation($sheet, $kit, [], $intent)), "FIT-12:{$package->name()}");

    expect($found)->toBe($stops ? 'stop' : null);
})->with([
    ['firmware', 'system', true],
    ['firmware', 'modem_a', false],
    ['recovery', 'system', true],
    ['recovery', 'recovery', false],
]);

it('asks where nobody knows what a script writes', function (array $facts, ?string $severity) {
    $sheet = Fixture::oneSlot();
    $package = recoveryPackage($sheet)->withFacts(...$facts);
    $kit = [$package, Fixture::recovery($sheet)];
    $plan = Planner::plan(Fixture::situation($sheet, $kit, [], Intent::Recovery));

    expect(judgedIn($plan, "FIT-12:{$package->name()}/writes"))->toBe($severity);
})->with([
    'unknown' => [[], 'settle'],
    'the recovery' => [fn() => [Fact::of(Field::WRITES, ['recovery'], Source::File)], null],
]);
