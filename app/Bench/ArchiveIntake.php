<?php

declare(strict_types=1);

namespace App\Bench;

use App\Models\PackageRecord;
use App\Models\SheetRecord;
use App\Models\UnitRecord;
use App\Models\WorkJob;
use Illuminate\Support\Facades\DB;
use Tornavis\Core\Format\FormatError;
use Tornavis\Core\Format\JsonParts;
use Tornavis\Core\Format\Schema;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\Unit;
use Tornavis\Core\Situation\HouseRules;
use Tornavis\Core\Situation\Workplace;

/**
 * Takes a whole bench in: all of it or nothing. What is there already and the same stays as it is, so that
 * doing it twice changes nothing; what differs takes the archive's form; what the archive does not name stays.
 *
 * @phpstan-import-type Change from IntakeChanges
 * @phpstan-import-type RunDocument from RunFile
 */
final class ArchiveIntake
{
    public const WHERE = 'the archive';

    private IntakeChanges $changes;

    public function __construct()
    {
        $this->changes = new IntakeChanges();
    }

    /**
     * @param  resource  $stream  of any size; it is read twice, the runs one at a time
     * @param  bool  $dry  only say what would change
     * @return list<Change>
     *
     * @throws FormatError when anything in it cannot be taken in; then nothing was
     */
    public function take(mixed $stream, bool $dry): array
    {
        $data = ArchiveDocument::withoutRuns($stream);

        return $this->whole($dry, function () use ($data, $stream): void {
            array_map($this->sheet(...), $data['sheets']);
            array_map($this->unit(...), $data['units']);
            array_map($this->package(...), $data['packages']);
            foreach ($data['jobs'] as $job) {
                $this->job(JobDocument::read($job));
            }
            rewind($stream);
            $number = 0;
            foreach (JsonParts::of($stream, self::WHERE) as [$name, $isItem, $text]) {
                if ($name === 'runs' && $isItem) {
                    $this->runOfArchive($text, ++$number);
                }
            }
            SettingsIntake::take($data, $this->changes);
        });
    }

    private function runOfArchive(string $text, int $number): void
    {
        $where = self::WHERE . ", run {$number}";
        $data = Schema::decodeText($text, $where);
        $object = json_decode($text);
        // A bench of nothing but this run is checked as a bench.
        $empty = [
            'format' => 'tornavis/bench',
            'version' => 1,
            'sheets' => [],
            'units' => [],
            'packages' => [],
            'jobs' => [],
            'houseRules' => (object) (new HouseRules())->toArray(),
            'presets' => new \stdClass(),
            'workplace' => (object) Workplace::fromArray([])->toArray(),
        ];
        Schema::of('bench')->check((object) ($empty + ['runs' => [$object]]), $where);
        /** @var RunDocument $data */
        $plan = $object instanceof \stdClass ? $object->plan : null;
        (new RunIntake($this->changes))->take($data, $plan instanceof \stdClass ? $plan : new \stdClass());
    }

    /**
     * Takes one run in, with its job; its phone has to be on the bench.
     *
     * @return list<Change>
     *
     * @throws FormatError when anything in it cannot be taken in; then nothing was
     */
    public function takeRun(string $text, bool $dry): array
    {
        $file = RunFile::read($text);

        return $this->whole($dry, function () use ($file): void {
            $this->job(JobDocument::read($file->job));
            (new RunIntake($this->changes))->take($file->run, $file->plan);
        });
    }

    /**
     * @param  callable(): void  $do
     * @return list<Change>
     */
    private function whole(bool $dry, callable $do): array
    {
        $this->changes = new IntakeChanges();
        DB::beginTransaction();
        try {
            $do();
        } catch (\TypeError | \ValueError | \UnexpectedValueException | \ErrorException $error) {
            DB::rollBack();
            // What the schema has let through and no part of the program can take: of the file, and worth a look.
            report($error);

            throw FormatError::invalid(
                self::WHERE,
                'one of its values',
                'A value in it is missing, or of another kind than it has to be',
                'a file as this program gives it out',
            );
        } catch (\Throwable $error) {
            DB::rollBack();

            throw $error;
        }
        $dry ? DB::rollBack() : DB::commit();

        return $this->changes->list;
    }

    /**
     * @param  array<string, mixed>  $document
     */
    private function sheet(array $document): void
    {
        $sheet = ModelSheet::fromArray($document, self::WHERE);
        $this->changes->keep(
            'sheet',
            $sheet->codename,
            SheetRecord::query()->firstWhere('codename', $sheet->codename)?->document,
            $sheet->toArray(),
            static fn() => SheetRecord::keep($sheet),
        );
    }

    /**
     * @param  array<string, mixed>  $document
     */
    private function unit(array $document): void
    {
        $unit = Unit::fromArray($document, self::WHERE);
        $unit->refuseImpossible(
            $unit->codename === null ? null : SheetRecord::query()->firstWhere('codename', $unit->codename)?->sheet(),
            now()->toIso8601String(),
            self::WHERE . ", unit {$unit->label}",
        );
        $this->changes->keep(
            'unit',
            $unit->label,
            UnitRecord::query()->firstWhere('label', $unit->label)?->document,
            $unit->toArray(),
            static fn() => UnitRecord::keep($unit),
            Unit::carriedNotes($document),
        );
    }

    /**
     * @param  array<string, mixed>  $document
     */
    private function package(array $document): void
    {
        $package = Package::fromArray($document);
        $record = PackageRecord::query()->firstWhere('path', $package->path);
        $readHere = $record !== null && !$record->unread;
        // What was read here is surer than what a file says of a file.
        $this->changes->keep(
            'file',
            $package->name(),
            $record?->document,
            $readHere ? $record->document : $package->toArray(),
            static function () use ($package, $record): void {
                $record ??= new PackageRecord(['path' => $package->path, 'modified_at' => 0, 'missing' => true]);
                $record->hashed_bytes = $package->sizeBytes;
                $record->keepDescription($package);
                $record->update(['sha256' => null, 'unread' => true]);
            },
        );
    }

    private function job(JobDocument $document): void
    {
        $unit =
            UnitRecord::query()->firstWhere('label', $document->unit) ??
            throw FormatError::invalid(
                self::WHERE,
                "job {$document->key}",
                "It is for {$document->unit}, which is not on the bench",
                'a phone that is; put it there first, or take the whole bench file in',
            );
        $job = WorkJob::withSetAside()->withTrashed()->with('unit')->firstWhere('key', $document->key);
        $isThere = $job !== null && !$job->trashed() && $job->problem() === null;
        $this->changes->keep(
            'job',
            "{$document->unit}: {$document->intent->value}",
            $isThere ? JobDocument::of($job)->toArray() : null,
            $document->toArray(),
            static function () use ($job, $document, $unit): void {
                $job ??= new WorkJob();
                $job->key = $document->key;
                $job->unit()->associate($unit);
                $job->forceFill([
                    'intent' => $document->intent,
                    'kit' => PackageRecord::query()->whereIn('path', $document->kit)->orderBy('id')->pluck('id')->all(),
                    'answers' => $document->answers,
                    'deleted_at' => null,
                ]);
                FileTime::save($job, $document->createdAt, $document->updatedAt);
                $job->comeBack();
                RowCheck::refuse($job, "job {$document->key}");
            },
        );
    }
}
