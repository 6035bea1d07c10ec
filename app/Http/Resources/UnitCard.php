<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\UnitRecord;
use App\Models\WorkJob;
use App\Work\Desk;
use Tornavis\Core\Phone\Conflicts;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Phone\UnlockWait;

/** A phone in the rack, as in docs/formats/api/bench.schema.json. */
final class UnitCard
{
    /** What a plan mostly asks for; those not known are counted on the card. */
    private const ASKED = ['variant.model', 'serial', 'bootloader.unlocked', 'slot.active', 'battery.percent', 'locks.screen', 'locks.accounts', 'data.encryption', 'data.fileSystem'];

    /**
     * @return array<string, mixed>
     */
    public static function of(UnitRecord $record, Desk $desk): array
    {
        $unit = $record->unit();
        $state = $unit->state();
        $sheet = $desk->sheet($record);
        $job = $record->jobs->sortByDesc('id')->first();

        return [
            'label' => $unit->label,
            'codename' => $unit->codename,
            'name' => $sheet === null ? null : "{$sheet->maker} {$sheet->name}",
            'model' => $state->text('variant.model'),
            'note' => $unit->note,
            'slots' => array_map(static fn (string $slot): array => self::slot($state, $slot), $sheet->slots ?? []),
            'encryption' => $state->text('data.encryption'),
            'fileSystem' => $state->text('data.fileSystem'),
            'battery' => $state->int('battery.percent'),
            'mode' => $state->text('mode'),
            'unlocked' => $state->flag('bootloader.unlocked'),
            'unknown' => array_values(array_map(static fn (string $name): string => StateField::label($name), array_filter(self::ASKED, static fn (string $name): bool => ! $state->fact($name)->known()))),
            'second' => $state->text('second.family') === null ? null : trim("{$state->text('second.family')} {$state->text('second.version')}"),
            'conflicts' => count(Conflicts::of($unit->facts)),
            'wait' => self::wait($state, $sheet),
            'job' => $job === null ? null : self::job($job, $desk),
        ];
    }

    /**
     * A job with its verdict; a phone without a sheet cannot be planned for.
     *
     * @return array<string, mixed>
     */
    public static function job(WorkJob $job, Desk $desk): array
    {
        $run = $job->latestRun();
        ['build' => $build, 'verdict' => $verdict] = $desk->summary($job);

        return ['id' => $job->id, 'build' => $run->build ?? $build, 'intent' => $job->intent->label(), 'verdict' => $verdict, 'run' => $run === null ? null : ['id' => $run->id, 'status' => $run->status]];
    }

    /**
     * @return array<string, mixed>
     */
    private static function slot(State $state, string $slot): array
    {
        return [
            'slot' => $slot,
            'active' => $state->activeSlot() === $slot,
            'os' => $state->text("slot.{$slot}.os.family"),
            'version' => $state->text("slot.{$slot}.os.version"),
            'state' => $state->text("slot.{$slot}.os.state"),
            'firmware' => $state->text("slot.{$slot}.firmware.version"),
            'vendor' => trim("{$state->text("slot.{$slot}.vendor.version")} {$state->text("slot.{$slot}.vendor.channel")}") ?: null,
        ];
    }

    /**
     * The maker's wait, where one runs: the first moment after it, and what is left.
     *
     * @return ?array{earliest: string, leftSeconds: int}
     */
    private static function wait(State $state, ?ModelSheet $sheet): ?array
    {
        $wait = $sheet === null || $state->flag('bootloader.unlocked') === true ? null : UnlockWait::of($state, $sheet);

        return $wait === null ? null : ['earliest' => $wait->earliest()->format(DATE_ATOM), 'leftSeconds' => $wait->leftSeconds(now()->toImmutable())];
    }
}
