<?php

declare(strict_types=1);

use Tornavis\Core\Operation\Install\InstallFirmware;
use Tornavis\Core\Package\Container;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Plan\Plan;
use Tornavis\Core\Plan\Planner;
use Tornavis\Core\Plan\Step;
use Tornavis\Core\Situation\HouseRules;
use Tornavis\Core\Tests\Fixture;
use Tornavis\Core\Words\Intent;
use Tornavis\Core\Words\PackageKind;

/*
 * A firmware package goes in by a recovery or taken apart, as the house wants it; its script says which slots it
 * writes.
 */

function firmwareWithScript(array $writes): Package
{
    $facts = [Field::VERSION => '3.4', Field::CODENAMES => ['ashlar'], Field::WRITES => $writes];

    return Fixture::holding(
        Fixture::package(PackageKind::Firmware, 'firmware.zip', $facts, ['modem' => 4096, 'trust' => 4096]),
        Container::ScriptedZip,
    );
}

function firmwareBy(string $way, array $writes, bool $hasRecovery = true, string $slots = 'both'): Plan
{
    $sheet = Fixture::twoSlots();
    $recovery = ['family' => 'Corbie', 'version' => '1.4', 'abilities' => ['sideload']];
    $phone = [];
    foreach ($hasRecovery ? $recovery : [] as $name => $value) {
        $phone["slot.a.recovery.{$name}"] = $value;
    }
    $house = new HouseRules(firmwareWay: $way, baseSlots: $slots);

    return Planner::plan(Fixture::situation($sheet, [firmwareWithScript($writes)], $phone, Intent::Base, $house));
}

/** @return list<string> titles of the steps that write firmware */
function firmwareSteps(Plan $plan): array
{
    $titles = array_map(static fn(Step $one): string => $one->draft->operation->title(), $plan->steps);

    return array_values(array_filter($titles, static fn(string $one): bool => str_contains($one, 'irmware')));
}

it('has a recovery install it where the house wants that, and takes it apart otherwise', function () {
    $apart = ['Firmware 3.4 into slot A', 'Firmware 3.4 into slot B'];
    $writes = ['modem', 'trust'];

    expect(firmwareSteps(firmwareBy('package', $writes)))
        ->toBe(['Sideload firmware 3.4'])
        ->and(firmwareSteps(firmwareBy('images', $writes)))
        ->toBe($apart)
        ->and(firmwareSteps(firmwareBy('package', $writes, hasRecovery: false)))
        ->toBe($apart);
});

it('counts on the slots that its script names, and on no other', function () {
    $operation = new InstallFirmware(firmwareWithScript(['modem_a', 'trust_a']), 'a', null, []);
    $sheet = Fixture::twoSlots();
    $effects = $operation->effects(Fixture::unit($sheet)->state(), $sheet);

    expect(array_intersect_key($effects, ['slot.a.firmware.version' => 1, 'slot.b.firmware.version' => 1]))
        ->toBe(['slot.a.firmware.version' => '3.4'])
        ->and(firmwareBy('package', ['modem_a', 'trust_a'])->verdict->level)
        ->toBe('stop')
        ->and(firmwareSteps(firmwareBy('package', ['modem_a', 'trust_a'], slots: 'active')))
        ->toBe(['Sideload firmware 3.4'])
        ->and(firmwareSteps(firmwareBy('package', ['modem_a', 'modem_b'])))
        ->toBe(['Sideload firmware 3.4']);
});
