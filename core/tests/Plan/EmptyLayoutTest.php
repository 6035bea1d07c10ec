<?php

declare(strict_types=1);

use Tornavis\Core\Package\Container;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Plan\Plan;
use Tornavis\Core\Plan\Planner;
use Tornavis\Core\Plan\Step;
use Tornavis\Core\Plan\Verdict;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Situation\Answers;
use Tornavis\Core\Tests\Fixture;
use Tornavis\Core\Words\Intent;
use Tornavis\Core\Words\PackageKind;

/*
 * Empty layouts on models that were made with a dynamic layout, and the retrofit of a model with one slot.
 */

function emptyLayout(ModelSheet $sheet, ?int $bytes = null): Package
{
    $package = Fixture::package(PackageKind::EmptySuper, "super-empty-{$sheet->codename}.img", [
        Field::CODENAMES => [$sheet->codename],
        Field::SUPER_SIZE => $bytes ?? $sheet->superBytes,
    ]);

    return Fixture::holding($package, Container::EmptySuper);
}

/** A model with one slot, its system inside super. */
function oneSlotDynamic(string $layout): ModelSheet
{
    $part = static fn(string $name, int $mib, array $with = []): array => [
        'name' => $name,
        'sizeBytes' => $mib << 20,
        'perSlot' => false,
        ...$with,
    ];

    return Fixture::oneSlot([
        'dynamicLayout' => $layout,
        'superBytes' => 6 << 30,
        'superGroups' => [['name' => 'group', 'maximumBytes' => (6 << 30) - (1 << 20)]],
        'partitions' => [
            $part('boot', 64, ['startsSystem' => true]),
            $part('recovery', 64),
            $part('modem', 100, ['firmware' => true]),
            $part('system', 3072, ['logical' => true]),
            $part('vendor', 512, ['logical' => true]),
            $part('super', 6144),
            $part('data', 32768),
        ],
    ]);
}

function withEmptyLayout(ModelSheet $sheet, Package $empty, Intent $intent = Intent::Fresh): Plan
{
    $recovery = Fixture::recovery($sheet, [Field::HEADER_VERSION => 4]);
    $situation = Fixture::situation($sheet, [Fixture::build($sheet), $recovery, $empty], [], $intent);
    $keys = array_map(static fn(Finding $one): string => $one->key, Planner::plan($situation)->findings);

    return Planner::plan($situation->with(answers: Answers::toEverything($keys)));
}

/** @return list<string> */
function layoutKeys(Plan $plan): array
{
    $keys = array_map(static fn(Step $step): string => $step->draft->key, $plan->steps);
    $isMeant = static fn(string $key): bool => !str_contains($key, '/') &&
        (str_starts_with($key, 'layout.') ||
            in_array($key, ['recovery.userspace', 'erase.format', 'install.build', 'recovery.image.second'], true));

    return array_values(array_filter($keys, $isMeant));
}

function layoutSays(Plan $plan): ?string
{
    $found = array_filter($plan->findings, static fn(Finding $one): bool => $one->key === 'LAYOUT-5:empty');

    return (array_values($found)[0] ?? null)?->severity->value;
}

it('divides the room of a native dynamic layout anew, before anything goes in', function (ModelSheet $sheet) {
    $plan = withEmptyLayout($sheet, emptyLayout($sheet));

    expect($plan->verdict->level)
        ->toBe(Verdict::CLEAR)
        ->and(layoutSays($plan))
        ->toBe('mind')
        ->and(layoutKeys($plan))
        ->toBe(['recovery.userspace', 'layout.c0-empty', 'erase.format', 'install.build']);
    $gates = array_filter($plan->steps, static fn(Step $step): bool => $step->draft->key === 'layout.c0-empty');
    expect(array_values($gates)[0]->gate)->toContain('no logical partition of the old layout is left');
})->with([
    'two slots' => [fn() => Fixture::twoSlots()],
    'one slot' => [fn() => oneSlotDynamic('native')],
]);

it('leaves no old system to start after it', function () {
    $sheet = Fixture::twoSlots();
    $plan = withEmptyLayout($sheet, emptyLayout($sheet));

    expect($plan->end->text('slot.a.os.state'))
        ->toBe('none')
        ->and($plan->end->text('slot.b.os.family'))
        ->toBe('Lintel');
});

it('stops an empty layout that the phone or the job has no use for', function (Closure $case) {
    [$sheet, $empty, $intent] = $case();

    expect(layoutSays(withEmptyLayout($sheet, $empty, $intent)))->toBe('stop');
})->with([
    'fixed partitions' => [fn() => [Fixture::oneSlot(), emptyLayout(Fixture::oneSlot(), 1 << 30), Intent::Fresh]],
    'another room' => [fn() => [Fixture::twoSlots(), emptyLayout(Fixture::twoSlots(), 6 << 30), Intent::Fresh]],
    'an update' => [fn() => [Fixture::twoSlots(), emptyLayout(Fixture::twoSlots()), Intent::UpdateInPlace]],
]);

it('puts the new layout onto a phone with one slot without a slot copy', function () {
    $sheet = oneSlotDynamic('retrofit');
    $plan = withEmptyLayout($sheet, emptyLayout($sheet));

    expect($plan->verdict->level)
        ->toBe(Verdict::CLEAR)
        ->and(layoutKeys($plan))
        ->toBe([
            'recovery.userspace',
            'layout.a-erase.-',
            'layout.b-keys',
            'layout.c0-empty',
            'erase.format',
            'install.build',
        ])
        ->and($plan->end->text('slot.-.layout'))
        ->toBe('dynamic');
});

it('stops an empty layout for another room before the one system of a phone goes', function () {
    $sheet = oneSlotDynamic('retrofit');
    $plan = withEmptyLayout($sheet, emptyLayout($sheet, 3 << 30));

    expect(layoutSays($plan))->toBe('stop')->and(layoutSays(withEmptyLayout($sheet, emptyLayout($sheet))))->toBeNull();
});
