<?php

declare(strict_types=1);

use Tests\Support\World;
use Tornavis\StandIn\RefusedError;
use Tornavis\StandIn\SimulatedPhone;
use Tornavis\StandIn\Tests\PhoneFactory;

/*
 * What the simulated phone does in the jobs that are not a fresh install.
 */

/** A phone whose recovery lives in boot. */
function recoveryInBoot(array $differs = []): SimulatedPhone
{
    return PhoneFactory::make(
        array_replace_recursive(
            [
                'codename' => 'becket',
                'builtLike' => ['bowline'],
                'recoveryIn' => 'boot',
                'startsFrom' => ['boot', 'dtbo', 'vendor', 'system'],
                'mode' => 'bootloader',
            ],
            $differs,
        ),
    );
}

it('wipes data and keeps the photos', function () {
    $phone = PhoneFactory::singleSlot();
    PhoneFactory::ask($phone, ['do' => 'wipe', 'what' => 'data']);

    expect($phone->holds)
        ->toBe(['photos'])
        ->and($phone->dataEmpty)
        ->toBeTrue()
        ->and($phone->dataEncryption)
        ->toBe('file')
        ->and($phone->dataFileSystem)
        ->toBe('f2fs');
});

it('wipes caches and keeps everything', function () {
    $phone = PhoneFactory::singleSlot();
    $before = $phone->toArray();
    PhoneFactory::ask($phone, ['do' => 'wipe', 'what' => 'caches']);

    expect(array_diff_key($phone->toArray(), ['battery' => 1]))->toBe(array_diff_key($before, ['battery' => 1]));
});

it('erases from the bootloader, photos and all, and locks its owner out where an account is signed in', function (
    bool $accounts,
    bool $empty,
) {
    $phone = PhoneFactory::singleSlot(['mode' => 'bootloader', 'accounts' => $accounts]);
    PhoneFactory::ask($phone, ['do' => 'erase']);

    expect($phone->holds)->toBe([])->and($phone->dataEmpty)->toBe($empty);
})->with([[false, true], [true, false]]);

it('starts a recovery once: it can sideload, holds nothing afterwards, and is not written', function () {
    $phone = recoveryInBoot();
    PhoneFactory::ask($phone, ['do' => 'boot-once', 'file' => World::path('wicket-4.1-becket.img')]);
    expect($phone->mode)
        ->toBe('recovery')
        ->and($phone->runningRecovery()['family'] ?? null)
        ->toBe('Wicket')
        ->and($phone->written('boot', 'a')['of'])
        ->toBe('deck-14');
    PhoneFactory::ask($phone, ['do' => 'reboot', 'mode' => 'sideload']);
    expect($phone->mode)->toBe('sideload');
    PhoneFactory::ask($phone, ['do' => 'sideload', 'file' => World::path('latchkey-4.2.zip')]);
    PhoneFactory::ask($phone, ['do' => 'reboot', 'mode' => 'system']);
    expect($phone->temporary)->toBeNull()->and($phone->mode)->toBe('system')->and($phone->addons)->toHaveKey('a');
});

it('puts the recovery into the boot image of the slot that will start, whose kernel stays', function () {
    $phone = recoveryInBoot(['mode' => 'recovery', 'activeSlot' => 'b', 'runningSlot' => 'a']);
    PhoneFactory::ask($phone, ['do' => 'put-recovery-in-boot', 'file' => World::path('wicket-4.1-becket.img')]);

    expect($phone->written('boot', 'b')['of'])
        ->toBe('deck-13')
        ->and($phone->written('boot', 'b')['label']['recovery']['family'])
        ->toBe('Wicket')
        ->and($phone->written('boot', 'a')['label'])
        ->not->toHaveKey('recovery');
});

it('switches on what it is told to', function () {
    $phone = PhoneFactory::make(['debugging' => false, 'authorised' => false, 'unlockAllowed' => false]);
    PhoneFactory::ask($phone, ['do' => 'set-switches', 'switches' => ['debugging']]);
    expect([$phone->debugging, $phone->authorised, $phone->unlockAllowed])->toBe([true, true, false]);
    PhoneFactory::ask($phone, ['do' => 'set-switches', 'switches' => ['unlock', 'debugging']]);
    expect($phone->unlockAllowed)->toBeTrue();
});

it('unlocks when it is allowed and the wait is over, and erases itself', function () {
    $phone = PhoneFactory::make(['mode' => 'bootloader', 'unlocked' => false, 'holds' => ['photos']]);
    PhoneFactory::ask($phone, ['do' => 'unlock']);

    expect([$phone->unlocked, $phone->dataEmpty, $phone->holds])->toBe([true, true, []]);
});

it('installs a vendor into the running slot, and an add-on beside the system', function () {
    $phone = PhoneFactory::singleSlot(['mode' => 'sideload']);
    PhoneFactory::ask($phone, ['do' => 'sideload', 'file' => World::path('vendor-9.4-carrick.zip')]);
    expect($phone->written('vendor', '-')['of'])
        ->not->toBe('sheet-12')
        ->and($phone->written('system', '-')['of'])
        ->toBe('sheet-12')
        ->and($phone->mode)
        ->toBe('recovery');
    $phone->mode = 'sideload';
    PhoneFactory::ask($phone, ['do' => 'sideload', 'file' => World::path('latchkey-4.2.zip')]);
    expect($phone->addons['-'][0]['addon'] ?? null)->not->toBeNull();
});

it('loses its second system to the remover, and to nothing else', function (string $file, bool $gone) {
    $phone = PhoneFactory::singleSlot(['codename' => 'splice', 'mode' => 'sideload', 'second' => 'Lamplight 9']);
    PhoneFactory::ask($phone, ['do' => 'sideload', 'file' => World::path($file)]);

    expect($phone->second === null)->toBe($gone);
})->with([['remove-second-3-splice.zip', true], ['latchkey-4.2.zip', false]]);

it('refuses', function (Closure $phone, array $request, string $words) {
    expect(fn() => PhoneFactory::ask($phone(), $request))->toThrow(RefusedError::class, $words);
})->with([
    'to unlock again' => [fn() => PhoneFactory::make(['mode' => 'bootloader']), ['do' => 'unlock'], 'Already unlocked'],
    'to unlock unasked' => [
        fn() => PhoneFactory::make(['mode' => 'bootloader', 'unlocked' => false, 'unlockAllowed' => false]),
        ['do' => 'unlock'],
        'not allowed',
    ],
    'to unlock before its time' => [
        fn() => PhoneFactory::make(['mode' => 'bootloader', 'unlocked' => false, 'unlockWaitSeconds' => 9000.0]),
        ['do' => 'unlock'],
        '3 hours are left',
    ],
    'to erase while locked' => [
        fn() => PhoneFactory::singleSlot(['mode' => 'bootloader', 'unlocked' => false]),
        ['do' => 'erase'],
        'the lock is on',
    ],
    'to start anything while locked' => [
        fn() => recoveryInBoot(['unlocked' => false]),
        ['do' => 'boot-once', 'file' => World::path('wicket-4.1-becket.img')],
        'the lock is on',
    ],
    'to start what is no recovery' => [
        fn() => recoveryInBoot(),
        ['do' => 'boot-once', 'file' => World::path('ferrule-15.1-becket.img')],
        'cannot be started',
    ],
    'to start a recovery that has no kernel' => [
        fn() => PhoneFactory::make(['mode' => 'bootloader']),
        ['do' => 'boot-once', 'file' => World::path('wicket-4.1-bowline.img')],
        'cannot be started',
    ],
    'to restore in a recovery that cannot' => [
        function () {
            $phone = PhoneFactory::singleSlot()->toArray();
            $phone['partitions'][SimulatedPhone::place('recovery', '-')]['label']['recovery']['abilities'] = [
                'sideload',
            ];

            return new SimulatedPhone($phone);
        },
        ['do' => 'restore', 'set' => 'evening', 'place' => 'card'],
        'restores none',
    ],
    'to wipe in its system' => [
        fn() => PhoneFactory::singleSlot(['mode' => 'system']),
        ['do' => 'wipe', 'what' => 'data'],
        'does nothing in system',
    ],
    'a recovery in boot that is none' => [
        fn() => recoveryInBoot(['mode' => 'recovery']),
        ['do' => 'put-recovery-in-boot', 'file' => World::path('ferrule-15.1-becket.img')],
        'no recovery to put there',
    ],
]);
