<?php

declare(strict_types=1);

use Tests\Support\World;
use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Phone\BootCheck;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Record\NextUpdate;
use Tornavis\Core\Record\Record;
use Tornavis\Core\Record\RecordPage;
use Tornavis\Core\Run\EventKind;
use Tornavis\Core\Run\JournalEvent;
use Tornavis\Core\Run\LinkAnswer;
use Tornavis\Core\Run\MemoryJournal;
use Tornavis\Core\Run\PlannedStep;
use Tornavis\Core\Run\RunActions;
use Tornavis\Core\Run\RunEngine;
use Tornavis\Core\Run\RunRefusal;
use Tornavis\Core\Run\RunState;
use Tornavis\Core\Run\StateComparison;
use Tornavis\Core\Tests\Run\FakeLink;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\OperationName;

/** Everything that one run needs, with a phone that does as predicted. */
final class Stage
{
    /** @var array<string, mixed> */
    public array $plan;

    public MemoryJournal $journal;

    public FakeLink $link;

    public RunActions $actions;

    public function __construct()
    {
        $this->plan = World::document(World::plan('SK-07', World::SALTERN));
        $this->journal = new MemoryJournal('2026-09-14T12:00:00Z');
        $this->link = new FakeLink($this->plan);
        $this->actions = new RunActions($this->plan, $this->journal, World::sheet('bowline'));
    }

    /** A new engine each time, as after a restart: what it does follows from the journal alone. */
    public function advance(): RunState
    {
        return (new RunEngine($this->plan, $this->journal, $this->link))->advance();
    }

    /** Goes on, opening gates and confirming evidence, until something else is asked, or until the status given. */
    public function goOn(string $until = RunState::ENDED, int $most = 200): RunState
    {
        do {
            $state = $this->advance();
            if ($state->status === $until) {
                return $state;
            }
            if ($state->status === RunState::GATED) {
                $this->actions->release('SK-07');
            } elseif ($state->status === RunState::ASKED && $state->question?->text('about') === 'evidence') {
                $this->actions->tell('seen');
            }
        } while (
            (--$most > 0 && !in_array($state->status, [RunState::ASKED, RunState::STOPPED, RunState::ENDED], true)) ||
            $state->question?->text('about') === 'evidence'
        );

        return $state;
    }

    /** @return list<string> */
    public function kinds(): array
    {
        return array_map(static fn(JournalEvent $event): string => $event->kind->value, $this->journal->events());
    }

    /** @return list<string> operations of the plan, in order */
    public function planned(): array
    {
        return array_column($this->plan['steps'], 'operation');
    }
}

it('carries every step out in order and ends', function () {
    $stage = new Stage();
    $state = $stage->goOn();

    expect($state->status)
        ->toBe(RunState::ENDED)
        ->and($stage->link->done)
        ->toBe($stage->planned())
        ->and(array_unique(array_values($state->steps)))
        ->toBe(['done'])
        ->and($state->facts['slot.a.os.buildId'])
        ->toBe('saltern-15.2-20260903-bowline');
});

it('writes down what it is about to do before it does it', function () {
    $stage = new Stage();
    $stage->advance();
    $stage->advance();

    expect($stage->kinds())->toBe(['started', 'intend', 'sent', 'progress', 'answered', 'judged']);
});

it('waits at a gate for the label of the phone, and takes no other word', function () {
    $stage = new Stage();
    $state = $stage->goOn(RunState::GATED);
    $before = $stage->link->done;

    expect($state->status)
        ->toBe(RunState::GATED)
        ->and(fn() => $stage->actions->release('SK-08'))
        ->toThrow(RunRefusal::class, 'this is the wrong phone')
        ->and($stage->advance()->status)
        ->toBe(RunState::GATED)
        ->and($stage->link->done)
        ->toBe($before);
    $stage->actions->release(' SK-07 ');
    expect($stage->advance()->status)->not->toBe(RunState::GATED);
});

it('goes on from a judged step after a break, without doing it again', function () {
    $stage = new Stage();
    $stage->link->breaksAt = OperationName::FormatData;
    $stage->link->breaksAfterwards = true;
    $stage->goOn(RunState::LOST);
    $state = $stage->goOn();

    expect($state->status)
        ->toBe(RunState::ENDED)
        ->and(array_count_values($stage->link->done)['format-data'])
        ->toBe(1)
        ->and($stage->kinds())
        ->toContain('returned');
});

it('says what is known and asks before it repeats a write that was cut off', function () {
    $stage = new Stage();
    $stage->goOn(RunState::GATED);
    $stage->link->breaksAt = OperationName::Sideload;
    $stage->link->facts['mode'] = 'recovery';
    $stage->goOn(RunState::LOST);
    $stage->link->facts['mode'] = 'recovery';
    $state = $stage->goOn(RunState::ASKED);

    expect($state->status)
        ->toBe(RunState::ASKED)
        ->and($state->question?->text('says'))
        ->toContain('was cut off in the middle. The phone shows Recovery')
        ->and($state->question?->step)
        ->toBe($state->step);
    $stage->actions->tell('again');
    expect($stage->goOn()->status)
        ->toBe(RunState::ENDED)
        ->and(array_count_values($stage->link->done)['sideload'])
        ->toBe(1);
});

it('treats what is in the middle of being written as written in part', function () {
    $stage = new Stage();
    $stage->link->breaksAt = OperationName::Sideload;
    $state = $stage->goOn(RunState::LOST);

    expect($state->facts['slot.a.os.state'])
        ->toBe('incomplete')
        ->and($state->wayBack(World::sheet('bowline'))->text)
        ->toContain('No system starts now. The recovery in slot B does');
    $stage->link->facts['slot.a.os.state'] = 'incomplete';
    $stage->link->facts['mode'] = 'recovery';

    expect($stage->goOn(RunState::ASKED)->wayBack(World::sheet('bowline'))->text)->toContain(
        'No system starts now. The recovery in slot B does',
    );
});

it('keeps looking while the phone is away, and adds no second line for it', function () {
    $stage = new Stage();
    $stage->goOn(RunState::GATED);
    $stage->actions->release('SK-07');
    $stage->link->gone = true;
    $stage->advance();
    $lines = count($stage->kinds());
    $stage->advance();
    $stage->advance();

    expect($stage->advance()->status)->toBe(RunState::LOST)->and($stage->kinds())->toHaveCount($lines);
    $stage->link->gone = false;
    expect($stage->goOn(RunState::ASKED)->question?->text('about'))->toBe('break');
});

it('asks when the phone comes back in a mode from which the step cannot be taken up', function () {
    $stage = new Stage();
    $stage->link->breaksAt = OperationName::FormatData;
    $stage->goOn(RunState::LOST);
    $stage->link->facts = ['mode' => 'stuck'];
    $state = $stage->goOn(RunState::ASKED);

    expect($state->question?->text('about'))
        ->toBe('mode')
        ->and($state->question?->text('says'))
        ->toContain('The phone shows Stuck');
});

it('compares what a restart shows, as long as nothing is written', function () {
    $plan = World::document(World::plan('SK-07', World::SALTERN));
    $steps = array_values(
        array_filter(PlannedStep::allOf($plan), static fn(PlannedStep $step): bool => $step->changesMode()),
    );
    $seen = static fn(PlannedStep $step, array $facts): array => array_keys(
        StateComparison::shownBy($plan, $step, ['mode' => $step->effects['mode']] + $facts, []),
    );
    $other = ['variant.model' => 'OD-7 IN'];
    $last = $steps[count($steps) - 1];

    expect($seen($steps[0], $other))
        ->toBe(['variant.model'])
        ->and($seen($steps[0], ['variant.model' => $plan['before']['variant.model']]))
        ->toBe([])
        ->and($seen($last, $other))
        ->toBe([])
        ->and(StateComparison::shownBy($plan, $steps[0], ['mode' => 'stuck'] + $other, []))
        ->toBe([]);
});

it('compares with what was begun, so that a build whose sending broke off can be sent again', function () {
    $plan = World::document(World::plan('SK-07', World::SALTERN));
    $steps = PlannedStep::allOf($plan);
    $slot = 'slot.a.os.state';
    $sends = array_values(
        array_filter($steps, static fn(PlannedStep $one): bool => ($one->midway[$slot] ?? '') === 'incomplete'),
    )[0];
    $names = static fn(array $tries): array => array_keys(
        StateComparison::differences($plan, $sends->number - 1, [$slot => 'incomplete'], $tries),
    );

    expect($names([$sends->number => 1]))
        ->toBe([])
        ->and($names([]))
        ->toBe([$slot]);
});

it('stops at a refusal with what the phone says, its status and what to do', function () {
    $stage = new Stage();
    $stage->goOn(RunState::GATED);
    $stage->link->refusal = new LinkAnswer(false, 'Write not allowed in locked state.', 0, [], 3);
    $state = $stage->goOn(RunState::ASKED);

    expect($state->question?->text('says'))
        ->toContain('Write not allowed in locked state')
        ->and($state->question?->text('todo'))
        ->toContain('bootloader is locked');
    $stage->actions->tell('again');
    expect($stage->goOn()->status)->toBe(RunState::ENDED);
});

it('does not believe a phone that says yes and shows something else', function () {
    $stage = new Stage();
    $stage->goOn(RunState::GATED);
    $stage->actions->release('SK-07');
    $stage->link->refusal = new LinkAnswer(true, 'fine', 0, ['slot.b.image.boot' => 'something else'], 3);
    $state = $stage->goOn(RunState::ASKED);

    expect($state->question?->text('says'))->toContain(
        'slot.b.image.boot is something else, expected saltern-15.2-20260903-bowline',
    );
});

it('stops safely with the way back from where it is, and goes on later', function () {
    $stage = new Stage();
    $stage->goOn(RunState::GATED);
    $stage->actions->stop();
    $last = $stage->journal->events();

    expect($stage->advance()->status)
        ->toBe(RunState::STOPPED)
        ->and(end($last)->text('wayBack'))
        ->toContain('Ostrand Deck starts with its data');
    $stage->actions->goOn();
    expect($stage->goOn()->status)->toBe(RunState::ENDED);
});

it('pauses when the person sees something else, and keeps their words', function () {
    $stage = new Stage();
    $stage->advance();
    $stage->advance();
    $stage->actions->somethingElse('a red triangle');

    expect($stage->advance()->question?->text('says'))->toContain('a red triangle');
    $stage->actions->tell('again');
    expect($stage->goOn()->status)->toBe(RunState::ENDED);
});

it('takes no answer to a question that was not asked, and none that it did not offer', function () {
    $stage = new Stage();
    $stage->advance();

    expect(fn() => $stage->actions->tell('seen'))
        ->toThrow(RunRefusal::class)
        ->and(fn() => $stage->actions->release('SK-07'))
        ->toThrow(RunRefusal::class)
        ->and(fn() => $stage->actions->goOn())
        ->toThrow(RunRefusal::class);
    $stage->actions->somethingElse('');
    expect(fn() => $stage->actions->tell('seen'))->toThrow(RunRefusal::class, 'again, stop');
});

it('comes to the same end wherever the process is killed', function () {
    $whole = new Stage();
    $whole->goOn();
    $length = count($whole->kinds());
    for ($cut = 1; $cut < $length; $cut += 3) {
        $stage = new Stage();
        // Only what was appended survives; the phone keeps what was done to it.
        $stage->goOn();
        $kept = array_slice($stage->journal->events(), 0, $cut);
        $resumed = new Stage();
        $state = RunState::fold($resumed->plan, $kept);
        $resumed->link->facts = array_merge($resumed->link->facts, $state->facts);
        foreach ($kept as $event) {
            $resumed->journal->append($event->kind, $event->step, $event->data);
        }
        do {
            $state = $resumed->goOn();
            if ($state->status === RunState::ASKED) {
                $resumed->actions->tell('again');
            }
        } while ($state->status === RunState::ASKED);
        expect($state->status)->toBe(RunState::ENDED, "cut after line {$cut}");
    }
});

it('shows a changed line in the journal', function () {
    $stage = new Stage();
    $stage->goOn();
    $rows = array_map(static fn(JournalEvent $event): array => $event->toArray(), $stage->journal->events());
    $whole = Record::of(
        $stage->plan,
        array_map(JournalEvent::fromArray(...), json_decode((string) json_encode($rows), true)),
    )->toArray();
    $rows[5]['data'] = ['seen' => true, 'reason' => 'something nicer'];
    $forged = Record::of(
        $stage->plan,
        array_map(JournalEvent::fromArray(...), json_decode((string) json_encode($rows), true)),
    )->toArray();
    array_splice($rows, 7, 1);
    $shortened = Record::of(
        $stage->plan,
        array_map(JournalEvent::fromArray(...), json_decode((string) json_encode($rows), true)),
    )->toArray();

    expect($whole['journalIsWhole'])
        ->toBeTrue()
        ->and($forged['journalIsWhole'])
        ->toBeFalse()
        ->and($shortened['journalIsWhole'])
        ->toBeFalse();
});

it('leaves a record of what changed, what was seen, how long it took and what went otherwise', function () {
    $stage = new Stage();
    $stage->link->breaksAt = OperationName::FormatData;
    $stage->link->breaksAfterwards = true;
    $stage->goOn(RunState::LOST);
    $stage->goOn();
    $record = Record::of($stage->plan, $stage->journal->events());
    $data = $record->toArray();
    $taken = array_map(
        static fn(array $entry): array => ($entry['class'] === 'screen-lock' ? ['step' => 3, 'waived' => true] : []) +
            $entry,
        (array) $stage->plan['ledger'],
    );
    $locked = Record::of(['ledger' => $taken] + $stage->plan, $stage->journal->events())->toArray();
    $build = array_values(
        array_filter($data['changes'], static fn(array $row): bool => $row['name'] === 'slot.a.os.buildId'),
    )[0];

    expect($build)
        ->toMatchArray([
            'label' => 'Slot A: Build',
            'before' => 'deck-14.0.8-of301',
            'after' => 'saltern-15.2-20260903-bowline',
            'seen' => true,
        ])
        ->and($data['steps'][0]['seconds'])
        ->toBe(10)
        ->and(array_column($data['files'], 'sha256'))
        ->each->toMatch('/^[0-9a-f]{64}$/')
        ->and($data['deviations'])
        ->toHaveCount(2)
        ->and($data['nextUpdate'][0])
        ->toContain('a full build of Saltern newer than 15.2')
        ->toContain('signed with the same key')
        ->and($data['losses'][0]['label'])
        ->toBe('Apps')
        ->and($data['losses'][0]['says'])
        ->toMatch('/^step \d+ took it; it is in the backup ".+"$/')
        ->and(array_column($locked['losses'], 'says', 'label')['Screen lock and biometrics'])
        ->toBe('step 3 took it; it is set up anew by hand')
        ->and(RecordPage::markdown($record))
        ->toContain('## Before and after')
        ->toContain('| Slot A: Build | deck-14.0.8-of301 | saltern-15.2-20260903-bowline | on the phone |');
});

it('keeps notes of any time in the journal, where they change nothing', function () {
    $stage = new Stage();
    $stage->actions->note('Borrowed cable, the short one.');
    $stage->goOn();
    $state = fn(): RunState => RunState::fold($stage->plan, $stage->journal->events());
    $before = $state();
    $stage->actions->note("A year later:\nstill fine.");
    $record = Record::of($stage->plan, $stage->journal->events());

    expect(array_column($record->toArray()['notes'], 'note'))
        ->toBe(['Borrowed cable, the short one.', "A year later:\nstill fine."])
        ->and($state()->status)
        ->toBe($before->status)
        ->and($state()->last)
        ->toEqual($before->last)
        ->and($record->toArray()['journalIsWhole'])
        ->toBeTrue()
        ->and(RecordPage::markdown($record))
        ->toContain('A year later: still fine.')
        ->and(fn() => $stage->actions->note(' '))
        ->toThrow(RunRefusal::class, 'The note is empty')
        ->and(fn() => $stage->actions->note(str_repeat('x', 4001)))
        ->toThrow(RunRefusal::class, 'up to 4000');
});

it('remembers what a step may have written that was refused, until the phone says otherwise', function (
    array $told,
    array $after,
    string $state,
) {
    $stage = new Stage();
    $number = (int) array_search('sideload', $stage->planned(), true) + 1;
    $stage->journal->append(EventKind::Started, null, ['link' => 'stand-in']);
    $stage->journal->append(EventKind::Sent, $number, []);
    $stage->journal->append(EventKind::Answered, $number, ['ok' => false, 'facts' => $told, 'elapsedSeconds' => 9]);
    $before = RunState::fold($stage->plan, $stage->journal->events());
    $stage->journal->append(EventKind::Judged, $number, ['seen' => false]);
    foreach ($after as [$kind, $data]) {
        $stage->journal->append($kind, $number, $data);
    }
    $events = $stage->journal->events();

    expect(RunState::fold($stage->plan, $events)->facts['slot.a.os.state'])
        ->toBe($state)
        ->and(RunState::fold($stage->plan, array_slice($events, 3), $before)->facts['slot.a.os.state'])
        ->toBe($state);
})->with([
    'it says nothing of the slot' => [['mode' => 'recovery'], [], 'incomplete'],
    'it says that the slot is whole' => [['slot.a.os.state' => 'complete'], [], 'complete'],
    'a try from an earlier step' => [
        [],
        [
            [EventKind::Asked, ['about' => 'failure', 'againFrom' => 2, 'answers' => ['again', 'stop']]],
            [EventKind::Told, ['answer' => 'again']],
        ],
        'incomplete',
    ],
    'it goes in at last' => [[], [[EventKind::Judged, ['seen' => true]]], 'complete'],
]);

it('counts nothing as written of a step that was never sent', function (bool $nothingSent, string $state) {
    $stage = new Stage();
    $number = (int) array_search('sideload', $stage->planned(), true) + 1;
    $stage->journal->append(EventKind::Started, null, ['link' => 'stand-in']);
    $stage->journal->append(EventKind::Sent, $number, []);
    $stage->journal->append(EventKind::Answered, $number, ['ok' => false, 'facts' => [], 'elapsedSeconds' => 0]);
    $stage->journal->append(EventKind::Judged, $number, ['seen' => false, 'nothingSent' => $nothingSent]);

    expect(RunState::fold($stage->plan, $stage->journal->events())->facts['slot.a.os.state'])->toBe($state);
})->with([[true, 'complete'], [false, 'incomplete']]);

it('learns nothing of the phone from what the plan has taken from the sheet', function () {
    $stage = new Stage();
    $name = 'bootloader.rollbackIndex';
    $stage->journal->append(EventKind::Started, null, ['link' => 'stand-in']);
    $fold = fn(): array => RunState::fold($stage->plan, $stage->journal->events())->facts;

    expect($stage->plan['assumed'])
        ->toBe([$name => 4])
        ->and($fold())
        ->not->toHaveKey($name);
    $stage->journal->append(EventKind::Answered, 1, ['ok' => true, 'facts' => [$name => 4], 'elapsedSeconds' => 9]);
    expect($fold()[$name])->toBe(4);
});

it('remembers what was cut off, where the run goes on from an earlier step', function (int $from) {
    $stage = new Stage();
    $number = (int) array_search('sideload', $stage->planned(), true) + 1;
    $stage->journal->append(EventKind::Started, null, ['link' => 'stand-in']);
    $stage->journal->append(EventKind::Sent, $number, []);
    $stage->journal->append(EventKind::Lost, $number, []);
    $stage->journal->append(EventKind::Returned, $number, ['goesOnAt' => $number + $from, 'facts' => []]);

    expect(RunState::fold($stage->plan, $stage->journal->events())->facts['slot.a.os.state'])->toBe('incomplete');
})->with([-2, 0]);

it('remembers a start that was seen to fail, until something has changed or it starts', function () {
    $stage = new Stage();
    $journal = $stage->journal;
    $journal->append(EventKind::Started, null, ['link' => 'stand-in']);
    $fold = fn(): array => RunState::fold($stage->plan, $journal->events())->facts;
    $starts = static fn(array $facts): bool => BootCheck::starts(
        State::of(
            ...array_map(
                static fn(string $name, mixed $value): Fact => Fact::of($name, $value, Source::Phone),
                array_keys($facts),
                $facts,
            ),
        ),
        World::sheet('bowline'),
        'a',
    );
    expect($starts($fold()))->toBeTrue();
    $journal->append(EventKind::Answered, 1, ['facts' => ['mode' => 'boot-loop'], 'elapsedSeconds' => 60]);
    expect($starts($fold()))
        ->toBeFalse()
        // Another boot image may be what helps.
        ->and($starts(['slot.a.image.boot' => 'another'] + $fold()))
        ->toBeFalse()
        ->and($starts(['slot.a.kernel.name' => 'another'] + $fold()))
        ->toBeTrue();
    $journal->append(EventKind::Asked, 1, [
        'about' => 'something-else',
        'symptom' => 'stuck-at-logo',
        'answers' => ['again'],
    ]);
    expect($fold()['mode'])->toBe('stuck');
    $journal->append(EventKind::Returned, 1, ['facts' => ['mode' => 'system'], 'goesOnAt' => 1]);
    expect($starts($fold()))->toBeTrue();
});

it('no longer counts on a recovery that did not come when it was asked for', function () {
    $stage = new Stage();
    $reboot = array_values(
        array_filter(
            PlannedStep::allOf($stage->plan),
            static fn(PlannedStep $step): bool => $step->leadsTo(Mode::Recovery),
        ),
    )[0];
    $stage->journal->append(EventKind::Answered, $reboot->number, [
        'facts' => ['mode' => 'bootloader', 'slot.active' => 'b', 'slot.b.recovery.family' => 'Wicket'],
    ]);

    expect(RunState::fold($stage->plan, $stage->journal->events())->facts['slot.b.recovery.family'])->toBeNull();
});

it('says at the end what to think of at the next update', function (array $facts, array $says) {
    $facts += [
        'slot.active' => 'a',
        'slot.a.os.family' => 'Saltern',
        'slot.a.os.version' => '15.2',
        'slot.a.os.state' => 'complete',
    ];

    expect(implode(' ', NextUpdate::advice($facts)))->toContain(...$says)->not->toContain('its own, in');
})->with([
    'a root package' => [
        ['slot.a.root' => 'Latchkey 4.2', 'slot.a.os.services' => 'its own'],
        ['have to go in again: Latchkey 4.2.'],
    ],
    'services and a kernel' => [
        ['slot.a.os.services' => 'Larder mini 15', 'slot.a.kernel.name' => 'Ferrule'],
        ['Larder mini 15, in the one for the release', 'the kernel Ferrule'],
    ],
    'no encryption' => [['slot.a.encryption.off' => true], ['encryption disabler in again']],
    'firmware in two slots' => [['slot.a.firmware.version' => '5.2.11'], ['firmware 5.2.11', 'often in both slots']],
    'the maker\'s own' => [['slot.a.os.stock' => true], ['Updates come from the maker']],
]);

it('has no advice for a phone without a whole system', function () {
    expect(
        NextUpdate::advice(['slot.active' => 'a', 'slot.a.os.family' => 'Saltern', 'slot.a.os.state' => 'incomplete']),
    )
        ->toBe([])
        ->and(NextUpdate::advice([]))
        ->toBe([]);
});

it('numbers events without gaps and chains them', function () {
    $first = JournalEvent::after(null, 'now', EventKind::Started, null, []);
    $second = JournalEvent::after($first, 'now', EventKind::Intend, 1, ['title' => 'x']);

    expect([$first->sequence, $second->sequence])
        ->toBe([1, 2])
        ->and($second->previous)
        ->toBe($first->hash)
        ->and($first->previous)
        ->toBe(JournalEvent::BEGINNING);
});

it('takes a restart that has happened meanwhile as done, and asks for none a second time', function (
    string $shows,
    bool $again,
) {
    $stage = new Stage();
    $stage->goOn(RunState::GATED);
    $stage->actions->release('SK-07');
    do {
        $state = $stage->advance();
        $step = PlannedStep::allOf($stage->plan)[($state->step ?? 1) - 1];
        $state->status !== RunState::GATED ?: $stage->actions->release('SK-07');
    } while (
        $state->status !== RunState::ENDED &&
        ($step->operation !== OperationName::Reboot || !$step->changesMode())
    );
    // Somebody says that they see something else while the phone restarts; then all is as it should be.
    $stage->journal->append(EventKind::Intend, $step->number, []);
    $stage->actions->somethingElse('It went dark');
    $stage->link->facts['mode'] = $shows === 'its end' ? $step->effects['mode'] : $step->mode->value;
    $stage->actions->tell('again');
    $before = count($stage->link->done);
    $stage->advance();

    expect(array_slice($stage->link->done, $before))
        ->toBe($again ? ['reboot'] : [])
        ->and($stage->goOn()->status)
        ->toBe(RunState::ENDED);
})->with([['its end', false], ['its beginning', true]]);
