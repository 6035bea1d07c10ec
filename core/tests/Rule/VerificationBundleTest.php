<?php

declare(strict_types=1);

use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Plan\Planner;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Tests\Fixture;
use Tornavis\Core\Words\Intent;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\RemedyKind;

/*
 * The verification image that is missing lies in the maker's bundle of the very firmware that is installed.
 */

function sealedBundle(string $version, array $images = ['seal' => 4096, 'boot' => 8 << 20]): Package
{
    return Fixture::package(
        PackageKind::StockBundle,
        "base-{$version}.zip",
        [Field::VERSION => $version, Field::CODENAMES => ['ashlar']],
        $images,
    );
}

it('has the image taken out of the bundle of the installed firmware', function (array $shelf, RemedyKind $kind) {
    $sheet = Fixture::verified();
    $image = Fixture::package(
        PackageKind::GenericImage,
        'spandrel.img',
        [Field::FAMILY => 'Spandrel', Field::VERSION => '15', Field::ARCHITECTURE => 'arm64'],
        ['system' => 1 << 30],
    );
    $situation = new Situation(
        $sheet,
        Fixture::unit($sheet, ['slot.a.verification.on' => true]),
        [$image],
        Intent::GenericImage,
        Fixture::AT,
        shelf: $shelf,
    );
    $found = array_filter(
        Planner::plan($situation)->findings,
        static fn(Finding $one): bool => $one->key === 'LAYOUT-4:seal',
    );

    expect(array_values($found)[0]->remedy?->kinds)->toBe([$kind]);
})->with([
    'there' => [fn() => [sealedBundle('3.1')], RemedyKind::TakeOut],
    'of other firmware' => [fn() => [sealedBundle('3.0')], RemedyKind::GetFile],
    'without it' => [fn() => [sealedBundle('3.1', ['boot' => 8 << 20])], RemedyKind::GetFile],
    'no bundle' => [fn() => [], RemedyKind::GetFile],
]);
