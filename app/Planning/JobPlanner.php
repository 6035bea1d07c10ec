<?php

declare(strict_types=1);

namespace App\Planning;

use App\Data\ProgramVersion;
use App\Data\RevisionCache;
use App\Models\PackageRecord;
use App\Models\Setting;
use App\Models\SheetRecord;
use App\Models\UnitRecord;
use App\Models\WorkJob;
use App\Run\RunStatistics;
use Illuminate\Support\Facades\DB;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\Unit;
use Tornavis\Core\Plan\Plan;
use Tornavis\Core\Plan\Planner;
use Tornavis\Core\Plan\Verdict;
use Tornavis\Core\Rule\Severity;
use Tornavis\Core\Situation\Answers;
use Tornavis\Core\Situation\HouseRules;
use Tornavis\Core\Situation\Job\Job;
use Tornavis\Core\Situation\KitSuggestion;
use Tornavis\Core\Situation\Rates;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Situation\SituationError;
use Tornavis\Core\Situation\Stock;
use Tornavis\Core\Situation\Workplace;
use Tornavis\Core\Words\Intent;

/**
 * Lays phone, files and house rules of a job side by side and has the plan made.
 *
 * Lives for one request: what it has read of sheets, shelf and settings it does not read again.
 */
final class JobPlanner
{
    /** @var ?array<string, ModelSheet> */
    private ?array $sheets = null;

    /** @var ?array<int, Package> by id of the record */
    private ?array $shelf = null;

    private ?HouseRules $house = null;

    /** @var array<string, Rates> by codename */
    private array $rates = [];

    private ?Workplace $workplace = null;

    private ?string $revision = null;

    private bool $newVerdicts = false;

    /** @var ?array<array-key, mixed> those that are kept, by phone and job */
    private ?array $verdicts = null;

    public function __destruct()
    {
        if ($this->newVerdicts) {
            RevisionCache::keep('verdicts', (string) $this->revision, $this->verdicts ?? []);
        }
    }

    /** @throws SituationError when the unit's codename has no sheet */
    public function situation(WorkJob $job, ?HouseRules $rules = null): Situation
    {
        $sheet = $this->sheet($job->unit) ?? throw SituationError::noSheet($job->unit->label, $job->unit->codename);

        return $this->situationOf(
            $job->unit->unit(),
            $sheet,
            $job->kit,
            $job->intent,
            // Only a wait depends on what time it is; every other plan is the same whenever it is asked for.
            Job::of($job->intent)->unlocksBootloader()
                ? now()->startOfMinute()->toIso8601String()
                : $job->updated_at?->toIso8601String() ?? '',
            Answers::fromArray($job->answers),
            $rules ?? $this->house(),
        );
    }

    /**
     * @param  list<int>  $files  ids of the kit's files
     * @param  string  $at  ISO 8601
     */
    private function situationOf(
        Unit $unit,
        ModelSheet $sheet,
        array $files,
        Intent $intent,
        string $at,
        Answers $answers,
        HouseRules $rules,
    ): Situation {
        $inKit = array_flip($files);
        $ageing = $rules->with($answers->house)->ageing(now()->startOfHour()->toIso8601String());

        return new Situation(
            $sheet,
            $ageing->of($unit),
            array_values(array_intersect_key($this->shelf(), $inKit)),
            $intent,
            $at,
            $rules->with($answers->house),
            $answers,
            ($this->rates[$sheet->codename] ??= RunStatistics::rates($sheet->codename)),
            shelf: array_values(array_diff_key($this->shelf(), $inKit)),
            codenames: array_keys($this->sheets()),
            workplace: ($this->workplace ??= Setting::workplace()),
        );
    }

    /** The job's plan, by the rules that are kept or by others that are only tried. */
    public function plan(WorkJob $job, ?HouseRules $rules = null): Plan
    {
        return Planner::plan($this->situation($job, $rules));
    }

    /**
     * Verdict and build of a job for lists, and the first thing that it waits for; made again only when something that
     * it rests on has changed.
     *
     * @return array{build: ?string, verdict: array{level: string, toSettle: int, words: string}, waitsFor: ?string}
     */
    public function summary(WorkJob $job): array
    {
        // What was seen grows old by the hour, a wait ends to the minute.
        $minute = now()->format(Job::of($job->intent)->unlocksBootloader() ? 'YmdHi' : 'YmdH');
        $revision = $this->revision();
        $unit = $job->unit->only(UnitRecord::LISTED);
        $key = hash('xxh128', json_encode([$job->getRawOriginal(), $unit, $minute], JSON_THROW_ON_ERROR));
        $this->verdicts ??= RevisionCache::all('verdicts', $revision);
        if (!isset($this->verdicts[$key])) {
            $this->verdicts[$key] = $this->judged($job);
            $this->newVerdicts = true;
        }

        /**
         * @var array{build: ?string, verdict: array{level: string, toSettle: int, words: string}, waitsFor: ?string}
         */
        return $this->verdicts[$key];
    }

    /**
     * @return array{build: ?string, verdict: array{level: string, toSettle: int, words: string}, waitsFor: ?string}
     */
    private function judged(WorkJob $job): array
    {
        try {
            // A list holds the unit without its document.
            $job->setRelation('unit', UnitRecord::query()->findOrFail($job->unit_id));
            $plan = $this->plan($job);

            $build = $plan->toArray()['build'];

            return [
                'build' => is_string($build) ? $build : null,
                'verdict' => [
                    'level' => $plan->verdict->level,
                    'toSettle' => $plan->verdict->toSettle,
                    'words' => $plan->verdict->words(),
                ],
                'waitsFor' => self::waitsFor($plan),
            ];
        } catch (SituationError $error) {
            return [
                'build' => null,
                'verdict' => ['level' => Verdict::STOP, 'toSettle' => 0, 'words' => $error->what],
                'waitsFor' => $error->todo,
            ];
        }
    }

    /** What stands in the way, the worst first; null where nothing does. */
    private static function waitsFor(Plan $plan): ?string
    {
        foreach ([Severity::Stop, Severity::Settle] as $severity) {
            foreach ($plan->findings as $finding) {
                if ($finding->severity === $severity) {
                    return "{$finding->need}: {$finding->found}";
                }
            }
        }

        return null;
    }

    /**
     * A new job with the files that what is wanted needs on this phone.
     *
     * @param  ?PackageRecord  $subject  the file that the intent is about
     * @throws SituationError when the unit's codename has no sheet
     */
    public function open(UnitRecord $unit, ?PackageRecord $subject, Intent $intent): WorkJob
    {
        $sheet = $this->sheet($unit) ?? throw SituationError::noSheet($unit->label, $unit->codename);
        $job = new WorkJob([
            'intent' => $intent,
            'kit' => $this->suggested($unit->unit(), $sheet, $subject?->package(), $intent),
            'answers' => ['agreed' => [], 'waived' => []],
        ]);
        $job->unit()->associate($unit);
        $job->save();

        return $job;
    }

    /**
     * What would come of a job on a phone that is not on the bench yet.
     *
     * @param  string  $at  ISO 8601
     */
    public function judge(Unit $unit, ModelSheet $sheet, Package $subject, Intent $intent, string $at): Plan
    {
        $files = $this->suggested($unit, $sheet, $subject, $intent);
        $answers = Answers::fromArray(['agreed' => [], 'waived' => []]);

        return Planner::plan($this->situationOf($unit, $sheet, $files, $intent, $at, $answers, $this->house()));
    }

    /**
     * @return list<int> ids of the files that what is wanted needs
     */
    private function suggested(Unit $unit, ModelSheet $sheet, ?Package $subject, Intent $intent): array
    {
        $stock = Stock::of(array_values($this->shelf()));
        $kit = KitSuggestion::of($intent, $subject, $sheet, $unit, $stock, $this->house());
        $paths = array_map(static fn(Package $package): string => $package->path, $kit);
        $known = array_filter(
            $this->shelf(),
            static fn(Package $package): bool => in_array($package->path, $paths, true),
        );

        return array_keys($known);
    }

    public function sheet(UnitRecord $unit): ?ModelSheet
    {
        return $this->sheets()[$unit->codename] ?? null;
    }

    /**
     * @return array<string, ModelSheet> by codename
     */
    public function sheets(): array
    {
        return $this->sheets ??= SheetRecord::sheets();
    }

    /**
     * Every file that is there.
     *
     * @return array<int, Package> by id of its record
     */
    public function shelf(): array
    {
        return $this->shelf ??= PackageRecord::query()
            ->where('missing', false)
            ->get()
            ->sortBy('name')
            ->mapWithKeys(static fn(PackageRecord $record): array => [$record->id => $record->package()])
            ->all();
    }

    public function house(): HouseRules
    {
        return $this->house ??= Setting::houseRules();
    }

    /**
     * A value that changes with anything but phone and job themselves that a plan can rest on, the program among it.
     */
    public function revision(): string
    {
        if ($this->revision === null) {
            // What was read before this value was formed may be older than it, and a verdict kept under it would stay
            // wrong.
            $this->sheets = $this->shelf = $this->house = $this->workplace = null;
            $this->rates = [];
            $number = DB::table('revisions')->where('name', 'ground')->value('number');
            $this->revision = ProgramVersion::version() . '-' . (is_numeric($number) ? (int) $number : 0);
        }

        return $this->revision;
    }
}
