<?php

declare(strict_types=1);

use Tornavis\Core\Package\Container;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Plan\Plan;
use Tornavis\Core\Plan\Planner;
use Tornavis\Core\Rule\FitRules;
use Tornavis\Core\Tests\Fixture;
use Tornavis\Core\Words\Intent;
use Tornavis\Core\Words\PackageKind;

/*
 * What a card asks of the recovery is asked only where the job does something with it.
 */

const OWN_RECOVERY = [
    'slot.a.recovery.family' => "Lintel 1.9's own",
    'slot.a.recovery.version' => '1.9',
    'slot.a.recovery.abilities' => ['sideload'],
    'slot.a.os.family' => 'Lintel',
];

/** @return list<string> keys of what the rules about the recovery stop at */
function recoveryStops(array $build, array $phone, bool $inKit, Intent $intent = Intent::UpdateInPlace): array
{
    $sheet = Fixture::twoSlots();
    $kit = [Fixture::build($sheet, $build), ...$inKit ? [Fixture::recovery($sheet)] : []];
    $stops = [];
    foreach (FitRules::look(Fixture::situation($sheet, $kit, $phone, $intent)) as $one) {
        if (str_starts_with($one->key, 'RECOVERY-') && $one->severity->value === 'stop') {
            $stops[] = $one->key;
        }
    }

    return $stops;
}

it('demands images beside a recovery only where the recovery is written', function () {
    $build = [Field::PRE_INSTALL => ['dtbo']];

    expect(recoveryStops($build, OWN_RECOVERY, inKit: false))
        ->toBe([])
        ->and(recoveryStops($build, OWN_RECOVERY, inKit: true, intent: Intent::Fresh))
        ->toBe(['RECOVERY-2:dtbo'])
        ->and(recoveryStops($build, [], inKit: false))
        ->toBe(['RECOVERY-1', 'RECOVERY-2:dtbo']);
});

it('takes the recovery that a build has brought for one of its family', function (string $family, array $stops) {
    expect(recoveryStops([Field::RECOVERY_FAMILY => $family], OWN_RECOVERY, inKit: false))->toBe($stops);
})->with([['Lintel', []], ['Corbie', ['RECOVERY-1']], ['Lint', ['RECOVERY-1']]]);

/** A model with a recovery partition in each slot, whose builds do not write it. */
function eachSlotHasRecovery(): ModelSheet
{
    $sheet = Fixture::twoSlots()->toArray();
    $sheet['partitions'][] = ['name' => 'recovery', 'sizeBytes' => 96 << 20, 'perSlot' => true];

    return ModelSheet::fromArray(['recoveryHome' => 'recovery'] + $sheet, 'a sheet');
}

function rootAfterBuild(array $phone, bool $hasRecovery = true, bool $hasRoot = true): Plan
{
    $sheet = eachSlotHasRecovery();
    $facts = [Field::CODENAMES => ['ashlar'], Field::FAMILY => 'Crowbar', Field::VERSION => '27'];
    $root = Fixture::holding(Fixture::package(PackageKind::Root, 'crowbar.zip', $facts), Container::ScriptedZip);
    $writes = ['boot', 'dtbo', 'vendor_boot', 'system', 'product', 'vendor'];
    $kit = [
        Fixture::build($sheet, [Field::WRITES => $writes, Field::BRINGS_RECOVERY => false]),
        ...$hasRecovery ? [Fixture::recovery($sheet)] : [],
        ...$hasRoot ? [$root] : [],
    ];

    return Planner::plan(Fixture::situation($sheet, $kit, $phone));
}

/** @return list<string> slots that a recovery is written into */
function slotsOfRecovery(Plan $plan): array
{
    $steps = array_filter($plan->steps, static fn($one): bool => str_starts_with($one->draft->key, 'recovery.image'));

    return array_values(array_map(static fn($one): string => $one->draft->operation->slot(), $steps));
}

it('puts a recovery into every slot that it is started from', function () {
    $inA = ['slot.a.recovery.family' => 'Corbie', 'slot.a.recovery.version' => '1.4'];
    $inA += ['slot.a.recovery.abilities' => ['sideload', 'decrypt', 'metadata', 'backup']];

    expect(slotsOfRecovery(rootAfterBuild([])))
        ->toEqualCanonicalizing(['a', 'b'])
        ->and(rootAfterBuild([])->verdict->level)
        ->toBe('clear')
        ->and(slotsOfRecovery(rootAfterBuild([], hasRoot: false)))
        ->toHaveCount(1)
        ->and(array_column(rootAfterBuild($inA, hasRecovery: false)->findings, 'key'))
        ->toContain('RECOVERY-1:other')
        ->and(array_column(rootAfterBuild($inA, hasRecovery: false, hasRoot: false)->findings, 'key'))
        ->not->toContain('RECOVERY-1:other');
});
