<?php

declare(strict_types=1);

use Tests\Support\World;
use Tornavis\Demo\Formats;
use Tornavis\StandIn\Damage;
use Tornavis\StandIn\PhoneMode;
use Tornavis\StandIn\RefusedError;
use Tornavis\StandIn\ReportedFacts;
use Tornavis\StandIn\SimulatedPhone;
use Tornavis\StandIn\Tests\PhoneFactory;

/*
 * What a phone does by its own physics, whoever asks. Each fault has a sibling without it.
 */

/** A phone with a partition table, in a mode. */
function tabled(array $differs = []): SimulatedPhone
{
    $row = static fn(int $bytes, bool $logical = false): array => [
        'bytes' => $bytes,
        'perSlot' => true,
        'logical' => $logical,
    ];

    return PhoneFactory::make(
        array_replace_recursive(
            [
                'mode' => PhoneMode::BOOTLOADER,
                'table' => [
                    'boot' => $row(64 << 20),
                    'dtbo' => $row(8 << 20),
                    'vendor_boot' => $row(64 << 20),
                    'modem' => $row(64 << 20),
                    'trust' => $row(8 << 20),
                    'power' => $row(8 << 20),
                    'system' => $row(0, true),
                    'vendor' => $row(0, true),
                    'identity' => $row(1 << 20),
                ],
                'inSuper' => ['system', 'vendor'],
                'superBytes' => 100 << 20,
                'superGroups' => ['main_a' => 80 << 20, 'main_b' => 80 << 20],
                'identityIn' => 'identity',
                'firmwareIn' => ['modem', 'trust', 'power'],
                'fused' => 4,
            ],
            $differs,
        ),
    );
}

/** A file with a label and a size. */
function labelledImage(string $partition, int $bytes = 8192, array $more = []): string
{
    $path = (string) tempnam(sys_get_temp_dir(), 'machine');
    $label = "\0LABEL\0" . json_encode(['part' => $partition, 'of' => 'deck-15'] + $more) . "\0";
    file_put_contents($path, $label);
    $file = fopen($path, 'r+');
    ftruncate($file, $bytes);
    fclose($file);

    return $path;
}

function flashed(SimulatedPhone $phone, string $partition, string $file, string $slot = 'a'): SimulatedPhone
{
    PhoneFactory::ask($phone, ['do' => 'flash', 'partition' => $partition, 'slot' => $slot, 'file' => $file]);

    return $phone;
}

function restarted(SimulatedPhone $phone, string $mode = PhoneMode::SYSTEM): string
{
    PhoneFactory::ask($phone, ['do' => 'reboot', 'mode' => $mode]);

    return $phone->mode;
}

it('takes an image that fits its partition, and refuses one that does not', function (int $bytes, bool $fits) {
    $write = fn() => flashed(tabled(), 'dtbo', labelledImage('dtbo', $bytes));

    $fits
        ? expect($write()->written('dtbo', 'a')['of'])->toBe('deck-15')
        : expect($write)->toThrow(RefusedError::class);
})->with([[8 << 20, true], [(8 << 20) + 1, false]]);

it('knows no partition that is not in its table', function () {
    expect(fn() => flashed(tabled(), 'logo', labelledImage('logo')))->toThrow(RefusedError::class);
});

it('counts what a sparse image takes once it is written out', function () {
    $sparse = (string) tempnam(sys_get_temp_dir(), 'sparse');
    $label = "\0LABEL\0" . json_encode(['part' => 'dtbo', 'of' => 'deck-15']) . "\0";
    file_put_contents($sparse, Formats::sparse(str_pad($label, 4096, "\0"), 4096));
    expect(filesize($sparse))->toBeLessThan(8 << 20);
    flashed(tabled(), 'dtbo', $sparse);
})->throws(RefusedError::class);

it('has room in super for what fits beside the other slot, and no more', function (int $other, bool $fits) {
    $phone = tabled(['mode' => PhoneMode::USERSPACE_BOOTLOADER]);
    $phone->partitions['system_b']['bytes'] = $other;
    $write = fn() => flashed($phone, 'system', labelledImage('system', 60 << 20));

    $fits
        ? expect($write()->written('system', 'a')['whole'])->toBeTrue()
        : expect($write)->toThrow(RefusedError::class);
})->with([[40 << 20, true], [(40 << 20) + 4096, false]]);

it('keeps a slot within the limit of its group', function () {
    $phone = tabled(['mode' => PhoneMode::USERSPACE_BOOTLOADER]);
    flashed($phone, 'system', labelledImage('system', (80 << 20) + 4096));
})->throws(RefusedError::class);

it('cuts an image that a recovery writes over the end of its partition', function (int $bytes, bool $whole) {
    $phone = PhoneFactory::singleSlot([
        'mode' => PhoneMode::SIDELOAD,
        'table' => ['system' => ['bytes' => 16_384, 'perSlot' => false, 'logical' => false]],
    ]);
    PhoneFactory::ask($phone, ['do' => 'sideload', 'file' => labelledImage('system', $bytes)]);

    expect($phone->written('system', '-')['whole'])->toBe($whole);
})->with([[16_384, true], [20_480, false]]);

it('loses the radio\'s serial numbers for good when their partition is written or erased', function (array $request) {
    $phone = tabled();
    expect(Damage::of($phone))->toBe([]);
    PhoneFactory::ask($phone, $request);
    flashed($phone, 'identity', labelledImage('identity'));

    expect(Damage::of($phone))->toContain('identity');
})->with([
    [['do' => 'erase', 'partitions' => ['identity'], 'slot' => 'a']],
    [['do' => 'flash', 'partition' => 'identity', 'slot' => 'a', 'file' => labelledImage('identity')]],
]);

it('starts from firmware of one piece alone', function (Closure $with, string $mode) {
    $phone = tabled();
    $with($phone);

    expect(restarted($phone))->toBe($mode);
})->with([
    'whole' => [fn(SimulatedPhone $phone) => null, 'system'],
    'one part of another version' => [
        fn(SimulatedPhone $phone) => $phone->write('power', 'a', ['firmware' => '4.0']),
        'boot-loop',
    ],
    'one part half written' => [
        fn(SimulatedPhone $phone) => $phone->write('trust', 'a', ['firmware' => '5.2.11'], false),
        'dead',
    ],
    'none' => [fn(SimulatedPhone $phone) => $phone->remove('trust', 'a'), 'dead'],
    'below the fused index' => [
        fn(SimulatedPhone $phone) => $phone->write('trust', 'a', ['firmware' => '5.2.11', 'rollback' => 3]),
        'dead',
    ],
    'at the fused index' => [
        fn(SimulatedPhone $phone) => $phone->write('trust', 'a', ['firmware' => '5.2.11', 'rollback' => 4]),
        'system',
    ],
    'another modem' => [fn(SimulatedPhone $phone) => $phone->write('modem', 'a', ['firmware' => '4.0']), 'system'],
]);

it('does not even reach the bootloader of a slot without firmware', function (string $how) {
    $phone = tabled(['firmware' => ['b' => null]]);
    foreach (['modem', 'trust', 'power'] as $partition) {
        $phone->remove($partition, 'b');
    }
    PhoneFactory::ask($phone, ['do' => 'set-active', 'slot' => 'b']);
    PhoneFactory::ask($phone, ['do' => $how, 'mode' => PhoneMode::BOOTLOADER]);

    expect($phone->mode)->toBe(PhoneMode::DEAD)->and(Damage::of($phone))->toContain('dead');
})->with(['reboot', 'enter-by-keys']);

it('finds no network with firmware of another region, or with half a modem', function (array $label, array $damage) {
    $phone = tabled(['regions' => ['EU']]);
    $phone->write('modem', 'a', $label + ['firmware' => '5.2.11'], !isset($label['cut']));
    restarted($phone);

    expect(Damage::of($phone))->toBe($damage);
})->with([[['region' => 'EU'], []], [['region' => 'IN'], ['region']], [['cut' => true], ['radio']]]);

/** A phone in its recovery whose data another system has encrypted, and whose own system is Deck. */
function encrypted(array $differs = []): SimulatedPhone
{
    return PhoneFactory::singleSlot($differs + ['dataKeys' => 'Sheet', 'dataEncryption' => 'file']);
}

it('keeps the keys through a wipe, and ends them by a format', function (array $request, string $mode) {
    $phone = encrypted();
    PhoneFactory::ask($phone, $request);
    PhoneFactory::ask($phone, ['do' => 'reboot', 'mode' => PhoneMode::RECOVERY]);

    expect(restarted($phone))->toBe($mode);
})->with([
    'wiped' => [['do' => 'wipe', 'what' => 'data'], 'stuck'],
    'formatted' => [['do' => 'format-data', 'fileSystem' => 'f2fs'], 'system'],
]);

it('needs no format where nothing is encrypted, or where the keys are its own', function (array $differs) {
    $phone = encrypted($differs);
    PhoneFactory::ask($phone, ['do' => 'wipe', 'what' => 'data']);

    expect(restarted($phone))->toBe(PhoneMode::SYSTEM);
})->with([[['dataEncryption' => 'none']], [['dataKeys' => 'Deck']]]);

it('goes on with the keys that a wipe left', function () {
    $phone = encrypted(['dataKeys' => 'Deck', 'dataEncryption' => 'disk']);
    PhoneFactory::ask($phone, ['do' => 'wipe', 'what' => 'data']);
    restarted($phone);
    PhoneFactory::ask($phone, ['do' => 'wait-first-boot']);

    expect([$phone->dataEncryption, $phone->keysUnder, $phone->dataKeys])->toBe(['disk', null, 'Deck']);
});

it('gives its keys to no older release, patch level or other signer', function (array $setUpBy, string $mode) {
    $phone = PhoneFactory::make(['mode' => PhoneMode::BOOTLOADER, 'setUpBy' => $setUpBy]);
    $phone->partitions['system_a']['label']['os'] += ['patchLevel' => '2026-05-01', 'signer' => 'aa'];

    expect(restarted($phone))->toBe($mode);
})->with([
    [['release' => '14', 'patchLevel' => '2026-05-01', 'signer' => 'aa'], 'system'],
    [['release' => '15'], 'stuck'],
    [['patchLevel' => '2026-06-01'], 'stuck'],
    [['signer' => 'bb'], 'boot-loop'],
]);

it('does not mount a file system that its kernels do not know', function (string $fileSystem, string $mode) {
    $phone = PhoneFactory::singleSlot(['mounts' => ['ext4', 'f2fs']]);
    $phone->temporary = ['family' => 'Wicket', 'version' => '4.1', 'abilities' => ['file-system']];
    PhoneFactory::ask($phone, ['do' => 'format-data', 'fileSystem' => $fileSystem]);

    expect(restarted($phone))->toBe($mode);
})->with([['ext4', 'system'], ['btrfs', 'stuck']]);

it('formats as it was with a recovery that cannot choose the file system', function (array $abilities, string $made) {
    $phone = PhoneFactory::singleSlot(['dataFileSystem' => 'ext4']);
    $phone->temporary = ['family' => 'Wicket', 'version' => '4.1', 'abilities' => $abilities];
    PhoneFactory::ask($phone, ['do' => 'format-data', 'fileSystem' => 'f2fs']);

    expect($phone->dataFileSystem)->toBe($made);
})->with([[['sideload'], 'ext4'], [['sideload', 'file-system'], 'f2fs']]);

it('copies to a card that is there and has room', function (array $differs, bool $copies) {
    $phone = PhoneFactory::singleSlot($differs);
    $copy = fn() => PhoneFactory::ask($phone, [
        'do' => 'copy-to',
        'package' => 'x.zip',
        'place' => 'card',
        'file' => labelledImage('system', 8192),
    ]);

    $copies ? expect($copy()[0]['says'])->toBe('Copied.') : expect($copy)->toThrow(RefusedError::class);
})->with([[['cardFree' => 8192], true], [['cardFree' => 8191], false], [['cardPresent' => false], false]]);

it('checks images against the digests of a real header', function (string $more, string $mode) {
    $content = (string) file_get_contents(labelledImage('boot', 8192));
    $header = (string) tempnam(sys_get_temp_dir(), 'verify');
    file_put_contents($header, Formats::verification(['boot' => $content], [], 4, 'machine'));
    $file = (string) tempnam(sys_get_temp_dir(), 'boot');
    file_put_contents($file, substr_replace($content, $more, 6000, strlen($more)));
    $phone = PhoneFactory::make(['mode' => PhoneMode::BOOTLOADER]);
    flashed($phone, 'verify', $header);
    flashed($phone, 'boot', $file);
    // All of one build, so that nothing but the digest can tell.
    $phone->partitions['boot_a']['of'] = 'deck-14';

    expect(restarted($phone))->toBe($mode);
})->with([['', 'system'], ['x', 'bootloader']]);

it('refuses a header below the fused index', function (int $index, string $mode) {
    $header = (string) tempnam(sys_get_temp_dir(), 'verify');
    file_put_contents($header, Formats::verification([], [], $index, 'machine'));
    $phone = PhoneFactory::make(['mode' => PhoneMode::BOOTLOADER, 'fused' => 4]);

    expect(restarted(flashed($phone, 'verify', $header)))->toBe($mode);
})->with([[4, 'system'], [3, 'bootloader']]);

it('checks as long as one verification partition is on', function (array $off, string $mode) {
    $phone = PhoneFactory::make([
        'mode' => PhoneMode::BOOTLOADER,
        'verificationIn' => ['verify', 'verify_system'],
        'verification' => ['a' => true],
    ]);
    $phone->partitions['boot_a'] = PhoneFactory::image('boot', 'other', ['kernel' => 'Own', 'release' => '14']);
    PhoneFactory::ask($phone, [
        'do' => 'disable-verification',
        'partitions' => $off,
        'slot' => 'a',
        'file' => World::path('verify-11.1.2-prusik.img'),
    ]);

    expect(restarted($phone))->toBe($mode);
})->with([[['verify'], 'bootloader'], [['verify', 'verify_system'], 'system']]);

it('gives a new slot up after its starts and falls back, but never one that has started well', function (
    bool $isNew,
    array $ends,
) {
    $phone = PhoneFactory::make(['mode' => PhoneMode::BOOTLOADER, 'dataEmpty' => true, 'dataKeys' => null]);
    if ($isNew) {
        PhoneFactory::ask($phone, ['do' => 'set-active', 'slot' => 'a']);
    }
    $phone->partitions['boot_a'] = PhoneFactory::image('boot', 'other');
    restarted($phone);

    expect([$phone->mode, $phone->activeSlot, $phone->retries['a'] ?? 3])->toBe($ends);
})->with([[true, ['system', 'b', 0]], [false, ['boot-loop', 'a', 3]]]);

it('ends a merge at the first good start, and loses the system to a write in between', function (
    ?string $write,
    string $mode,
) {
    $phone = PhoneFactory::make(['mode' => PhoneMode::USERSPACE_BOOTLOADER, 'inSuper' => ['system', 'vendor']]);
    $phone->merging = 'a';
    if ($write !== null) {
        flashed($phone, $write, labelledImage($write), 'b');
    }
    restarted($phone);

    expect($phone->mode)
        ->toBe($mode)
        ->and($phone->merging)
        ->toBe($write === 'vendor' ? 'a' : null);
})->with([[null, 'system'], ['dtbo', 'system'], ['vendor', 'bootloader']]);

it('does nothing of this while it is locked', function (array $request, string $mode) {
    $phone = tabled(['unlocked' => false, 'mode' => $mode]);
    $before = $phone->toArray();
    expect(fn() => PhoneFactory::ask($phone, $request))
        ->toThrow(RefusedError::class)
        ->and($phone->toArray())
        ->toBe($before);
})->with([
    [['do' => 'flash', 'partition' => 'boot', 'slot' => 'a', 'file' => labelledImage('boot')], 'bootloader'],
    [['do' => 'erase'], 'bootloader'],
    [['do' => 'erase', 'partitions' => ['boot'], 'slot' => 'a'], 'bootloader'],
    [['do' => 'set-active', 'slot' => 'b'], 'bootloader'],
    [['do' => 'boot-once', 'file' => labelledImage('vendor_boot')], 'bootloader'],
    [['do' => 'delete-logical', 'partition' => 'system', 'slot' => 'a'], 'userspace-bootloader'],
    [['do' => 'write-empty-super', 'file' => labelledImage('super')], 'userspace-bootloader'],
]);

it('says the same in other words from phone to phone', function () {
    $words = [];
    foreach (range(1, 12) as $number) {
        $phone = tabled(['serial' => "PHONE{$number}", 'unlocked' => false]);
        try {
            PhoneFactory::ask($phone, ['do' => 'erase']);
        } catch (RefusedError $refused) {
            $words[] = $refused->getMessage();
        }
    }

    expect(count(array_unique($words)))->toBe(3);
});

it('has services that came after the set-up stop again and again', function (array $after, array $damage) {
    $phone = PhoneFactory::singleSlot(['setUpBy' => ['services' => 'none']]);
    $phone->addons['-'][] = ['addon' => 'services', 'release' => '14', 'architecture' => 'arm64'];
    foreach ($after as $request) {
        PhoneFactory::ask($phone, $request);
    }

    expect(Damage::of($phone))->toBe($damage);
})->with([
    [[], ['services']],
    [[['do' => 'wipe', 'what' => 'data'], ['do' => 'reboot', 'mode' => 'system'], ['do' => 'wait-first-boot']], []],
]);

it('tells its fused index in the bootloader, where it has one', function (?int $fused, bool $tells) {
    $told = ReportedFacts::of(PhoneFactory::make(['mode' => PhoneMode::BOOTLOADER, 'fused' => $fused]));

    expect(array_key_exists('bootloader.rollbackIndex', $told))->toBe($tells);
})->with([[4, true], [null, false]]);

it('starts images that it does not know as its bootloader does, and never a changed system', function (
    string $partition,
    bool $refuses,
    array $ends,
) {
    $phone = PhoneFactory::make([
        'mode' => PhoneMode::BOOTLOADER,
        'verification' => ['a' => true],
        'bootloaderRefuses' => $refuses,
    ]);
    $phone->patch($partition, 'a');

    $shown = PhoneFactory::ask($phone, ['do' => 'reboot', 'mode' => 'system']);

    expect([$phone->mode, str_contains((string) json_encode($shown), 'A warning')])->toBe($ends);
})->with([
    'it warns' => ['boot', false, ['system', true]],
    'it refuses' => ['boot', true, ['bootloader', false]],
    'a system that checks itself' => ['system', false, ['boot-loop', false]],
    'nothing changed' => ['data', true, ['system', false]],
]);
