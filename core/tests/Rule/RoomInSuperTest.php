<?php

declare(strict_types=1);

use Tornavis\Core\Operation\DeleteLogical;
use Tornavis\Core\Operation\Flash\Flash;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Plan\Plan;
use Tornavis\Core\Plan\Planner;
use Tornavis\Core\Tests\Fixture;
use Tornavis\Core\Words\Intent;
use Tornavis\Core\Words\PackageKind;

/*
 * Super is compared with what lies in it, slot by slot: what is left over goes, and what nobody has seen is asked for.
 */

const LEFT_OVER = [
    'slot.b.os.state' => 'complete',
    'slot.b.size.system' => 2 << 30,
    'slot.b.size.product' => 1 << 29,
    'slot.b.size.vendor' => 1 << 29,
];

function makersBundle(): Package
{
    $mib = ['boot' => 96, 'dtbo' => 16, 'vendor_boot' => 96, 'system' => 2048, 'product' => 900, 'vendor' => 600];
    $facts = [Field::VERSION => '3.1', Field::CODENAMES => ['ashlar'], Field::WRITES => array_keys($mib)];

    return Fixture::package(
        PackageKind::StockBundle,
        'stock-3.1-ashlar.zip',
        $facts,
        array_map(static fn(int $one): int => $one << 20, $mib),
    );
}

function backInSuper(int $superBytes, array $otherwise): Plan
{
    $sheet = Fixture::twoSlots(['superBytes' => $superBytes]);

    return Planner::plan(Fixture::situation($sheet, [makersBundle()], $otherwise, Intent::BackToStock));
}

/** @return ?array{string, string} how grave what is said about the room is, and what is found */
function roomSaid(Plan $plan): ?array
{
    foreach ($plan->findings as $one) {
        if ($one->key === 'LAYOUT-1:space') {
            return [$one->severity->value, $one->found];
        }
    }

    return null;
}

it('removes what is left over where the maker\'s images do not fit beside it', function () {
    $plan = backInSuper(5 << 30, LEFT_OVER);
    $operations = array_map(static fn($one) => $one->draft->operation, $plan->steps);
    $removed = array_values(array_filter($operations, static fn($one): bool => $one instanceof DeleteLogical));
    $written = array_values(array_filter($operations, static fn($one): bool => $one instanceof Flash));

    expect(roomSaid($plan))
        ->toBe(['note', 'in super, once old partitions are gone'])
        ->and(array_map(static fn($one) => $one->parameters(), $removed))
        ->toBe([['partition' => 'system', 'slot' => 'b']])
        // What gets smaller is written first, so that each write finds its room.
        ->and(array_pop($written)?->parameters()['partitions'])
        ->toBe(['product', 'system', 'vendor']);
});

it('leaves what is there where all of it fits', function () {
    $plan = backInSuper(8 << 30, LEFT_OVER);
    $removed = array_filter($plan->steps, static fn($one) => $one->draft->operation instanceof DeleteLogical);

    expect(roomSaid($plan)[0] ?? null)
        ->toBe('clear')
        ->and($removed)
        ->toBe([]);
});

it('asks for what the other slot holds only where it could be in the way', function () {
    $unseen = ['slot.b.os.state' => 'complete'];

    expect(roomSaid(backInSuper(5 << 30, $unseen)))
        ->toBe(['stop', 'not known'])
        ->and(roomSaid(backInSuper(8 << 30, $unseen))[0] ?? null)
        ->toBe('clear')
        ->and(roomSaid(backInSuper(5 << 30, $unseen + ['slot.a.size.system' => 2 << 30]))[0] ?? null)
        ->toBe('clear')
        ->and(roomSaid(backInSuper(5 << 30, ['slot.b.os.state' => 'none']))[0] ?? null)
        ->toBe('clear');
});
