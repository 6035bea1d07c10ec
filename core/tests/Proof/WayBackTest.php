<?php

declare(strict_types=1);

use Tests\Support\World;
use Tornavis\Core\Operation\EnterByKeys;
use Tornavis\Core\Operation\Operation;
use Tornavis\Core\Operation\Reboot;
use Tornavis\Core\Phone\AtHand;
use Tornavis\Core\Phone\BootCheck;
use Tornavis\Core\Phone\WayBack;
use Tornavis\Core\Plan\Step;
use Tornavis\Core\Sequence\Tracks;
use Tornavis\Core\Words\Mode;

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
    'a system that nobody has named' => [
        ['slot.a.os.family' => null, 'data.writtenBy' => null],
        WayBack::FREE,
        'Restart into the system: the one that is there starts with its data.',
    ],
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
        'The recovery in slot A does: enter it and install a build for this model.',
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

it('names what is at hand to bring it back with', function (array $otherwise, AtHand $hand, string $words) {
    $state = World::unit('SK-07', $otherwise)->state();

    expect(WayBack::from($state, World::sheet('bowline'), $hand)->text)->toContain($words);
})->with([
    'a build' => [
        ['slot.a.os.state' => 'incomplete', 'slot.b.os.state' => 'none', 'slot.a.recovery.family' => 'Wicket'],
        new AtHand(build: 'saltern.zip'),
        'enter it and send saltern.zip again',
    ],
    'a kernel and no build' => [
        ['slot.a.os.state' => 'incomplete', 'slot.b.os.state' => 'none', 'slot.a.recovery.family' => 'Wicket'],
        new AtHand(image: 'ferrule.img'),
        'write ferrule.img again, or the image that was there',
    ],
    'erased partitions and an empty layout' => [
        [
            'slot.a.os.state' => 'none',
            'slot.b.os.state' => 'none',
            'slot.a.layout' => 'erased',
            'slot.a.recovery.family' => 'Wicket',
        ],
        new AtHand(build: 'saltern.zip', emptyLayout: 'empty-super.img'),
        'write empty-super.img first. Then send saltern.zip.',
    ],
    'erased partitions and nothing' => [
        ['slot.a.os.state' => 'none', 'slot.b.os.state' => 'none', 'slot.a.layout' => 'erased'],
        new AtHand(),
        'write the maker\'s own bundle',
    ],
    'a system of the old layout' => [[], new AtHand(build: 'saltern.zip', layoutChanged: true), 'No system'],
    'something half written' => [[], new AtHand(again: 'Write it again.'), 'Write it again.'],
    'a kernel that has not started yet' => [
        ['slot.a.kernel.name' => 'Ferrule'],
        new AtHand(kernel: 'Ferrule'),
        'If it does not start with Ferrule, write the boot image of the installed build again.',
    ],
    'a kernel that is there already' => [
        ['slot.a.kernel.name' => 'Older'],
        new AtHand(kernel: 'Ferrule'),
        'starts with its data.',
    ],
    'a recovery' => [
        ['slot.a.os.state' => 'none', 'slot.b.os.state' => 'none'],
        new AtHand(recovery: 'wicket.img'),
        'write wicket.img again',
    ],
]);

it('has firmware that was cut off written again before any restart', function () {
    $plan = World::plan('SK-04', [...World::SALTERN, World::FIRMWARE]);
    $steps = array_map(fn(Step $step): array => $step->toArray(), $plan->steps);
    $firmware = array_values(array_filter($steps, fn(array $one): bool => str_starts_with($one['title'], 'Firmware')));
    $others = array_filter($steps, fn(array $one): bool => !str_starts_with($one['title'], 'Firmware'));

    expect($firmware[0]['wayBackDuring']['text'])
        ->toContain('Do not restart')
        ->toContain(World::FIRMWARE)
        ->and($firmware[0]['wayBack']['text'])
        ->not->toContain('Do not restart')
        ->and(json_encode($others))
        ->not->toContain('Do not restart the phone. Write');
});

it('starts nothing again from firmware that was written only in part', function (string $slot, bool $isInUse) {
    $sheet = World::sheet('bowline');
    $state = World::situation('SK-07', World::SALTERN, [
        "slot.{$slot}.firmware.state" => 'incomplete',
        'mode' => 'recovery',
        'recovery.running' => ['sideload'],
    ])->state;
    $refused = array_map(static fn(Operation $one): bool => $one->refusals($state, $sheet) !== [], [
        new Reboot(Mode::Recovery, Mode::Bootloader),
        new Reboot(Mode::Recovery, Mode::System),
        new EnterByKeys(Mode::Recovery, Mode::Bootloader, []),
    ]);

    expect($refused)
        ->toBe([$isInUse, $isInUse, $isInUse])
        ->and((new Reboot(Mode::Recovery, Mode::Sideload))->refusals($state, $sheet))
        ->toBe([])
        ->and(str_contains(WayBack::from($state, $sheet)->text, 'Do not restart the phone'))
        ->toBe($isInUse);
})->with(['the slot in use' => ['a', true], 'the other slot' => ['b', false]]);

it('starts no old system between a change of the layout and the build', function () {
    $kit = ['lamplight-9.4-20250611-splice.zip', 'new-layout-1.0-splice.zip', 'sweep-1.1.zip'];
    $steps = array_map(
        fn(Step $step): array => $step->toArray(),
        World::plan('SK-05', $kit, ['card.present' => true, 'card.freeBytes' => 1 << 33])->steps,
    );
    $number = fn(string $word): int => array_values(
        array_filter($steps, fn(array $one): bool => str_contains(json_encode($one['parameters']), $word)),
    )[0]['number'] ?? 0;
    $changed = $number('new-layout');
    $installed = $number('lamplight-9.4');
    foreach ($steps as $step) {
        if ($step['number'] >= $changed && $step['number'] < $installed) {
            expect($step['wayBack']['level'])->toBe(WayBack::NO_SYSTEM, $step['title']);
        }
    }
    expect($changed)->toBeGreaterThan(0)->and($installed)->toBeGreaterThan($changed);
});

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
        ->toBe('Ostrand Deck 13 · firmware 5.2.11 · does not start')
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

it('starts no system whose release or patch level is older than what has used the data', function (
    array $differs,
    bool $starts,
) {
    $state = World::unit('SK-07')
        ->state()
        ->with(
            $differs + [
                'slot.a.os.release' => '14',
                'slot.a.os.patchLevel' => '2026-05-01',
                'data.encryption' => 'file',
            ],
        );

    expect(BootCheck::starts($state, World::sheet('bowline'), 'a'))->toBe($starts);
})->with([
    'the same' => [['data.writtenRelease' => '14', 'data.writtenPatchLevel' => '2026-05-01'], true],
    'a newer release' => [['data.writtenRelease' => '15'], false],
    'a newer patch level' => [['data.writtenPatchLevel' => '2026-06-01'], false],
    'newer, and not encrypted' => [['data.writtenRelease' => '15', 'data.encryption' => 'none'], true],
    'newer, and gone' => [['data.writtenRelease' => '15', 'data.empty' => true], true],
    'another signer' => [['data.writtenSigner' => 'aa', 'slot.a.os.signer' => 'bb'], false],
    'the same signer' => [['data.writtenSigner' => 'aa', 'slot.a.os.signer' => 'aa'], true],
    'nobody knows' => [[], true],
]);
