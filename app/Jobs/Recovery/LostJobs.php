<?php

declare(strict_types=1);

namespace App\Jobs\Recovery;

use App\Data\WorkLock;
use App\Jobs\AdvanceRun;
use App\Models\Run;
use Illuminate\Contracts\Queue\Job;
use Illuminate\Queue\Events\JobExceptionOccurred;
use Illuminate\Queue\Events\JobProcessed;
use Illuminate\Queue\Events\JobProcessing;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Event;

/**
 * Takes up what a worker that is gone has left.
 *
 * Every worker holds a lock for the work in its hand. Work that is marked as taken and whose lock nobody holds goes
 * back into the queue; a run that should go on and has no work in the queue gets some.
 */
final class LostJobs
{
    /** Between taking work out of the queue and locking it. */
    private const MOMENT_SECONDS = 5;

    /** Nothing here waits longer by its own wish; more means that the clock was set back. */
    private const LONGEST_DELAY_SECONDS = 120;

    /** @var array<string, WorkLock> of the work in this process, by its id */
    private static array $held = [];

    public static function mark(): void
    {
        Event::listen(static function (JobProcessing $event): void {
            $lock = WorkLock::take(self::name($event->job));
            if ($lock !== null) {
                self::$held[self::name($event->job)] = $lock;
            }
        });
        Event::listen([JobProcessed::class, JobExceptionOccurred::class], static function (
            JobProcessed|JobExceptionOccurred $event,
        ): void {
            (self::$held[self::name($event->job)] ?? null)?->release(forGood: true);
            unset(self::$held[self::name($event->job)]);
        });
    }

    private static function name(Job $job): string
    {
        return 'work-' . $job->uuid();
    }

    /** @return int how much was taken up */
    public static function takeUp(): int
    {
        DB::table('jobs')
            ->where('available_at', '>', time() + self::LONGEST_DELAY_SECONDS)
            ->update(['available_at' => time()]);
        $found = 0;
        foreach (
            DB::table('jobs')
                ->whereNotNull('reserved_at')
                ->get(['id', 'payload', 'reserved_at'])
            as $row
        ) {
            $payload = json_decode($row->payload, true);
            $uuid = is_array($payload) && is_string($payload['uuid'] ?? null) ? $payload['uuid'] : '';
            if (abs(time() - (int) $row->reserved_at) >= self::MOMENT_SECONDS && !WorkLock::isHeld("work-{$uuid}")) {
                $found += DB::table('jobs')
                    ->where('id', $row->id)
                    ->whereNotNull('reserved_at')
                    ->update(['reserved_at' => null, 'attempts' => 0]);
            }
        }

        return $found + self::takeUpRuns();
    }

    private static function takeUpRuns(): int
    {
        $found = 0;
        foreach (Run::underWay() as $id) {
            if (!WorkLock::isHeld(AdvanceRun::lock($id)) && !AdvanceRun::waits($id)) {
                AdvanceRun::dispatch($id);
                $found++;
            }
        }

        return $found;
    }
}
