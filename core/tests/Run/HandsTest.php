<?php

declare(strict_types=1);

use Tests\Support\World;
use Tornavis\Core\Run\Hands;
use Tornavis\Core\Run\JournalEvent;
use Tornavis\Core\Run\MemoryJournal;
use Tornavis\Core\Run\PlannedStep;
use Tornavis\Core\Run\RunActions;
use Tornavis\Core\Run\RunEngine;
use Tornavis\Core\Run\RunRefusal;
use Tornavis\Core\Run\RunState;

/*
 * A plan carried out by a person's hands: asked step by step, with evidence that is compared before it counts.
 */

/** A run of the ready phone by hand, and how far it is. */
final class ByHand
{
    /** @var array<string, mixed> */
    public array $plan;

    public MemoryJournal $journal;

    public RunActions $actions;

    public function __construct()
    {
        $this->plan = World::document(World::plan('SK-07', World::SALTERN));
        $this->journal = new MemoryJournal('2026-09-14T12:00:00Z');
        $this->actions = new RunActions($this->plan, $this->journal, World::sheet('bowline'));
    }

    /** Goes on until a person is needed. */
    public function go(): RunState
    {
        $engine = new RunEngine($this->plan, $this->journal, new Hands());
        do {
            $state = $engine->advance();
        } while ($state->status === RunState::RUNNING);

        return $state;
    }

    /** Answers every question with what is wanted until a step with this key is in hand. */
    public function until(string $key): RunState
    {
        for ($i = 0; $i < 100; $i++) {
            $state = $this->go();
            if ($state->step === null || $this->plan['steps'][$state->step - 1]['key'] === $key) {
                return $state;
            }
            $this->answer($state);
        }

        throw new LogicException("There is no step {$key}.");
    }

    public function answer(RunState $state): void
    {
        if ($state->status === RunState::GATED) {
            $this->actions->release('SK-07');

            return;
        }
        $this->actions->tell(
            'seen',
            '',
            implode("\n", PlannedStep::allOf($this->plan)[$state->step - 1]->wants()),
            '2026-09-14T12:01:30Z',
        );
    }
}

it('asks for one step after the other, and ends where the plan does', function () {
    $run = new ByHand();
    $state = $run->go();
    expect([$state->status, $state->question?->text('about'), $state->link, $state->step])->toBe([
        RunState::ASKED,
        'hands',
        'hands',
        1,
    ]);
    for ($i = 0; $i < 60 && $state->status !== RunState::ENDED; $i++) {
        $run->answer($state);
        $state = $run->go();
    }

    expect($state->status)
        ->toBe(RunState::ENDED)
        ->and(array_unique($state->steps))
        ->toBe([1 => 'done'])
        ->and($state->facts['slot.a.os.buildId'])
        ->toBe('saltern-15.2-20260903-bowline')
        ->and($state->seconds[1])
        ->toBe(90);
});

it('takes a serial number only of this phone', function (string $evidence, string $error) {
    $run = new ByHand();
    $before = count($run->journal->events()) + 4;
    $run->go();
    expect(fn() => $run->actions->tell('seen', '', $evidence))
        ->toThrow(RunRefusal::class, $error)
        // Nothing was noted, and nothing counts as done.
        ->and(count($run->journal->events()))
        ->toBe($before)
        ->and($run->go()->steps[1])
        ->not->toBe('done');
})->with([
    'another serial number' => ['SKF3A04K17', 'of another phone: SKF3A04K17'],
    'the dump of another phone' => [World::dump(['ro.serialno' => 'SKF3A04K17']), 'of another phone: "SKF3A04K17"'],
    'a serial number that only begins the same' => ['SKF3A07Q41X', 'of another phone'],
    'nothing' => ['', 'The evidence holds nothing'],
    'far too much' => [str_repeat('x', (2 << 20) + 1), 'at most 2097152'],
]);

it('finds what it looks for in typed text, in the output of a tool, and in a dump', function (string $evidence) {
    $run = new ByHand();
    $run->go();
    $run->actions->tell('seen', '', $evidence);
    $answered = array_values(
        array_filter($run->journal->events(), static fn(JournalEvent $e): bool => $e->kind->value === 'answered'),
    );

    expect($answered[0]->data['facts'])
        ->toBe(['serial' => 'SKF3A07Q41'])
        ->and($answered[0]->data['evidence'])
        ->toBe($evidence);
})->with([
    'typed' => 'SKF3A07Q41',
    'typed small' => 'skf3a07q41',
    'a line of a list' => "List of phones\nSKF3A07Q41\tready in system\n",
    'a dump' => World::dump(),
]);

it('refuses a slot that is another one', function () {
    $run = new ByHand();
    $run->until('recovery.slot');
    expect(fn() => $run->actions->tell('seen', '', 'a'))->toThrow(RunRefusal::class, 'Active slot is a');
    $run->actions->tell('seen', '', 'current slot: b');

    expect($run->go()->facts['slot.active'])->toBe('b');
});

it('says what the last check did not show, and refuses another build', function () {
    $run = new ByHand();
    $run->until('prove.verify');
    expect(
        fn() => $run->actions->tell('seen', '', World::dump(['ro.build.version.incremental' => 'deck-14.0.8-of301'])),
    )->toThrow(RunRefusal::class, 'Build is deck-14.0.8-of301');
    $run->actions->tell('seen', 'a test call worked', 'saltern-15.2-20260903-bowline on slot a');
    $judged = array_values(
        array_filter($run->journal->events(), static fn(JournalEvent $e): bool => $e->kind->value === 'judged'),
    );

    expect(end($judged)->text('reason'))->toContain('a test call worked')->toContain('Not shown: slot.a.os.release');
});

it('asks what the phone shows after a stop, and goes on from there', function (string $mode, ?string $key) {
    $run = new ByHand();
    $run->until('erase.format');
    $run->actions->release('SK-07');
    $run->go();
    $run->actions->stop();
    $run->actions->goOn();
    $state = $run->go();
    expect([$state->status, $state->question?->text('about')])->toBe([RunState::ASKED, 'shows']);
    $run->actions->tell($mode);
    $state = $run->go();

    expect($key === null ? $state->question?->text('about') : $run->plan['steps'][$state->step - 1]['key'])->toBe(
        $key ?? 'mode',
    );
})->with([
    'the mode of the step' => ['recovery', 'erase.format'],
    'the mode before the restart' => ['bootloader', 'recovery.prove/to-recovery'],
    'a mode from which nothing leads there' => ['sideload', null],
]);

it('takes no time where the clock was set back during a wait', function () {
    $run = new ByHand();
    $run->go();
    $run->actions->tell('seen', '', 'SKF3A07Q41', '2026-09-14T11:00:00Z');

    expect($run->go()->seconds[1])->toBe(0);
});
