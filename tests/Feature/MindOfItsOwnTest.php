<?php

declare(strict_types=1);

use Tests\Support\Judged;
use Tests\Support\World;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Plan\Gate;
use Tornavis\Core\Plan\Planner;
use Tornavis\Core\Situation\Answers;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Intent;

/*
 * What the simulated phone contradicted, each with a sibling that is in order.
 */

it('asks about services that would come into a system which was set up without', Judged::expectation())->with([
    'without' => [
        'FIT-6',
        Intent::UpdateInPlace,
        'SK-07',
        fn() => [...World::SALTERN, 'larder-mini-15-arm64.zip'],
        ['slot.a.os.services' => 'none'],
        'settle',
        'do not get their rights',
    ],
    'with some' => [
        'FIT-6',
        Intent::UpdateInPlace,
        'SK-07',
        fn() => [...World::SALTERN, 'larder-mini-15-arm64.zip'],
        ['slot.a.os.services' => 'Larder mini 14'],
        'mind',
    ],
    'without, over empty data' => [
        'FIT-6',
        Intent::Fresh,
        'SK-07',
        fn() => [...World::SALTERN, 'larder-mini-15-arm64.zip'],
        ['slot.a.os.services' => 'none'],
        'mind',
    ],
]);

it('updates in place only where the build mounts the data as it is', Judged::expectation())->with([
    'the same file system' => [
        'UPDATE-1',
        Intent::UpdateInPlace,
        'SK-06',
        fn() => [World::altered(Judged::MARL, ['fileSystem' => 'ext4'])],
        ['data.fileSystem' => 'ext4', 'slot.-.os.signer' => Judged::LAMPLIGHT_KEY],
        'clear',
    ],
    'another' => [
        'UPDATE-1',
        Intent::UpdateInPlace,
        'SK-06',
        fn() => [World::altered(Judged::MARL, ['fileSystem' => 'f2fs'])],
        ['data.fileSystem' => 'ext4', 'slot.-.os.signer' => Judged::LAMPLIGHT_KEY],
        'stop',
        'Changing the file system takes the data',
    ],
    'unknown' => [
        'UPDATE-1',
        Intent::UpdateInPlace,
        'SK-06',
        fn() => [World::altered(Judged::MARL, ['fileSystem' => 'f2fs'])],
        ['data.fileSystem' => null, 'slot.-.os.signer' => Judged::LAMPLIGHT_KEY],
        'settle',
    ],
]);

/** Whether a bundle for becket on a phone whose sheet says so or is of that name needs a person's word. */
function bundleSeverity(string $codename, array $aliases): string
{
    $sheet = World::sheet('becket')->toArray();
    $unit = World::unit('SK-09');
    $situation = new Situation(
        ModelSheet::fromArray(['codename' => $codename, 'aliases' => $aliases] + $sheet),
        $unit->withCodename($codename),
        [World::package('hull-13.0-becket-eu.zip')],
        Intent::BackToStock,
        '2026-09-14T12:00:00Z',
    );

    return Judged::gravest(Judged::findings('FIT-1', $situation));
}

it('asks before a bundle goes on a phone that only its sheet calls alike', function () {
    expect(bundleSeverity('becket', []))
        ->toBe('clear')
        ->and(bundleSeverity('grommet', ['becket']))
        ->toBe('settle')
        ->and(bundleSeverity('grommet', []))
        ->toBe('stop');
});

it('says at the gate of an erase that what nobody listed goes too, and a signed-in account stays', function () {
    $holds = [];
    foreach (World::unit('SK-07')->facts as $fact) {
        if (str_starts_with($fact->name, 'data.holds.')) {
            $holds[$fact->name] = false;
        }
    }
    foreach ([[], $holds] as $otherwise) {
        $situation = World::situation('SK-07', World::SALTERN, $otherwise);
        $keys = array_column(Planner::plan($situation)->toArray()['findings'], 'key');
        $plan = Planner::plan($situation->with(answers: Answers::toEverything($keys)));
        $gates = implode(' ', array_map(static fn($step): string => (string) $step->gate, $plan->steps));
        expect($gates)->toContain(trim(Gate::UNLISTED))->toContain(trim(Gate::ACCOUNT));
    }
});

it('says where the phone starts in the end from firmware of another region', function (?string $region, bool $says) {
    $situation = World::situation(
        'SK-07',
        [],
        [
            'mode' => 'bootloader',
            'slot.a.os.state' => 'incomplete',
            'slot.b.firmware.region' => $region,
            'data.encryption' => 'none',
        ],
        intent: Intent::BringBack,
    );
    $keys = array_column(Planner::plan($situation)->toArray()['findings'], 'key');

    expect(in_array('BASE-5:end', $keys, true))->toBe($says);
})->with([['EU', false], ['IN', true], [null, true]]);
