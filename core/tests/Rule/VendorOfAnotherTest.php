<?php

declare(strict_types=1);

use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Plan\Planner;
use Tornavis\Core\Tests\Fixture;

/*
 * A build without a vendor stands on the one that is there: on the maker's, or on its own family's.
 */

/** @return ?string how grave it is that the vendor may be another system's */
function vendorDoubt(array $phone, bool $bringsVendor = false): ?string
{
    $sheet = Fixture::oneSlot();
    $writes = $bringsVendor ? ['boot', 'system', 'vendor'] : ['boot', 'system'];
    $build = Fixture::build($sheet, [Field::WRITES => $writes, Field::ASKS_VENDOR => false]);
    foreach (Planner::plan(Fixture::situation($sheet, [$build, Fixture::recovery($sheet)], $phone))->findings as $one) {
        if ($one->key === 'BASE-2:none') {
            return $one->severity->value;
        }
    }

    return null;
}

it('asks where the vendor came with another system, or with none', function () {
    $other = ['slot.-.os.family' => 'Spandrel', 'slot.-.os.stock' => false];

    expect(vendorDoubt($other))
        ->toBe('settle')
        ->and(vendorDoubt($other, bringsVendor: true))
        ->toBeNull()
        ->and(vendorDoubt(['slot.-.os.family' => 'Lintel', 'slot.-.os.stock' => false]))
        ->toBeNull()
        ->and(vendorDoubt(['slot.-.os.stock' => true]))
        ->toBeNull()
        ->and(vendorDoubt(['slot.-.os.state' => 'none', 'slot.-.os.family' => null, 'slot.-.os.stock' => null]))
        ->toBe('settle');
});
