<?php

declare(strict_types=1);

use Tests\Support\Judged;
use Tests\Support\World;
use Tornavis\Core\Words\Intent;

it('judges', Judged::expectation())->with([
    'one of each kind' => ['KIT-2', Intent::Recovery, 'SK-02', fn() => ['wicket-4.1-carrick.img'], [], 'silent'],
    'no recovery where one is wanted' => [
        'KIT-2',
        Intent::Recovery,
        'SK-02',
        fn() => [],
        [],
        'stop',
        'Add the recovery',
    ],
    'two recoveries where one is wanted' => [
        'KIT-2',
        Intent::Recovery,
        'SK-06',
        fn() => ['lychgate-2.2-marl.img', 'wicket-4.1-carrick.img'],
        [],
        'stop',
        'Leave all but one out',
    ],
    'two services bundles beside a build' => [
        'KIT-2',
        Intent::Fresh,
        'SK-07',
        fn() => [...World::DRIFTGLASS, 'larder-mini-14-arm64.zip'],
        [],
        'stop',
        'last one would take the place',
    ],
    'no add-on where one is wanted' => [
        'KIT-2',
        Intent::AddOn,
        'SK-06',
        fn() => [],
        [],
        'stop',
        'services bundle, fix',
    ],
    'a boot image as an add-on' => [
        'KIT-2',
        Intent::AddOn,
        'SK-09',
        fn() => ['ferrule-15.1-becket.img'],
        [],
        'stop',
        'open a job for a kernel',
    ],
    'no second system to remove' => [
        'KIT-2',
        Intent::RemoveSecond,
        'SK-05',
        fn() => ['remove-second-3-splice.zip'],
        ['second.family' => null],
        'stop',
        'nothing to remove',
    ],
    'a second system to remove' => [
        'KIT-2',
        Intent::RemoveSecond,
        'SK-05',
        fn() => ['remove-second-3-splice.zip'],
        [],
        'silent',
    ],
    'a build where none goes in' => [
        'KIT-2',
        Intent::AddOn,
        'SK-06',
        fn() => [Judged::MARL, 'latchkey-4.2.zip'],
        [],
        'mind',
        'puts no build in',
    ],
    'a file that no step uses' => [
        'KIT-2',
        Intent::Fresh,
        'SK-06',
        fn() => [Judged::MARL, 'identity-SK-01.img'],
        [],
        'mind',
        'no step for files of this kind',
    ],
]);
