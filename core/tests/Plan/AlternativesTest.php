<?php

declare(strict_types=1);

use Tests\Support\World;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Plan\Alternatives;
use Tornavis\Core\Plan\Planner;
use Tornavis\Core\Plan\Verdict;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Intent;
use Tornavis\Core\Words\PackageKind;

/*
 * What one change makes a blocked plan possible.
 */

/** @return list<Alternatives> */
function ways(string $unit, array $kit, array $shelf, Intent $intent = Intent::Fresh, array $otherwise = []): array
{
    $sheet = World::sheet(World::unit($unit)->codename);

    return Alternatives::of(
        new Situation(
            $sheet,
            World::unit($unit, $otherwise),
            array_map(World::package(...), $kit),
            $intent,
            '2026-09-14T12:00:00Z',
            shelf: array_map(World::package(...), $shelf),
        ),
    );
}

it('names the change that helps', function (
    string $unit,
    array $kit,
    array $shelf,
    Intent $intent,
    array $otherwise,
    string $words,
) {
    expect(
        array_map(static fn(Alternatives $one): string => $one->words, ways($unit, $kit, $shelf, $intent, $otherwise)),
    )->toContain($words);
})->with([
    'the firmware that is missing' => [
        'SK-04',
        World::SALTERN,
        ['firmware-5.2.11-bowline.zip', 'firmware-5.2.8-bowline.zip', 'larder-mini-15-arm64.zip'],
        Intent::Fresh,
        [],
        'Add Ostrand firmware 5.2.11',
    ],
    'services for the right release' => [
        'SK-07',
        [...array_slice(World::DRIFTGLASS, 0, 4), 'larder-mini-14-arm64.zip'],
        ['larder-mini-15-arm64.zip'],
        Intent::Fresh,
        [],
        'Larder mini 15 instead of Larder mini 14',
    ],
    'a file that is one too many' => [
        'SK-07',
        [...World::DRIFTGLASS, 'larder-mini-14-arm64.zip'],
        [],
        Intent::Fresh,
        [],
        'Leave Larder mini 14 out',
    ],
    'a build anew where no system starts any more' => [
        'SK-07',
        ['larder-mini-15-arm64.zip'],
        World::SALTERN,
        Intent::AddOn,
        [
            'mode' => 'recovery',
            'slot.a.os.state' => 'incomplete',
            'slot.a.recovery.family' => 'Wicket',
            'slot.a.recovery.version' => '4.1',
            'slot.a.recovery.abilities' => ['sideload'],
        ],
        'Saltern 15.2 anew',
    ],
    'another wish' => ['SK-07', World::SALTERN, [], Intent::UpdateInPlace, [], 'Fresh install instead'],
]);

it('offers only what is possible when it is planned, the cheapest first', function () {
    $ways = ways('SK-04', World::SALTERN, ['firmware-5.2.11-bowline.zip', 'driftglass-15.1-20260820-bowline.zip']);
    $cost = array_map(
        static fn(Alternatives $one): array => [$one->intent !== Intent::Fresh, $one->losses, $one->seconds],
        $ways,
    );
    $sorted = $cost;
    sort($sorted);

    expect($ways)->not->toBe([])->and($cost)->toBe($sorted);
    foreach ($ways as $way) {
        $plan = Planner::plan(
            new Situation(
                World::sheet('bowline'),
                World::unit('SK-04'),
                $way->kit,
                $way->intent,
                '2026-09-14T12:00:00Z',
            ),
        );
        expect($plan->verdict->level)->not->toBe(Verdict::STOP, $way->words);
    }
});

it('proposes no build anew to a phone whose system starts', function () {
    expect(
        array_filter(
            ways('SK-07', ['larder-mini-14-arm64.zip'], World::SALTERN, Intent::AddOn),
            static fn(Alternatives $one): bool => $one->intent === Intent::Fresh,
        ),
    )->toBe([]);
});

it('has none for a plan that is not blocked, and none where no single change helps', function () {
    expect(ways('SK-07', World::SALTERN, ['larder-mini-15-arm64.zip']))
        ->toBe([])
        ->and(
            array_filter(
                ways('SK-07', World::SALTERN, [], Intent::Fresh, ['bootloader.unlocked' => false]),
                static fn(Alternatives $one): bool => array_filter(
                    $one->kit,
                    static fn(Package $p): bool => $p->kind() === PackageKind::Build,
                ) !== [],
            ),
        )
        ->toBe([]);
});
