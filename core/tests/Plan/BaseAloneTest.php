<?php

declare(strict_types=1);

use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Plan\Plan;
use Tornavis\Core\Plan\Planner;
use Tornavis\Core\Plan\Step;
use Tornavis\Core\Plan\Verdict;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Situation\Answers;
use Tornavis\Core\Situation\HouseRules;
use Tornavis\Core\Tests\Fixture;
use Tornavis\Core\Words\Intent;
use Tornavis\Core\Words\PackageKind;

/** @param list<Package> $kit */
function baseAlone(ModelSheet $sheet, array $kit, array $phone = [], ?HouseRules $house = null): Plan
{
    return Planner::plan(Fixture::situation($sheet, $kit, $phone, Intent::Base, $house ?? new HouseRules()));
}

/** @return list<string> what the plan writes, in its order */
function writesOf(Plan $plan): array
{
    return array_values(
        array_map(
            static fn(Step $step): string => $step->draft->operation->title(),
            array_filter($plan->steps, static fn(Step $step): bool => $step->draft->operation->writes()),
        ),
    );
}

/** Severity of a finding by its key. */
function baseSays(Plan $plan, string $key): string
{
    foreach ($plan->findings as $finding) {
        if ($finding->key === $key) {
            return $finding->severity->value;
        }
    }

    return 'silent';
}

it('brings firmware into the slots that do not have it, and keeps the data', function (
    Closure $sheet,
    array $phone,
    string $slots,
    array $written,
) {
    $sheet = $sheet();
    $house = (new HouseRules())->with(['baseSlots' => $slots]);
    $plan = baseAlone($sheet, [Fixture::firmware($sheet, '3.2')], $phone, $house);

    expect($plan->verdict->level)->toBe(Verdict::CLEAR)->and(writesOf($plan))->toBe($written);
})->with([
    'both' => [fn() => Fixture::twoSlots(), [], 'both', ['Firmware 3.2 into slot A', 'Firmware 3.2 into slot B']],
    'the one in use' => [fn() => Fixture::twoSlots(), [], 'active', ['Firmware 3.2 into slot A']],
    'the one that lacks it' => [
        fn() => Fixture::twoSlots(),
        ['slot.a.firmware.version' => '3.2'],
        'both',
        ['Firmware 3.2 into slot B'],
    ],
    'none' => [
        fn() => Fixture::twoSlots(),
        ['slot.a.firmware.version' => '3.2', 'slot.b.firmware.version' => '3.2'],
        'both',
        [],
    ],
    'the only one' => [fn() => Fixture::oneSlot(), [], 'both', ['Firmware 3.2']],
    'an unknown one' => [fn() => Fixture::oneSlot(), ['slot.-.firmware.version' => null], 'both', ['Firmware 3.2']],
]);

it('asks before it goes back to older firmware', function () {
    $sheet = Fixture::oneSlot();
    $older = [Fixture::firmware($sheet, '3.0')];
    $plan = baseAlone($sheet, $older);
    $agreed = Planner::plan(
        Fixture::situation($sheet, $older, [], Intent::Base, answers: new Answers(['BASE-9:firmware/-'])),
    );

    expect(baseSays($plan, 'BASE-9:firmware/-'))
        ->toBe('settle')
        ->and($agreed->verdict->level)
        ->toBe(Verdict::CLEAR)
        ->and(baseSays(baseAlone($sheet, [Fixture::firmware($sheet, '3.2')]), 'BASE-9:firmware/-'))
        ->toBe('note');
});

it('needs a file for this phone', function (Closure $kit) {
    $sheet = Fixture::twoSlots();

    expect(baseSays(baseAlone($sheet, $kit($sheet)), 'BASE-9:files'))->toBe('stop');
})->with([
    'none' => [fn(ModelSheet $sheet) => []],
    'for another model' => [
        fn(ModelSheet $sheet) => [Fixture::firmware($sheet, '3.2', [Field::CODENAMES => ['corbel']])],
    ],
    'for another variant' => [fn(ModelSheet $sheet) => [Fixture::firmware($sheet, '3.2', [Field::MODELS => ['ZZ-1']])]],
]);

it('puts a vendor package in by the recovery, under a system that takes one', function (?string $needs, string $level) {
    $sheet = Fixture::oneSlot();
    $vendor = Fixture::package(PackageKind::Vendor, 'vendor-9.zip', [
        Field::VERSION => '9.0',
        Field::CODENAMES => ['corbel'],
        Field::VENDOR_CHANNEL => 'stable',
    ]);
    $phone = ['slot.-.vendor.version' => '8.0', 'slot.-.vendor.channel' => 'stable', 'slot.-.os.vendorMin' => $needs];
    $plan = baseAlone($sheet, [$vendor, Fixture::recovery($sheet)], $phone);

    expect($plan->verdict->level)->toBe($level);
    if ($level === Verdict::CLEAR) {
        expect(writesOf($plan))
            ->toBe(['Corbie 1.4', 'Sideload 9.0'])
            ->and($plan->end->text('slot.-.vendor.version'))
            ->toBe('9.0');
    }
})->with([
    'one that says which' => ['8.0', Verdict::CLEAR],
    'one of which nobody knows' => [null, Verdict::SETTLE],
]);

it('judges the rollback index and the region of the firmware too', function () {
    $sheet = Fixture::twoSlots();
    $low = Fixture::firmware($sheet, '3.2', [Field::ROLLBACK_INDEX => 2]);
    $abroad = Fixture::firmware($sheet, '3.2', [Field::REGION => 'inland']);
    $plan = baseAlone($sheet, [$low], ['bootloader.rollbackIndex' => 3]);

    expect(baseSays($plan, "BASE-6:{$low->name()}"))
        ->toBe('stop')
        ->and(baseSays(baseAlone($sheet, [$abroad], ['slot.a.firmware.region' => 'coast']), 'BASE-5:region'))
        ->toBe('stop')
        ->and(array_filter($plan->findings, fn(Finding $one): bool => $one->rule->value === 'BASE-9'))
        ->not->toBeEmpty();
});
