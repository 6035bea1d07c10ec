<?php

declare(strict_types=1);

use Tornavis\Core\Package\Container;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\Backup;
use Tornavis\Core\Phone\Unit;
use Tornavis\Core\Phone\WayBack;
use Tornavis\Core\Plan\Plan;
use Tornavis\Core\Plan\Planner;
use Tornavis\Core\Plan\Step;
use Tornavis\Core\Plan\Verdict;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Situation\Answers;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Tests\Fixture;
use Tornavis\Core\Words\BackupPart;
use Tornavis\Core\Words\Intent;
use Tornavis\Core\Words\LossClass;
use Tornavis\Core\Words\OperationName;
use Tornavis\Core\Words\PackageKind;

/*
 * Kernels as images: alone, after a build, and before one for the recovery that they bring.
 */

function kernelOf(string $name, string $release, array $facts = []): Package
{
    return Fixture::package(
        PackageKind::Kernel,
        strtolower($name) . '-1.img',
        [
            Field::FAMILY => $name,
            Field::VERSION => '1',
            Field::CODENAMES => ['corbel'],
            Field::RELEASE => $release,
            Field::PARTITION => 'boot',
            ...$facts,
        ],
        ['boot' => 8 << 20],
    );
}

/** With every word given. */
function agreedPlan(Situation $situation): Plan
{
    $keys = array_map(static fn(Finding $one): string => $one->key, Planner::plan($situation)->findings);

    return Planner::plan($situation->with(answers: Answers::toEverything($keys, $situation->answers)));
}

/** @return list<string> */
function writingKeys(Plan $plan): array
{
    $steps = array_filter($plan->steps, static fn(Step $step): bool => $step->draft->operation->writes());

    return array_map(static fn(Step $step): string => $step->draft->key, array_values($steps));
}

function wayBackOf(array $kit, array $backups = []): ?Finding
{
    $sheet = Fixture::oneSlot();
    $unit = Fixture::unit($sheet);
    $situation = new Situation(
        $sheet,
        new Unit($unit->label, $unit->codename, $unit->facts, $backups),
        $kit,
        Intent::Kernel,
        Fixture::AT,
    );
    $found = array_filter(
        Planner::plan($situation)->findings,
        static fn(Finding $one): bool => $one->key === 'FIT-5:way-back',
    );

    return array_values($found)[0] ?? null;
}

it('wants what a kernel is written over at hand', function () {
    $kernel = kernelOf('Whet', '14');
    $image = Fixture::package(
        PackageKind::PartitionImage,
        'base-3.1-boot.img',
        [Field::PARTITION => 'boot', Field::PART_OF => 'base-3.1', Field::CODENAMES => ['corbel']],
        ['boot' => 8 << 20],
    );
    $set = static fn(string $build): Backup => new Backup(
        'whole',
        [],
        'computer',
        Fixture::AT,
        Backup::RECOVERY,
        ['buildId' => $build],
        system: true,
    );

    expect(wayBackOf([$kernel])?->severity->value)
        ->toBe('settle')
        ->and(wayBackOf([$kernel, $image])?->severity->value)
        ->toBe('clear')
        ->and(wayBackOf([$kernel], [$set('base-3.1')])?->severity->value)
        ->toBe('clear')
        ->and(wayBackOf([$kernel], [$set('base-2.0')])?->severity->value)
        ->toBe('settle');
});

it('compares name and release of the kernel at the end', function () {
    $plan = agreedPlan(Fixture::situation(Fixture::oneSlot(), [kernelOf('Whet', '14')], [], Intent::Kernel));
    $verify = array_values(
        array_filter($plan->steps, static fn(Step $step): bool => $step->draft->key === 'prove.verify'),
    )[0];

    expect($verify->draft->operation->parameters()['values'])->toContain('Whet', '14');
});

it('writes a kernel image after the build that it is for, and before root', function () {
    $sheet = Fixture::oneSlot();
    $root = Fixture::package(PackageKind::Root, 'latchkey.zip', [Field::FAMILY => 'Latchkey', Field::VERSION => '4']);
    $kit = [
        Fixture::build($sheet, [Field::WRITES => ['boot', 'system', 'vendor'], Field::BRINGS_RECOVERY => null]),
        Fixture::recovery($sheet),
        kernelOf('Whet', '15'),
        $root,
    ];
    $plan = agreedPlan(Fixture::situation($sheet, $kit));

    expect($plan->verdict->level)
        ->toBe(Verdict::CLEAR)
        ->and(array_slice(writingKeys($plan), -3))
        ->toBe(['install.build', 'addon.k-kernel', 'addon.c0-root'])
        ->and($plan->end->text('slot.-.kernel.name'))
        ->toBe('Whet')
        ->and($plan->end->text('slot.-.root'))
        ->toBe('Latchkey 4');
});

it('stops a kernel for the release that goes away', function () {
    $sheet = Fixture::oneSlot();
    $kit = [Fixture::build($sheet), Fixture::recovery($sheet), kernelOf('Whet', '14')];

    expect(Planner::plan(Fixture::situation($sheet, $kit))->verdict->level)->toBe(Verdict::STOP);
});

it('writes one kernel before the build for its recovery, which takes the backup, and one after', function () {
    $sheet = Fixture::oneSlot(['recoveryHome' => 'boot']);
    $before = kernelOf('Hone', '14', [Field::ABILITIES => ['sideload', 'backup', 'decrypt']]);
    $build = Fixture::build($sheet, [Field::WRITES => ['boot', 'system', 'vendor'], Field::BRINGS_RECOVERY => null]);
    $situation = Fixture::situation(
        $sheet,
        [$build, $before, kernelOf('Whet', '15')],
        ['data.freeBytes' => 20 << 30],
        answers: new Answers(backUp: [BackupPart::Data]),
    );
    $plan = agreedPlan($situation);
    $keys = array_map(static fn(Step $step): string => $step->draft->key, $plan->steps);
    $order = array_map(static fn(string $key): int|false => array_search($key, $keys, true), [
        'recovery.image.recovery',
        'backup.a-make',
        'backup.b-take-off',
        'erase.format',
        'install.build',
        'addon.k-kernel',
    ]);
    $sorted = $order;
    sort($sorted);

    expect($plan->verdict->level)
        ->toBe(Verdict::CLEAR)
        ->and($order)
        ->not->toContain(false)
        ->and($order)
        ->toBe($sorted)
        ->and($plan->end->text('slot.-.kernel.name'))
        ->toBe('Whet');
});

it('offers a backup of the identity before the first foreign kernel', function (
    array $sheet,
    array $phone,
    array $backups,
    ?string $severity,
) {
    $sheet = Fixture::oneSlot($sheet);
    $unit = Fixture::unit($sheet, $phone);
    $situation = new Situation(
        $sheet,
        new Unit($unit->label, $unit->codename, $unit->facts, $backups),
        [kernelOf('Whet', '14')],
        Intent::Kernel,
        Fixture::AT,
    );
    $found = array_filter(
        Planner::plan($situation)->findings,
        static fn(Finding $one): bool => $one->key === 'FIT-5:identity',
    );

    expect((array_values($found)[0] ?? null)?->severity->value)->toBe($severity);
})->with([
    'none is there' => [['identityPartition' => 'modem'], [], [], 'settle'],
    'one is there' => [
        ['identityPartition' => 'modem'],
        [],
        [new Backup('serials', [LossClass::RadioIdentity], 'computer', Fixture::AT, Backup::IDENTITY)],
        null,
    ],
    'a foreign kernel was there already' => [
        ['identityPartition' => 'modem'],
        ['slot.-.kernel.name' => 'Hone'],
        [],
        null,
    ],
    'a model without one' => [[], [], [], null],
]);

it('has no free way back while a package writes an image that the phone starts from', function (
    PackageKind $kind,
    string $during,
) {
    $sheet = Fixture::oneSlot();
    $package = Fixture::holding(
        Fixture::package($kind, 'whet-1.zip', [
            Field::FAMILY => 'Whet',
            Field::VERSION => '1',
            Field::CODENAMES => ['corbel'],
            Field::RELEASE => '14',
        ]),
        Container::ScriptedZip,
    );
    $intent = $kind === PackageKind::Kernel ? Intent::Kernel : Intent::AddOn;
    $plan = agreedPlan(Fixture::situation($sheet, [$package, Fixture::recovery($sheet)], [], $intent));
    $installs = array_values(
        array_filter(
            $plan->steps,
            static fn(Step $step): bool => $step->draft->operation->name() === OperationName::Sideload,
        ),
    );

    expect($plan->verdict->level)
        ->toBe(Verdict::CLEAR)
        ->and($installs[0]->wayBackDuring->level)
        ->toBe($during)
        ->and(str_contains($installs[0]->wayBackDuring->text, 'written only in part'))
        ->toBe($during === WayBack::NO_SYSTEM)
        ->and($installs[0]->gate !== null && str_contains($installs[0]->gate, 'no system starts'))
        ->toBe($during === WayBack::NO_SYSTEM)
        ->and(str_contains($installs[0]->wayBack->text, 'If it does not start with Whet'))
        ->toBe($kind === PackageKind::Kernel);
})->with([
    'a kernel' => [PackageKind::Kernel, WayBack::NO_SYSTEM],
    'a root package' => [PackageKind::Root, WayBack::NO_SYSTEM],
    'a fix' => [PackageKind::Fix, WayBack::FREE],
]);
