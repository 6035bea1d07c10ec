<?php

declare(strict_types=1);

use Tornavis\Core\Operation\BackUp;
use Tornavis\Core\Operation\Charge;
use Tornavis\Core\Operation\Flash\Flash;
use Tornavis\Core\Operation\FormatData;
use Tornavis\Core\Operation\Install\InstallPackage;
use Tornavis\Core\Operation\Operation;
use Tornavis\Core\Operation\ProveLink;
use Tornavis\Core\Operation\Reboot;
use Tornavis\Core\Operation\RemoveLock;
use Tornavis\Core\Operation\SetActive;
use Tornavis\Core\Operation\SignOut;
use Tornavis\Core\Operation\Verify;
use Tornavis\Core\Operation\WaitFirstBoot;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Situation\Rates;
use Tornavis\Core\Tests\Fixture;
use Tornavis\Core\Words\LossClass;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\PackageKind;

/**
 * The ready phone, in the recovery of slot B with Corbie, as it is before the build goes in.
 *
 * @param  array<string, mixed>  $otherwise
 */
function inRecovery(array $otherwise = []): State
{
    return Fixture::unit(Fixture::twoSlots(), [
        'mode' => 'recovery',
        'slot.active' => 'b',
        'slot.running' => 'b',
        'slot.b.os.state' => 'complete',
        'slot.b.os.family' => 'Quoin Base',
        'slot.b.recovery.family' => 'Corbie',
        'slot.b.recovery.abilities' => ['sideload'],
        'data.empty' => true,
        'data.writtenBy' => null,
        ...$otherwise,
    ])->state();
}

function services(): Package
{
    return Fixture::package(PackageKind::Services, 'pantry-15.zip', [
        PackageField::FAMILY => 'Pantry',
        PackageField::VERSION => '15',
    ]);
}

/** An image of the build, by itself. */
function startImage(string $partition, int $bytes = 204_800): Package
{
    return Fixture::package(
        PackageKind::PartitionImage,
        "lintel-{$partition}.img",
        [PackageField::PARTITION => $partition, PackageField::PART_OF => 'lintel-2.0-ashlar'],
        [$partition => $bytes],
    );
}

function refusal(Operation $operation, State $state): string
{
    return implode(' ', $operation->refusals($state, Fixture::twoSlots()));
}

it('changes exactly what it says', function (Closure $operation, array $effects) {
    expect($operation()->effects(inRecovery(), Fixture::twoSlots()))->toBe($effects);
})->with([
    'sign out' => [fn() => new SignOut(), ['locks.accounts' => false]],
    'remove the lock' => [fn() => new RemoveLock(), ['locks.screen' => false]],
    'back up' => [fn() => new BackUp([LossClass::Photos]), []],
    'charge' => [fn() => new Charge(90), ['battery.percent' => 90]],
    'charge to less than there is' => [fn() => new Charge(50), ['battery.percent' => 80]],
    'prove the link' => [fn() => new ProveLink(Mode::Recovery, null), ['link.proven.recovery' => true]],
    'switch the slot' => [fn() => new SetActive('a'), ['slot.active' => 'a']],
    'start sideload' => [fn() => new Reboot(Mode::Recovery, Mode::Sideload), ['mode' => 'sideload']],
    'restart the recovery' => [
        fn() => new Reboot(Mode::Recovery, Mode::Recovery),
        ['mode' => 'recovery', 'slot.running' => 'b'],
    ],
    'write firmware' => [
        fn() => Flash::of(Fixture::firmware(Fixture::twoSlots(), '3.2'), ['modem'], 'b'),
        [
            'slot.b.firmware.version' => '3.2',
            'slot.b.firmware.state' => 'complete',
            'slot.b.firmware.region' => null,
        ],
    ],
    'write a recovery' => [
        fn() => Flash::of(Fixture::recovery(Fixture::twoSlots()), ['vendor_boot'], 'b'),
        [
            'slot.b.image.vendor_boot' => 'Corbie 1.4',
            'slot.b.os.failedAs' => null,
            'slot.b.recovery.family' => 'Corbie',
            'slot.b.recovery.version' => '1.4',
            'slot.b.recovery.abilities' => ['sideload', 'decrypt', 'backup'],
            'slot.b.recovery.needs' => null,
        ],
    ],
    'write an image of a build' => [
        fn() => Flash::of(startImage('boot'), ['boot'], 'b'),
        [
            'slot.b.image.boot' => 'lintel-2.0-ashlar',
            'slot.b.os.failedAs' => null,
            'slot.b.root' => null,
            'slot.b.kernel.name' => null,
            'slot.b.kernel.version' => null,
        ],
    ],
    'write another image of a build' => [
        fn() => Flash::of(startImage('dtbo'), ['dtbo'], 'b'),
        ['slot.b.image.dtbo' => 'lintel-2.0-ashlar', 'slot.b.os.failedAs' => null],
    ],
    'add services' => [
        fn() => InstallPackage::of(services(), 'b'),
        ['mode' => 'recovery', 'slot.b.os.services' => 'Pantry 15'],
    ],
    'start for the first time' => [
        fn() => new WaitFirstBoot(),
        [
            'data.writtenRelease' => null,
            'data.writtenPatchLevel' => null,
            'data.writtenSigner' => null,
            'data.services' => null,
            'slot.b.os.failedAs' => null,
            'data.empty' => false,
            'data.writtenBy' => 'Quoin Base',
            'data.encryption' => 'file',
            'debugging.allowed' => false,
            'debugging.authorised' => false,
            'link.proven.system' => false,
        ],
    ],
]);

it('installs a build with its system, its start images and its own recovery', function () {
    $effects = InstallPackage::of(
        Fixture::build(Fixture::twoSlots(), [PackageField::FIRMWARE_MIN => '3.1']),
        'a',
    )->effects(inRecovery(), Fixture::twoSlots());

    expect($effects)->toMatchArray([
        'slot.active' => 'a',
        'slot.a.os.state' => 'complete',
        'slot.a.os.buildId' => 'lintel-2.0-ashlar',
        'slot.a.os.firmwareMin' => '3.1',
        'slot.a.os.services' => 'its own',
        'slot.a.image.boot' => 'lintel-2.0-ashlar',
        'slot.a.image.vendor_boot' => 'lintel-2.0-ashlar',
        'slot.a.recovery.abilities' => ['sideload'],
    ]);
});

it('takes the recovery along where a build replaces its home and brings none', function () {
    $bare = Fixture::build(Fixture::twoSlots(), [PackageField::BRINGS_RECOVERY => false]);
    $effects = InstallPackage::of($bare, 'a')->effects(inRecovery(), Fixture::twoSlots());

    expect($effects['slot.a.recovery.family'])->toBeNull()->and($effects['slot.a.recovery.abilities'])->toBe([]);
});

it('can be done here', function (Closure $operation, array $otherwise = []) {
    expect(refusal($operation(), inRecovery($otherwise)))->toBe('');
})->with([
    'sideload a build into the other slot' => [
        fn() => InstallPackage::of(Fixture::build(Fixture::twoSlots(), [PackageField::FIRMWARE_MIN => '3.1']), 'a'),
    ],
    'sideload services into the running slot' => [fn() => InstallPackage::of(services(), 'b')],
    'start sideload' => [fn() => new Reboot(Mode::Recovery, Mode::Sideload)],
    'start the recovery' => [fn() => new Reboot(Mode::Bootloader, Mode::Recovery)],
    'format with the file system that is there' => [fn() => new FormatData('f2fs')],
    'format with another one' => [
        fn() => new FormatData('ext4'),
        ['slot.b.recovery.abilities' => ['sideload', 'file-system']],
    ],
    'write an image that fits' => [fn() => Flash::of(startImage('boot'), ['boot'], 'b')],
    'switch to a slot with firmware' => [fn() => new SetActive('a')],
    'compare what is so' => [fn() => new Verify(['slot.active' => 'b'])],
]);

it('is refused here, and says why', function (Closure $operation, array $otherwise, string $why) {
    expect(refusal($operation(), inRecovery($otherwise)))->toContain($why);
})->with([
    'a build into the running slot' => [
        fn() => InstallPackage::of(Fixture::build(Fixture::twoSlots(), [PackageField::FIRMWARE_MIN => '3.1']), 'b'),
        [],
        'would land in slot a, not in b',
    ],
    'services into the other slot' => [
        fn() => InstallPackage::of(services(), 'a'),
        [],
        'would land in slot b, not in a',
    ],
    'services without a system' => [
        fn() => InstallPackage::of(services(), 'b'),
        ['slot.b.os.state' => 'none'],
        'no system to add this to',
    ],
    'a build on firmware that is too old' => [
        fn() => InstallPackage::of(Fixture::build(Fixture::twoSlots(), [PackageField::FIRMWARE_MIN => '3.1']), 'a'),
        ['slot.a.firmware.version' => '3.0.9'],
        'refuse itself: firmware 3.0.9',
    ],
    'sideload in a recovery that cannot' => [
        fn() => new Reboot(Mode::Recovery, Mode::Sideload),
        ['slot.b.recovery.abilities' => ['backup']],
        'cannot sideload',
    ],
    'a recovery that is not there' => [
        fn() => new Reboot(Mode::Bootloader, Mode::Recovery),
        ['slot.b.recovery.family' => null],
        'no recovery to start',
    ],
    'a file system that the recovery cannot make' => [fn() => new FormatData('ext4'), [], 'makes f2fs again'],
    'a file system that the phone does not know' => [
        fn() => new FormatData('ntfs'),
        [],
        'does not know the file system ntfs',
    ],
    'a write while the bootloader is locked' => [
        fn() => Flash::of(startImage('boot'), ['boot'], 'b'),
        ['bootloader.unlocked' => false],
        'not known to be unlocked',
    ],
    'a partition that the phone lacks' => [
        fn() => Flash::of(startImage('boot'), ['rigging'], 'b'),
        [],
        'no partition rigging',
    ],
    'an image that the package lacks' => [
        fn() => Flash::of(startImage('boot'), ['dtbo'], 'b'),
        [],
        'holds no image for dtbo',
    ],
    'a slot that the phone lacks' => [fn() => new SetActive('c'), [], 'no slot c'],
    'a slot without known firmware' => [
        fn() => new SetActive('a'),
        ['slot.a.firmware.version' => null],
        'would not even reach its bootloader',
    ],
    'a first boot that would not start' => [
        fn() => new WaitFirstBoot(),
        ['slot.b.os.state' => 'incomplete'],
        'written only in part',
    ],
    'a comparison that would fail' => [fn() => new Verify(['slot.active' => 'a']), [], 'slot.active would be b, not a'],
]);

it('refuses an image that is larger than its partition', function () {
    $write = static fn(int $bytes): Flash => Flash::of(startImage('dtbo', $bytes), ['dtbo'], 'b');

    expect(refusal($write(17 << 20), inRecovery()))
        ->toContain('the partition holds 16777216')
        ->and(refusal($write(16 << 20), inRecovery()))
        ->toBe('');
});

it('says what must be reckoned with in its middle', function (Closure $operation, array $midway) {
    expect($operation()->midway(inRecovery(), Fixture::twoSlots()))->toBe($midway);
})->with([
    'a build' => [
        fn() => InstallPackage::of(Fixture::build(Fixture::twoSlots(), [PackageField::FIRMWARE_MIN => '3.1']), 'a'),
        ['slot.a.os.state' => 'incomplete'],
    ],
    'services' => [fn() => InstallPackage::of(services(), 'b'), []],
    'a format' => [fn() => new FormatData('f2fs'), ['data.empty' => true]],
    'firmware' => [
        fn() => Flash::of(Fixture::firmware(Fixture::twoSlots(), '3.2'), ['modem'], 'b'),
        ['slot.b.firmware.version' => null, 'slot.b.firmware.state' => 'incomplete'],
    ],
    'an image' => [
        fn() => Flash::of(startImage('boot'), ['boot'], 'b'),
        ['slot.b.image.boot' => 'an image written in part'],
    ],
    'looking' => [fn() => new ProveLink(Mode::System, null), []],
]);

it('loses what lives on the data partition, and what may live there', function () {
    $losses = (new FormatData('f2fs'))->losses(
        inRecovery([
            'data.holds.apps' => true,
            'data.holds.photos' => true,
            'data.holds.messages' => null,
            'data.holds.esim' => true,
            'locks.screen' => true,
        ]),
    );

    expect(array_map(static fn(LossClass $class): string => $class->value, $losses))->toBe([
        'apps',
        'messages',
        'photos',
        'screen-lock',
        'esim',
    ]);
});

it('takes as long as its sizes and this phone\'s rates say', function (Closure $operation, int $seconds) {
    $slow = new Rates(
        linkBytesPerSecond: 1 << 20,
        flashBytesPerSecond: 100_000,
        installBytesPerSecond: 2 << 20,
        backupBytesPerSecond: 1 << 20,
    );

    expect(
        $operation()->timing($slow, inRecovery(['battery.percent' => 27]), Fixture::twoSlots())->expectedSeconds,
    )->toBe($seconds);
})->with([
    '33 percent at 1 a minute' => [fn() => new Charge(60), 1980],
    '2 GiB at 1 MiB/s and a minute' => [fn() => new BackUp([LossClass::Photos]), 60 + 2048],
    '48 MiB at 2 MiB/s, as many at 1 MiB/s to send, a minute to verify' => [
        fn() => InstallPackage::of(Fixture::build(Fixture::twoSlots(), [PackageField::FIRMWARE_MIN => '3.1']), 'a'),
        60 + 48 + 24,
    ],
    '204800 bytes at 100 kB/s and ten seconds' => [fn() => Flash::of(startImage('boot'), ['boot'], 'b'), 12],
]);

it('warns about a failed signature according to whether the file was verified', function () {
    $verified = implode(
        ' ',
        InstallPackage::of(Fixture::build(Fixture::twoSlots(), [PackageField::FIRMWARE_MIN => '3.1']), 'a')->oddities(),
    );
    $unverified = InstallPackage::of(Fixture::build(Fixture::twoSlots(), [PackageField::SHA256 => null]), 'a');

    // A warning is nothing harmless.
    expect($verified)
        ->toContain('so go on')
        ->and(implode(' ', $unverified->oddities()))
        ->not->toContain('signature')
        ->and($unverified->whenItFails())
        ->toContain('signature failed, stop');
});
