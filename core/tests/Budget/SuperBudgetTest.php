<?php

declare(strict_types=1);

use Tests\Support\World;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Plan\Plan;
use Tornavis\Core\Plan\Planner;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Space\SuperBudget;
use Tornavis\Core\Words\Intent;

const GIB = 1 << 30;

/** @param array<string, mixed> $otherwise */
function room(int $imageBytes, array $otherwise = []): SuperBudget
{
    $image = World::altered('saltern-generic-15-arm64.img', ['expandedBytes' => $imageBytes]);

    return SuperBudget::of(World::situation('SK-07', [$image], $otherwise, intent: Intent::GenericImage)) ??
        throw new LogicException('nothing goes into super');
}

/** @return list<string> */
function leaves(SuperBudget $budget): array
{
    return array_map(static fn(array $part): string => "{$part['partition']}_{$part['slot']}", $budget->remove);
}

it('lets everything stay where it fits', function () {
    $budget = room(2 * GIB);

    expect(leaves($budget))
        ->toBe([])
        ->and($budget->missingBytes)
        ->toBe(0)
        ->and(array_sum(array_column($budget->after, 'bytes')))
        ->toBe(2 * GIB + 402653184 + 805306368 + 671088640)
        ->and($budget->during)
        ->toBe($budget->before);
});

it('takes the cheapest set that is enough', function (int $bytes, array $otherwise, array $gone) {
    expect(leaves(room($bytes, $otherwise)))->toBe($gone);
})->with([
    'the other slot\'s leftovers first' => [
        4 * GIB,
        ['slot.b.size.system' => GIB, 'slot.b.size.vendor' => GIB >> 2],
        ['system_b'],
    ],
    'both leftovers where one is not enough' => [
        4 * GIB,
        ['slot.b.size.system' => GIB >> 1, 'slot.b.size.vendor' => GIB >> 1],
        ['system_b', 'vendor_b'],
    ],
    'the smaller of two that are each enough' => [
        3_972_844_748,
        ['slot.b.size.system' => GIB >> 1, 'slot.b.size.product' => GIB >> 2],
        ['product_b'],
    ],
    'product before the system extensions' => [5 * GIB - 300 * 1024 * 1024, [], ['product_a']],
    'both where the limit of the group asks for it' => [5 * GIB + 256 * 1024 * 1024, [], ['system_ext_a', 'product_a']],
]);

it('says how much is missing where nothing helps', function () {
    $budget = room(7 * GIB);

    expect(leaves($budget))
        ->toBe([])
        ->and($budget->missingBytes)
        ->toBe(7 * GIB + 671088640 - 6438256640);
});

it('rounds up to whole blocks', function () {
    expect(array_column(room(GIB + 1)->after, 'bytes', 'partition')['system'])->toBe(GIB + 4096);
});

it('never takes the vendor of the slot in use', function () {
    expect(leaves(room(6 * GIB - 200 * 1024 * 1024)))->not->toContain('vendor_a');
});

it('shows a build in the other slot beside what stays', function () {
    $budget = SuperBudget::of(World::situation('SK-07', World::SALTERN));

    $system = array_values(
        array_filter($budget->after, static fn(array $part): bool => $part['partition'] === 'system'),
    );

    expect(array_values(array_unique(array_column($budget->before, 'slot'))))
        ->toBe(['a'])
        ->and(array_column($system, 'slot'))
        ->toBe(['a'])
        ->and(count($budget->after))
        ->toBeGreaterThan(3);
});

it('has nothing to say where nothing goes into super', function (string $unit, string|Package $file, Intent $intent) {
    expect(SuperBudget::of(World::situation($unit, [$file], intent: $intent)))->toBeNull();
})->with([
    'a phone without super' => ['SK-02', 'saltern-generic-15-arm64.img', Intent::GenericImage],
    'a kernel' => ['SK-09', 'ferrule-15.1-becket.img', Intent::Kernel],
]);

it('refuses a search among too many parts with a finding, and plans again where there are fewer', function () {
    $sheet = World::sheet('bowline')->toArray();
    foreach (range(1, SuperBudget::MOST_CANDIDATES) as $number) {
        $sheet['partitions'][] = [
            'name' => "part{$number}",
            'sizeBytes' => 1 << 20,
            'perSlot' => true,
            'logical' => true,
        ];
    }
    $many = ModelSheet::fromArray($sheet);
    $leftovers = [];
    foreach (range(1, SuperBudget::MOST_CANDIDATES) as $number) {
        $leftovers["slot.b.size.part{$number}"] = 1 << 20;
    }
    $image = World::altered('saltern-generic-15-arm64.img', ['expandedBytes' => 6 * GIB]);
    $plan = static fn(array $otherwise): Plan => Planner::plan(
        new Situation($many, World::unit('SK-07', $otherwise), [$image], Intent::GenericImage, '2026-09-14T12:00:00Z'),
    );
    $keys = static fn(Plan $plan): array => array_map(
        static fn(Finding $finding): string => $finding->key,
        $plan->findings,
    );

    expect($keys($plan($leftovers)))
        ->toBe(['LAYOUT-1:search'])
        ->and($keys($plan([])))
        ->not->toContain('LAYOUT-1:search');
});
