<?php

declare(strict_types=1);

use Tests\Support\Judged;
use Tests\Support\World;
use Tornavis\Core\Words\Intent;

it('judges', function (
    string $rule,
    Intent $intent,
    string $unit,
    Closure $kit,
    array $otherwise,
    string $severity,
    string $words = '',
) {
    $findings = Judged::findings($rule, World::situation($unit, $kit(), $otherwise, intent: $intent));

    expect(Judged::gravest($findings))->toBe($severity);
    if ($words !== '') {
        expect(Judged::said($findings))->toContain($words);
    }
})->with([
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
        ['slot.b.firmware.version' => null],
        'stop',
        'Read it in the bootloader',
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
    'verification without its image' => [
        'LAYOUT-4',
        Intent::Kernel,
        'SK-09',
        fn() => ['ferrule-15.1-becket.img'],
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
        [],
        'note',
        'system_ext of slot A',
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
