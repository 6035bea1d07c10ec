<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Data\RevisionCache;
use App\Models\UnitRecord;
use App\Models\WorkJob;
use App\Planning\JobPlanner;
use Tornavis\Core\Phone\Conflicts;
use Tornavis\Core\Phone\FactName;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Phone\Unit;
use Tornavis\Core\Phone\UnlockWait;
use Tornavis\Core\Plan\Verdict;
use Tornavis\Core\Situation\Job\Job;

/** A phone in the rack, as in docs/formats/api/bench.schema.json. */
final class UnitCard
{
    /** What a plan mostly asks for; those not known are counted on the card. */
    private const ASKED = [
        StateField::VariantModel->value,
        'serial',
        StateField::BootloaderUnlocked->value,
        StateField::ActiveSlot->value,
        StateField::BatteryPercent->value,
        StateField::ScreenLock->value,
        StateField::Accounts->value,
        StateField::DataEncryption->value,
        StateField::DataFileSystem->value,
    ];

    /**
     * @return array<string, mixed>
     */
    public static function of(UnitRecord $record, JobPlanner $planner): array
    {
        return self::withNow(self::card($record, $planner), $record->latestJob, $planner);
    }

    /**
     * The cards of every phone. What a card says of the phone alone is kept as long as phone and sheets are the same.
     *
     * @return list<array<string, mixed>>
     */
    public static function all(JobPlanner $planner): array
    {
        $units = UnitRecord::query()->with('latestJob.lastRun')->orderBy('label')->get(UnitRecord::LISTED);
        // What was seen grows old by the hour.
        $revision = $planner->revision() . now()->format('-YmdH');
        $keys = [];
        foreach ($units as $unit) {
            $keys[$unit->id] = "{$unit->id}.{$unit->version}";
        }
        $cards = RevisionCache::many('cards', $revision, $keys);
        $missing = UnitRecord::query()->findMany(array_diff(array_keys($keys), array_keys($cards)));
        foreach ($missing as $record) {
            $cards[$record->id] = self::card($record, $planner);
        }
        if ($missing->isNotEmpty()) {
            RevisionCache::keep(
                'cards',
                $revision,
                array_combine(
                    array_values($keys),
                    array_map(static fn(int $id): array => $cards[$id], array_keys($keys)),
                ),
            );
        }

        return array_values(
            $units
                ->map(
                    static fn(UnitRecord $unit): array => self::withNow($cards[$unit->id], $unit->latestJob, $planner),
                )
                ->all(),
        );
    }

    /**
     * A card with its job and with the time that is left of a wait.
     *
     * @param  array<string, mixed>  $card
     * @return array<string, mixed>
     */
    private static function withNow(array $card, ?WorkJob $job, JobPlanner $planner): array
    {
        $earliest = is_string($card['wait']) ? new \DateTimeImmutable($card['wait']) : null;
        $wait =
            $earliest === null
                ? null
                : [
                    'earliest' => $card['wait'],
                    'leftSeconds' => max(0, $earliest->getTimestamp() - now()->getTimestamp()),
                ];

        return ['wait' => $wait, 'job' => $job === null ? null : self::job($job, $planner)] + $card;
    }

    /**
     * What a card says of the phone alone; of a wait the first moment after it.
     *
     * @return array<string, mixed>
     */
    private static function card(UnitRecord $record, JobPlanner $planner): array
    {
        $ageing = $planner->house()->ageing(now()->startOfHour()->toIso8601String());

        return self::ofUnit($ageing->of($record->unit()), $planner->sheet($record));
    }

    /**
     * The same of a phone that is not on the bench yet.
     *
     * @return array<string, mixed>
     */
    public static function arriving(Unit $unit, ?ModelSheet $sheet): array
    {
        return ['wait' => null, 'job' => null] + self::ofUnit($unit, $sheet);
    }

    /**
     * @return array<string, mixed>
     */
    private static function ofUnit(Unit $unit, ?ModelSheet $sheet): array
    {
        $state = $unit->state();

        return [
            'label' => $unit->label,
            'codename' => $unit->codename,
            'name' => $sheet === null ? null : $sheet->title(),
            'model' => $state->text(StateField::VariantModel),
            'note' => $unit->note,
            'slots' => array_map(static fn(string $slot): array => self::slot($state, $slot), $sheet->slots ?? []),
            'encryption' => $state->data()->encryption,
            'fileSystem' => $state->data()->fileSystem,
            'battery' => $state->int(StateField::BatteryPercent),
            'mode' => $state->text('mode'),
            'unlocked' => $state->bootloader()->unlocked,
            'unknown' => array_values(
                array_map(
                    static fn(string $name): string => FactName::label($name),
                    array_filter(self::ASKED, static fn(string $name): bool => !$state->fact($name)->known()),
                ),
            ),
            'second' =>
                $state->text(StateField::SecondFamily) === null
                    ? null
                    : trim("{$state->text(StateField::SecondFamily)} {$state->text(StateField::SecondVersion)}"),
            'conflicts' => count(Conflicts::of($unit->facts)),
            'wait' => self::wait($state, $sheet),
        ];
    }

    /**
     * A job with its verdict; a phone without a sheet cannot be planned for.
     *
     * @return array<string, mixed>
     */
    public static function job(WorkJob $job, JobPlanner $planner): array
    {
        $run = $job->lastRun;
        // Where it has been run its plan no longer changes, and what counts is how the run stands.
        ['build' => $build, 'verdict' => $verdict, 'waitsFor' => $waitsFor] =
            $run === null
                ? $planner->summary($job)
                : [
                    'build' => $run->build,
                    'verdict' => ['level' => Verdict::CLEAR, 'toSettle' => 0, 'words' => 'Clear to run'],
                    'waitsFor' => null,
                ];

        return [
            'id' => $job->id,
            'build' => $build,
            'wanted' => Job::of($job->intent)->label(),
            'verdict' => $verdict,
            'waitsFor' => $waitsFor,
            'run' => $run?->only(['id', 'status', 'step', 'steps']),
        ];
    }

    /**
     * @return array<string, mixed>
     */
    private static function slot(State $state, string $slot): array
    {
        return [
            'slot' => $slot,
            'active' => $state->activeSlot() === $slot,
            'os' => $state->slot($slot)->os->family,
            'version' => $state->slot($slot)->os->version,
            'state' => $state->slot($slot)->os->state,
            'firmware' => $state->slot($slot)->firmware?->text,
            'vendor' => trim("{$state->slot($slot)->vendor?->text} {$state->slot($slot)->vendorChannel}") ?: null,
        ];
    }

    /**
     * The maker's wait, where one runs: the first moment after it.
     *
     * @return ?string ISO 8601
     */
    private static function wait(State $state, ?ModelSheet $sheet): ?string
    {
        $wait = $sheet === null || $state->bootloader()->unlocked === true ? null : UnlockWait::of($state, $sheet);

        return $wait?->earliest()->format(DATE_ATOM);
    }
}
