<?php

declare(strict_types=1);

namespace App\Bench;

use App\Models\PackageRecord;
use App\Models\Run;
use App\Models\Setting;
use App\Models\SheetRecord;
use App\Models\UnitRecord;
use App\Models\WorkJob;
use Illuminate\Database\Eloquent\Model;
use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Format\FormatError;
use Tornavis\Core\Record\RecordPage;
use Tornavis\Core\Words\Moment;

/** Whether a row can be read as the pages read it. */
final class RowCheck
{
    private const LONGEST_PROBLEM = 400;

    /**
     * Why it cannot be read, in a sentence; null where it can. What it belongs to is not looked at.
     */
    public static function problem(Model $row): ?string
    {
        try {
            match (true) {
                $row instanceof SheetRecord => $row->sheet(),
                $row instanceof UnitRecord => self::readUnit($row),
                $row instanceof WorkJob => self::readJob($row),
                $row instanceof Run => self::readRun($row),
                $row instanceof Setting => $row->read(),
                $row instanceof PackageRecord => self::readPackage($row),
                default => throw new \LogicException($row::class . ' is never set aside.'),
            };
        } catch (\Throwable $error) {
            return self::words($error);
        }

        return null;
    }

    private static function words(\Throwable $error): string
    {
        $words = match (true) {
            $error instanceof FormatError => "{$error->what}. Expected: {$error->expected}.",
            $error instanceof \UnexpectedValueException => ucfirst($error->getMessage()) . '.',
            $error instanceof \JsonException => "It is no JSON: {$error->getMessage()}.",
            default => 'A value in it is missing, or of another kind than it has to be.',
        };

        return mb_strcut(mb_scrub($words), 0, self::LONGEST_PROBLEM);
    }

    /** @throws FormatError where a page could not read what was written; nothing of it stays then */
    public static function refuse(Model $row, string $what): void
    {
        $problem = self::problem($row->refresh());
        if ($problem !== null) {
            throw FormatError::invalid(ArchiveIntake::WHERE, $what, $problem, 'what the pages can show');
        }
    }

    private static function readUnit(UnitRecord $row): void
    {
        $unit = $row->unit();
        $unit->state();
        foreach ($unit->facts as $fact) {
            $fact->at === null || self::readTime("the time of {$fact->name}", $fact->at);
        }
        foreach ($unit->backups as $backup) {
            self::readTime("the time of the set {$backup->id}", $backup->madeAt);
        }
        foreach ($unit->notes as $note) {
            self::readTime('the time of a note', $note->at);
        }
    }

    /** @return list<mixed> what its pages begin with */
    private static function readJob(WorkJob $row): array
    {
        self::readTimes($row, 'created_at', 'updated_at', 'deleted_at');
        /** @var array<mixed> $kit */
        $kit = $row->getAttribute('kit');
        foreach ($kit as $id) {
            is_int($id) || throw new \UnexpectedValueException('a file of the kit is no number');
        }

        return [$row->intent, JobDocument::ofAnswers($row->answers)];
    }

    private static function readPackage(PackageRecord $row): void
    {
        $row->described()->toArray();
        $row->package();
        array_map(Fact::fromArray(...), $row->typed ?? []);
    }

    private static function readRun(Run $row): void
    {
        self::readTimes($row, 'created_at', 'updated_at', 'started_at', 'last_at');
        RecordPage::markdown($row->record());
    }

    private static function readTimes(Model $row, string ...$columns): void
    {
        foreach ($columns as $column) {
            $time = $row->getRawOriginal($column);
            $time === null || self::readTime($column, is_string($time) ? $time : '');
        }
    }

    private static function readTime(string $what, string $time): void
    {
        if (Moment::seconds($time) === null) {
            throw new \UnexpectedValueException("{$what} is \"{$time}\", which is no time");
        }
    }
}
