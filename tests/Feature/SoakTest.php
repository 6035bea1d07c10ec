<?php

declare(strict_types=1);

use App\Prove\CheckedFiles;
use App\Prove\RandomBench;
use App\Prove\Soak;
use App\Run\PhoneFromUnit;
use App\Run\Rehearsal;
use App\Run\RehearsalLink;
use Illuminate\Support\Facades\Artisan;
use Tests\Support\World;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Run\EventKind;
use Tornavis\Core\Run\Journal;
use Tornavis\Core\Run\JournalEvent;
use Tornavis\Core\Run\MemoryJournal;
use Tornavis\Core\Run\RunActions;
use Tornavis\Core\Run\RunEngine;
use Tornavis\Core\Run\RunState;

/*
 * Runs in which something goes wrong, and runs whose process dies.
 */

$soak = function (int $count): void {
    $bench = new RandomBench(
        array_map(ModelSheet::read(...), glob(base_path('demo/models/*.json')) ?: []),
        CheckedFiles::in(World::shelf()),
        7,
    );
    $soak = Soak::of($bench, 7, $count);

    expect($soak->wrong)
        ->toBe([])
        ->and($soak->count)
        ->toBe($count)
        ->and(array_sum(array_column($soak->tally, 'started')))
        ->toBeGreaterThan($count / 3)
        ->and(array_sum(array_column($soak->tally, 'stopped')))
        ->toBeGreaterThan($count / 20)
        // From each safe stop somebody goes on, on the same phone.
        ->and(array_sum($soak->waysOn))
        ->toBeGreaterThan($count / 20)
        ->and($soak->waysOn['back'] ?? 0)
        ->toBeGreaterThan(0);
};

it('ends every run with a fault in a phone that starts or in a safe stop, with a whole journal', $soak)->with([120]);

it('ends many runs so', $soak)
    ->with([500])
    ->group('whole');

it('gets out of a fault by trying again, or stops and says the way back', function (string $kind, bool $starts) {
    $files = World::files(World::SALTERN);
    $rehearsal = Rehearsal::of(
        World::document(World::plan('SK-07', World::SALTERN)),
        World::unit('SK-07'),
        World::sheet('bowline'),
        $files,
        [['kind' => $kind, 'atPercent' => 30]],
    );

    expect($rehearsal->started)->toBe($starts)->and($rehearsal->phone->faults)->toBe([]);
    if (!$starts) {
        expect($rehearsal->events[count($rehearsal->events) - 1]->text('wayBack'))->not->toBe('');
    }
})->with([
    ['cable-out', true],
    ['battery', true],
    ['damaged-file', true],
    ['refused-package', true],
    ['wrong-mode', true],
    ['boot-loop', true],
    ['stuck', true],
    ['no-answer', true],
    ['recovery-replaced', false],
    ['lost-key', false],
]);

it('takes faults on the command line, and names those that there are', function () {
    expect(
        Artisan::call('tornavis:rehearse', [
            '--model' => base_path('demo/models/bowline.json'),
            '--unit' => base_path('demo/units/SK-07.json'),
            '--package' => array_map(World::path(...), World::SALTERN),
            '--faults' => 'meteor',
        ]),
    )
        ->toBe(64)
        ->and(Artisan::output())
        ->toContain('cable-out')
        ->and(
            Artisan::call('tornavis:rehearse', [
                '--model' => base_path('demo/models/bowline.json'),
                '--unit' => base_path('demo/units/SK-07.json'),
                '--package' => array_map(World::path(...), World::SALTERN),
                '--faults' => 'cable-out:40,boot-loop',
            ]),
        )
        ->toBe(0);
});

/** A journal whose process is killed after it has written one certain line. */
final class DyingJournal implements Journal
{
    public function __construct(private readonly MemoryJournal $kept, private readonly int $diesAfter) {}

    public function append(EventKind $kind, ?int $step, array $data): JournalEvent
    {
        $event = $this->kept->append($kind, $step, $data);
        if ($event->sequence === $this->diesAfter) {
            throw new RuntimeException('killed');
        }

        return $event;
    }

    public function appendAfter(?JournalEvent $last, array $lines): void
    {
        $this->kept->appendAfter($last, $lines);
        foreach ($this->kept->events() as $event) {
            if ($event->sequence > ($last->sequence ?? 0) && $event->sequence === $this->diesAfter) {
                throw new RuntimeException('killed');
            }
        }
    }

    public function events(): array
    {
        return $this->kept->events();
    }
}

/** Carries the ready phone's plan out; where it is killed it is started again with the journal that was kept. */
function carriedOutWithDeathAt(?int $sequence): array
{
    $plan = World::document(World::plan('SK-07', World::SALTERN));
    $sheet = World::sheet('bowline');
    $phone = PhoneFromUnit::make(World::unit('SK-07'), $sheet);
    $link = new RehearsalLink($phone, World::files(World::SALTERN));
    $kept = new MemoryJournal('2026-09-14T12:00:00Z');
    $journal = $sequence === null ? $kept : new DyingJournal($kept, $sequence);
    for ($turn = 0; $turn < 400; $turn++) {
        try {
            $state = (new RunEngine($plan, $journal, $link))->advance();
            $actions = new RunActions($plan, $journal, $sheet);
            match ($state->status) {
                RunState::GATED => $actions->release('SK-07'),
                RunState::ASKED => $actions->tell($state->question?->text('about') === 'evidence' ? 'seen' : 'again'),
                default => null,
            };
        } catch (RuntimeException) {
            // What a new process finds: the journal, and a phone that lost its computer.
            $journal = $kept;
            $phone->pickUpAfterBreak();

            continue;
        }
        if ($state->status === RunState::ENDED) {
            break;
        }
    }

    return [RunState::fold($plan, $kept->events()), $phone, $kept];
}

$killed = function (int $everyNth): void {
    [$whole, $healthy, $journal] = carriedOutWithDeathAt(null);
    $lines = count($journal->events());
    $facts = array_diff_key($whole->facts, ['battery.percent' => 1]);
    for ($sequence = 1; $sequence <= $lines; $sequence += $everyNth) {
        [$state, $phone, $kept] = carriedOutWithDeathAt($sequence);
        expect($state->status)
            ->toBe(RunState::ENDED, "killed after line {$sequence}")
            ->and($state->steps)
            ->toBe($whole->steps)
            ->and(array_diff_key($state->facts, ['battery.percent' => 1]))
            ->toEqual($facts)
            ->and([$phone->mode, $phone->activeSlot, $phone->system('a')])
            ->toBe([$healthy->mode, $healthy->activeSlot, $healthy->system('a')])
            ->and(
                count(array_filter($kept->events(), static fn(JournalEvent $e): bool => $e->kind === EventKind::Ended)),
            )
            ->toBe(1);
    }
    expect($lines)->toBeGreaterThan(100);
};

it('means the same in the end, whether its process was killed or not', $killed)->with([9]);

it('means the same in the end, wherever its process was killed', $killed)
    ->with([1])
    ->group('whole');
