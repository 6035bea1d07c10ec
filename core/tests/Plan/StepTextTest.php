<?php

declare(strict_types=1);

use Tornavis\Core\Operation\ErasePartitions;
use Tornavis\Core\Operation\Operation;
use Tornavis\Core\Operation\Wipe;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\WayBack;
use Tornavis\Core\Plan\Gate;
use Tornavis\Core\Plan\Plan;
use Tornavis\Core\Plan\Planner;
use Tornavis\Core\Plan\PlanPage;
use Tornavis\Core\Tests\Fixture;
use Tornavis\Core\Words\Intent;
use Tornavis\Core\Words\PackageKind;

/** What one step of a plan says, by the beginning of its key. */
function textOf(Plan $plan, string $key, string $what): string
{
    foreach ($plan->steps as $step) {
        if (str_starts_with($step->draft->key, $key) && !str_contains($step->draft->key, '/to-')) {
            return (string) $step->toArray()[$what];
        }
    }

    return '';
}

/** Why the person is asked before an operation in some state of the phone. */
function gateOf(Operation $operation, array $phone): ?string
{
    $sheet = Fixture::twoSlots();
    $state = Fixture::unit($sheet, $phone)->state();
    $after = $state->with($operation->effects($state, $sheet));

    return (new Gate(
        $operation,
        $state,
        WayBack::from($state, $sheet),
        WayBack::from($state->with($operation->midway($state, $sheet)), $sheet),
        WayBack::from($after, $sheet),
    ))->reason(false);
}

it('says file, partition, slot and route in a step', function () {
    $sheet = Fixture::twoSlots();
    $kit = [
        Fixture::build($sheet, [Field::FIRMWARE_MIN => '3.2']),
        Fixture::recovery($sheet),
        Fixture::firmware($sheet, '3.2'),
    ];
    $plan = Planner::plan(Fixture::situation($sheet, $kit));

    expect(textOf($plan, 'recovery.image', 'instruction'))
        ->toBe('Write corbie-1.4-ashlar.img to vendor_boot in slot A and in no other, from the bootloader.')
        ->and(textOf($plan, 'base.firmware', 'instruction'))
        ->toContain('firmware-3.2-ashlar.zip')
        ->toContain('modem, trust')
        ->toMatch('/in slot [AB] and in no other, from the bootloader\./')
        ->and(textOf($plan, 'install.build', 'instruction'))
        ->toContain('lintel-2.0-ashlar.zip from the computer');
    $page = PlanPage::markdown($plan);
    foreach (['corbie-1.4-ashlar.img', 'You will see:', 'Give up after', 'If it stops after it:'] as $said) {
        expect($page)->toContain($said);
    }
});

it('ends with what belongs to the job', function (Intent $intent, bool $setsUp) {
    $sheet = Fixture::twoSlots();
    $kit = [Fixture::build($sheet, [Field::SIGNER => 'key']), Fixture::recovery($sheet)];
    $phone = [
        'slot.a.os.family' => 'Lintel',
        'slot.a.os.version' => '1.9',
        'slot.a.os.patchLevel' => '2025-01-05',
        'slot.a.os.signer' => 'key',
        'data.writtenBy' => 'Lintel',
    ];
    $plan = Planner::plan(Fixture::situation($sheet, $kit, $phone, $intent));
    $all = textOf($plan, 'prove.first-boot', 'evidence') . textOf($plan, 'prove.verify', 'instruction');

    expect($plan->steps)->not->toBeEmpty()->and(str_contains($all, 'set-up'))->toBe($setsUp);
})->with([[Intent::Fresh, true], [Intent::UpdateInPlace, false]]);

it('speaks of no set-up after a kernel', function () {
    $sheet = Fixture::twoSlots();
    $kernel = Fixture::package(
        PackageKind::Kernel,
        'anvil.img',
        [Field::CODENAMES => ['ashlar'], Field::FAMILY => 'Anvil', Field::RELEASE => '14', Field::PARTITION => 'boot'],
        ['boot' => 4096],
    );
    $plan = Planner::plan(Fixture::situation($sheet, [$kernel], intent: Intent::Kernel));

    expect(textOf($plan, 'prove.verify', 'instruction'))->not->toContain('set-up')->toContain('compare');
});

it('ends an encryption only where there is one', function (string $encryption, bool $says) {
    $sheet = Fixture::twoSlots(['encryptions' => [$encryption]]);
    $kit = [Fixture::build($sheet), Fixture::recovery($sheet)];
    $plan = Planner::plan(Fixture::situation($sheet, $kit, ['data.encryption' => $encryption]));
    $format = array_filter($plan->steps, fn($step): bool => str_starts_with($step->draft->key, 'erase.format'));
    $said = json_encode(
        array_map(fn($step): array => [$step->toArray()['instruction'], $step->toArray()['reasons']], $format),
    );

    expect($format)->toHaveCount(1)->and(str_contains((string) $said, 'encrypt'))->toBe($says);
})->with([['file', true], ['none', false]]);

it('says at a gate what is true at that step', function (Operation $operation, array $phone, ?string $says) {
    $gate = gateOf($operation, $phone);
    $says === null ? expect($gate)->toBeNull() : expect($gate)->toContain($says);
})->with([
    'a wipe that keeps photos' => [
        fn() => new Wipe(Wipe::DATA),
        ['data.holds.photos' => true, 'data.holds.messages' => true],
        'Photos and files on the internal storage stay',
    ],
    'a wipe of a phone without photos' => [
        fn() => new Wipe(Wipe::DATA),
        ['data.holds.photos' => false, 'data.holds.messages' => true],
        'the data on the phone is gone: ',
    ],
    'a format' => [
        fn() => new Tornavis\Core\Operation\FormatData('f2fs'),
        ['data.holds.photos' => true],
        'the data on the phone is gone: ',
    ],
    'a format of nothing' => [fn() => new Tornavis\Core\Operation\FormatData('f2fs'), ['data.empty' => true], null],
    'caches' => [fn() => new Wipe(Wipe::CACHES), ['data.holds.photos' => true], null],
    'an erase after the system was gone already' => [
        fn() => new ErasePartitions(['system'], 'a'),
        ['slot.a.os.state' => 'incomplete', 'slot.b.os.state' => 'none'],
        'This step empties system of slot A',
    ],
]);
