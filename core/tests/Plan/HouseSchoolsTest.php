<?php

declare(strict_types=1);

use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Plan\Plan;
use Tornavis\Core\Plan\Planner;
use Tornavis\Core\Plan\Step;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Situation\Answers;
use Tornavis\Core\Situation\HouseRules;
use Tornavis\Core\Tests\Fixture;
use Tornavis\Core\Words\Intent;
use Tornavis\Core\Words\PackageKind;

/*
 * Where careful people differ: the same phone and files under each school.
 */

/** A plan with every word given. */
function underHouse(
    ModelSheet $sheet,
    array $kit,
    HouseRules $house,
    Intent $intent = Intent::Fresh,
    array $phone = [],
): Plan {
    $situation = Fixture::situation($sheet, $kit, $phone, $intent, $house);
    $keys = array_map(static fn(Finding $one): string => $one->key, Planner::plan($situation)->findings);

    return Planner::plan($situation->with(answers: Answers::toEverything($keys)));
}

/** @return list<string> */
function keysUnder(Plan $plan, string ...$beginnings): array
{
    $keys = array_map(static fn(Step $step): string => $step->draft->key, $plan->steps);
    $isMeant = static fn(string $key): bool => array_filter(
        $beginnings,
        static fn(string $one): bool => str_starts_with($key, $one),
    ) !== [];

    return array_values(
        array_filter($keys, static fn(string $key): bool => $isMeant($key) && !str_contains($key, '/')),
    );
}

/** Two slots, with a build that can be installed from the recovery of vendor boot. */
function twoSlotKit(ModelSheet $sheet, array $build = []): array
{
    return [Fixture::build($sheet, $build), Fixture::recovery($sheet, [Field::HEADER_VERSION => 4])];
}

function servicesFor15(): Tornavis\Core\Package\Package
{
    return Fixture::package(PackageKind::Services, 'larder-15.zip', [
        Field::FAMILY => 'Larder',
        Field::VERSION => '15',
        Field::RELEASE => '15',
        Field::ARCHITECTURE => 'arm64',
    ]);
}

function rootPackage(): Tornavis\Core\Package\Package
{
    return Fixture::package(PackageKind::Root, 'latchkey-4.zip', [
        Field::FAMILY => 'Latchkey',
        Field::VERSION => '4',
        Field::ARCHITECTURE => 'arm64',
    ]);
}

it('puts root in with the build or once it was seen to start', function (string $school, array $keys) {
    $sheet = Fixture::oneSlot();
    $plan = underHouse(
        $sheet,
        [Fixture::build($sheet, [Field::BRINGS_RECOVERY => null]), Fixture::recovery($sheet), rootPackage()],
        new HouseRules(rootOrder: $school),
    );

    expect(keysUnder($plan, 'install.build', 'addon.c', 'prove.'))
        ->toBe($keys)
        ->and($plan->end->text('slot.-.root'))
        ->toBe('Latchkey 4');
})->with([
    ['along', ['install.build', 'addon.c0-root', 'prove.first-boot', 'prove.verify']],
    ['after-boot', ['install.build', 'prove.first-boot', 'prove.switches', 'prove.later.0-root', 'prove.verify']],
]);

it('puts services in before the first boot, or after it with another reset', function (string $school, array $keys) {
    $sheet = Fixture::oneSlot();
    $build = Fixture::build($sheet, [Field::BRINGS_RECOVERY => null, Field::BRINGS_SERVICES => false]);
    $plan = underHouse(
        $sheet,
        [$build, Fixture::recovery($sheet), servicesFor15()],
        new HouseRules(servicesOrder: $school),
    );

    expect(keysUnder($plan, 'addon.c', 'prove.'))->toBe($keys)->and($plan->end->flag('data.empty'))->toBeFalse();
})->with([
    ['before-boot', ['addon.c0-services', 'prove.first-boot', 'prove.verify']],
    [
        'with-reset',
        [
            'prove.first-boot',
            'prove.switches',
            'prove.later.0-services',
            'prove.later-format',
            'prove.second-boot',
            'prove.verify',
        ],
    ],
]);

it('puts nothing in later where no recovery is left to do it', function (bool $brings, int $later) {
    $sheet = Fixture::oneSlot();
    $build = Fixture::build($sheet, [
        Field::BRINGS_RECOVERY => $brings ? true : null,
        Field::WRITES => ['boot', 'system', 'vendor', 'recovery'],
    ]);
    $kit = [$build, Fixture::recovery($sheet), rootPackage()];
    $plan = underHouse($sheet, $kit, new HouseRules(rootOrder: 'after-boot'));

    expect(keysUnder($plan, 'prove.later'))->toHaveCount($later);
})->with([[true, 1], [false, 0]]);

it('installs the build into one slot or into both', function (string $school, array $keys, array $slots) {
    $sheet = Fixture::twoSlots();
    $plan = underHouse($sheet, twoSlotKit($sheet), new HouseRules(bothSlots: $school));
    $holds = array_map(static fn(string $slot): ?string => $plan->end->text("slot.{$slot}.os.family"), $sheet->slots);

    expect(keysUnder($plan, 'install.'))->toBe($keys)->and($holds)->toEqualCanonicalizing($slots);
})->with([
    'once' => ['firmware', ['install.build'], ['Lintel', 'Quoin Base']],
    'twice' => ['build-twice', ['install.build', 'install.x-restart', 'install.y-again'], ['Lintel', 'Lintel']],
]);

it('needs no firmware package where the build brings firmware for every slot that it goes into', function (
    string $school,
    array $judged,
) {
    $sheet = Fixture::twoSlots();
    $kit = twoSlotKit($sheet, [Field::FIRMWARE_MIN => '3.2', Field::BRINGS_FIRMWARE => '3.2']);
    $plan = Planner::plan(Fixture::situation($sheet, $kit, [], Intent::Fresh, new HouseRules(bothSlots: $school)));
    $severities = [];
    foreach ($plan->findings as $finding) {
        if (str_starts_with($finding->key, 'BASE-1:')) {
            $severities[$finding->key] = $finding->severity->value;
        }
    }

    expect(array_values($severities))->toEqualCanonicalizing($judged);
})->with(['once' => ['firmware', ['note', 'stop']], 'twice' => ['build-twice', ['note', 'note']]]);

it('writes a recovery that lives in boot, or only starts it', function (string $school, array $keys) {
    $sheet = Fixture::twoSlots(['recoveryHome' => 'boot']);
    $kit = [Fixture::build($sheet), Fixture::recovery($sheet)];
    $plan = underHouse($sheet, $kit, new HouseRules(recoveryUse: $school));

    expect(keysUnder($plan, 'recovery.image'))->toBe($keys);
})->with([['installed', ['recovery.image.recovery']], ['once', ['recovery.image.once']]]);

it('empties the caches at a switch, or leaves them', function (string $school, Intent $intent, bool $wipes) {
    $cache = ['name' => 'cache', 'sizeBytes' => 256 << 20, 'perSlot' => false];
    $plain = Fixture::oneSlot();
    $partitions = [];
    foreach ($plain->partitions as $one) {
        $partitions[] = array_filter((array) $one, static fn(mixed $value): bool => $value !== false) + [
            'perSlot' => false,
        ];
    }
    $sheet = Fixture::oneSlot(['partitions' => [...$partitions, $cache]]);
    $kit = [Fixture::build($sheet), Fixture::recovery($sheet)];
    $plan = underHouse($sheet, $kit, new HouseRules(switchCaches: $school), $intent);

    expect(keysUnder($plan, 'erase.caches') !== [])
        ->toBe($wipes)
        ->and($plan->steps)
        ->not->toBe([]);
})->with([['wipe', Intent::SwitchBuild, true], ['leave', Intent::SwitchBuild, false], ['wipe', Intent::Fresh, false]]);

it("updates by hand or by the system's own updater", function (string $school, array $more, string $operation) {
    $sheet = Fixture::twoSlots();
    $phone = [
        'slot.a.os.family' => 'Lintel',
        'slot.a.os.version' => '1.0',
        'slot.a.os.signer' => 'lintel-key',
        'slot.a.os.buildTime' => 1_700_000_000,
        'slot.a.os.patchLevel' => '2025-02-05',
        'slot.a.os.stock' => false,
        'data.writtenBy' => 'Lintel',
    ];
    $kit = [...twoSlotKit($sheet, [Field::SIGNER => 'lintel-key']), ...$more];
    $plan = underHouse($sheet, $kit, new HouseRules(updater: $school), Intent::UpdateInPlace, $phone);
    $build = array_values(
        array_filter($plan->steps, static fn(Step $step): bool => $step->draft->key === 'install.build'),
    );

    expect($build[0]->draft->operation->name()->value)
        ->toBe($operation)
        ->and($plan->end->text('slot.b.os.family'))
        ->toBe('Lintel');
})->with([
    'by hand' => ['hand', [], 'sideload'],
    'by the system' => ['system', [], 'update-in-system'],
    'by hand, as root has to go in again' => ['system', [rootPackage()], 'sideload'],
]);

it('asks before services go onto a system that has started without any', function (array $phone, ?string $severity) {
    $sheet = Fixture::oneSlot();
    $plan = Planner::plan(
        Fixture::situation($sheet, [servicesFor15(), Fixture::recovery($sheet)], $phone, Intent::AddOn),
    );
    $late = array_filter($plan->findings, static fn(Finding $one): bool => $one->key === 'FIT-6:late');

    expect((array_values($late)[0] ?? null)?->severity->value)->toBe($severity);
})->with([
    'none' => [['slot.-.os.release' => '15', 'slot.-.os.services' => 'none'], 'settle'],
    'unknown' => [['slot.-.os.release' => '15'], 'settle'],
    'others' => [['slot.-.os.release' => '15', 'slot.-.os.services' => 'Larder 14'], null],
    'no data yet' => [['slot.-.os.release' => '15', 'data.empty' => true], null],
    'those that an update has brought to data without' => [
        ['slot.-.os.release' => '15', 'slot.-.os.services' => 'its own', 'data.services' => 'none'],
        'settle',
    ],
    'those that the data was set up with' => [
        ['slot.-.os.release' => '15', 'slot.-.os.services' => 'its own', 'data.services' => 'its own'],
        null,
    ],
]);
