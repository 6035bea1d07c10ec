<?php

declare(strict_types=1);

namespace Tests\Support;

use App\Bench\Season;
use App\Models\JournalLine;
use App\Models\PackageRecord;
use App\Models\Run;
use App\Models\Setting;
use App\Models\SheetRecord;
use App\Models\UnitRecord;
use App\Models\WorkJob;
use App\Prove\CheckedFiles;
use App\Prove\Dice;
use App\Prove\RandomBench;
use Illuminate\Support\Facades\DB;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\Note;
use Tornavis\Core\Phone\Unit;
use Tornavis\Core\Run\JournalEvent;
use Tornavis\Core\Situation\HouseRules;
use Tornavis\Core\Situation\Workplace;
use Tornavis\Core\Words\Intent;
use Tornavis\Core\Words\LossClass;

/** Benches in the database as people may have left them: drawn phones, jobs with answers, runs that are anywhere. */
final class RandomBenches
{
    private const FILES = 4;

    public static function empty(): void
    {
        foreach (Run::withSetAside()->pluck('id') as $run) {
            JournalLine::takeBack($run, 0);
        }
        foreach (['runs', 'work_jobs', 'units', 'model_sheets', 'sheet_revisions', 'packages', 'settings'] as $table) {
            DB::table($table)->delete();
        }
    }

    public static function layOut(int $seed): void
    {
        $dice = new Dice($seed);
        self::keepFiles($dice);
        $drawn = new RandomBench(
            array_map(ModelSheet::read(...), glob(base_path('demo/models/*.json')) ?: []),
            CheckedFiles::in(World::shelf()),
            $seed,
        );
        DB::table('work_jobs')->delete();
        DB::table('units')->delete();
        for ($number = 1; $number <= 3; $number++) {
            $situation = $drawn->next();
            SheetRecord::keep($situation->sheet);
            $unit = self::unit($situation->unit, $number, $dice);
            self::job(UnitRecord::keep($unit), $situation->intent, $dice);
        }
        Setting::keepHouseRules($situation->house);
        Setting::keepPresets($dice->chance(50) ? ['7' => new HouseRules(), 'my way' => $situation->house] : []);
        Setting::keepWorkplace($dice->chance(50) ? $situation->workplace : Workplace::fromArray([]));
    }

    /** A few of the files, so that reading a bench in takes a moment only. */
    private static function keepFiles(Dice $dice): void
    {
        $ids = PackageRecord::query()->orderBy('id')->pluck('id')->all();
        $kept = array_map(static fn(): mixed => $dice->one($ids), range(1, self::FILES));
        PackageRecord::query()->whereNotIn('id', $kept)->delete();
    }

    private static function unit(Unit $drawn, int $number, Dice $dice): Unit
    {
        $unit = new Unit("RB-{$number}", $drawn->codename, $drawn->facts, $drawn->backups);

        return $dice->chance(50) ? $unit->withNote(new Note(RandomBench::AT, "a | b\n{$number}")) : $unit;
    }

    private static function job(UnitRecord $unit, Intent $intent, Dice $dice): void
    {
        $given = static fn(mixed $value): array => $dice->chance(40) ? $value : [];
        $job = new WorkJob([
            'intent' => $intent,
            'kit' => $given(PackageRecord::query()->orderBy('id')->pluck('id')->all()),
            'answers' => [
                'agreed' => $given(['PREP-7:cable', 'FIT-10']),
                'waived' => $given([LossClass::Photos->value]),
                ...$given(['house' => ['route' => 'storage', 'batteryFloorPercent' => 30]]),
                ...$given(['backup' => 'set 1']),
                ...$given(['questions' => ['3' => 'yes', 'a.zip region' => 'eu']]),
                ...$given(['backUp' => ['data']]),
            ],
        ]);
        $job->unit()->associate($unit);
        $job->save();
        if ($dice->chance(60)) {
            self::run($job, $dice);
        }
    }

    /** A run of the season, cut off anywhere. */
    private static function run(WorkJob $job, Dice $dice): void
    {
        $lines = explode("\n", trim((string) gzdecode((string) file_get_contents($dice->one(Season::files())))));
        $head = json_decode((string) array_shift($lines))->run;
        $run = new Run([
            'unit_label' => $job->unit->label,
            'codename' => $job->unit->codename,
            'build' => $head->build,
            'status' => 'running',
            'plan' => $head->plan,
        ]);
        $run->job()->associate($job);
        $run->save();
        foreach (array_slice($lines, 0, $dice->between(0, count($lines))) as $line) {
            JournalLine::of($run->id, JournalEvent::fromArray(json_decode($line, true)));
        }
        $run->refresh()->summarise();
    }
}
