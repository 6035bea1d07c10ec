<?php

declare(strict_types=1);

namespace App\Bench;

use App\Models\PackageRecord;
use App\Models\Run;
use App\Models\Setting;
use App\Models\SheetRecord;
use App\Models\UnitRecord;
use App\Models\WorkJob;
use Tornavis\Core\Run\JournalEvent;
use Tornavis\Core\Situation\HouseRules;

/**
 * The whole bench as one document, docs/formats/bench.schema.json: the same bench gives the same bytes.
 *
 * Files themselves are not in it, but everything that is known about them is.
 */
final class Archive
{
    public static function toJson(): string
    {
        return json_encode(self::document(), JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_PRESERVE_ZERO_FRACTION | JSON_THROW_ON_ERROR)."\n";
    }

    /**
     * @return array<string, mixed>
     */
    public static function document(): array
    {
        return [
            'format' => 'tornavis/bench',
            'version' => 1,
            'sheets' => SheetRecord::query()->orderBy('codename')->get()->map(static fn (SheetRecord $sheet): array => $sheet->document)->all(),
            'units' => UnitRecord::query()->orderBy('label')->get()->map(static fn (UnitRecord $unit): array => $unit->document)->all(),
            'packages' => PackageRecord::query()->orderBy('path')->get()->map(static fn (PackageRecord $package): array => $package->document)->all(),
            'jobs' => WorkJob::query()->with('unit')->orderBy('key')->get()->map(self::job(...))->all(),
            'runs' => Run::query()->with('job')->orderBy('key')->get()->map(self::run(...))->all(),
            'houseRules' => Setting::houseRules()->toArray(),
            'presets' => (object) array_map(static fn (HouseRules $rules): array => $rules->toArray(), Setting::presets()),
            'workplace' => Setting::workplace()->toArray(),
        ];
    }

    /**
     * @return array<string, mixed>
     */
    public static function job(WorkJob $job): array
    {
        return [
            'key' => $job->key,
            'unit' => $job->unit->label,
            'intent' => $job->intent->value,
            'kit' => PackageRecord::query()->whereIn('id', $job->kit)->orderBy('path')->pluck('path')->all(),
            'answers' => ['agreed' => $job->answers['agreed'] ?? [], 'waived' => $job->answers['waived'] ?? []] + (($job->answers['house'] ?? []) === [] ? [] : ['house' => $job->answers['house']]) + (($job->answers['backup'] ?? null) === null ? [] : ['backup' => $job->answers['backup']]),
            'createdAt' => $job->created_at?->toIso8601String(),
            'updatedAt' => $job->updated_at?->toIso8601String(),
        ];
    }

    /**
     * @return array<string, mixed>
     */
    public static function run(Run $run): array
    {
        return [
            'key' => $run->key,
            'job' => $run->job->key,
            'unit' => $run->unit_label,
            'codename' => $run->codename,
            'build' => $run->build,
            'status' => $run->status,
            'createdAt' => $run->created_at?->toIso8601String(),
            'plan' => $run->planObject(),
            'events' => array_map(static fn (JournalEvent $event): array => $event->toArray(), $run->events()),
        ];
    }
}
