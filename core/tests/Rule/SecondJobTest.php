<?php

declare(strict_types=1);

use Tests\Support\Judged;
use Tests\Support\World;
use Tornavis\Core\Operation\Flash\Flash;
use Tornavis\Core\Operation\RestoreSet;
use Tornavis\Core\Phone\Backup;
use Tornavis\Core\Phone\BootCheck;
use Tornavis\Core\Phone\HeldSystem;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\Unit;
use Tornavis\Core\Plan\Plan;
use Tornavis\Core\Plan\Planner;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Intent;
use Tornavis\Core\Words\LossClass;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\RuleId;

/*
 * What a phone is planned for after something was done to it.
 */

it('takes an image of which nobody knows whose it is for no other build\'s', function (
    string $codename,
    array $images,
    bool $starts,
) {
    $unit = ['bowline' => 'SK-07', 'marl' => 'SK-06'][$codename];
    $slot = $codename === 'marl' ? '-' : 'a';
    $facts = ["slot.{$slot}.verification.on" => false, "slot.{$slot}.recovery.family" => 'Wicket'];
    foreach ($images as $partition => $owner) {
        $facts["slot.{$slot}.image.{$partition}"] = $owner;
    }
    $data = World::sheet($codename)->toArray();
    if ($codename === 'marl') {
        $data['partitions'][] = ['name' => 'dtbo', 'sizeBytes' => 8388608, 'perSlot' => false, 'startsSystem' => true];
    }
    $sheet = ModelSheet::fromArray($data, 'x');
    $obstacle = BootCheck::recoveryObstacle(World::unit($unit, $facts)->state(), $sheet, $slot);

    expect($obstacle === null)->toBe($starts);
})->with([
    'of one build' => ['bowline', ['boot' => 'new', 'dtbo' => 'new', 'vendor_boot' => 'Wicket'], true],
    'one of them unknown' => ['bowline', ['boot' => 'new', 'dtbo' => null, 'vendor_boot' => 'Wicket'], true],
    'all unknown' => ['bowline', ['boot' => null, 'dtbo' => null, 'vendor_boot' => null], true],
    'of two builds' => ['bowline', ['boot' => 'new', 'dtbo' => 'old', 'vendor_boot' => 'Wicket'], false],
    'of two builds, beside a recovery of its own partition' => ['marl', ['boot' => 'new', 'dtbo' => 'old'], true],
]);

/** A phone with a set of its system, with or without the data. */
function withSet(array $base, bool $data, array $facts = []): Unit
{
    $set = new Backup(
        'the set',
        $data ? [LossClass::Apps, LossClass::AppData] : [],
        'computer',
        '2026-09-01T10:00:00Z',
        Backup::RECOVERY,
        $base + ['encryption' => 'file'],
        system: true,
    );

    return World::unit(
        'SK-07',
        ['slot.a.recovery.family' => 'Wicket', 'slot.a.recovery.version' => '4.1'] + $facts,
    )->withBackup($set);
}

it('brings no system back under data that it cannot read', function (array $base, bool $data, string $severity) {
    $situation = new Situation(
        World::sheet('bowline'),
        withSet($base, $data),
        [],
        Intent::RestoreBackup,
        '2026-09-14T12:00:00Z',
    );
    $starts = array_filter(
        Judged::findings('BACK-1', $situation),
        static fn(Finding $one): bool => str_contains($one->key, ':starts/'),
    );

    expect(Judged::gravest(array_values($starts)))->toBe($severity);
})->with([
    'of another family, without data' => [['family' => 'Driftglass', 'buildId' => 'driftglass-1'], false, 'stop'],
    'of the same family, without data' => [['family' => 'Ostrand Deck', 'buildId' => 'deck-1'], false, 'silent'],
    'of another family, with its data' => [['family' => 'Driftglass', 'buildId' => 'driftglass-1'], true, 'silent'],
]);

it('forgets nothing of the build that is there when that very build comes back', function (string $build, bool $keeps) {
    $unit = withSet(['family' => 'Ostrand Deck', 'buildId' => $build], false);
    $state = $unit->state();
    $effects = (new RestoreSet($unit->backups[array_key_last($unit->backups)], 'card'))->effects(
        $state,
        World::sheet('bowline'),
    );
    $after = $state->with($effects);

    expect($after->text('slot.a.os.patchLevel') !== null)
        ->toBe($keeps)
        ->and($after->text('slot.a.os.buildId'))
        ->toBe($build)
        ->and(State::of(...$unit->facts)->text('slot.a.os.patchLevel'))
        ->not->toBeNull();
})->with([['deck-14.0.8-of301', true], ['deck-13.1.2-of301', false]]);

it('knows of a system that comes back what was known of it when the set was made', function (
    array $held,
    array $knows,
) {
    $of = static fn(array $with): Backup => new Backup(
        'the set',
        [],
        'computer',
        '2026-09-01T10:00:00Z',
        Backup::RECOVERY,
        ['family' => 'Driftglass', 'buildId' => 'driftglass-1', 'encryption' => 'file'],
        system: true,
        held: $with,
    );
    $written = World::unit('SK-07')->withBackup($of($held))->toArray();
    $read = Unit::fromArray(json_decode(json_encode($written), true), 'x')->backups;
    $facts = ['slot.a.os.services' => 'Larder mini 15', 'slot.a.root' => 'Latchkey 4.2'];
    $state = World::unit('SK-07', $facts + ['slot.a.recovery.family' => 'Wicket'])->state();
    $effects = (new RestoreSet($read[array_key_last($read)], 'card'))->effects($state, World::sheet('bowline'));

    expect(array_intersect_key($effects, $knows))->toEqualCanonicalizing($knows);
})->with([
    'nothing was written down' => [
        [],
        [
            'slot.a.os.services' => null,
            'slot.a.root' => null,
            'slot.a.recovery.family' => null,
            'slot.a.recovery.abilities' => null,
            'slot.a.os.patchLevel' => null,
        ],
    ],
    'it was' => [
        HeldSystem::of(
            State::of()->with([
                'slot.b.os.services' => 'none',
                'slot.b.os.patchLevel' => '2026-08-01',
                'slot.b.recovery.family' => 'Corbie',
                'slot.b.recovery.abilities' => ['backup'],
            ]),
            'b',
        ),
        [
            'slot.a.os.services' => 'none',
            'slot.a.root' => null,
            'slot.a.recovery.family' => 'Corbie',
            'slot.a.recovery.abilities' => ['backup'],
            'slot.a.os.patchLevel' => '2026-08-01',
        ],
    ],
]);

it('writes no firmware under a system that needs newer', function (?string $needs, string $severity) {
    $situation = World::situation(
        'SK-07',
        ['firmware-5.2.8-bowline.zip'],
        ['slot.a.os.firmwareMin' => $needs, 'slot.b.firmware.version' => '5.2.8'],
        intent: Intent::Base,
    );
    $stays = array_filter(
        Judged::findings('BASE-1', $situation),
        static fn(Finding $one): bool => str_contains($one->key, ':stays/'),
    );

    expect(Judged::gravest(array_values($stays)))->toBe($severity);
})->with([['5.2.11', 'stop'], ['5.2.8', 'silent'], [null, 'silent']]);

it('takes no version of an OS for that of its firmware', function (array $facts, ?string $firmware) {
    $bundle = World::altered('hull-13.0-becket-eu.zip', $facts);
    $unit = World::unit('SK-09');
    $effects = Flash::of($bundle, ['modem'], 'a', Mode::Bootloader)->effects($unit->state(), World::sheet('becket'));

    expect($effects)->toHaveKey('slot.a.firmware.version')->and($effects['slot.a.firmware.version'])->toBe($firmware);
})->with(['stated on its card' => [[], '13.0'], 'not stated' => [['bringsFirmware' => null], null]]);

it('looks at the room for a recovery before it is written', function (int $bytes, string $severity) {
    $data = World::sheet('bowline')->toArray();
    foreach ($data['partitions'] as $index => $row) {
        if ($row['name'] === 'vendor_boot') {
            $data['partitions'][$index]['sizeBytes'] = $bytes;
        }
    }
    $of = World::situation('SK-07', World::DRIFTGLASS);
    $sheet = ModelSheet::fromArray($data, 'x');
    $situation = new Situation($sheet, $of->unit, $of->kit, $of->intent, $of->at);
    $room = array_filter(
        Judged::findings('LAYOUT-1', $situation),
        static fn(Finding $one): bool => str_contains($one->key, 'wicket'),
    );

    expect(Judged::gravest(array_values($room)))->toBe($severity);
})->with([[8192, 'stop'], [67108864, 'silent']]);

it('has a way out of every stop and every question', function (string $label, Intent $intent) {
    foreach ([[], World::DRIFTGLASS, [Judged::GENERIC]] as $kit) {
        $plan = Planner::plan(World::situation($label, $kit, ['battery.condition' => 'swollen'], intent: $intent));
        foreach ($plan->findings as $finding) {
            $isOpen = in_array($finding->severity->value, ['stop', 'settle'], true);
            expect(!$isOpen || $finding->remedy !== null)->toBeTrue("{$finding->key}: {$finding->reason}");
        }
    }
})
    ->with(['SK-01', 'SK-06', 'SK-07', 'SK-11', 'SK-13'])
    ->with(Intent::cases());

it('leaves a trial beside alone where the data stays', function (array $kit, Intent $intent) {
    $phone = ['trial.family' => 'Lamplight', 'slot.a.recovery.family' => 'Wicket', 'slot.a.recovery.version' => '4.1'];
    $without = Planner::plan(World::situation('SK-07', $kit, array_slice($phone, 1), intent: $intent));
    $with = Planner::plan(World::situation('SK-07', $kit, $phone, intent: $intent));
    $keys = static fn(Plan $plan): array => array_map(static fn(Finding $one): string => $one->key, $plan->findings);

    expect($keys($with))->toBe($keys($without))->and($with->end->text('trial.family'))->toBe('Lamplight');
})->with([
    'an add-on' => [['latchkey-4.2.zip'], Intent::AddOn],
    'a backup' => [[], Intent::BackUp],
]);

it('names the two facts about a phone that cannot both be true', function (
    string $writtenBy,
    bool $empty,
    bool $names,
) {
    $facts = ['data.writtenBy' => $writtenBy, 'data.empty' => $empty, 'slot.a.recovery.family' => 'Wicket'];
    $facts['slot.a.recovery.abilities'] = ['sideload', 'decrypt', 'metadata', 'backup'];
    $plan = Planner::plan(World::situation('SK-07', [], $facts, intent: Intent::BackUp));
    $proof = array_filter($plan->findings, static fn(Finding $one): bool => $one->rule === RuleId::Proof);
    $says = Judged::said(array_values($proof));

    expect(str_contains($says, "data that {$writtenBy} has written"))->toBe($names);
})->with([
    'of another system' => ['Driftglass', false, true],
    'of the same system' => ['Ostrand Deck', false, false],
]);
