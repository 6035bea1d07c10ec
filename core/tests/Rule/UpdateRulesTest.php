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
    'an update of the same family by the same keys' => [
        'UPDATE-1',
        Intent::UpdateInPlace,
        'SK-06',
        fn() => [Judged::MARL],
        [],
        'clear',
        '9.3 → 9.4',
    ],
    'an update by other keys' => [
        'UPDATE-1',
        Intent::UpdateInPlace,
        'SK-06',
        fn() => [Judged::MARL],
        ['slot.-.os.signer' => str_repeat('ab', 32)],
        'stop',
        'other keys',
    ],
    'an update where nobody knows the keys' => [
        'UPDATE-1',
        Intent::UpdateInPlace,
        'SK-06',
        fn() => [Judged::MARL],
        ['slot.-.os.signer' => null],
        'settle',
        'agree if both come from there',
    ],
    'an update of another family' => [
        'UPDATE-1',
        Intent::UpdateInPlace,
        'SK-06',
        fn() => [Judged::MARL],
        ['slot.-.os.family' => 'Driftglass'],
        'stop',
        'fresh install',
    ],
    'an update of nobody knows what' => [
        'UPDATE-1',
        Intent::UpdateInPlace,
        'SK-06',
        fn() => [Judged::MARL],
        ['slot.-.os.family' => null],
        'settle',
    ],
    'an update to something older' => [
        'UPDATE-1',
        Intent::UpdateInPlace,
        'SK-06',
        fn() => [Judged::MARL],
        ['slot.-.os.version' => '9.5'],
        'stop',
        'older build',
    ],
    'the same version again' => [
        'UPDATE-1',
        Intent::UpdateInPlace,
        'SK-06',
        fn() => [Judged::MARL],
        ['slot.-.os.version' => '9.4'],
        'clear',
        'same version again',
    ],
    'a fresh install over other keys' => [
        'UPDATE-1',
        Intent::Fresh,
        'SK-06',
        fn() => [Judged::MARL],
        ['slot.-.os.signer' => str_repeat('ab', 32)],
        'silent',
    ],
    'five months of fixes' => [
        'UPDATE-2',
        Intent::UpdateInPlace,
        'SK-06',
        fn() => [Judged::MARL],
        [],
        'note',
        'worth an evening',
    ],
    'one month of fixes' => [
        'UPDATE-2',
        Intent::UpdateInPlace,
        'SK-06',
        fn() => [Judged::MARL],
        ['slot.-.os.patchLevel' => '2025-05-01'],
        'note',
        'at the phone anyway',
    ],
    'no newer fixes in a newer version' => [
        'UPDATE-2',
        Intent::UpdateInPlace,
        'SK-06',
        fn() => [Judged::MARL],
        ['slot.-.os.patchLevel' => '2025-06-01'],
        'note',
        'only worth it for something that it mends',
    ],
    'nothing new at all' => [
        'UPDATE-2',
        Intent::UpdateInPlace,
        'SK-06',
        fn() => [Judged::MARL],
        ['slot.-.os.patchLevel' => '2025-06-01', 'slot.-.os.version' => '9.4'],
        'note',
        'not worth the risk',
    ],
    'a root package that the update takes out' => [
        'UPDATE-2',
        Intent::UpdateInPlace,
        'SK-06',
        fn() => [Judged::MARL],
        ['slot.-.root' => 'Latchkey 4.2'],
        'mind',
        'Add Latchkey 4.2',
    ],
    'a root package that goes in again' => [
        'UPDATE-2',
        Intent::UpdateInPlace,
        'SK-06',
        fn() => [Judged::MARL, 'latchkey-4.2.zip'],
        ['slot.-.root' => 'Latchkey 4.2'],
        'note',
        'goes in again',
    ],
]);
