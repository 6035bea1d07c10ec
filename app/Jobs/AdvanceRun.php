<?php

declare(strict_types=1);

namespace App\Jobs;

use App\Models\Run;
use App\Models\UnitRecord;
use App\Run\DatabaseJournal;
use App\Run\StandInLink;
use App\Run\WhatRunsShowed;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Queue\Queueable;
use Tornavis\Core\Run\Conductor;
use Tornavis\Core\Run\Hands;
use Tornavis\Core\Run\RunRefusal;
use Tornavis\Core\Run\RunState;

/** Does the next thing of a run, then asks for the one after it. What it does follows from the journal alone. */
final class AdvanceRun implements ShouldQueue
{
    use Queueable;

    private const LOOK_AGAIN_SECONDS = 3;

    public int $timeout = 0;

    public int $tries = 1;

    public function __construct(public readonly int $runId)
    {
    }

    public function handle(StandInLink $link): void
    {
        $run = Run::query()->findOrFail($this->runId);
        $unit = UnitRecord::query()->where('label', $run->unit_label)->firstOrFail();
        $serial = (string) $unit->unit()->state()->text('serial');
        $journal = new DatabaseJournal($run);
        $way = RunState::fold($run->plan, $journal->events())->link === Hands::NAME ? new Hands : $link->to($serial);
        $state = $this->advance(new Conductor($run->plan, $journal, $way));
        if ($state->status === RunState::ENDED) {
            // What the phone showed at the end is what is known about it from now on.
            WhatRunsShowed::learn($unit, $state, $this->runId);
        } elseif ($state->status === RunState::LOST) {
            self::dispatch($this->runId)->delay(self::LOOK_AGAIN_SECONDS);
        } elseif ($state->status === RunState::RUNNING) {
            self::dispatch($this->runId);
        }
    }

    /** Does the next thing; where the disk is full it waits for room, as there is none for a note to come back either. */
    private function advance(Conductor $conductor): RunState
    {
        while (true) {
            try {
                return $conductor->advance();
            } catch (RunRefusal) {
                sleep(self::LOOK_AGAIN_SECONDS);
            }
        }
    }
}
