<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\PackageRecord;
use App\Planning\Arrivals;
use App\Planning\JobPlanner;
use Tornavis\Core\Draft\FileStatements;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\Unit;
use Tornavis\Core\Reading\Statement;
use Tornavis\Core\Situation\Job\Job;
use Tornavis\Core\Words\Intent;
use Tornavis\Core\Words\Symptom;

/** What the start page shows, as in docs/formats/api/start.schema.json. */
final class StartAnswer
{
    private const MOST_BUILDS = 6;

    /** Fields that a person can choose, where nothing tells them. */
    private const CHOICES = [
        'slots' => ['1', '2'],
        'recoveryHome' => ['recovery', 'boot', 'vendor_boot'],
        'dynamicLayout' => ['native', 'retrofit', 'none'],
        'architecture' => ['arm64', 'arm', 'arm_binder64', 'x86_64'],
    ];

    /**
     * @param  string  $at  ISO 8601
     * @return array<string, mixed>
     */
    public static function of(Arrivals $arrivals, JobPlanner $planner, string $at): array
    {
        $sheet = $arrivals->sheet();
        $unit = $arrivals->unit($at);
        $known = $arrivals->known();
        $merge = $arrivals->merge();

        return [
            'things' => [...self::texts($arrivals), ...self::files($arrivals)],
            'card' => $unit === null ? null : UnitCard::arriving($unit, $sheet),
            'draft' => $arrivals->draft?->toArray(),
            'needs' => self::needs($arrivals, $sheet),
            'known' => $known?->label,
            'sheet' =>
                $sheet === null
                    ? null
                    : [
                        'isHere' => $merge !== null,
                        'added' => $merge->added ?? [],
                        'differs' => array_map(self::difference(...), $merge->differs ?? []),
                    ],
            'lookalike' => $arrivals->lookalike(),
            'symptoms' => array_map(self::symptom(...), $arrivals->reading->symptoms),
            'requirements' => array_map(
                static fn(Statement $one): array => $one->toArray('field'),
                $arrivals->reading->requirements,
            ),
            'jobs' => $sheet === null || $unit === null ? [] : self::jobs($arrivals, $planner, $unit, $sheet, $at),
        ];
    }

    /**
     * @return list<array<string, mixed>>
     */
    private static function texts(Arrivals $arrivals): array
    {
        $things = [];
        foreach ($arrivals->texts as $text) {
            $of = static fn(array $statements): int => count(
                array_filter($statements, static fn(Statement $one): bool => $one->line->source === $text->source),
            );
            $counts = [
                'phone' => $of($arrivals->reading->unit),
                'model' => $of($arrivals->reading->model),
                'requirement' => $of($arrivals->reading->requirements),
                'trouble' => $of($arrivals->reading->symptoms),
            ];
            $things[] = [
                'name' => $text->source,
                'kinds' => array_keys(array_filter($counts, static fn(int $count): bool => $count > 0)),
                'says' => self::counted($counts),
                'reading' => false,
            ];
        }

        return $things;
    }

    /**
     * @param  array{phone: int, model: int, requirement: int, trouble: int}  $counts
     */
    private static function counted(array $counts): string
    {
        $parts = [];
        foreach ($counts as $kind => $count) {
            if ($count > 0) {
                $parts[] = match ($kind) {
                    'phone' => "{$count} about the phone",
                    'model' => "{$count} about its model",
                    'requirement' => "{$count} that a build asks for",
                    'trouble' => "{$count} that went wrong",
                };
            }
        }

        return $parts === [] ? 'Nothing in it was understood.' : 'It says ' . implode(', ', $parts) . '.';
    }

    /**
     * @return list<array<string, mixed>>
     */
    private static function files(Arrivals $arrivals): array
    {
        $codename = $arrivals->codename();

        return array_map(
            static fn(PackageRecord $record): array => [
                'name' => $record->name,
                'kinds' => ['file'],
                'says' => self::file($record, $codename),
                'reading' => $record->isBeingRead(),
            ],
            $arrivals->files,
        );
    }

    private static function file(PackageRecord $record, ?string $codename): string
    {
        if ($record->isBeingRead()) {
            return 'It is being read.';
        }
        $package = $record->package();
        $for = implode(', ', $package->facts->list('codenames'));
        $title = ucfirst($package->kind()->value ?? 'file of unknown kind') . ": {$package->title()}";

        return match (true) {
            $for === '' => "{$title}. It names no phone.",
            $codename !== null && FileStatements::isForeign($package, $codename)
                => "{$title}. It is for {$for} and not for this phone.",
            default => "{$title}, for {$for}.",
        };
    }

    /**
     * @return list<array{field: string, ask: string, choices: list<string>}>
     */
    private static function needs(Arrivals $arrivals, ?ModelSheet $sheet): array
    {
        if ($arrivals->draft === null) {
            return [
                [
                    'field' => 'codename',
                    'ask' =>
                        'Nothing names the phone yet. Paste its list of properties or its bootloader\'s list of ' .
                        'variables, or drop a build for it.',
                    'choices' => [],
                ],
            ];
        }
        $needs = [];
        foreach ($arrivals->draft->unknown() as ['field' => $field, 'ask' => $ask]) {
            if ($sheet?->grades->of($field) === null) {
                $needs[] = ['field' => $field, 'ask' => $ask, 'choices' => self::CHOICES[$field] ?? []];
            }
        }

        return $needs;
    }

    /**
     * @param  array{field: string, here: mixed, there: mixed}  $one
     * @return array{field: string, here: string, there: string}
     */
    private static function difference(array $one): array
    {
        $text = static fn(mixed $value): string => is_scalar($value)
            ? (string) $value
            : json_encode($value, JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR);

        return ['field' => $one['field'], 'here' => $text($one['here']), 'there' => $text($one['there'])];
    }

    /**
     * @return array<string, mixed>
     */
    private static function symptom(Statement $one): array
    {
        return $one->toArray('id') + ['label' => Symptom::from($one->name)->label()];
    }

    /**
     * @param  string  $at  ISO 8601
     * @return list<array<string, mixed>>
     */
    private static function jobs(
        Arrivals $arrivals,
        JobPlanner $planner,
        Unit $unit,
        ModelSheet $sheet,
        string $at,
    ): array {
        $jobs = [];
        foreach (array_slice($arrivals->builds(), 0, self::MOST_BUILDS, true) as $id => $build) {
            $jobs[] = self::job($planner, $unit, $sheet, $id, $build, $at);
        }

        return $jobs;
    }

    /**
     * @return array<string, mixed>
     */
    private static function job(
        JobPlanner $planner,
        Unit $unit,
        ModelSheet $sheet,
        int $id,
        Package $build,
        string $at,
    ): array {
        $verdict = $planner->judge($unit, $sheet, $build, Intent::Fresh, $at)->verdict;

        return [
            'intent' => Intent::Fresh->value,
            'label' => Job::of(Intent::Fresh)->label(),
            'package' => $id,
            'build' => $build->title(),
            'name' => $build->name(),
            'verdict' => [
                'level' => $verdict->level,
                'toSettle' => $verdict->toSettle,
                'words' => $verdict->words(),
            ],
        ];
    }
}
