<?php

declare(strict_types=1);

use Tornavis\StandIn\RefusedError;
use Tornavis\StandIn\SimulatedPhone;
use Tornavis\StandIn\Tests\PhoneFactory;

/*
 * What the simulated phone's recovery does with backup sets.
 */

/** @return array<string, mixed> a set of a phone with the same encryption */
function aSet(array $differs = []): array
{
    return [
        'holds' => ['apps', 'photos'],
        'data' => true,
        'keys' => 'Quoin Base',
        'encryption' => 'file',
        'partitions' => [],
        ...$differs,
    ];
}

/** @param list<string> $abilities */
function backingUp(array $abilities = ['backup', 'decrypt'], array $differs = []): SimulatedPhone
{
    $phone = PhoneFactory::singleSlot($differs)->toArray();
    $phone['partitions'][SimulatedPhone::place('recovery', '-')]['label']['recovery']['abilities'] = $abilities;

    return new SimulatedPhone($phone);
}

it('brings back what it took, and nothing that came later', function () {
    $phone = backingUp();
    $phone->holds = ['apps', 'messages', 'photos'];
    $keys = $phone->dataKeys;
    PhoneFactory::ask($phone, ['do' => 'make-set', 'set' => 'noon', 'parts' => ['data'], 'place' => 'internal']);
    PhoneFactory::ask($phone, ['do' => 'take-off', 'set' => 'noon', 'place' => 'internal']);
    $phone->holds = [...$phone->holds, 'contacts'];
    $phone->accounts = false;
    PhoneFactory::ask($phone, ['do' => 'wipe', 'what' => 'data']);
    PhoneFactory::ask($phone, ['do' => 'restore', 'set' => 'noon', 'place' => 'internal']);

    expect($phone->takenOff)
        ->toBe(['noon'])
        ->and($phone->holds)
        ->toEqualCanonicalizing(['photos', 'apps', 'messages'])
        ->and($phone->dataKeys)
        ->toBe($keys)
        ->and($phone->dataEmpty)
        ->toBeFalse();
});

it('brings a system back with its images, and with what was put into it', function () {
    $phone = backingUp();
    $phone->addons['-'] = [['addon' => 'root', 'title' => 'Latchkey 4.2']];
    PhoneFactory::ask($phone, ['do' => 'make-set', 'set' => 'noon', 'parts' => ['system'], 'place' => 'card']);
    $was = $phone->written('boot', '-');
    $phone->write('boot', '-', ['of' => 'another build']);
    $phone->addons['-'] = [['addon' => 'services', 'title' => 'Larder mini 14']];
    PhoneFactory::ask($phone, ['do' => 'restore', 'set' => 'noon', 'place' => 'card']);

    expect($phone->written('boot', '-'))
        ->toBe($was)
        ->and($phone->addons['-'])
        ->toBe([['addon' => 'root', 'title' => 'Latchkey 4.2']])
        ->and($phone->dataEmpty)
        ->toBeFalse();
});

it('makes noise of data that was taken under another encryption', function (string $encryption, bool $same) {
    $phone = backingUp(
        ['backup', 'decrypt'],
        [
            'dataEmpty' => true,
            'sets' => ['noon' => aSet(['encryption' => $encryption])],
            'files' => ['card' => ['noon']],
        ],
    );
    PhoneFactory::ask($phone, ['do' => 'restore', 'set' => 'noon', 'place' => 'card']);

    expect($phone->dataKeys === 'Quoin Base')->toBe($same);
})->with([['none', false], ['file', true]]);

it('does not get the keys that a wipe has left by another system, and needs none once formatted', function (
    string $erase,
    string $keys,
    bool $opens,
) {
    $phone = backingUp(
        ['backup', 'decrypt'],
        ['dataEncryption' => 'file', 'dataKeys' => $keys, 'sets' => ['noon' => aSet(['encryption' => 'file'])]],
    );
    PhoneFactory::ask(
        $phone,
        $erase === 'wipe' ? ['do' => 'wipe', 'what' => 'data'] : ['do' => 'format-data', 'fileSystem' => 'ext4'],
    );
    $phone->restart();
    PhoneFactory::ask($phone, ['do' => 'bring-set', 'set' => 'noon', 'place' => 'internal']);
    PhoneFactory::ask($phone, ['do' => 'restore', 'set' => 'noon', 'place' => 'internal']);

    expect($phone->dataKeys === 'Quoin Base')->toBe($opens);
})->with([
    'its own keys, wiped' => ['wipe', 'Quoin Base', true],
    'keys of another system, wiped' => ['wipe', 'Lintel', false],
    'keys of another system, formatted' => ['format', 'Lintel', true],
]);

it('refuses', function (SimulatedPhone $phone, array $request, string $words) {
    expect(fn() => PhoneFactory::ask($phone, $request + ['set' => 'noon', 'place' => 'internal']))->toThrow(
        RefusedError::class,
        $words,
    );
})->with([
    'to make one without the ability' => [
        fn() => backingUp(['decrypt']),
        ['do' => 'make-set', 'parts' => ['system']],
        'makes no backups',
    ],
    'to take data that it cannot open' => [
        fn() => backingUp(['backup']),
        ['do' => 'make-set', 'parts' => ['data'], 'place' => 'card'],
        'cannot be opened',
    ],
    'to lay one on storage that it cannot open' => [
        fn() => backingUp(['backup']),
        ['do' => 'make-set', 'parts' => ['system']],
        'names that mean nothing',
    ],
    'to take off what is not there' => [fn() => backingUp(), ['do' => 'take-off'], 'has no noon'],
    'to bring what the computer does not have' => [fn() => backingUp(), ['do' => 'bring-set'], 'no set noon'],
    'to bring what lay on the phone alone and was not taken off' => [
        fn() => backingUp(['backup', 'decrypt'], ['sets' => ['noon' => aSet(['onPhoneAlone' => true])]]),
        ['do' => 'bring-set'],
        'no set noon',
    ],
    'to restore what was never brought' => [
        fn() => backingUp(['backup', 'decrypt'], ['sets' => ['noon' => aSet()]]),
        ['do' => 'restore'],
        'has no noon',
    ],
]);
