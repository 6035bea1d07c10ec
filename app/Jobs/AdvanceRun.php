<?php

declare(strict_types=1);

namespace App\Jobs;

use App\Data\WorkLock;
use App\Models\Run;
use App\Models\UnitRecord;
use App\Run\DatabaseJournal;
use App\Run\KitFiles;
use App\Run\LearnedFromRun;
use App\Run\StandInLink;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Queue\Queueable;
use Illuminate\Support\Facades\DB;
use Tornavis\Core\Run\Hands;
use Tornavis\Core\Run\RunEngine;
use Tornavis\Core\Run\RunRefusal;
use Tornavis\Core\Run\RunState;

/** Does the next thing of a run, then asks for the one after it. What it does follows from the journal alone. */
final class AdvanceRun implements ShouldQueue
{
    use Queueable;

    private const LOOK_AGAIN_SECONDS = 3;

    public int $timeout = 0;

    public int $tries = 0;

    public int $backoff = self::LOOK_AGAIN_SECONDS;

    public function __construct(public readonly int $runId)
    {
        $this->onQueue(WorkQueue::Runs);
    }

    /** Name of the lock that whoever advances a run holds. */
    public static function lock(int $runId): string
    {
        return "run-{$runId}";
    }

    /** Whether work of a run is in the queue, taken or not. */
    public static function waits(int $runId): bool
    {
        return DB::table('jobs')
            ->where('queue', WorkQueue::Runs->value)
            ->where('payload', 'like', '%runId_";i:' . $runId . ';%')
            ->exists();
    }

    public function handle(StandInLink $link): void
    {
        $lock = WorkLock::take(self::lock($this->runId));
        if ($lock === null) {
            // Another worker is at it. What this was sent for may have come after that one last looked.
            self::dispatch($this->runId)->delay(1);

            return;
        }
        try {
            $this->goOn($link);
        } catch (\PDOException $error) {
            // Locked for longer than a query waits, or full: it is waited out.
            report($error);
            self::wait();
            self::dispatch($this->runId);
        } finally {
            $lock->release();
        }
    }

    private function goOn(StandInLink $link): void
    {
        $run = Run::query()->findOrFail($this->runId);
        $unit = UnitRecord::labelled($run->unit_label);
        $serial = (string) $unit->unit()->state()->text('serial');
        $journal = new DatabaseJournal($run, patient: true);
        $kit = KitFiles::ofPlan($run->plan);
        $phone = $link->to($serial, StandInLink::here(), $kit);
        $way = RunState::fold($run->plan, $journal->events())->link === Hands::NAME ? new Hands() : $phone;
        $state = $this->advance(new RunEngine($run->plan, $journal, $way, $kit));
        if (in_array($state->status, [RunState::ENDED, RunState::STOPPED], true) && $state->link !== Hands::NAME) {
            $phone->leave();
        }
        if ($state->status === RunState::ENDED) {
            // What the phone showed at the end is what is known about it from now on.
            LearnedFromRun::learn($unit, $state, $run->plan, $this->runId);
        } elseif ($state->status === RunState::LOST) {
            self::dispatch($this->runId)->delay(self::LOOK_AGAIN_SECONDS);
        } elseif ($state->status === RunState::RUNNING) {
            self::dispatch($this->runId);
        }
    }

    /**
     * Does the next thing; where the disk is full it waits for room, as there is none for a note to come back either.
     */
    private function advance(RunEngine $engine): RunState
    {
        while (true) {
            try {
                return $engine->advance();
            } catch (RunRefusal) {
                self::wait();
            } catch (\PDOException $error) {
                throw $error;
            } catch (\Throwable $fault) {
                report($fault);

                return $engine->fault($fault->getMessage());
            }
        }
    }

    private static function wait(): void
    {
        sleep(self::LOOK_AGAIN_SECONDS);
    }
}
