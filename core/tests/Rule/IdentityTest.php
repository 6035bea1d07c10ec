<?php

declare(strict_types=1);

use Tornavis\Core\Package\Container;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\Backup;
use Tornavis\Core\Phone\Unit;
use Tornavis\Core\Plan\Planner;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Tests\Fixture;
use Tornavis\Core\Words\Intent;
use Tornavis\Core\Words\LossClass;
use Tornavis\Core\Words\PackageKind;

/*
 * The radio's identity is backed up before the first foreign kernel, whoever brings that.
 */

/** @return ?string how grave it is that no backup of the identity is recorded */
function identityAsked(array $phone, bool $hasPartition = true, bool $isBackedUp = false): ?string
{
    $sheet = Fixture::twoSlots($hasPartition ? ['identityPartition' => 'trust'] : []);
    $plain = Fixture::situation($sheet, [Fixture::build($sheet), Fixture::recovery($sheet)], $phone);
    $set = new Backup('id', [LossClass::RadioIdentity], 'computer', Fixture::AT, Backup::IDENTITY);
    $unit = new Unit('T-1', 'ashlar', $plain->unit->facts, $isBackedUp ? [$set] : []);
    $plan = Planner::plan(new Situation($sheet, $unit, $plain->kit, Intent::Fresh, Fixture::AT));
    foreach ($plan->findings as $one) {
        if ($one->key === 'FIT-5:identity') {
            return $one->severity->value;
        }
    }

    return null;
}

it('asks for it before a build brings the first kernel that is not the maker\'s', function () {
    $maker = ['slot.a.os.stock' => true];

    expect(identityAsked($maker))
        ->toBe('settle')
        ->and(identityAsked(['slot.a.os.stock' => null]))
        ->toBe('settle')
        ->and(identityAsked(['slot.a.os.stock' => false]))
        ->toBeNull()
        ->and(identityAsked($maker, isBackedUp: true))
        ->toBeNull()
        ->and(identityAsked($maker, hasPartition: false))
        ->toBeNull();
});

it('asks for the boot image before a kernel that comes as a package, as before one that is an image', function (
    string $name,
    bool $isOnShelf,
    string $severity,
) {
    $sheet = Fixture::twoSlots();
    $facts = [Field::CODENAMES => ['ashlar'], Field::RELEASE => '14'];
    $kernel = Fixture::package(PackageKind::Kernel, $name, $facts, ['boot' => 4096]);
    $kernel = str_ends_with($name, '.zip') ? Fixture::holding($kernel, Container::ScriptedZip) : $kernel;
    $boot = Fixture::package(
        PackageKind::PartitionImage,
        'boot.img',
        [Field::PART_OF => 'QB-31', Field::PARTITION => 'boot'],
        ['boot' => 4096],
    );
    $situation = Fixture::situation(
        $sheet,
        [$kernel, Fixture::recovery($sheet), ...$isOnShelf ? [$boot] : []],
        ['slot.a.os.buildId' => 'QB-31'],
        str_ends_with($name, '.zip') ? Intent::AddOn : Intent::Kernel,
    );
    $said = array_column(
        array_map(static fn($one): array => [$one->key, $one->severity->value], Planner::plan($situation)->findings),
        1,
        0,
    );

    expect($said['FIT-5:way-back'] ?? null)->toBe($severity);
})->with([
    ['kernel.img', false, 'settle'],
    ['kernel.zip', false, 'settle'],
    ['kernel.img', true, 'clear'],
    ['kernel.zip', true, 'clear'],
]);
