<?php

declare(strict_types=1);

use Tests\Support\World;
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
use Tornavis\Core\Phone\State;
use Tornavis\Core\Situation\Rates;
use Tornavis\Core\Words\LossClass;
use Tornavis\Core\Words\Mode;

/**
 * The ready phone, in the recovery of slot B with Wicket, as it is before the build goes in.
 *
 * @param  array<string, mixed>  $otherwise
 */
function inRecovery(array $otherwise = []): State
{
    return World::unit('SK-07', [
        'mode' => 'recovery',
        'slot.active' => 'b',
        'slot.running' => 'b',
        'slot.b.recovery.family' => 'Wicket',
        'slot.b.recovery.abilities' => ['sideload'],
        'data.empty' => true,
        'data.writtenBy' => null,
        ...$otherwise,
    ])->state();
}

function refusal(Operation $operation, State $state): string
{
    return implode(' ', $operation->refusals($state, World::sheet('bowline')));
}

it('changes exactly what it says', function (Closure $operation, array $effects) {
    expect($operation()->effects(inRecovery(), World::sheet('bowline')))->toBe($effects);
})->with([
    'sign out' => [fn() => new SignOut(), ['locks.accounts' => false]],
    'remove the lock' => [fn() => new RemoveLock(), ['locks.screen' => false]],
    'back up' => [fn() => new BackUp([LossClass::Photos]), []],
    'charge' => [fn() => new Charge(90), ['battery.percent' => 90]],
    'charge to less than there is' => [fn() => new Charge(50), ['battery.percent' => 82]],
    'prove the link' => [fn() => new ProveLink(Mode::Recovery, null), ['link.proven.recovery' => true]],
    'switch the slot' => [fn() => new SetActive('a'), ['slot.active' => 'a']],
    'start sideload' => [fn() => new Reboot(Mode::Recovery, Mode::Sideload), ['mode' => 'sideload']],
    'restart the recovery' => [
        fn() => new Reboot(Mode::Recovery, Mode::Recovery),
        ['mode' => 'recovery', 'slot.running' => 'b'],
    ],
    'write firmware' => [
        fn() => Flash::of(World::package(World::FIRMWARE), ['modem'], 'b'),
        ['slot.b.firmware.version' => '5.2.11'],
    ],
    'write a recovery' => [
        fn() => Flash::of(World::package('wicket-4.1-bowline.img'), ['vendor_boot'], 'b'),
        [
            'slot.b.image.vendor_boot' => 'Wicket 4.1',
            'slot.b.os.failedAs' => null,
            'slot.b.recovery.family' => 'Wicket',
            'slot.b.recovery.version' => '4.1',
            'slot.b.recovery.abilities' => ['sideload', 'decrypt', 'metadata', 'backup'],
        ],
    ],
    'write an image of a build' => [
        fn() => Flash::of(World::package('saltern-15.2-boot-bowline.img'), ['boot'], 'b'),
        ['slot.b.image.boot' => 'saltern-15.2-20260903-bowline', 'slot.b.os.failedAs' => null],
    ],
    'add services' => [
        fn() => InstallPackage::of(World::package('larder-mini-15-arm64.zip'), 'b'),
        ['mode' => 'recovery', 'slot.b.os.services' => 'Larder mini 15'],
    ],
    'start for the first time' => [
        fn() => new WaitFirstBoot(),
        [
            'data.empty' => false,
            'data.writtenBy' => 'Ostrand Deck',
            'data.encryption' => 'file',
            'debugging.allowed' => false,
            'debugging.authorised' => false,
            'link.proven.system' => false,
        ],
    ],
]);

it('installs a build with its system, its start images and its own recovery', function () {
    $effects = InstallPackage::of(World::package(World::SALTERN[0]), 'a')->effects(
        inRecovery(),
        World::sheet('bowline'),
    );

    expect($effects)->toMatchArray([
        'slot.active' => 'a',
        'slot.a.os.state' => 'complete',
        'slot.a.os.buildId' => 'saltern-15.2-20260903-bowline',
        'slot.a.os.firmwareMin' => '5.2.11',
        'slot.a.os.services' => 'its own',
        'slot.a.image.boot' => 'saltern-15.2-20260903-bowline',
        'slot.a.image.vendor_boot' => 'saltern-15.2-20260903-bowline',
        'slot.a.recovery.abilities' => ['sideload'],
    ]);
});

it('takes the recovery along where a build replaces its home and brings none', function () {
    $bare = World::altered(World::SALTERN[0], ['bringsRecovery' => false]);
    $effects = InstallPackage::of($bare, 'a')->effects(inRecovery(), World::sheet('bowline'));

    expect($effects['slot.a.recovery.family'])->toBeNull()->and($effects['slot.a.recovery.abilities'])->toBe([]);
});

it('can be done here', function (Closure $operation, array $otherwise = []) {
    expect(refusal($operation(), inRecovery($otherwise)))->toBe('');
})->with([
    'sideload a build into the other slot' => [fn() => InstallPackage::of(World::package(World::SALTERN[0]), 'a')],
    'sideload services into the running slot' => [
        fn() => InstallPackage::of(World::package('larder-mini-15-arm64.zip'), 'b'),
    ],
    'start sideload' => [fn() => new Reboot(Mode::Recovery, Mode::Sideload)],
    'start the recovery' => [fn() => new Reboot(Mode::Bootloader, Mode::Recovery)],
    'format' => [fn() => new FormatData('ext4')],
    'write an image that fits' => [fn() => Flash::of(World::package('saltern-15.2-boot-bowline.img'), ['boot'], 'b')],
    'switch to a slot with firmware' => [fn() => new SetActive('a')],
    'compare what is so' => [fn() => new Verify(['slot.active' => 'b'])],
]);

it('is refused here, and says why', function (Closure $operation, array $otherwise, string $why) {
    expect(refusal($operation(), inRecovery($otherwise)))->toContain($why);
})->with([
    'a build into the running slot' => [
        fn() => InstallPackage::of(World::package(World::SALTERN[0]), 'b'),
        [],
        'would land in slot a, not in b',
    ],
    'services into the other slot' => [
        fn() => InstallPackage::of(World::package('larder-mini-15-arm64.zip'), 'a'),
        [],
        'would land in slot b, not in a',
    ],
    'services without a system' => [
        fn() => InstallPackage::of(World::package('larder-mini-15-arm64.zip'), 'b'),
        ['slot.b.os.state' => 'none'],
        'no system to add this to',
    ],
    'a build on firmware that is too old' => [
        fn() => InstallPackage::of(World::package(World::SALTERN[0]), 'a'),
        ['slot.a.firmware.version' => '5.2.8'],
        'refuse itself: firmware 5.2.8',
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
    'a file system that the phone does not know' => [
        fn() => new FormatData('ntfs'),
        [],
        'does not know the file system ntfs',
    ],
    'a write while the bootloader is locked' => [
        fn() => Flash::of(World::package('saltern-15.2-boot-bowline.img'), ['boot'], 'b'),
        ['bootloader.unlocked' => false],
        'not known to be unlocked',
    ],
    'a partition that the phone lacks' => [
        fn() => Flash::of(World::package('saltern-15.2-boot-bowline.img'), ['rigging'], 'b'),
        [],
        'no partition rigging',
    ],
    'an image that the package lacks' => [
        fn() => Flash::of(World::package('saltern-15.2-boot-bowline.img'), ['dtbo'], 'b'),
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
    $data = World::package('saltern-15.2-dtbo-bowline.img')->toArray();
    $data['images'][0]['sizeBytes'] = 9 << 20;
    $package = Tornavis\Core\Package\Package::fromArray($data);

    expect(refusal(Flash::of($package, ['dtbo'], 'b'), inRecovery()))->toContain('the partition holds 8388608');
});

it('says what must be reckoned with in its middle', function (Closure $operation, array $midway) {
    expect($operation()->midway(inRecovery()))->toBe($midway);
})->with([
    'a build' => [
        fn() => InstallPackage::of(World::package(World::SALTERN[0]), 'a'),
        ['slot.a.os.state' => 'incomplete'],
    ],
    'services' => [fn() => InstallPackage::of(World::package('larder-mini-15-arm64.zip'), 'b'), []],
    'a format' => [fn() => new FormatData('f2fs'), ['data.empty' => true]],
    'firmware' => [
        fn() => Flash::of(World::package(World::FIRMWARE), ['modem'], 'b'),
        ['slot.b.firmware.version' => null, 'slot.b.os.state' => 'incomplete'],
    ],
    'an image' => [
        fn() => Flash::of(World::package('saltern-15.2-boot-bowline.img'), ['boot'], 'b'),
        ['slot.b.image.boot' => 'an image written in part'],
    ],
    'looking' => [fn() => new ProveLink(Mode::System, null), []],
]);

it('loses what lives on the data partition, and what may live there', function () {
    $losses = (new FormatData('f2fs'))->losses(
        inRecovery([
            'data.holds.messages' => null,
            'data.holds.esim' => true,
            'locks.screen' => true,
        ]),
    );

    expect(array_map(static fn(LossClass $class): string => $class->value, $losses))->toBe([
        'apps',
        'app-data',
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
        $operation()->timing($slow, inRecovery(['battery.percent' => 27]), World::sheet('bowline'))->expectedSeconds,
    )->toBe($seconds);
})->with([
    '33 percent at 1.1 a minute' => [fn() => new Charge(60), 1800],
    '5 GiB at 1 MiB/s and a minute' => [fn() => new BackUp([LossClass::Photos]), 60 + 5120],
    '386 MiB at 2 MiB/s, 2 s to send, a minute to verify' => [
        fn() => InstallPackage::of(World::package(World::SALTERN[0]), 'a'),
        60 + 2 + 193,
    ],
    '204800 bytes at 100 kB/s and ten seconds' => [
        fn() => Flash::of(World::package('saltern-15.2-boot-bowline.img'), ['boot'], 'b'),
        12,
    ],
]);

it('warns about a failed signature according to whether the file was verified', function () {
    $verified = implode(' ', InstallPackage::of(World::package(World::SALTERN[0]), 'a')->oddities());
    $unknown = implode(' ', InstallPackage::of(World::altered(World::SALTERN[0], ['sha256' => null]), 'a')->oddities());

    expect($verified)->toContain('so go on')->and($unknown)->toContain('never verified. Stop here');
});
