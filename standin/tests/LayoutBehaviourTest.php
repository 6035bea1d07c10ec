<?php

declare(strict_types=1);

use Tests\Support\World;
use Tornavis\StandIn\RefusedError;
use Tornavis\StandIn\SimulatedPhone;
use Tornavis\StandIn\Tests\PhoneFactory;

/*
 * What the simulated phone does where its layout, its storage or its modes are in question. It judges by itself.
 */

/** A phone with a retrofit layout and a recovery in boot of both slots. */
function retrofit(array $differs = []): SimulatedPhone
{
    $partitions = [];
    foreach (['a', 'b'] as $slot) {
        foreach (['boot', 'dtbo', 'vendor', 'system', 'product'] as $name) {
            $partitions["{$name}_{$slot}"] = PhoneFactory::image(
                $name,
                'hull-11',
                $name === 'boot'
                    ? ['recovery' => ['family' => 'Wicket', 'version' => '4.1', 'abilities' => ['sideload']]]
                    : [],
            );
        }
    }

    return PhoneFactory::make(
        array_replace_recursive(
            [
                'codename' => 'prusik',
                'recoveryIn' => 'boot',
                'startsFrom' => ['boot', 'dtbo', 'vendor', 'system'],
                'partitions' => $partitions,
                'mode' => 'bootloader',
                'layout' => ['a' => 'old', 'b' => 'old'],
                'verification' => ['a' => false, 'b' => false],
            ],
            $differs,
        ),
    );
}

/** An old phone with the maker's flash mode. */
function flashMode(array $differs = []): SimulatedPhone
{
    $phone = PhoneFactory::make()->toArray();
    $partitions = [];
    foreach (['boot', 'system'] as $name) {
        $partitions[$name] = PhoneFactory::image(
            $name,
            'tarnos-4.1.2-tl90q',
            $name === 'system' ? ['os' => ['family' => 'Deck', 'codename' => 'halyard', 'needsFirmware' => '4.0']] : [],
        );
    }

    return new SimulatedPhone(
        array_replace(
            $phone,
            [
                'codename' => 'halyard',
                'twoSlots' => false,
                'recoveryIn' => 'recovery',
                'startsFrom' => ['boot', 'system'],
                'activeSlot' => '-',
                'runningSlot' => '-',
                'partitions' => $partitions,
                'firmware' => ['-' => '4.1.2'],
                'pcFlash' => true,
            ],
            $differs,
        ),
    );
}

it('comes back to its bootloader by command, and to its recovery by keys, while its layout is gone', function () {
    $phone = retrofit();
    PhoneFactory::ask($phone, ['do' => 'erase', 'partitions' => ['system', 'product', 'vendor'], 'slot' => 'a']);
    expect($phone->layout)
        ->toBe(['a' => 'erased', 'b' => 'old'])
        ->and($phone->written('system', 'a'))
        ->toBeNull()
        ->and($phone->written('system', 'b'))
        ->not->toBeNull();
    PhoneFactory::ask($phone, ['do' => 'reboot', 'mode' => 'recovery']);
    expect($phone->mode)->toBe('bootloader');
    PhoneFactory::ask($phone, ['do' => 'enter-by-keys', 'mode' => 'recovery']);
    expect($phone->mode)->toBe('recovery');
});

it('keeps a layout for each slot, and takes a build only where it has one', function () {
    $phone = retrofit(['mode' => 'sideload']);
    expect(
        fn() => PhoneFactory::ask($phone, [
            'do' => 'sideload',
            'file' => World::path('saltern-13.4-20260802-prusik.zip'),
        ]),
    )->toThrow(RefusedError::class, 'new layout are missing');
    foreach (['a', 'b'] as $slot) {
        $phone->mode = 'bootloader';
        PhoneFactory::ask($phone, ['do' => 'erase', 'partitions' => ['system', 'product', 'vendor'], 'slot' => $slot]);
        $phone->mode = 'userspace-bootloader';
        PhoneFactory::ask($phone, ['do' => 'set-active', 'slot' => $slot]);
        PhoneFactory::ask($phone, ['do' => 'write-empty-super', 'file' => World::path('empty-super-prusik.img')]);
    }
    expect($phone->layout)->toBe(['a' => 'dynamic', 'b' => 'dynamic']);
    $phone->mode = 'sideload';
    PhoneFactory::ask($phone, ['do' => 'sideload', 'file' => World::path('saltern-13.4-20260802-prusik.zip')]);
    expect($phone->activeSlot)
        ->toBe('b')
        ->and($phone->system('b')['family'] ?? '')
        ->toBe('Saltern');
});

it('copies the firmware of the slot that it runs from', function () {
    $phone = retrofit(['mode' => 'sideload', 'firmware' => ['a' => '11.1.2', 'b' => '10.0.5']]);
    PhoneFactory::ask($phone, ['do' => 'sideload', 'file' => World::path('slot-copy-1.2.zip')]);

    expect([$phone->firmwareVersion('a'), $phone->firmwareVersion('b')])->toBe(['11.1.2', '11.1.2']);
});

it('starts no foreign image while it verifies, and any once that is off', function () {
    $phone = retrofit(['verification' => ['a' => true]]);
    PhoneFactory::ask($phone, [
        'do' => 'flash',
        'partition' => 'boot',
        'slot' => 'a',
        'file' => World::path('wicket-4.1-prusik.img'),
    ]);
    PhoneFactory::ask($phone, ['do' => 'reboot', 'mode' => 'recovery']);
    expect($phone->mode)->toBe('bootloader');
    PhoneFactory::ask($phone, [
        'do' => 'disable-verification',
        'partitions' => ['verify'],
        'slot' => 'a',
        'file' => World::path('verify-11.1.2-prusik.img'),
    ]);
    PhoneFactory::ask($phone, ['do' => 'reboot', 'mode' => 'recovery']);
    expect($phone->mode)->toBe('recovery');
});

it('puts its own recovery back when its system starts before the new one has run', function (
    array $first,
    bool $stays,
) {
    $phone = flashMode();
    PhoneFactory::ask($phone, ['do' => 'enter-by-keys', 'mode' => 'download']);
    PhoneFactory::ask($phone, [
        'do' => 'pc-flash',
        'partition' => 'recovery',
        'slot' => '-',
        'file' => World::path('wicket-3.6-halyard.img'),
    ]);
    foreach ($first as $mode) {
        PhoneFactory::ask($phone, ['do' => 'enter-by-keys', 'mode' => $mode]);
    }
    PhoneFactory::ask($phone, ['do' => 'reboot', 'mode' => 'system']);

    expect($phone->mode)
        ->toBe('system')
        ->and($phone->recovery('-') !== null)
        ->toBe($stays);
})->with(['the recovery ran once' => [['recovery'], true], 'the system started first' => [[], false]]);

it('puts its own recovery back beside a bootloader too, where the system is the maker\'s', function (
    array $os,
    array $first,
    bool $stays,
) {
    $phone = flashMode(['pcFlash' => false, 'mode' => 'bootloader']);
    $system = $phone->written('system', '-')['label'];
    $phone->write('system', '-', ['os' => $os + $system['os']] + $system);
    PhoneFactory::ask($phone, [
        'do' => 'flash',
        'partition' => 'recovery',
        'slot' => '-',
        'file' => World::path('wicket-3.6-halyard.img'),
    ]);
    foreach ([...$first, 'system'] as $mode) {
        PhoneFactory::ask($phone, ['do' => 'reboot', 'mode' => $mode]);
    }

    expect($phone->mode)
        ->toBe('system')
        ->and($phone->recovery('-') !== null)
        ->toBe($stays);
})->with([
    'the maker\'s system first' => [['putsBack' => 'recovery'], [], false],
    'the recovery first' => [['putsBack' => 'recovery'], ['recovery'], true],
    'another system first' => [[], [], true],
]);

it('empties its data when its flash mode writes a system, and not for anything else', function () {
    $phone = flashMode(['mode' => 'download', 'holds' => ['photos']]);
    PhoneFactory::ask($phone, [
        'do' => 'pc-flash',
        'partition' => 'recovery',
        'slot' => '-',
        'file' => World::path('wicket-3.6-halyard.img'),
    ]);
    expect($phone->holds)->toBe(['photos']);
    $system = (string) tempnam(sys_get_temp_dir(), 'sys');
    file_put_contents(
        $system,
        (new Tornavis\Demo\ImageContent(['part' => 'system', 'of' => 'tarnos'], 4096, 0))->head(),
    );
    PhoneFactory::ask($phone, ['do' => 'pc-flash', 'partition' => 'system', 'slot' => '-', 'file' => $system]);
    unlink($system);
    expect($phone->holds)->toBe([])->and($phone->dataEmpty)->toBeTrue();
});

it('writes what lies inside super from userspace, beside a flash mode too', function (string $inSuper, bool $takes) {
    $phone = flashMode(['mode' => 'userspace-bootloader', 'inSuper' => [$inSuper], 'holds' => ['photos']]);
    $system = (string) tempnam(sys_get_temp_dir(), 'sys');
    $content = new Tornavis\Demo\ImageContent(['part' => 'system', 'of' => 'tarnos'], 4096, 0);
    file_put_contents($system, $content->head());
    $write = fn() => PhoneFactory::ask($phone, [
        'do' => 'flash',
        'partition' => 'system',
        'slot' => '-',
        'file' => $system,
    ]);
    if ($takes) {
        $write();
        expect($phone->written('system', '-')['label']['of'] ?? null)
            ->toBe('tarnos')
            ->and($phone->holds)
            ->toBe(['photos']);
    } else {
        expect($write)->toThrow(RefusedError::class);
    }
    unlink($system);
})->with([['system', true], ['vendor', false]]);

it('holds what was copied to it until a format, and to the card beyond it', function () {
    $phone = PhoneFactory::make(['mode' => 'recovery', 'dataEncryption' => 'none']);
    foreach (['internal', 'card'] as $place) {
        PhoneFactory::ask($phone, ['do' => 'copy-to', 'package' => 'latchkey-4.2.zip', 'place' => $place]);
    }
    PhoneFactory::ask($phone, ['do' => 'format-data', 'fileSystem' => 'f2fs']);
    expect($phone->files)
        ->toBe(['internal' => [], 'card' => ['latchkey-4.2.zip']])
        ->and(
            fn() => PhoneFactory::ask($phone, [
                'do' => 'copy-to',
                'package' => 'latchkey-4.2.zip',
                'place' => 'internal',
            ]),
        )
        ->toThrow(RefusedError::class, 'zero bytes')
        ->and(
            fn() => PhoneFactory::ask($phone, [
                'do' => 'install',
                'package' => 'latchkey-4.2.zip',
                'place' => 'internal',
                'file' => World::path('latchkey-4.2.zip'),
            ]),
        )
        ->toThrow(RefusedError::class, 'There is no latchkey');
    PhoneFactory::ask($phone, [
        'do' => 'install',
        'package' => 'latchkey-4.2.zip',
        'place' => 'card',
        'file' => World::path('latchkey-4.2.zip'),
    ]);
    expect($phone->addons['a'][0]['addon'] ?? null)->toBe('root');
});

it('runs a generic system on its own base, tries it beside, and forgets the trial', function () {
    $phone = PhoneFactory::make(['mode' => 'userspace-bootloader', 'dataEmpty' => true, 'dataKeys' => null]);
    PhoneFactory::ask($phone, ['do' => 'delete-logical', 'partition' => 'vendor', 'slot' => 'b']);
    expect($phone->written('vendor', 'b'))->toBeNull();
    PhoneFactory::ask($phone, [
        'do' => 'flash',
        'partition' => 'system',
        'slot' => 'a',
        'file' => World::path('saltern-generic-15-arm64.img'),
    ]);
    PhoneFactory::ask($phone, ['do' => 'reboot', 'mode' => 'system']);
    expect($phone->mode)->toBe('system');
    PhoneFactory::ask($phone, ['do' => 'start-trial', 'file' => World::path('saltern-generic-15-arm64.img')]);
    expect($phone->trial)->toBe('Saltern Generic');
    PhoneFactory::ask($phone, ['do' => 'leave-trial']);
    expect($phone->trial)->toBeNull();
});

it('does not start a generic system on a base that is of two pieces', function () {
    $phone = PhoneFactory::make(['mode' => 'userspace-bootloader', 'dataEmpty' => true, 'dataKeys' => null]);
    $phone->write('dtbo', 'a', ['part' => 'dtbo', 'of' => 'another build']);
    PhoneFactory::ask($phone, [
        'do' => 'flash',
        'partition' => 'system',
        'slot' => 'a',
        'file' => World::path('saltern-generic-15-arm64.img'),
    ]);
    PhoneFactory::ask($phone, ['do' => 'reboot', 'mode' => 'system']);

    expect($phone->mode)->toBe('boot-loop');
});

it('writes only the recovery part of vendor boot, so that its system still starts', function () {
    $phone = PhoneFactory::make(['mode' => 'bootloader']);
    PhoneFactory::ask($phone, [
        'do' => 'put-recovery-in-boot',
        'partition' => 'vendor_boot',
        'slot' => 'a',
        'file' => World::path('wicket-4.1-bowline.img'),
    ]);
    expect($phone->recovery('a')['family'] ?? null)
        ->toBe('Wicket')
        ->and($phone->written('vendor_boot', 'a')['of'] ?? '')
        ->toBe('deck-14');
});

it('has its own partitions again once they are written from the bootloader, and then no logical ones', function () {
    $phone = retrofit(['layout' => ['a' => 'dynamic', 'b' => 'dynamic'], 'inSuper' => ['system', 'product', 'vendor']]);
    $write = [
        'do' => 'flash',
        'partition' => 'system',
        'slot' => 'a',
        'file' => World::path('saltern-generic-15-arm64.img'),
    ];
    PhoneFactory::ask($phone, $write);
    expect($phone->layout)
        ->toBe(['a' => 'old', 'b' => 'dynamic'])
        ->and($phone->written('system', 'a'))
        ->not->toBeNull()
        ->and($phone->written('vendor', 'a'))
        ->toBeNull()
        ->and($phone->written('vendor', 'b'))
        ->not->toBeNull();
    $phone->mode = 'userspace-bootloader';
    expect(fn() => PhoneFactory::ask($phone, $write))->toThrow(RefusedError::class, 'Cannot map system');
    $native = PhoneFactory::make(['mode' => 'bootloader', 'inSuper' => ['system']]);
    expect(fn() => PhoneFactory::ask($native, $write))->toThrow(RefusedError::class, 'Unknown partition name: system');
});

it('refuses what cannot be done with its layout', function (Closure $phone, array $request, string $words) {
    expect(fn() => PhoneFactory::ask($phone(), $request))->toThrow(RefusedError::class, $words);
})->with([
    'a layout over old partitions' => [
        fn() => retrofit(['mode' => 'userspace-bootloader']),
        ['do' => 'write-empty-super', 'file' => World::path('empty-super-prusik.img')],
        'in the way',
    ],
    'a layout on a phone that has one' => [
        fn() => PhoneFactory::make(['mode' => 'userspace-bootloader']),
        ['do' => 'write-empty-super', 'file' => World::path('empty-super-prusik.img')],
        'cannot be written on this phone',
    ],
    'to erase while locked' => [
        fn() => retrofit(['unlocked' => false]),
        ['do' => 'erase', 'partitions' => ['system'], 'slot' => 'a'],
        'the lock is on',
    ],
    'verification off with what is no image of it' => [
        fn() => retrofit(),
        ['do' => 'disable-verification', 'slot' => 'a', 'file' => World::path('wicket-4.1-prusik.img')],
        'no verification image',
    ],
    'verification off while locked' => [
        fn() => retrofit(['unlocked' => false]),
        ['do' => 'disable-verification', 'slot' => 'a', 'file' => World::path('verify-11.1.2-prusik.img')],
        'the lock is on',
    ],
    'keys to nowhere' => [fn() => retrofit(), ['do' => 'enter-by-keys', 'mode' => 'sideload'], 'No keys lead'],
    'a trial of a build' => [
        fn() => PhoneFactory::make(),
        ['do' => 'start-trial', 'file' => World::path('wicket-4.1-bowline.img')],
        'none that could be tried',
    ],
    'flashing outside its flash mode' => [
        fn() => flashMode(['mode' => 'bootloader']),
        ['do' => 'pc-flash', 'partition' => 'boot', 'slot' => '-', 'file' => World::path('wicket-3.6-halyard.img')],
        'does nothing in bootloader',
    ],
    'a recovery for another home' => [
        fn() => PhoneFactory::make(['mode' => 'bootloader']),
        [
            'do' => 'put-recovery-in-boot',
            'partition' => 'boot',
            'slot' => 'a',
            'file' => World::path('wicket-4.1-becket.img'),
        ],
        'no recovery to put there',
    ],
    'a bare image that is none of a system' => [
        fn() => PhoneFactory::make(['mode' => 'recovery', 'files' => ['card' => ['x.img']]]),
        ['do' => 'install', 'package' => 'x.img', 'place' => 'card', 'file' => World::path('wicket-4.1-becket.img')],
        'none for the system',
    ],
]);

it('empties the room of all slots where the phone was made with such a layout', function () {
    $phone = PhoneFactory::make(['mode' => 'userspace-bootloader', 'inSuper' => ['system', 'vendor']]);
    $boot = $phone->written('boot', 'a');
    PhoneFactory::ask($phone, ['do' => 'write-empty-super', 'file' => World::path('empty-super-prusik.img')]);

    expect($phone->written('system', 'a'))
        ->toBeNull()
        ->and($phone->written('system', 'b'))
        ->toBeNull()
        ->and($phone->written('boot', 'a'))
        ->toBe($boot);
});
