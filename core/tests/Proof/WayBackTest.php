<?php

declare(strict_types=1);

use Tests\Support\World;
use Tornavis\Core\Phone\WayBack;
use Tornavis\Core\Sequence\Tracks;

/** @param array<string, mixed> $otherwise */
function wayBackFrom(array $otherwise): WayBack
{
    return WayBack::from(World::unit('SK-07', $otherwise)->state(), World::sheet('bowline'));
}

it('says what the phone is left with, and the shortest way to one that starts', function (
    array $otherwise,
    string $level,
    string $words,
) {
    $way = wayBackFrom($otherwise);

    expect($way->level)->toBe($level)->and($way->text)->toContain($words)->and($way->seconds)->toBeGreaterThan(0);
})->with([
    'as it came' => [[], WayBack::FREE, 'Restart into the system: Ostrand Deck starts with its data.'],
    'the other slot active and foreign' => [
        ['slot.active' => 'b', 'slot.b.image.boot' => 'another build'],
        WayBack::FREE,
        'Make slot A active in the bootloader and restart: Ostrand Deck starts with its data.',
    ],
    'the data erased' => [
        ['data.empty' => true, 'data.writtenBy' => null],
        WayBack::DATA_GONE,
        'Ostrand Deck starts with empty data.',
    ],
    'no system, a recovery in the active slot' => [
        ['slot.a.os.state' => 'incomplete', 'slot.b.os.state' => 'none', 'slot.a.recovery.family' => 'Wicket'],
        WayBack::NO_SYSTEM,
        'The recovery in slot A does: enter it and send the build again.',
    ],
    'no system, a recovery in the other slot' => [
        ['slot.a.os.state' => 'incomplete', 'slot.b.os.state' => 'none', 'slot.b.recovery.family' => 'Wicket'],
        WayBack::NO_SYSTEM,
        'The recovery in slot B does',
    ],
    'neither system nor recovery' => [
        ['slot.a.os.state' => 'incomplete', 'slot.b.os.state' => 'none'],
        WayBack::NO_SYSTEM,
        'The bootloader does: write the recovery again',
    ],
    'data that no slot can read' => [
        ['data.writtenBy' => 'Saltern', 'slot.b.recovery.family' => 'Wicket'],
        WayBack::NO_SYSTEM,
        'No system starts now.',
    ],
]);

it('knows the worse of two', function () {
    $free = wayBackFrom([]);
    $empty = wayBackFrom(['data.empty' => true]);
    $none = wayBackFrom(['slot.a.os.state' => 'none', 'slot.b.os.state' => 'none']);

    expect($none->worseThan($empty))
        ->toBeTrue()
        ->and($empty->worseThan($free))
        ->toBeTrue()
        ->and($free->worseThan($empty))
        ->toBeFalse()
        ->and($free->worseThan($free))
        ->toBeFalse();
});

it('draws tracks in which every step has a segment, and changes where the state changes', function () {
    $plan = World::plan('SK-04', [...World::SALTERN, World::FIRMWARE]);
    $count = count($plan->steps);
    foreach ($plan->tracks as $track) {
        $covered = [];
        foreach ($track['segments'] as $segment) {
            array_push($covered, ...range($segment['from'], $segment['to']));
        }
        expect($covered)->toBe(range(1, $count), $track['track']);
    }
    $labels = array_column($plan->tracks, 'segments', 'track');

    expect(array_keys($labels))
        ->toBe(['Slot A', 'Slot B', 'Data'])
        ->and(array_column($labels['Data'], 'label'))
        ->toBe(['written by Ostrand Deck, file encryption', 'erased', 'written by Saltern, file encryption'])
        ->and(array_column($labels['Data'], 'tone'))
        ->toBe(['plain', 'erased', 'new'])
        ->and(array_column($labels['Slot B'], 'label')[1])
        ->toBe('Ostrand Deck 13 · firmware 5.2.11 · starts')
        ->and(array_column($labels['Slot A'], 'tone'))
        ->toBe(['plain', 'new']);
});

it('draws one track for a phone with one slot, and says what is unknown', function () {
    $sheet = World::sheet('carrick');
    $state = World::unit('SK-07', ['data.writtenBy' => null])->state();
    $tracks = Tracks::of([$state, $state], $sheet);

    expect(array_column($tracks, 'track'))
        ->toBe(['System', 'Data'])
        ->and($tracks[0]['segments'][0]['label'])
        ->toBe('no system · firmware unknown · does not start')
        ->and($tracks[1]['segments'][0]['label'])
        ->toBe('unknown');
});
