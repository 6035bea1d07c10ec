<?php

declare(strict_types=1);

namespace App\Bench;

use App\Models\PackageRecord;
use App\Models\Run;
use App\Models\UnitRecord;
use App\Planning\JobPlanner;
use App\Run\DatabaseJournal;
use App\Run\PhoneFromUnit;
use App\Run\RehearsalLink;
use App\Run\RunStarter;
use App\Shelf\Shelf;
use Illuminate\Support\Carbon;
use Tornavis\Core\Plan\Verdict;
use Tornavis\Core\Run\RunActions;
use Tornavis\Core\Run\RunEngine;
use Tornavis\Core\Run\RunState;
use Tornavis\Core\Words\Intent;

/**
 * Carries a season of work out on the simulated phones of the demo, each run at its time, and writes it down as run
 * files. The phones differ in how quick they are from what their sheets say. Each run begins with the phone as it lies
 * on the demo's bench; the notes say only what the run shows.
 *
 * @phpstan-type Past array{string, string, string, ?string, float, list<array{kind: string, atPercent: int}>, string}
 */
final readonly class SeasonMaker
{
    private const MOST_TURNS = 400;

    /** What a person does who has no other way: stops at the third trouble. */
    private const MOST_TROUBLES = 3;

    private const SALTERN = 'saltern-15.2-20260903-bowline.zip';

    private const DRIFTGLASS = 'driftglass-15.1-20260820-bowline.zip';

    /**
     * Time, phone, wish, file, pace (1.2: a fifth slower than the sheet says), what goes wrong, and the note that the
     * person wrote.
     *
     * @var list<Past>
     */
    private const RUNS = [
        ['2026-08-29T17:20:00Z', 'SK-07', 'fresh', self::DRIFTGLASS, 1.04, [], ''],
        ['2026-09-02T09:05:00Z', 'SK-13', 'backup', null, 0.95, [], ''],
        ['2026-09-05T18:40:00Z', 'SK-04', 'fresh', self::SALTERN, 1.12, [], ''],
        ['2026-09-08T19:10:00Z', 'SK-07', 'fresh', self::SALTERN, 0.96, [], ''],
        [
            '2026-09-12T10:30:00Z',
            'SK-04',
            'fresh',
            self::SALTERN,
            1.31,
            [['kind' => 'cable-out', 'atPercent' => 40]],
            'The cable came out at 40 percent. The step was done again, and the rest went well.',
        ],
        ['2026-09-16T16:00:00Z', 'SK-06', 'update', 'lamplight-9.4-20250611-marl.zip', 1.08, [], ''],
        ['2026-09-19T11:45:00Z', 'SK-07', 'fresh', self::DRIFTGLASS, 1.22, [], ''],
        ['2026-09-24T17:55:00Z', 'SK-08', 'fresh', self::SALTERN, 1.1, [], ''],
        ['2026-09-30T08:50:00Z', 'SK-06', 'update', 'lamplight-9.4-20250611-marl.zip', 0.99, [], ''],
        ['2026-10-03T15:15:00Z', 'SK-07', 'fresh', self::SALTERN, 1.18, [], ''],
        [
            '2026-10-06T18:05:00Z',
            'SK-08',
            'fresh',
            self::SALTERN,
            1.4,
            [
                ['kind' => 'refused-package', 'atPercent' => 0],
                ['kind' => 'refused-package', 'atPercent' => 0],
                ['kind' => 'refused-package', 'atPercent' => 0],
            ],
            'The recovery refused the package three times. Stopped here.',
        ],
        [
            '2026-10-08T18:20:00Z',
            'SK-08',
            'fresh',
            self::SALTERN,
            1.16,
            [],
            'This time the recovery took the same package at the first try.',
        ],
        ['2026-10-11T13:30:00Z', 'SK-09', 'kernel', 'ferrule-15.1-becket.img', 1.05, [], ''],
        ['2026-10-15T17:00:00Z', 'SK-04', 'fresh', self::DRIFTGLASS, 1.07, [], ''],
        ['2026-10-20T19:25:00Z', 'SK-13', 'backup', null, 1.2, [], ''],
        ['2026-10-25T10:10:00Z', 'SK-07', 'fresh', self::DRIFTGLASS, 0.94, [], ''],
        [
            '2026-10-29T18:45:00Z',
            'SK-07',
            'fresh',
            self::SALTERN,
            1.25,
            [['kind' => 'boot-loop', 'atPercent' => 0]],
            'It looped at its first start. The step was done again, and then it started.',
        ],
        ['2026-11-02T16:35:00Z', 'SK-06', 'update', 'lamplight-9.4-20250611-marl.zip', 1.15, [], ''],
        ['2026-11-07T12:00:00Z', 'SK-04', 'fresh', self::SALTERN, 1.02, [], ''],
        ['2026-11-12T18:15:00Z', 'SK-07', 'fresh', self::DRIFTGLASS, 1.09, [], ''],
        ['2026-11-18T17:40:00Z', 'SK-08', 'fresh', self::DRIFTGLASS, 1.13, [], ''],
    ];

    public function __construct(private Shelf $shelf) {}

    /**
     * @param  callable(string): void  $tell
     */
    public function write(string $folder, callable $tell): void
    {
        foreach (self::RUNS as [$at, $label, $wish, $file, $pace, $faults, $note]) {
            Carbon::setTestNow($at);
            // A planner lives for one request, and each of these is one.
            app()->forgetScopedInstances();
            app()->forgetInstance(JobPlanner::class);
            $run = $this->begun($label, Intent::from($wish), $file);
            if ($run === null) {
                $tell("{$at} {$label}: the plan is not clear; left out");

                continue;
            }
            $this->carryOut($run, $pace, $faults, $note);
            $name = substr($at, 0, 10) . "-{$label}.jsonl.gz";
            $text = Season::moved(RunFile::text($run->refresh()), $this->shelf->folder, Season::SHELF);
            file_put_contents("{$folder}/{$name}", gzencode($text, 9));
            $tell("{$at} {$label} {$run->build}: {$run->status}, {$run->troubles} troubles, {$run->seconds} s");
        }
        Carbon::setTestNow();
    }

    /** A job with everything agreed to, and its run begun; null where that does not make the plan clear. */
    private function begun(string $label, Intent $intent, ?string $file): ?Run
    {
        $planner = app(JobPlanner::class);
        $subject = $file === null ? null : PackageRecord::query()->where('name', $file)->firstOrFail();
        $job = $planner->open(UnitRecord::labelled($label), $subject, $intent);
        EasyPerson::agreesToAll($job, $planner);
        $plan = $planner->plan($job);

        return $plan->verdict->level === Verdict::CLEAR ? RunStarter::of($job, $plan, 'stand-in') : null;
    }

    /**
     * @param  list<array{kind: string, atPercent: int}>  $faults
     */
    private function carryOut(Run $run, float $pace, array $faults, string $note): void
    {
        $unit = UnitRecord::labelled($run->unit_label);
        $sheet = app(JobPlanner::class)->sheet($unit) ?? throw new \LogicException("{$unit->label} has no sheet.");
        $phone = PhoneFromUnit::make($unit->unit(), $sheet);
        $phone->faults = $faults;
        $journal = new DatabaseJournal($run);
        $link = new PacedLink(new RehearsalLink($phone, $this->paths($run)), $pace);
        $engine = new RunEngine($run->plan, $journal, $link);
        $actions = new RunActions($run->plan, $journal, $sheet);
        $person = new EasyPerson(self::MOST_TROUBLES);
        for ($turn = 0; $turn < self::MOST_TURNS; $turn++) {
            $state = $engine->advance();
            $person->answers($state, $actions, $run->unit_label);
            // A person takes a while to read and to answer.
            Carbon::setTestNow(Carbon::now()->addSeconds($state->status === RunState::RUNNING ? 0 : 25));
            if (in_array($state->status, [RunState::ENDED, RunState::STOPPED], true)) {
                break;
            }
        }
        if ($note !== '') {
            $actions->note($note);
        }
        $run->summarise();
    }

    /**
     * @return array<string, string> path by name of the file
     */
    private function paths(Run $run): array
    {
        $kit = is_array($run->plan['kit'] ?? null) ? $run->plan['kit'] : [];
        $names = array_column($kit, 'name');

        /** @var array<string, string> */
        return PackageRecord::query()->whereIn('name', $names)->pluck('path', 'name')->all();
    }
}
