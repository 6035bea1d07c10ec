<?php

declare(strict_types=1);

use Tests\Support\World;
use Tornavis\StandIn\Behaviour;
use Tornavis\StandIn\PhoneShelf;
use Tornavis\StandIn\RefusedError;
use Tornavis\StandIn\SimulatedPhone;
use Tornavis\StandIn\Tests\PhoneFactory;

$withRecovery = fn(array $differs = []): SimulatedPhone => PhoneFactory::make(
    array_replace_recursive(
        [
            'mode' => 'sideload',
            'activeSlot' => 'b',
            'runningSlot' => 'b',
            'partitions' => [
                'vendor_boot_b' => PhoneFactory::image('vendor_boot', 'wicket', [
                    'recovery' => ['family' => 'Wicket', 'version' => '4.1', 'abilities' => ['sideload']],
                ]),
            ],
        ],
        $differs,
    ),
);

it('installs a build into the slot that is not running, with the plateau at 47 percent', function () use (
    $withRecovery,
) {
    $phone = $withRecovery();
    [$told, $percents] = PhoneFactory::ask($phone, ['do' => 'sideload', 'file' => World::path(World::SALTERN[0])]);

    expect($told['says'])
        ->toContain('status 0')
        ->and($phone->activeSlot)
        ->toBe('a')
        ->and($phone->mode)
        ->toBe('recovery')
        ->and($phone->written('system', 'a')['of'])
        ->toBe('saltern-15.2-20260903-bowline')
        ->and($phone->written('system', 'b')['of'])
        ->toBe('deck-13')
        ->and(array_count_values(array_filter($percents, is_int(...)))[47])
        ->toBe(12);
});

it('leaves the slot written in part when it is cut off', function () use ($withRecovery) {
    $phone = $withRecovery();
    $behaviour = (new Behaviour($phone))->to(['do' => 'sideload', 'file' => World::path(World::SALTERN[0])]);
    for ($i = 0; $i < 9; $i++) {
        $behaviour->current();
        $behaviour->next();
    }
    $phone->pickUpAfterBreak();

    expect($phone->written('system', 'a')['whole'])
        ->toBeFalse()
        ->and($phone->mode)
        ->toBe('recovery')
        ->and($phone->activeSlot)
        ->toBe('b');
});

it('refuses a package by its own judgement, and stays in the recovery', function (string $name, int $status) use (
    $withRecovery,
) {
    $phone = $withRecovery();
    try {
        PhoneFactory::ask($phone, ['do' => 'sideload', 'file' => World::path($name)]);
        PHPUnit\Framework\Assert::fail('It was not refused.');
    } catch (RefusedError $refused) {
        expect($refused->status)
            ->toBe($status)
            ->and($phone->mode)
            ->toBe('recovery')
            ->and($phone->written('system', 'a')['of'])
            ->toBe('deck-14');
    }
})->with([
    'for another phone' => ['saltern-15.2-20260903-bowlane.zip', 7],
    'truncated' => ['saltern-15.2-20260903-bowline-copy.zip', 1],
    'an update of another build' => ['saltern-15.2-20260903-from-20260801-bowline.zip', 7],
]);

it('finds damage inside the payload', function () use ($withRecovery) {
    $path = (string) tempnam(sys_get_temp_dir(), 'dmg');
    $data = (string) file_get_contents(World::path(World::SALTERN[0]));
    $zip = new ZipArchive();
    $zip->open(World::path(World::SALTERN[0]));
    $payload = (string) $zip->getFromName('payload.bin');
    $payload[900_000] = $payload[900_000] === 'x' ? 'y' : 'x';
    copy(World::path(World::SALTERN[0]), $path);
    $copy = new ZipArchive();
    $copy->open($path);
    $copy->addFromString('payload.bin', $payload);
    $copy->setCompressionName('payload.bin', ZipArchive::CM_STORE);
    $copy->close();
    expect(strlen($data))->toBeGreaterThan(900_000);
    PhoneFactory::ask($withRecovery(), ['do' => 'sideload', 'file' => $path]);
})->throws(RefusedError::class, 'does not have its hash');

it('puts services into the slot that the recovery runs from', function () use ($withRecovery) {
    $phone = $withRecovery();
    PhoneFactory::ask($phone, ['do' => 'sideload', 'file' => World::path('larder-mini-15-arm64.zip')]);

    expect($phone->addons)->toHaveKey('b')->not->toHaveKey('a');
});

it('does nothing in the wrong mode', function (array $request, string $mode) {
    PhoneFactory::ask(PhoneFactory::make(['mode' => $mode]), $request);
})
    ->with([
        [['do' => 'format-data', 'fileSystem' => 'f2fs'], 'system'],
        [['do' => 'set-active', 'slot' => 'b'], 'recovery'],
        [['do' => 'flash', 'partition' => 'boot', 'slot' => 'a', 'file' => '/dev/null'], 'system'],
        [['do' => 'sideload', 'file' => '/dev/null'], 'recovery'],
        [['do' => 'sign-out'], 'bootloader'],
        [['do' => 'reboot', 'mode' => 'sideload'], 'system'],
        [['do' => 'dance'], 'system'],
    ])
    ->throws(RefusedError::class);

it('writes an image only to the partition that it is for, only unlocked, and only to a slot that it has', function (
    array $differs,
    array $request,
) {
    PhoneFactory::ask(
        PhoneFactory::make(['mode' => 'bootloader'] + $differs),
        ['do' => 'flash', 'file' => World::path('saltern-15.2-boot-bowline.img')] + $request,
    );
})
    ->with([
        [[], ['partition' => 'dtbo', 'slot' => 'a']],
        [['unlocked' => false], ['partition' => 'boot', 'slot' => 'a']],
        [[], ['partition' => 'boot', 'slot' => 'c']],
    ])
    ->throws(RefusedError::class);

it('locks its owner out when it is formatted while an account is signed in', function () {
    $phone = PhoneFactory::make(['mode' => 'recovery', 'accounts' => true]);
    PhoneFactory::ask($phone, ['do' => 'format-data', 'fileSystem' => 'f2fs']);
    [$told] = PhoneFactory::ask($phone, ['do' => 'reboot', 'mode' => 'system']);

    expect($told['mode'])->toBe('stuck');
});

it('is listed only when debugging is allowed and the computer authorised', function (array $differs, string $says) {
    expect(fn() => PhoneFactory::ask(PhoneFactory::make($differs), ['do' => 'prove-link']))->toThrow(
        RefusedError::class,
        $says,
    );
})->with([
    [['debugging' => false], 'No phone'],
    [['authorised' => false], 'unauthorised'],
    [['mode' => 'boot-loop'], 'No phone'],
]);

it('takes new keys at the first boot and switches debugging off', function () {
    $phone = PhoneFactory::make(['dataEmpty' => true, 'dataKeys' => null]);
    PhoneFactory::ask($phone, ['do' => 'wait-first-boot']);

    expect([$phone->dataKeys, $phone->dataEmpty, $phone->debugging])->toBe(['Deck', false, false]);
});

it('charges at its own rate and drains while it works', function () {
    $phone = PhoneFactory::make(['battery' => 30.0]);
    PhoneFactory::ask($phone, ['do' => 'charge', 'toPercent' => 60]);
    expect($phone->battery)->toBeGreaterThanOrEqual(60.0)->toBeLessThan(61.5);
    $phone->pass(3600);
    expect(round($phone->battery))->toBe(42.0);
    $phone->pass(3600 * 20);
    expect($phone->mode)->toBe('off');
});

it('outlives the process that simulates it', function () {
    $folder = sys_get_temp_dir() . '/phones-' . getmypid();
    is_dir($folder) || mkdir($folder);
    $phone = PhoneFactory::make(['mode' => 'sideload']);
    (new PhoneShelf($folder))->keep($phone);
    $found = (new PhoneShelf($folder))->find('TEST01');

    expect($found?->mode)
        ->toBe('recovery')
        ->and($found?->partitions)
        ->toBe($phone->partitions)
        ->and((new PhoneShelf($folder))->find('../TEST01'))
        ->toBeNull()
        ->and((new PhoneShelf($folder))->serials())
        ->toContain('TEST01');
});
