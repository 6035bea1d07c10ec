<?php

declare(strict_types=1);

namespace App\Bench;

use App\Models\PackageRecord;
use App\Models\Run;
use App\Models\Setting;
use App\Models\SheetRecord;
use App\Models\UnitRecord;
use App\Models\WorkJob;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Tornavis\Core\Run\JournalEvent;
use Tornavis\Core\Situation\HouseRules;

/**
 * The whole bench as one document, docs/formats/bench.schema.json: the same bench gives the same bytes.
 *
 * Files themselves are not in it, but everything that is known about them is.
 */
final class Archive
{
    private const AT_ONCE = 20;

    public static function toJson(): string
    {
        return implode('', iterator_to_array(self::pieces(), false));
    }

    /**
     * The text piece by piece, one run at a time, so that its size needs no memory.
     *
     * @return \Generator<int, string>
     */
    public static function pieces(): \Generator
    {
        yield "{\n    \"format\": \"tornavis/bench\",\n    \"version\": 1";
        yield from self::list(
            'sheets',
            self::each(SheetRecord::query(), 'codename', static fn(SheetRecord $sheet): array => $sheet->document),
        );
        yield from self::list(
            'units',
            self::each(UnitRecord::query(), 'label', static fn(UnitRecord $unit): array => $unit->document),
        );
        yield from self::list(
            'packages',
            self::each(
                PackageRecord::query(),
                'path',
                static fn(PackageRecord $package): array => $package->described()->toArray(),
            ),
        );
        yield from self::list(
            'jobs',
            self::each(
                WorkJob::query()->with('unit'),
                'key',
                static fn(WorkJob $job): array => JobDocument::of($job)->toArray(),
            ),
        );
        yield from self::list('runs', self::each(Run::query()->with('job'), 'key', self::run(...)));
        yield self::member('houseRules', Setting::houseRules()->toArray());
        yield self::member(
            'presets',
            (object) array_map(static fn(HouseRules $rules): array => $rules->toArray(), Setting::presets()),
        );
        yield self::member('workplace', Setting::workplace()->toArray());
        yield "\n}\n";
    }

    /**
     * @template T of Model
     *
     * @param  Builder<T>  $query
     * @param  callable(T): array<string, mixed>  $as
     * @return \Generator<int, array<string, mixed>>
     */
    private static function each(Builder $query, string $order, callable $as): \Generator
    {
        $query->getQuery()->orderBy($order);
        $page = 1;
        do {
            $paged = clone $query;
            $paged->getQuery()->forPage($page++, self::AT_ONCE);
            $records = $paged->get();
            foreach ($records as $record) {
                yield $as($record);
            }
        } while ($records->count() === self::AT_ONCE);
    }

    /**
     * @param  iterable<array<string, mixed>>  $items
     * @return \Generator<int, string>
     */
    private static function list(string $name, iterable $items): \Generator
    {
        $first = true;
        foreach ($items as $item) {
            yield ($first ? ",\n    \"{$name}\": [" : ',') . "\n        " . self::indented($item, 8);
            $first = false;
        }
        yield $first ? ",\n    \"{$name}\": []" : "\n    ]";
    }

    private static function member(string $name, mixed $value): string
    {
        return ",\n    \"{$name}\": " . self::indented($value, 4);
    }

    private static function indented(mixed $value, int $spaces): string
    {
        $text = json_encode(
            $value,
            JSON_PRETTY_PRINT |
                JSON_UNESCAPED_SLASHES |
                JSON_UNESCAPED_UNICODE |
                JSON_PRESERVE_ZERO_FRACTION |
                JSON_THROW_ON_ERROR,
        );

        // A line break stands between members alone; within a text it is written as \n.
        return str_replace("\n", "\n" . str_repeat(' ', $spaces), $text);
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
            'events' => array_map(static fn(JournalEvent $event): array => $event->toArray(), $run->events()),
        ] + ($run->signature === null ? [] : ['signature' => $run->signature]);
    }
}
