<?php

declare(strict_types=1);

use Tornavis\StandIn\PowerOn;
use Tornavis\StandIn\Tests\PhoneFactory;

$system = fn(array $label): array => [
    'partitions' => ['system_a' => PhoneFactory::image('system', 'deck-14', ['os' => $label])],
];

it('starts its system or not, by what lies in the slot', function (array $differs, string $mode) {
    expect(PowerOn::system(PhoneFactory::make($differs))[0])->toBe($mode);
})->with([
    'a healthy phone' => [[], 'system'],
    'a foreign boot image' => [['partitions' => ['boot_a' => PhoneFactory::image('boot', 'other')]], 'boot-loop'],
    'a foreign vendor image' => [['partitions' => ['vendor_a' => PhoneFactory::image('vendor', 'other')]], 'boot-loop'],
    'an image written in part' => [['partitions' => ['dtbo_a' => ['whole' => false]]], 'boot-loop'],
    'a system written in part' => [['partitions' => ['system_a' => ['whole' => false]]], 'bootloader'],
    'no system but a recovery' => [
        [
            'partitions' => [
                'system_a' => ['whole' => false],
                'vendor_boot_a' => PhoneFactory::image('vendor_boot', 'deck-14', [
                    'recovery' => ['family' => 'Wicket', 'version' => '4.1', 'abilities' => []],
                ]),
            ],
        ],
        'recovery',
    ],
    'a system for another phone' => [$system(['codename' => 'bowlane']), 'dead'],
    'a system for a sister that it is built like' => [
        $system(['codename' => 'bowline_m']) + ['builtLike' => ['bowline_m']],
        'system',
    ],
    'firmware too old for the system' => [$system(['needsFirmware' => '5.3.0']), 'boot-loop'],
    'no firmware at all' => [['activeSlot' => 'c'], 'dead'],
    'data of another family' => [['dataKeys' => 'Saltern'], 'stuck'],
    'empty data' => [['dataKeys' => 'Saltern', 'dataEmpty' => true], 'system'],
    'services for its release' => [
        ['addons' => ['a' => [['addon' => 'services'] + ['release' => '14', 'architecture' => 'arm64']]]],
        'system',
    ],
    'services for another release' => [
        ['addons' => ['a' => [['addon' => 'services'] + ['release' => '15', 'architecture' => 'arm64']]]],
        'boot-loop',
    ],
    'services for another processor' => [
        ['addons' => ['a' => [['addon' => 'services'] + ['release' => '14', 'architecture' => 'arm']]]],
        'boot-loop',
    ],
]);

it('starts its recovery or not', function (array $differs, string $mode) {
    $recovery = [
        'partitions' => [
            'vendor_boot_a' => PhoneFactory::image('vendor_boot', 'wicket', [
                'recovery' => ['family' => 'Wicket', 'version' => '4.1', 'abilities' => []],
            ]),
        ],
    ];
    expect(PowerOn::recovery(PhoneFactory::make(array_replace_recursive($recovery, $differs)))[0])->toBe($mode);
})->with([
    'with a kernel and tree that belong together' => [[], 'recovery'],
    'with a kernel of another build than the tree' => [
        ['partitions' => ['boot_a' => PhoneFactory::image('boot', 'other')]],
        'boot-loop',
    ],
    'from a slot that has none' => [['activeSlot' => 'b'], 'bootloader'],
]);
