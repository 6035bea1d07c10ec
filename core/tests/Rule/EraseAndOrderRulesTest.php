<?php

declare(strict_types=1);

use Tests\Support\Judged;
use Tests\Support\World;
use Tornavis\Core\Words\Intent;

it('judges', Judged::expectation())->with([
    'encryption switched off by choice' => [
        'ERASE-8',
        Intent::Fresh,
        'SK-02',
        fn() => [...Judged::CARRICK, 'plainvault-2.0.zip'],
        [],
        'mind',
        'Whoever finds the phone',
    ],
    'encryption switched off on a model that needs it' => [
        'ERASE-8',
        Intent::Fresh,
        'SK-07',
        fn() => [...World::SALTERN, 'plainvault-2.0.zip'],
        [],
        'stop',
        'Leave it out',
    ],
    'encryption switched off over data that is there' => [
        'ERASE-8',
        Intent::UpdateInPlace,
        'SK-06',
        fn() => [Judged::MARL, 'plainvault-2.0.zip'],
        [],
        'stop',
        'plan a fresh install',
    ],
    'encryption left as it is' => ['ERASE-8', Intent::Fresh, 'SK-02', fn() => Judged::CARRICK, [], 'silent'],
    'two add-ons that each want the other first' => [
        'ORDER-3',
        Intent::AddOn,
        'SK-06',
        fn() => [
            World::altered('latchkey-4.2.zip', ['after' => ['fix']]),
            World::altered('radio-fix-1-becket.zip', ['after' => ['root']]),
        ],
        [],
        'stop',
        'latchkey-4.2.zip asks for radio-fix-1-becket.zip first, radio-fix-1-becket.zip asks for latchkey-4.2',
    ],
    'three in a circle' => [
        'ORDER-3',
        Intent::AddOn,
        'SK-06',
        fn() => [
            World::altered('latchkey-4.2.zip', ['after' => ['radio-fix-1-becket.zip']]),
            World::altered('radio-fix-1-becket.zip', ['after' => ['larder-mini-14-arm64.zip']]),
            World::altered('larder-mini-14-arm64.zip', ['after' => ['latchkey-4.2.zip']]),
        ],
        [],
        'stop',
        'radio-fix-1-becket.zip asks for larder-mini-14-arm64.zip first, larder-mini-14-arm64.zip asks for latchkey',
    ],
    'two add-ons in an order' => [
        'ORDER-3',
        Intent::AddOn,
        'SK-06',
        fn() => ['latchkey-4.2.zip', World::altered('radio-fix-1-becket.zip', ['after' => ['root']])],
        [],
        'silent',
    ],
]);
