<?php

declare(strict_types=1);

namespace Tests\Support;

use App\Bench\EasyPerson;
use App\Jobs\AdvanceRun;
use App\Models\PackageRecord;
use App\Models\Run;
use App\Models\UnitRecord;
use App\Planning\JobPlanner;
use App\Run\DatabaseJournal;
use App\Run\PhoneFromUnit;
use App\Run\RehearsalLink;
use App\Run\RunStarter;
use App\Run\StandInLink;
use RuntimeException;
use Tornavis\Core\Run\RunActions;
use Tornavis\Core\Run\RunEngine;
use Tornavis\Core\Run\RunState;
use Tornavis\Core\Words\Intent;

/** Runs with their journal in the database, carried out in this process on a simulated phone. */
final class Runs
{
    private const MOST_TURNS = 200;

    /** A new job about a file, with every word given that it waits for, and its run begun. */
    public static function begun(string $label, Intent $intent, string $file): Run
    {
        $unit = UnitRecord::query()->where('label', $label)->firstOrFail();
        $subject = PackageRecord::query()->where('name', $file)->firstOrFail();
        $job = app(JobPlanner::class)->open($unit, $subject, $intent);
        app()->forgetScopedInstances();
        EasyPerson::agreesToAll($job, app(JobPlanner::class));

        return RunStarter::of($job, app(JobPlanner::class)->plan($job), 'stand-in');
    }

    /**
     * Carries a run out to its end; the person says yes to everything, and lets a step that failed be done again.
     *
     * @param  list<array{kind: string, atPercent: int}>  $faults  what goes wrong on the way
     */
    public static function carriedOut(Run $run, array $faults = []): Run
    {
        $unit = UnitRecord::query()->where('label', $run->unit_label)->firstOrFail();
        $sheet = app(JobPlanner::class)->sheet($unit) ?? throw new RuntimeException('There is no sheet.');
        $phone = PhoneFromUnit::make($unit->unit(), $sheet);
        $phone->faults = $faults;
        $journal = new DatabaseJournal($run);
        $files = World::files(array_column($run->plan['kit'], 'name'));
        $engine = new RunEngine($run->plan, $journal, new RehearsalLink($phone, $files));
        $actions = new RunActions($run->plan, $journal, $sheet);
        $person = new EasyPerson();
        for ($turn = 0; $turn < self::MOST_TURNS; $turn++) {
            $state = $engine->advance();
            $person->answers($state, $actions, $run->unit_label);
            if (in_array($state->status, [RunState::ENDED, RunState::STOPPED], true)) {
                break;
            }
        }
        (new AdvanceRun($run->id))->handle(app(StandInLink::class));

        return $run->refresh();
    }
}
