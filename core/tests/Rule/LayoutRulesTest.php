<?php

declare(strict_types=1);

use Tests\Support\Judged;
use Tests\Support\World;
use Tornavis\Core\Tests\Fixture;
use Tornavis\Core\Words\Intent;

it('judges', Judged::expectation())->with([
    'a layout changer without its cleaner' => [
        'LAYOUT-3',
        Intent::Fresh,
        'SK-05',
        fn() => [Judged::SPLICE, 'new-layout-1.0-splice.zip'],
        [],
        'stop',
        'in the way of the build',
    ],
    'a layout changer with its cleaner' => [
        'LAYOUT-3',
        Intent::Fresh,
        'SK-05',
        fn() => [Judged::SPLICE, 'new-layout-1.0-splice.zip', 'sweep-1.1.zip'],
        [],
        'clear',
    ],
    'a layout changer under an update' => [
        'LAYOUT-3',
        Intent::UpdateInPlace,
        'SK-05',
        fn() => [Judged::SPLICE, 'new-layout-1.0-splice.zip', 'sweep-1.1.zip'],
        [],
        'stop',
        'plan a fresh install',
    ],
    'no layout changer' => ['LAYOUT-3', Intent::Fresh, 'SK-05', fn() => [Judged::SPLICE], [], 'silent'],
    'a new layout without its files' => [
        'LAYOUT-2',
        Intent::Fresh,
        'SK-11',
        fn() => [Judged::PRUSIK[0]],
        [],
        'stop',
        'The slot copy not in the kit',
    ],
    'a new layout with its files' => [
        'LAYOUT-2',
        Intent::Fresh,
        'SK-11',
        fn() => Judged::PRUSIK,
        [],
        'clear',
        'empty-super-prusik.img',
    ],
    'a new layout where nobody knows one slot\'s firmware' => [
        'LAYOUT-2',
        Intent::Fresh,
        'SK-11',
        fn() => Judged::PRUSIK,
        ['slot.b.firmware.version' => null, 'slot.b.successful' => null],
        'settle',
        'Read the version in the bootloader',
    ],
    'a new layout where a system has started in the slot whose firmware nobody knows' => [
        'LAYOUT-2',
        Intent::Fresh,
        'SK-11',
        fn() => Judged::PRUSIK,
        ['slot.b.firmware.version' => null, 'slot.b.successful' => true],
        'clear',
    ],
    'a layout that is there already' => [
        'LAYOUT-2',
        Intent::Fresh,
        'SK-11',
        fn() => [Judged::PRUSIK[0]],
        ['slot.a.layout' => 'dynamic', 'slot.b.layout' => 'dynamic'],
        'clear',
        'It is there already',
    ],
    'an update over the maker\'s layout' => [
        'LAYOUT-2',
        Intent::UpdateInPlace,
        'SK-11',
        fn() => Judged::PRUSIK,
        [],
        'stop',
        'changes no layout',
    ],
    'a phone that was made with its layout' => [
        'LAYOUT-2',
        Intent::Fresh,
        'SK-07',
        fn() => World::SALTERN,
        [],
        'silent',
    ],
    'verification without its image, where the bootloader warns' => [
        'LAYOUT-4',
        Intent::Kernel,
        'SK-09',
        fn() => ['ferrule-15.1-becket.img'],
        ['slot.b.verification.on' => true],
        'mind',
        'starts with a warning',
    ],
    'verification without its image under a generic image' => [
        'LAYOUT-4',
        Intent::GenericImage,
        'SK-09',
        fn() => [Judged::GENERIC],
        ['slot.b.verification.on' => true],
        'stop',
        'full bundle of firmware 13.1',
    ],
    'verification with its image' => [
        'LAYOUT-4',
        Intent::Kernel,
        'SK-09',
        fn() => ['ferrule-15.1-becket.img', 'verify-13.1-becket.img'],
        ['slot.b.verification.on' => true],
        'clear',
    ],
    'verification that is off' => [
        'LAYOUT-4',
        Intent::Kernel,
        'SK-09',
        fn() => ['ferrule-15.1-becket.img'],
        ['slot.b.verification.on' => false],
        'silent',
    ],
    'an image that fits' => ['LAYOUT-1', Intent::GenericImage, 'SK-07', fn() => [Judged::GENERIC], [], 'clear'],
    'an image that fits when something goes' => [
        'LAYOUT-1',
        Intent::GenericImage,
        'SK-07',
        fn() => [World::altered(Judged::GENERIC, ['expandedBytes' => 5 << 30])],
        ['slot.b.os.state' => 'none'],
        'note',
        'system_ext of slot A',
    ],
    'an image that fits when something goes, beside what nobody has seen' => [
        'LAYOUT-1',
        Intent::GenericImage,
        'SK-07',
        fn() => [World::altered(Judged::GENERIC, ['expandedBytes' => 5 << 30])],
        [],
        'stop',
        'system of slot B',
    ],
    'an image that never fits' => [
        'LAYOUT-1',
        Intent::GenericImage,
        'SK-07',
        fn() => [World::altered(Judged::GENERIC, ['expandedBytes' => 7 << 30])],
        [],
        'stop',
        'bytes are missing',
    ],
    'an image larger than the system partition' => [
        'LAYOUT-1',
        Intent::GenericImage,
        'SK-02',
        fn() => [World::altered(Judged::GENERIC, ['expandedBytes' => 5 << 30])],
        [],
        'stop',
        'The system partition holds 4.0 GiB',
    ],
    'a build that fits' => ['LAYOUT-1', Intent::Fresh, 'SK-07', fn() => World::SALTERN, [], 'clear'],
    'a kernel, which takes no room in super' => [
        'LAYOUT-1',
        Intent::Kernel,
        'SK-09',
        fn() => ['ferrule-15.1-becket.img'],
        [],
        'silent',
    ],
]);

it('asks which partitions a new layout takes the place of, where the sheet names none', function () {
    $boot = ['name' => 'boot', 'sizeBytes' => 64 << 20, 'perSlot' => true];
    $sheet = Fixture::twoSlots([
        'dynamicLayout' => 'retrofit',
        'partitions' => [$boot],
        'recoveryHome' => 'boot',
        'superGroups' => [],
    ]);
    $layout = ['slot.a.layout' => 'old', 'slot.b.layout' => 'old'];
    $findings = Judged::findings('LAYOUT-2', Fixture::situation($sheet, [Fixture::build($sheet)], $layout));

    expect(array_column($findings, 'key'))->toContain('LAYOUT-2:old');
});
