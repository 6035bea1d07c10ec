<?php

declare(strict_types=1);

use Tornavis\Core\Operation\Flash\Flash;
use Tornavis\Core\Operation\Install\InstallPackage;
use Tornavis\Core\Package\Container;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRules;
use Tornavis\Core\Tests\Fixture;
use Tornavis\Core\Words\Intent;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\RemedyKind;

/** What is said about the content of one file in a job. */
function contentFinding(ModelSheet $sheet, Package $file, Intent $intent): ?Finding
{
    $kit = $file->kind() === PackageKind::Build ? [$file] : [Fixture::build($sheet), $file];
    $key = "FIT-12:{$file->name()}";
    foreach (FitRules::look(Fixture::situation($sheet, $kit, intent: $intent)) as $finding) {
        if ($finding->key === $key) {
            return $finding;
        }
    }

    return null;
}

/** A file of a kind with the content that belongs to it. */
function rightContent(PackageKind $kind, ?string $partition): Package
{
    $facts = [Field::CODENAMES => ['ashlar'], Field::FAMILY => 'Tested', Field::PARTITION => $partition];
    $name = $partition === null ? 'tested.zip' : "tested-{$partition}.img";

    return Fixture::package($kind, $name, $facts, $partition === null ? ['modem' => 4096] : [$partition => 4096]);
}

it('compares what a file holds with where it goes', function (
    PackageKind $kind,
    ?string $partition,
    Intent $intent,
    Container $wrong,
) {
    $sheet = Fixture::twoSlots();
    $right = rightContent($kind, $partition);
    $finding = contentFinding($sheet, Fixture::holding($right, $wrong), $intent);

    expect(contentFinding($sheet, $right, $intent))
        ->toBeNull()
        ->and($finding?->severity->value)
        ->toBe('stop')
        ->and($finding?->reason)
        ->toContain($wrong->value);
})->with([
    'a bundle where a build is wanted' => [PackageKind::Build, null, Intent::Fresh, Container::Verification],
    'an image as services' => [PackageKind::Services, null, Intent::Fresh, Container::FileSystem],
    'an image as root' => [PackageKind::Root, null, Intent::Fresh, Container::BootImage],
    'a boot image as verification' => [
        PackageKind::VerificationImage,
        'verify',
        Intent::GenericImage,
        Container::BootImage,
    ],
    'a boot image for dtbo' => [PackageKind::PartitionImage, 'dtbo', Intent::Fresh, Container::BootImage],
    'a verification header for boot' => [PackageKind::PartitionImage, 'boot', Intent::Fresh, Container::Verification],
    'a file system for vendor boot' => [
        PackageKind::PartitionImage,
        'vendor_boot',
        Intent::Fresh,
        Container::FileSystem,
    ],
    'a boot image as a recovery in vendor boot' => [
        PackageKind::Recovery,
        'vendor_boot',
        Intent::Recovery,
        Container::BootImage,
    ],
    'an archive of images as a recovery' => [PackageKind::Recovery, 'vendor_boot', Intent::Fresh, Container::TarBundle],
    'a package with a payload as a recovery' => [
        PackageKind::Recovery,
        'vendor_boot',
        Intent::Fresh,
        Container::PayloadZip,
    ],
    'a file system as a kernel' => [PackageKind::Kernel, 'boot', Intent::Kernel, Container::FileSystem],
    'a boot image as a generic system' => [
        PackageKind::GenericImage,
        'system',
        Intent::GenericImage,
        Container::BootImage,
    ],
]);

it('has a packed file unpacked and no other', function (PackageKind $kind, string $partition, Intent $intent) {
    $sheet = Fixture::twoSlots();
    $right = rightContent($kind, $partition);
    $inside = $right->container ?? Container::BootImage;
    $packed = contentFinding($sheet, Fixture::holding($right, Container::Compressed, $inside), $intent);
    $other = contentFinding($sheet, Fixture::holding($right, Container::Compressed, Container::TarBundle), $intent);

    expect($packed?->remedy?->kinds)
        ->toBe([RemedyKind::Unpack])
        ->and($packed?->remedy?->text)
        ->toContain('3.0 MiB more')
        ->and($packed?->reason)
        ->toContain('packed by xz')
        ->and($other?->remedy?->kinds)
        ->toBe([RemedyKind::GetFile]);
})->with([
    [PackageKind::Recovery, 'vendor_boot', Intent::Fresh],
    [PackageKind::Kernel, 'boot', Intent::Kernel],
    [PackageKind::PartitionImage, 'dtbo', Intent::Fresh],
    [PackageKind::VerificationImage, 'verify', Intent::GenericImage],
    [PackageKind::GenericImage, 'system', Intent::GenericImage],
]);

it('writes a sparse image by the bootloader, and expands it for a recovery', function (
    Closure $sheet,
    bool $hasRecovery,
    bool $stops,
) {
    $sheet = $sheet();
    $image = Fixture::holding(rightContent(PackageKind::GenericImage, 'system'), Container::Sparse);
    $kit = $hasRecovery ? [$image, Fixture::recovery($sheet)] : [$image];
    $findings = FitRules::look(Fixture::situation($sheet, $kit, intent: Intent::GenericImage));
    $of = array_filter(
        iterator_to_array($findings, false),
        static fn(Finding $one): bool => $one->key === "FIT-12:{$image->name()}",
    );

    expect((array_values($of)[0] ?? null)?->remedy?->kinds)->toBe($stops ? [RemedyKind::Unpack] : null);
})->with([
    'a system inside super' => [fn() => Fixture::twoSlots(), true, false],
    'a system of its own and a recovery' => [fn() => Fixture::oneSlot(), true, true],
    'a system of its own without any recovery' => [fn() => Fixture::oneSlot(), false, false],
]);

it('has an image taken out of a payload', function () {
    $sheet = Fixture::twoSlots();
    $boot = rightContent(PackageKind::PartitionImage, 'boot');
    $finding = contentFinding($sheet, Fixture::holding($boot, Container::PayloadZip), Intent::Fresh);
    $payload = Package::fromArray(
        ['images' => [['partition' => 'boot', 'sizeBytes' => 4096, 'sha256' => null, 'entry' => null]]] +
            Fixture::holding($boot, Container::PayloadZip)->toArray(),
    );

    expect($finding?->remedy?->kinds)
        ->toBe([RemedyKind::TakeOut])
        ->and(contentFinding($sheet, $payload, Intent::Fresh)?->actions()[0]->toArray())
        ->toMatchArray(['do' => 'take-out', 'partition' => 'boot']);
});

it('keeps the maker\'s bundle and the update package apart', function () {
    $sheet = Fixture::twoSlots();
    $build = Fixture::build($sheet);
    $bundle = Fixture::package(PackageKind::StockBundle, 'bundle.zip', [Field::CODENAMES => ['ashlar']], ['boot' => 1]);
    $says = fn(Package $file, Intent $intent): ?string => contentFinding($sheet, $file, $intent)?->severity->value;

    expect($says(Fixture::holding($build, Container::ZipBundle), Intent::Fresh))
        ->toBe('stop')
        ->and($says($build, Intent::Fresh))
        ->toBeNull()
        ->and($says(Fixture::holding($bundle, Container::PayloadZip), Intent::BackToStock))
        ->toBe('stop')
        ->and($says(Fixture::holding($bundle, Container::TarBundle), Intent::BackToStock))
        ->toBeNull();
});

it('is held again by every operation that writes', function (Closure $operation, Package $right, Container $wrong) {
    $sheet = Fixture::twoSlots();
    $state = Fixture::unit($sheet, ['mode' => 'bootloader', 'slot.running' => 'b'])->state();
    $refusals = fn(Package $package): string => implode(' ', $operation($package)->refusals($state, $sheet));

    expect($refusals(Fixture::holding($right, $wrong)))
        ->toContain($wrong->value)
        ->and($refusals($right))
        ->not->toContain('is a ');
})->with([
    'flash' => [
        fn(Package $file) => Flash::of($file, ['dtbo'], 'a'),
        fn() => Fixture::package(PackageKind::PartitionImage, 'd.img', [Field::PARTITION => 'dtbo'], ['dtbo' => 4096]),
        Container::BootImage,
    ],
    'install' => [
        fn(Package $file) => InstallPackage::of($file, 'b'),
        fn() => Fixture::package(PackageKind::Services, 's.zip'),
        Container::FileSystem,
    ],
    'put in' => [
        fn(Package $file) => new Tornavis\Core\Operation\PutRecoveryInBoot(
            $file,
            'a',
            Tornavis\Core\Phone\RecoveryHome::VendorBoot,
        ),
        fn() => Fixture::recovery(Fixture::twoSlots()),
        Container::BootImage,
    ],
    'switch verification off' => [
        fn(Package $file) => new Tornavis\Core\Operation\DisableVerification($file, ['verify'], 'a'),
        fn() => Fixture::package(PackageKind::VerificationImage, 'v.img', [Field::PARTITION => 'verify']),
        Container::BootImage,
    ],
    'start once' => [
        fn(Package $file) => new Tornavis\Core\Operation\BootOnce($file),
        fn() => Fixture::recovery(Fixture::twoSlots()),
        Container::FileSystem,
    ],
]);

it('judges each image of a bundle by its own first bytes', function (
    string $partition,
    string $content,
    ?string $severity,
) {
    $sheet = Fixture::twoSlots();
    $bundle = Fixture::package(
        PackageKind::StockBundle,
        'base-3.1.zip',
        [Field::VERSION => '3.1', Field::CODENAMES => ['ashlar']],
        ['boot' => 8 << 20, 'modem' => 4 << 20, 'system' => 1 << 30],
    );
    $data = Fixture::holding($bundle, Container::ZipBundle)->toArray();
    foreach ($data['images'] as $index => $image) {
        $data['images'][$index]['content'] = $image['partition'] === $partition ? $content : null;
    }
    $found = contentFinding($sheet, Package::fromArray($data), Intent::BackToStock);

    expect($found?->severity->value)->toBe($severity);
})->with([
    'a boot image' => ['boot', 'boot image', null],
    'something packed as boot' => ['boot', 'compressed file', 'stop'],
    'a file system as boot' => ['boot', 'file system image', 'stop'],
    'a sparse system' => ['system', 'sparse image', null],
    'a boot image as system' => ['system', 'boot image', 'stop'],
    'any image as modem' => ['modem', 'file system image', null],
    'something packed as modem' => ['modem', 'compressed file', 'stop'],
]);
