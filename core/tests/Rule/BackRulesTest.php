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
    'a set that fits' => ['BACK-1', Intent::RestoreBackup, 'SK-13', fn() => [], [], 'clear', '"before the update"'],
    'a set of another encryption' => [
        'BACK-1',
        Intent::RestoreBackup,
        'SK-13',
        fn() => [],
        ['data.encryption' => 'none'],
        'stop',
        'encryption disk',
    ],
    'a set of another firmware generation' => [
        'BACK-1',
        Intent::RestoreBackup,
        'SK-13',
        fn() => [],
        ['slot.-.firmware.version' => 'OF100-3.0'],
        'stop',
        'firmware OF100-2.8',
    ],
    'only plain copies' => [
        'BACK-1',
        Intent::RestoreBackup,
        'SK-02',
        fn() => [],
        [],
        'stop',
        'copy them back in the running system',
    ],
    'no backup at all' => ['BACK-1', Intent::RestoreBackup, 'SK-06', fn() => [], [], 'stop', 'no backup is recorded'],
    'a restore that nobody wants' => ['BACK-1', Intent::Fresh, 'SK-13', fn() => [Judged::MARL], [], 'silent'],
    'the bundle for this region' => [
        'BACK-2',
        Intent::BackToStock,
        'SK-09',
        fn() => ['hull-13.0-becket-eu.zip'],
        ['variant.model' => 'NK-4 EU'],
        'mind',
        'Bundle and phone are of the same region',
    ],
    'the bundle for another region' => [
        'BACK-2',
        Intent::BackToStock,
        'SK-09',
        fn() => ['hull-13.0-becket-eu.zip'],
        ['variant.model' => 'NK-4 IN'],
        'stop',
        'radio law',
    ],
    'a regional bundle for nobody knows which model' => [
        'BACK-2',
        Intent::BackToStock,
        'SK-09',
        fn() => ['hull-13.0-becket-eu.zip'],
        ['variant.model' => 'NK-9'],
        'settle',
        'enter it',
    ],
    'no bundle' => ['BACK-2', Intent::BackToStock, 'SK-09', fn() => [], [], 'stop', 'Add the stock bundle for becket'],
    'half a bundle' => [
        'BACK-2',
        Intent::BackToStock,
        'SK-09',
        fn() => [World::altered('hull-13.0-becket-eu.zip', ['writes' => ['boot', 'dtbo']])],
        ['variant.model' => 'NK-4 EU'],
        'stop',
        'lacks',
    ],
    'a bundle that would leave partitions of the new layout behind' => [
        'BACK-2',
        Intent::BackToStock,
        'SK-11',
        fn() => [World::altered('hull-11.1.2-prusik.zip', ['writes' => ['boot', 'dtbo', 'system', 'vendor']])],
        [],
        'stop',
        'lacks product',
    ],
    'a bundle with all of them' => [
        'BACK-2',
        Intent::BackToStock,
        'SK-11',
        fn() => ['hull-11.1.2-prusik.zip'],
        [],
        'mind',
        'every image that a start needs',
    ],
    'the bootloader stays as it is' => [
        'BACK-2',
        Intent::BackToStock,
        'SK-09',
        fn() => ['hull-13.0-becket-eu.zip'],
        ['variant.model' => 'NK-4 EU'],
        'mind',
        'Lock it again only after',
    ],
    'a phone whose systems are half written or none' => [
        'BACK-3',
        Intent::BringBack,
        'SK-07',
        fn() => [],
        Judged::DEAD,
        'stop',
        'was written only in part',
    ],
    'a phone left in its bootloader' => [
        'BACK-3',
        Intent::BringBack,
        'SK-07',
        fn() => [],
        ['mode' => 'bootloader'],
        'clear',
        'A restart is enough: it starts with its data',
    ],
    'a phone whose other slot starts' => [
        'BACK-3',
        Intent::BringBack,
        'SK-07',
        fn() => [],
        ['mode' => 'bootloader', 'slot.active' => 'b', 'slot.b.os.state' => 'incomplete'],
        'clear',
        'in slot A',
    ],
    'a phone that holds no system' => [
        'BACK-3',
        Intent::BringBack,
        'SK-07',
        fn() => [],
        ['mode' => 'recovery', 'slot.a.os.state' => 'incomplete', 'slot.b.os.state' => 'none'],
        'stop',
        'a build has to go in',
    ],
    'a phone in its system' => ['BACK-3', Intent::BringBack, 'SK-07', fn() => [], [], 'stop', 'nothing to bring back'],
]);
