<?php

declare(strict_types=1);

use Tests\Support\World;
use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Format\FormatError;
use Tornavis\Core\Phone\Backup;
use Tornavis\Core\Phone\Conflicts;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\Unit;
use Tornavis\Core\Phone\UnlockWait;
use Tornavis\Core\Phone\ZonedTime;
use Tornavis\Core\Words\LossClass;

$said = fn(string $name, string|int|bool $value, Source $source, int $hour): Fact => Fact::of(
    $name,
    $value,
    $source,
    '',
    sprintf('2026-09-14T%02d:00:00Z', $hour),
);

it('lets a newer look at the phone supersede an older one, without a conflict', function () use ($said) {
    $facts = [
        $said('slot.a.firmware.version', '5.2.8', Source::Phone, 8),
        $said('slot.a.firmware.version', '5.2.11', Source::Phone, 9),
    ];

    expect(Conflicts::of($facts))
        ->toBe([])
        ->and(State::of(...$facts)->text('slot.a.firmware.version'))
        ->toBe('5.2.11');
});

it(
    'shows both sides where a typed word contradicts what the phone had shown, until a person settles it',
    function () use ($said) {
        $facts = [
            $said('slot.a.firmware.version', '5.2.8', Source::Phone, 8),
            $said('slot.a.firmware.version', '5.2.11', Source::Typed, 9),
        ];
        expect(
            array_map(static fn(Fact $f): string => $f->text(), Conflicts::of($facts)['slot.a.firmware.version']),
        )->toBe(['5.2.8', '5.2.11']);

        $settled = [...$facts, $said('slot.a.firmware.version', '5.2.8', Source::Settled, 10)];
        expect(Conflicts::of($settled))
            ->toBe([])
            ->and(State::of(...$settled)->text('slot.a.firmware.version'))
            ->toBe('5.2.8');
        expect(Conflicts::of([...$facts, $said('slot.a.firmware.version', '5.2.12', Source::Phone, 11)]))->toBe([]);
    },
);

it('never lets two values stand for a thing that cannot change', function () use ($said) {
    $facts = [$said('serial', 'SKF3A07Q41', Source::Phone, 8), $said('serial', 'SKF3A09Z99', Source::Phone, 9)];

    expect(array_keys(Conflicts::of($facts)))->toBe(['serial']);
    expect(
        Conflicts::of([$said('battery.percent', 80, Source::Phone, 8), $said('battery.percent', 60, Source::Typed, 9)]),
    )->toBe([]);
});

it('stops a plan at statements that disagree', function () {
    $unit = World::unit('SK-07')->withFacts(
        Fact::of('variant.model', 'OF-301N', Source::Typed, 'typed', '2026-09-15T08:00:00Z'),
    );
    $situation = new Tornavis\Core\Situation\Situation(
        World::sheet('bowline'),
        $unit,
        array_map(World::package(...), World::DRIFTGLASS),
        Tornavis\Core\Words\Intent::Fresh,
        '2026-09-15T09:00:00Z',
    );
    $plan = Tornavis\Core\Plan\Planner::plan($situation);
    $finding = array_values(
        array_filter(
            $plan->findings,
            static fn($f): bool => $f->rule->value === 'FIT-8' && $f->severity->value === 'settle',
        ),
    )[0];

    expect($finding->found)
        ->toContain('OF-301 (')
        ->toContain('OF-301N (typed')
        ->and($finding->remedy?->text)
        ->toContain('decide it on the page of SK-07');
});

it('lets a recovery backup go back only onto the base it came from', function (array $base, ?string $misfit) {
    $backup = new Backup('set', [LossClass::Apps], 'computer', '2026-01-01T00:00:00Z', Backup::RECOVERY, $base);
    $state = World::unit('SK-07')->state();

    $misfit === null
        ? expect($backup->misfit($state, 'a'))->toBeNull()
        : expect($backup->misfit($state, 'a'))->toContain($misfit);
})->with([
    'the same' => [
        ['family' => 'Ostrand Deck', 'release' => '14', 'firmware' => '5.2.8', 'encryption' => 'file'],
        null,
    ],
    'another system' => [['family' => 'Saltern'], 'taken from the system Saltern; the phone has Ostrand Deck'],
    'another firmware generation' => [['family' => 'Ostrand Deck', 'firmware' => '4.9.1'], 'firmware 4.9.1'],
    'another encryption' => [['encryption' => 'disk'], 'encryption disk'],
    'an unknown base' => [[], 'not known'],
]);

it('takes copies back onto any system, and an identity backup too', function () {
    $state = World::unit('SK-07')->state();
    expect(
        (new Backup('c', [LossClass::Photos], 'computer', '2026-01-01', Backup::COPIES, ['family' => 'Other']))->misfit(
            $state,
            'a',
        ),
    )
        ->toBeNull()
        ->and(
            (new Backup('i', [LossClass::RadioIdentity], 'computer', '2026-01-01', Backup::IDENTITY))->misfit(
                $state,
                'a',
            ),
        )
        ->toBeNull();
});

it('counts a backup in the ledger only where it can go back', function (string $kind, string $outcome) {
    $unit = World::unit('SK-07', ['data.holds.apps' => true]);
    $unit = (new Unit($unit->label, $unit->codename, $unit->facts))->withBackup(
        new Backup('set', [LossClass::Apps], 'computer', '2026-09-01T00:00:00Z', $kind, ['family' => 'Ostrand Deck']),
    );
    $situation = new Tornavis\Core\Situation\Situation(
        World::sheet('bowline'),
        $unit,
        array_map(World::package(...), World::DRIFTGLASS),
        Tornavis\Core\Words\Intent::Fresh,
        '2026-09-15T09:00:00Z',
        answers: new Tornavis\Core\Situation\Answers(waived: [LossClass::Apps]),
    );
    $entry = array_values(
        array_filter(
            Tornavis\Core\Plan\Planner::plan($situation)->ledger->entries ?? [],
            static fn($e): bool => $e->class === LossClass::Apps,
        ),
    )[0];

    expect($entry->outcome)->toBe($outcome);
})->with([[Backup::COPIES, 'returns'], [Backup::RECOVERY, 'with-old']]);

it('counts the wait in hours across a clock change', function () {
    // The clocks go back on 25 October: seven days on the wall are 169 hours there.
    [$started] = ZonedTime::moments('2026-10-20T09:20', 'Europe/Lisbon');
    $wait = UnlockWait::since($started->format(DATE_ATOM), 168);
    $there = $wait?->earliest()->setTimezone(new DateTimeZone('Europe/Lisbon'));

    expect($there?->format('Y-m-d H:i'))
        ->toBe('2026-10-27 08:20')
        ->and($wait?->leftSeconds($started))
        ->toBe(168 * 3600)
        ->and($wait?->isOver($started->modify('+168 hours')))
        ->toBeTrue()
        ->and($wait?->isOver($started->modify('+604799 seconds')))
        ->toBeFalse();
});

it('tells an hour that happens twice apart, and refuses one that never happens', function () {
    $twice = ZonedTime::moments('2026-10-25T01:30', 'Europe/Lisbon');
    expect(array_map(static fn($m): string => $m->format('H:i'), $twice))->toBe(['00:30', '01:30']);
    expect(fn() => ZonedTime::moments('2026-03-29T01:30', 'Europe/Lisbon'))->toThrow(FormatError::class, 'skip');
    expect(fn() => ZonedTime::moments('2026-02-30T01:30', 'Europe/Lisbon'))->toThrow(
        FormatError::class,
        'cannot be read',
    );
    expect(fn() => ZonedTime::moments('2026-03-01T01:30', 'Nowhere/Land'))->toThrow(FormatError::class, 'no time zone');
});

it('says what is left in words', function (int $seconds, string $words) {
    expect(UnlockWait::words($seconds))->toBe($words);
})->with([
    [187_200, '2 days and 4 hours'],
    [86_400, '1 day'],
    [12_000, '3 hours and 20 minutes'],
    [60, '1 minute'],
    [0, 'no time'],
]);

it('writes a calendar file whose lines keep to their length', function () {
    $text =
        UnlockWait::since('2026-10-20T09:20:00+01:00', 168)?->calendar(
            'SK-01',
            'halyard',
            new DateTimeImmutable('2026-10-21T00:00:00Z'),
        ) ?? '';

    expect($text)
        ->toStartWith("BEGIN:VCALENDAR\r\n")
        ->toEndWith("END:VCALENDAR\r\n")
        ->toContain("DTSTART:20261027T082000Z\r\n")
        ->toContain('halyard SK-01: unlocking is allowed')
        ->and(max(array_map(strlen(...), explode("\r\n", $text))))
        ->toBeLessThanOrEqual(75);
});

it('refuses what a phone of this model cannot have, and what has not happened yet', function (
    array $facts,
    string $message,
) {
    $unit = new Unit(
        'SK-02',
        'carrick',
        array_map(static fn(array $f): Fact => Fact::of($f[0], $f[1], Source::Typed, '', $f[2] ?? null), $facts),
    );
    expect(fn() => $unit->refuseImpossible(World::sheet('carrick'), '2026-09-14T12:00:00Z'))->toThrow(
        FormatError::class,
        $message,
    );
})->with([
    'a slot on a one-slot phone' => [[['slot.b.os.family', 'Saltern']], 'carrick has no slot b'],
    'an active slot that it has not' => [[['slot.active', 'a']], 'no slot a'],
    'a date in the future' => [[['battery.percent', 50, '2027-01-01T00:00:00Z']], 'lies in the future'],
]);

it('refuses a sheet that contradicts itself', function (Closure $change, string $message) {
    expect(fn() => ModelSheet::fromArray($change(World::sheet('becket')->toArray())))->toThrow(
        FormatError::class,
        $message,
    );
})->with([
    'partitions larger than super' => [
        function (array $sheet): array {
            foreach ($sheet['partitions'] as &$partition) {
                $partition['sizeBytes'] = $partition['name'] === 'system' ? 9 << 30 : $partition['sizeBytes'];
            }

            return $sheet;
        },
        'super holds 7516192768',
    ],
    'a group larger than super' => [
        fn(array $sheet): array => array_replace($sheet, [
            'superGroups' => [['name' => 'main', 'maximumBytes' => 8 << 30]],
        ]),
        'The group main',
    ],
    'logical partitions without super' => [
        fn(array $sheet): array => array_diff_key($sheet, ['superBytes' => 1, 'superGroups' => 1]),
        'no super',
    ],
    'a partition listed twice' => [
        fn(array $sheet): array => array_replace($sheet, [
            'partitions' => [...$sheet['partitions'], $sheet['partitions'][0]],
        ]),
        'partition boot is listed twice',
    ],
    'a recovery without a home' => [
        fn(array $sheet): array => array_replace($sheet, ['recoveryHome' => 'vendor_boot']),
        'no partition vendor_boot',
    ],
    'a key let go before it is pressed' => [
        fn(array $sheet): array => array_replace($sheet, [
            'keys' => ['recovery' => [['key' => 'power', 'fromSecond' => 5, 'toSecond' => 2]]],
        ]),
        'before it is pressed',
    ],
    'keys for a mode that does not exist' => [
        fn(array $sheet): array => array_replace($sheet, [
            'keys' => ['dreaming' => [['key' => 'power', 'fromSecond' => 0, 'toSecond' => 2]]],
        ]),
        'no mode dreaming',
    ],
    'an identity partition that is not there' => [
        fn(array $sheet): array => array_replace($sheet, ['identityPartition' => 'secret']),
        'no partition secret',
    ],
    'an alias of itself' => [
        fn(array $sheet): array => array_replace($sheet, ['aliases' => ['becket']]),
        'its own alias',
    ],
]);

it('forgets a start that failed once the phone is seen in its system', function () {
    $at = static fn(string $name, ?string $value, int $hour): Fact => Fact::of(
        $name,
        $value,
        Source::Phone,
        'a look',
        "2026-09-15T0{$hour}:00:00Z",
    );
    $failed = World::unit('SK-07')->withFacts($at('slot.a.os.failedAs', 'abc', 1), $at('mode', 'bootloader', 2));

    expect($failed->state()->text('slot.a.os.failedAs'))
        ->toBe('abc')
        ->and($failed->withFacts($at('mode', 'recovery', 3))->state()->text('slot.a.os.failedAs'))
        ->toBe('abc')
        ->and($failed->withFacts($at('mode', 'system', 3))->state()->text('slot.a.os.failedAs'))
        ->toBeNull();
});
