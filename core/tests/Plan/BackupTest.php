<?php

declare(strict_types=1);

use Tornavis\Core\Operation\FormatData;
use Tornavis\Core\Operation\RestoreSet;
use Tornavis\Core\Operation\TakeOff;
use Tornavis\Core\Operation\Wipe;
use Tornavis\Core\Phone\Backup;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\Unit;
use Tornavis\Core\Plan\Plan;
use Tornavis\Core\Plan\Planner;
use Tornavis\Core\Plan\Step;
use Tornavis\Core\Plan\Verdict;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Situation\Answers;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Tests\Fixture;
use Tornavis\Core\Words\BackupPart;
use Tornavis\Core\Words\Intent;
use Tornavis\Core\Words\LossClass;

/*
 * The two jobs around a backup set: it is made and taken off the phone, and it is brought back.
 */

const BACKS_UP = ['sideload', 'decrypt', 'backup'];

/**
 * A phone whose own recovery backs up, with room on the internal storage.
 *
 * @param  array<string, mixed>  $otherwise  facts
 * @param  list<Backup>  $backups
 */
function withSets(
    Intent $intent,
    array $otherwise = [],
    array $backups = [],
    Answers $answers = new Answers(),
    ?ModelSheet $sheet = null,
): Situation {
    $sheet ??= Fixture::oneSlot();
    $slot = $sheet->slots[0];
    $unit = Fixture::unit($sheet, [
        "slot.{$slot}.recovery.family" => 'Corbie',
        "slot.{$slot}.recovery.version" => '1.4',
        "slot.{$slot}.recovery.abilities" => BACKS_UP,
        'data.freeBytes' => 20 << 30,
        'data.holds.messages' => true,
        ...$otherwise,
    ]);

    return new Situation(
        $sheet,
        new Unit($unit->label, $unit->codename, $unit->facts, $backups),
        [],
        $intent,
        Fixture::AT,
        answers: $answers,
    );
}

/** @param array<string, string> $base what differs from the phone of the fixture, or is not recorded where it is '' */
function setOf(string $id, string $madeAt = '2025-12-01T10:00:00Z', array $base = [], mixed ...$more): Backup
{
    $all = ['family' => 'Quoin Base', 'release' => '14', 'firmware' => '3.1', 'encryption' => 'file', ...$base];
    $known = array_filter($all, static fn(string $value): bool => $value !== '');
    $classes = [LossClass::Apps, LossClass::Messages];

    return new Backup(
        ...[
            'id' => $id,
            'classes' => $classes,
            'place' => 'computer',
            'madeAt' => $madeAt,
            'kind' => Backup::RECOVERY,
            'base' => $known,
            ...$more,
        ],
    );
}

function foundOf(Plan $plan, string $key): ?Finding
{
    return array_values(array_filter($plan->findings, static fn(Finding $one): bool => $one->key === $key))[0] ?? null;
}

/** @return list<string> */
function titlesOf(Plan $plan): array
{
    return array_map(static fn(Step $step): string => $step->draft->operation->title(), $plan->steps);
}

it('makes a set, takes it off the phone and leaves the phone as it was', function () {
    $plan = Planner::plan(withSets(Intent::BackUp));

    expect($plan->verdict->level)
        ->toBe(Verdict::CLEAR)
        ->and(titlesOf($plan))
        ->toContain('Back up to the set "FX-1 2026-03-01"', 'Copy the set "FX-1 2026-03-01" to the computer')
        ->and(array_slice(titlesOf($plan), -2))
        ->toBe(['Restart into the system', 'Check build, slot, services and radio serial'])
        ->and($plan->end->list('sets.takenOff'))
        ->toBe(['FX-1 2026-03-01'])
        ->and($plan->end->flag('data.empty'))
        ->toBeFalse();
});

it('lays a set where it has room and the recovery can write', function (array $phone, string $severity, string $words) {
    $finding = foundOf(Planner::plan(withSets(Intent::BackUp, $phone)), 'BACK-4:room');

    expect($finding?->severity->value)
        ->toBe($severity)
        ->and("{$finding?->found} {$finding?->reason}")
        ->toContain($words);
})->with([
    'inside' => [[], 'clear', 'on the internal storage'],
    'on a card' => [['card.present' => true, 'card.freeBytes' => 30 << 30], 'clear', 'on the memory card'],
    'not on a full card' => [['card.present' => true, 'card.freeBytes' => 1 << 20], 'clear', 'on the internal storage'],
    'nowhere' => [['data.freeBytes' => 1 << 20], 'stop', 'none'],
    'where nobody knows the room' => [['data.freeBytes' => null], 'settle', 'not known'],
    'where nobody knows the size' => [['data.usedBytes' => null], 'settle', 'not known'],
]);

it('opens the data with a recovery that can', function (string $encryption, array $abilities, string $level) {
    $phone = ['data.encryption' => $encryption, 'slot.-.recovery.abilities' => $abilities];

    expect(Planner::plan(withSets(Intent::BackUp, $phone))->verdict->level)->toBe($level);
})->with([
    'file, and it cannot' => ['file', ['backup'], Verdict::STOP],
    'file, and it can' => ['file', ['backup', 'decrypt'], Verdict::CLEAR],
    'metadata, and it opens files alone' => ['metadata', ['backup', 'decrypt'], Verdict::STOP],
    'metadata, and it can' => ['metadata', ['backup', 'decrypt', 'metadata'], Verdict::CLEAR],
    'none' => ['none', ['backup'], Verdict::CLEAR],
]);

it('offers the identity of the radio until a backup of it lies off the phone', function () {
    $sheet = Fixture::oneSlot(['identityPartition' => 'modem']);
    $identity = new Backup('serials', [LossClass::RadioIdentity], 'computer', Fixture::AT, Backup::IDENTITY);
    $parts = static fn(array $backups, array $chosen = [], ?ModelSheet $of = null): array => array_map(
        static fn(BackupPart $part): string => $part->value,
        withSets(Intent::BackUp, [], $backups, new Answers(backUp: $chosen), $of ?? $sheet)->backUp->parts(),
    );

    expect($parts([]))
        ->toBe(['data', 'system', 'identity'])
        ->and($parts([$identity]))
        ->toBe(['data', 'system'])
        ->and($parts([$identity], [BackupPart::Identity]))
        ->toBe(['identity'])
        ->and($parts([], [], Fixture::oneSlot()))
        ->toBe(['data', 'system']);
});

it('backs up a phone that loops, and leaves it in its recovery', function () {
    $plan = Planner::plan(withSets(Intent::BackUp, ['mode' => 'boot-loop']));

    expect($plan->verdict->level)
        ->toBe(Verdict::CLEAR)
        ->and($plan->end->mode()?->value)
        ->toBe('recovery')
        ->and(titlesOf($plan))
        ->not->toContain('Restart into the system');
});

it('brings a set to the phone, wipes, and restores', function (string $place, array $titles) {
    $set = setOf('evening', place: $place);
    $agreed = new Answers(['BACK-1:since/evening'], [LossClass::ScreenLock]);
    $phone = [
        'card.present' => $place === 'card',
        'card.adopted' => false,
        'card.freeBytes' => 0,
        'data.holds.photos' => true,
    ];
    $plan = Planner::plan(withSets(Intent::RestoreBackup, $phone, [$set], $agreed));
    $work = array_slice(titlesOf($plan), array_search('Restart into the recovery', titlesOf($plan), true) + 2, -2);

    expect($plan->verdict->level)
        ->toBe(Verdict::CLEAR)
        ->and($work)
        ->toBe($titles)
        ->and($plan->end->flag('data.holds.apps'))
        ->toBeTrue()
        ->and($plan->end->flag('data.holds.photos'))
        ->toBeTrue()
        ->and($plan->end->text('data.fromSet'))
        ->toBe('evening');
})->with([
    'from the computer' => [
        'computer',
        ['Copy the set "evening" to the internal storage', 'Wipe data', 'Restore the backup "evening"'],
    ],
    'from the card' => ['card', ['Wipe data', 'Restore the backup "evening"']],
    'from the phone itself' => [
        'phone',
        ['Copy the set "evening" to the computer', 'Wipe data', 'Restore the backup "evening"'],
    ],
]);

/** The work on a set that comes back onto a formatted storage. */
const FORMATTED_FIRST = [
    'Format data',
    'Restart the recovery',
    'Copy the set "whole" to the internal storage',
    'Restore the backup "whole"',
];

it('formats before a whole set whose system does not get the keys of the data', function (
    array $base,
    array $phone,
    string $place,
    ?string $asked,
    array $titles,
) {
    $set = setOf('whole', base: $base, place: $place, system: true, bytes: 2 << 30);
    $plan = static fn(array $agreed): Plan => Planner::plan(
        withSets(
            Intent::RestoreBackup,
            ['slot.-.os.release' => '15', 'data.holds.photos' => true, ...$phone],
            [$set],
            new Answers(['BACK-1:since/whole', 'ORDER-5:root/-', ...$agreed], LossClass::cases()),
        ),
    );
    $agreed = $plan(['BACK-1:format/whole']);
    $all = titlesOf($agreed);
    $work = array_slice($all, array_search('Restart into the recovery', $all, true) + 2, -2);

    expect(foundOf($plan([]), 'BACK-1:format/whole')?->severity->value)
        ->toBe($asked)
        ->and($agreed->verdict->level)
        ->toBe(Verdict::CLEAR)
        ->and($work)
        ->toBe($titles)
        ->and($agreed->end->flag('data.holds.photos'))
        ->toBe($asked === null);
})->with([
    'an older release, from the computer' => [['release' => '14'], [], 'computer', 'settle', FORMATTED_FIRST],
    'an older release, onto a storage that was nearly full' => [
        ['release' => '14'],
        ['data.freeBytes' => 1 << 20],
        'computer',
        'settle',
        FORMATTED_FIRST,
    ],
    'an older release, from the phone' => [
        ['release' => '14'],
        [],
        'phone',
        'settle',
        ['Copy the set "whole" to the computer', ...FORMATTED_FIRST],
    ],
    'another system' => [['family' => 'Lintel'], [], 'computer', 'settle', FORMATTED_FIRST],
    'the same release' => [
        ['release' => '15'],
        [],
        'computer',
        null,
        ['Copy the set "whole" to the internal storage', 'Wipe data', 'Restore the backup "whole"'],
    ],
    'an older release, nothing encrypted' => [
        ['release' => '14', 'encryption' => 'none'],
        ['data.encryption' => 'none'],
        'computer',
        null,
        ['Copy the set "whole" to the internal storage', 'Wipe data', 'Restore the backup "whole"'],
    ],
]);

it('finds no set on the internal storage any more once that is formatted', function (
    Closure $erase,
    ?int $used,
    bool $lies,
) {
    $sheet = Fixture::oneSlot();
    $phone = ['locks.accounts' => false, 'slot.running' => '-', 'data.usedBytes' => $used];
    $set = setOf('whole', place: 'phone', system: true);
    $state = withSets(Intent::RestoreBackup, $phone, [$set])->state;
    $after = $state->with($erase()->effects($state, $sheet))->with(['storage.stale' => false]);
    $said = implode(' ', (new RestoreSet($set, 'internal'))->refusals($after, $sheet));
    $takes = implode(' ', (new TakeOff('whole', 'internal', null, isRecorded: true))->refusals($after, $sheet));

    expect(str_contains($said, 'does not lie on'))
        ->toBe(!$lies)
        ->and(str_contains($takes, 'does not lie on'))
        ->toBe(!$lies);
})->with([
    'a wipe' => [fn() => new Wipe(Wipe::DATA), 8 << 30, true],
    'a wipe, long after a format' => [fn() => new Wipe(Wipe::DATA), 0, true],
    'a format' => [fn() => new FormatData('ext4'), null, false],
]);

it('wants a recovery that opens the storage for a set that lies on the phone', function (array $can, string $is) {
    $set = setOf('whole', base: ['release' => '12'], place: 'phone', system: true);
    $phone = ['slot.-.os.release' => '15', 'slot.-.recovery.abilities' => $can, 'card.present' => false];
    $plan = Planner::plan(withSets(Intent::RestoreBackup, $phone, [$set]));

    expect(foundOf($plan, 'BACK-1:place')?->severity->value)->toBe($is);
})->with([[['backup', 'decrypt'], 'clear'], [['backup'], 'stop']]);

it('asks about what was made since the set, with its day and age', function (array $phone, ?string $severity) {
    $finding = foundOf(
        Planner::plan(withSets(Intent::RestoreBackup, $phone, [setOf('autumn')])),
        'BACK-1:since/autumn',
    );

    expect($finding?->severity->value)->toBe($severity);
    if ($finding !== null) {
        expect("{$finding->need} {$finding->found}")->toContain(
            'since 2025-12-01',
            'messages and call log',
            '3 months old',
        );
    }
})->with([
    'messages' => [[], 'settle'],
    'perhaps messages' => [['data.holds.messages' => null], 'settle'],
    'empty data' => [['data.empty' => true], null],
    'nothing of the kind' => [['data.holds.messages' => false], null],
]);

it('asks for the part of the base that nobody wrote down', function (array $base, ?string $severity) {
    $plan = Planner::plan(withSets(Intent::RestoreBackup, [], [setOf('old', base: $base)]));

    expect(foundOf($plan, 'BACK-1:base/old')?->severity->value)->toBe($severity);
})->with([
    'nothing' => [['family' => '', 'release' => '', 'firmware' => '', 'encryption' => ''], 'settle'],
    'the firmware' => [['firmware' => ''], 'settle'],
    'all is known' => [[], null],
]);

it('takes the newest set that fits and names every other with its age', function () {
    $sets = [
        setOf('winter', '2026-02-01T10:00:00Z', ['family' => 'Lintel']),
        setOf('autumn'),
        setOf('unlabelled', '2026-02-20T10:00:00Z', [
            'family' => '',
            'release' => '',
            'firmware' => '',
            'encryption' => '',
        ]),
    ];
    $finding = foundOf(Planner::plan(withSets(Intent::RestoreBackup, [], $sets)), 'BACK-1');

    expect($finding?->found)
        ->toBe('"autumn", 3 months old')
        ->and($finding?->reason)
        ->toContain('"winter", 28 days old: It was taken from the system Lintel', '"unlabelled", 9 days old');
});

it('restores a set that brings its system along, also over another system and from a loop', function (array $phone) {
    $whole = setOf('whole', base: ['family' => 'Lintel', 'buildId' => 'lintel-2.0'], system: true);
    $agreed = new Answers(['BACK-1:since/whole', 'BACK-1:format/whole', 'ORDER-5:root/-'], LossClass::cases());
    $plan = Planner::plan(withSets(Intent::RestoreBackup, $phone, [$whole], $agreed));

    expect($plan->verdict->level)
        ->toBe(Verdict::CLEAR)
        ->and($plan->end->text('slot.-.os.family'))
        ->toBe('Lintel')
        ->and($plan->end->text('slot.-.image.boot'))
        ->toBe('lintel-2.0')
        ->and($plan->end->mode()?->value)
        ->toBe('system');
})->with(['running' => [[]], 'looping' => [['mode' => 'boot-loop']]]);

it('refuses a whole set of other firmware or encryption', function (array $base, string $words) {
    $whole = setOf('whole', base: ['family' => 'Lintel', ...$base], system: true);

    expect(foundOf(Planner::plan(withSets(Intent::RestoreBackup, [], [$whole])), 'BACK-1')?->reason)->toContain($words);
})->with([
    'firmware' => [['firmware' => '2.9'], 'It was taken from firmware 2.9'],
    'encryption' => [['encryption' => 'none'], 'It was taken from encryption none'],
]);

it('puts the identity back only where it was chosen, and touches no data', function () {
    $identity = new Backup('serials', [LossClass::RadioIdentity], 'computer', Fixture::AT, Backup::IDENTITY);
    $plan = static fn(?string $chosen): Plan => Planner::plan(
        withSets(Intent::RestoreBackup, [], [$identity], new Answers(backup: $chosen)),
    );

    expect($plan(null)->verdict->level)
        ->toBe(Verdict::STOP)
        ->and($plan('serials')->verdict->level)
        ->toBe(Verdict::CLEAR)
        ->and(titlesOf($plan('serials')))
        ->not->toContain('Wipe data')
        ->and($plan('serials')->end->flag('data.holds.radio-identity'))
        ->toBeTrue();
});

it('wants the card in the phone on which the set lies, as a plain one', function (
    ?bool $there,
    string $severity,
    ?bool $adopted = false,
) {
    $phone = ['card.present' => $there, 'card.adopted' => $adopted];
    $plan = Planner::plan(withSets(Intent::RestoreBackup, $phone, [setOf('evening', place: 'card')]));

    expect(foundOf($plan, 'BACK-1:place')?->severity->value)->toBe($severity);
})->with([[true, 'clear'], [false, 'stop'], [null, 'stop'], [true, 'stop', true]]);

it('gives a second set of one day a name of its own', function (array $taken, string $name) {
    $sets = array_map(static fn(string $id): Backup => setOf($id), $taken);

    expect(withSets(Intent::BackUp, [], $sets)->backUp->name())->toBe($name);
})->with([
    'the first' => [['another'], 'FX-1 2026-03-01'],
    'the second' => [['FX-1 2026-03-01'], 'FX-1 2026-03-01 2'],
    'after one of the identity alone' => [['FX-1 2026-03-01 identity'], 'FX-1 2026-03-01 2'],
    'the third' => [['FX-1 2026-03-01', 'FX-1 2026-03-01 2'], 'FX-1 2026-03-01 3'],
]);
