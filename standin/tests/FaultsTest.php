<?php

declare(strict_types=1);

use Tests\Support\World;
use Tornavis\StandIn\CableOut;
use Tornavis\StandIn\Faults;
use Tornavis\StandIn\RefusedError;
use Tornavis\StandIn\SimulatedPhone;
use Tornavis\StandIn\Tests\PhoneFactory;

/*
 * What goes wrong when it is told to, each fault once.
 */

function faulty(string $kind, int $atPercent = 0, array $differs = []): SimulatedPhone
{
    $phone = PhoneFactory::make($differs);
    PhoneFactory::ask($phone, ['do' => 'fault', 'kind' => $kind, 'atPercent' => $atPercent]);

    return $phone;
}

$sideload = fn(): array => ['do' => 'sideload', 'file' => World::path('larder-mini-15-arm64.zip')];

it('loses its cable in the middle, and is in its recovery afterwards', function (int $percent, int $least) use (
    $sideload,
) {
    $phone = faulty('cable-out', $percent, ['mode' => 'sideload']);
    expect(fn() => PhoneFactory::ask($phone, $sideload()))->toThrow(CableOut::class);
    $phone->pickUpAfterBreak();
    expect($phone->mode)->toBe('recovery')->and($phone->faults)->toBe([]);
})->with([[0, 0], [47, 40]]);

it('refuses a package once, and takes it the next time', function (string $kind, int $status) use ($sideload) {
    $phone = faulty($kind, 10, ['mode' => 'sideload']);
    try {
        PhoneFactory::ask($phone, $sideload());
        $this->fail('It took the package.');
    } catch (RefusedError $refused) {
        expect($refused->status)->toBe($status)->and($phone->mode)->toBe('recovery');
    }
    $phone->mode = 'sideload';
    [$facts] = PhoneFactory::ask($phone, $sideload());
    expect($facts['says'] ?? '')->toContain('status 0');
})->with([['damaged-file', 1], ['refused-package', 7]]);

it('ends up where nobody wanted it', function (string $kind, string $asked, string $mode) {
    $phone = faulty($kind, 0, ['mode' => 'bootloader']);
    PhoneFactory::ask($phone, ['do' => 'reboot', 'mode' => $asked]);

    expect($phone->mode)->toBe($mode);
})->with([
    'another mode' => ['wrong-mode', 'system', 'bootloader'],
    'a loop' => ['boot-loop', 'system', 'boot-loop'],
    'stuck' => ['stuck', 'system', 'stuck'],
    'no key' => ['lost-key', 'system', 'stuck'],
    'a loop, which is no matter for the bootloader' => ['boot-loop', 'userspace-bootloader', 'userspace-bootloader'],
]);

it('loses its recovery, and keeps what it starts from', function () {
    $phone = faulty('recovery-replaced', 0, ['mode' => 'bootloader']);
    PhoneFactory::ask($phone, ['do' => 'reboot', 'mode' => 'recovery']);

    expect($phone->mode)
        ->toBe('bootloader')
        ->and($phone->recovery('a'))
        ->toBeNull()
        ->and($phone->written('vendor_boot', 'a')['of'] ?? '')
        ->toBe('deck-14');
});

it('runs empty while it writes, and can be charged and entered by its keys', function () use ($sideload) {
    $phone = faulty('battery', 0, ['mode' => 'sideload']);
    expect(fn() => PhoneFactory::ask($phone, $sideload()))->toThrow(CableOut::class)->and($phone->mode)->toBe('off');
    PhoneFactory::ask($phone, ['do' => 'charge', 'toPercent' => 50]);
    PhoneFactory::ask($phone, ['do' => 'enter-by-keys', 'mode' => 'bootloader']);
    expect($phone->mode)->toBe('bootloader')->and($phone->battery)->toBeGreaterThan(45.0);
});

it('does not answer once, to anything but a look', function () {
    $phone = faulty('no-answer');
    [$facts] = PhoneFactory::ask($phone, ['do' => 'observe']);
    expect($facts['mode'])
        ->toBe('system')
        ->and(fn() => PhoneFactory::ask($phone, ['do' => 'prove-link']))
        ->toThrow(CableOut::class)
        ->and(PhoneFactory::ask($phone, ['do' => 'prove-link'])[0]['serial'])
        ->toBe('TEST01');
});

it('keeps its faults over a night, and knows no others', function () {
    $phone = new SimulatedPhone(faulty('stuck')->toArray());
    expect($phone->faults)
        ->toBe([['kind' => 'stuck', 'atPercent' => 0]])
        ->and(fn() => faulty('meteor'))
        ->toThrow(RefusedError::class, 'no fault')
        ->and(Faults::amid(['wipe']))
        ->toBe(['no-answer'])
        ->and(Faults::amid(['sideload', 'reboot']))
        ->toHaveCount(12);
});

it('starts no slot whose starts are used up, until it is made active again', function () {
    $phone = faulty('starts-used', 0, ['mode' => 'bootloader']);
    $restart = ['do' => 'reboot', 'mode' => 'system'];
    PhoneFactory::ask($phone, $restart);
    expect($phone->mode)->toBe('bootloader');
    PhoneFactory::ask($phone, ['do' => 'set-active', 'slot' => 'a']);
    PhoneFactory::ask($phone, $restart);
    expect($phone->mode)->toBe('system');
});

it('breaks only an update that waits to be merged', function (?string $merging, bool $whole) {
    $phone = faulty('merge-broken', 0, ['mode' => 'bootloader']);
    $phone->merging = $merging;
    PhoneFactory::ask($phone, ['do' => 'reboot', 'mode' => 'system']);

    expect($phone->written('system', 'a')['whole'])->toBe($whole);
})->with([['a', false], [null, true]]);

it('takes card, room, firmware or clock away where they are used', function (
    string $kind,
    array $differs,
    array $request,
    string $words,
) {
    $phone = PhoneFactory::singleSlot($differs);
    PhoneFactory::ask($phone, ['do' => 'fault', 'kind' => $kind, 'atPercent' => 0]);
    expect(fn() => PhoneFactory::ask($phone, $request))->toThrow(RefusedError::class, $words);
})->with([
    [
        'card-pulled',
        ['mode' => 'recovery'],
        ['do' => 'copy-to', 'package' => 'x.zip', 'place' => 'card'],
        'No external storage',
    ],
    [
        'storage-full',
        ['mode' => 'recovery', 'cardFree' => 1 << 30],
        ['do' => 'make-set', 'set' => 'one', 'parts' => [], 'place' => 'card'],
        'out of space',
    ],
    ['clock-wrong', ['mode' => 'bootloader', 'unlocked' => false], ['do' => 'unlock'], '72 hours are left'],
]);

it('writes one firmware partition badly, and tells its version no more', function () {
    $phone = faulty('firmware-bad', 0, ['mode' => 'bootloader']);
    $write = fn(string $partition, string $entry): array => [
        'do' => 'flash',
        'partition' => $partition,
        'slot' => 'b',
        'file' => $entry,
    ];
    $image = (string) tempnam(sys_get_temp_dir(), 'fw');
    file_put_contents(
        $image,
        "\0LABEL\0" . json_encode(['part' => 'trust', 'of' => 'x', 'firmware' => '5.2.11']) . "\0",
    );
    [$told] = PhoneFactory::ask($phone, $write('trust', $image));
    expect($told['slot.b.firmware.version'])->toBeNull();
    [$told] = PhoneFactory::ask($phone, $write('trust', $image));
    expect($told['slot.b.firmware.version'])->toBe('5.2.11');
});
