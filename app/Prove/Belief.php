<?php

declare(strict_types=1);

namespace App\Prove;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Format\FormatError;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\Partition;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Phone\Unit;

/**
 * What somebody knows of a phone: all of it, with gaps, from months ago, mistyped, by a sheet that is wrong or was
 * drafted from little, or in part from another phone of the same model.
 */
final readonly class Belief
{
    public const COMPLETE = 'complete';

    public const GAPS = 'gaps';

    public const STALE = 'stale';

    public const MISTYPED = 'mistyped';

    public const WRONG_SHEET = 'wrong sheet';

    public const SISTER = 'sister phone';

    public const DRAFTED = 'drafted sheet';

    /** All is known of the phone, and the files lie there without cards. */
    public const BARE_FILES = 'bare files';

    /** How often of a hundred the files have no cards where all else is known. */
    public const BARE_PERCENT = 30;

    /** kind → how often of a hundred */
    public const KINDS = [
        self::COMPLETE => 30,
        self::GAPS => 26,
        self::STALE => 14,
        self::MISTYPED => 11,
        self::WRONG_SHEET => 12,
        self::SISTER => 7,
        self::DRAFTED => 10,
    ];

    /** How often of a hundred nobody has written down which layout a retrofit phone has. */
    private const NOT_WRITTEN_DOWN = 70;

    private const LONG_AGO = '2026-05-02T09:00:00Z';

    /** What nobody takes for unknown: without it there is no phone to speak of. */
    private const ALWAYS_KNOWN = ['mode', 'serial'];

    /** What changes while nobody looks. */
    private const CHANGES = [
        'slot.active',
        'battery.percent',
        'locks.accounts',
        'locks.screen',
        'card.present',
        'card.freeBytes',
        'data.freeBytes',
        'data.encryption',
        'bootloader.unlocked',
    ];

    public function __construct(private Dice $dice) {}

    public function kind(): string
    {
        $drawn = $this->dice->between(1, array_sum(self::KINDS));
        foreach (self::KINDS as $kind => $weight) {
            $drawn -= $weight;
            if ($drawn <= 0) {
                return $kind;
            }
        }

        return self::COMPLETE;
    }

    /**
     * @param  Unit  $sister  another phone of the model
     */
    public function of(string $kind, Unit $truth, ModelSheet $sheet, Unit $sister): Unit
    {
        return match ($kind) {
            self::GAPS => $this->withGaps($truth),
            self::STALE => $this->fromLongAgo($truth, $sister, $sheet),
            self::MISTYPED => $this->mistyped($truth, $sister),
            self::SISTER => $this->ofSister($truth, $sister),
            default => $truth,
        };
    }

    /**
     * The sheet as it would have to be, and as it stands in somebody's collection, with one mistake.
     *
     * @return array{ModelSheet, ModelSheet}
     */
    public function sheets(string $kind, ModelSheet $sheet): array
    {
        if ($this->dice->chance(10)) {
            // A smaller phone of the same make, and its sheet says so.
            $sheet = $this->made($this->smaller($this->dice->one(['smaller', 'super', 'super']), $sheet)) ?? $sheet;
        }
        $sheet = $this->withBootloader($sheet);
        if ($kind === self::DRAFTED) {
            return [$sheet, (new RandomDraft($this->dice))->of($sheet)];
        }
        if ($kind !== self::WRONG_SHEET) {
            return [$sheet, $this->dice->chance(60) ? $sheet : $this->withoutBootloader($sheet)];
        }
        $mistake = $this->dice->one(['smaller', 'smaller', 'super', 'alias', 'home', 'rollback', 'verification', 'bootloader']);
        // A mistake that no sheet can hold is noticed when it is typed.
        return in_array($mistake, ['smaller', 'super'], true)
            ? [$this->made($this->smaller($mistake, $sheet)) ?? $sheet, $sheet]
            : [$sheet, $this->made($this->mistaken($mistake, $sheet)) ?? $sheet];
    }

    /** Where it checks its images, most bootloaders only warn of those that they do not know. */
    private function withBootloader(ModelSheet $sheet): ModelSheet
    {
        $does = $this->dice->one(['warns', 'warns', 'refuses']);

        return $sheet->verificationPartitions() === []
            ? $sheet
            : ModelSheet::kept(['unverified' => $does] + $sheet->toArray());
    }

    /** Nobody has written down what its bootloader does. */
    private function withoutBootloader(ModelSheet $sheet): ModelSheet
    {
        return $sheet->unverified === null
            ? $sheet
            : ModelSheet::kept(array_diff_key($sheet->toArray(), ['unverified' => true]));
    }

    /**
     * @param  array<string, mixed>  $data
     * @return ?ModelSheet null where no sheet can say that
     */
    private function made(array $data): ?ModelSheet
    {
        try {
            return ModelSheet::fromArray($data);
        } catch (FormatError) {
            return null;
        }
    }

    /**
     * The phone has less room than its sheet says.
     *
     * @return array<string, mixed>
     */
    private function smaller(string $what, ModelSheet $sheet): array
    {
        $data = $sheet->toArray();
        if ($what === 'super' && $sheet->superBytes !== null) {
            $part = $this->dice->one([2, 6, 30]);
            $data['superBytes'] = intdiv($sheet->superBytes, $part);
            $data['superGroups'] = [];
            /** @var list<array{name: string, sizeBytes: int, logical?: bool}> $all */
            $all = $data['partitions'];
            $data['partitions'] = array_map(
                static fn(array $one): array => ($one['logical'] ?? false) || $one['name'] === 'super'
                    ? ['sizeBytes' => intdiv($one['sizeBytes'], $part * 4096) * 4096] + $one
                    : $one,
                $all,
            );

            return $data;
        }
        /** @var list<array{name: string, sizeBytes: int}> $partitions */
        $partitions = $data['partitions'];
        $index = $this->dice->between(0, count($partitions) - 1);
        $partitions[$index]['sizeBytes'] = intdiv($partitions[$index]['sizeBytes'], $this->dice->one([2, 64, 2048]));
        $data['partitions'] = $partitions;

        return $data;
    }

    /**
     * @return array<string, mixed>
     */
    private function mistaken(string $what, ModelSheet $sheet): array
    {
        $data = $sheet->toArray();
        if ($what === 'alias') {
            $data['aliases'] = [
                ...$sheet->aliases,
                $this->dice->one(['bowline', 'becket', 'becket', 'halyard', 'carrick', 'marl']),
            ];
        } elseif ($what === 'home') {
            $names = array_map(static fn(Partition $one): string => $one->name, $sheet->partitions);
            $homes = array_intersect(['boot', 'recovery', 'vendor_boot'], $names);
            $data['recoveryHome'] = $this->dice->one(array_values($homes));
        } elseif ($what === 'rollback') {
            $data['rollbackIndex'] = max(0, ($sheet->rollbackIndex ?? 0) - 1);
        } elseif ($what === 'bootloader') {
            $data['unverified'] = ($data['unverified'] ?? '') === 'warns' ? 'refuses' : 'warns';
        } else {
            /** @var list<array<string, mixed>> $partitions */
            $partitions = $data['partitions'];
            $data['partitions'] = array_values(
                array_filter($partitions, static fn(array $one): bool => ($one['verification'] ?? false) !== true),
            );
        }

        return $data;
    }

    private function withGaps(Unit $truth): Unit
    {
        $many = $this->dice->one([3, 3, 8, 20]);
        $kept = array_filter(
            $truth->facts,
            fn(Fact $fact): bool => in_array($fact->name, self::ALWAYS_KNOWN, true) ||
                !$this->dice->chance(str_ends_with($fact->name, '.layout') ? self::NOT_WRITTEN_DOWN : $many),
        );

        return $this->with($truth, array_values($kept));
    }

    /** What can change has changed since. */
    private function fromLongAgo(Unit $truth, Unit $sister, ModelSheet $sheet): Unit
    {
        $then = $sister->state()->values();
        $changing = [
            ...self::CHANGES,
            ...array_map(StateField::FirmwareVersion->in(...), $sheet->slots),
            ...array_map(StateField::OsPatchLevel->in(...), $sheet->slots),
        ];

        return $this->changed(
            $truth,
            fn(Fact $fact): Fact => in_array($fact->name, self::ALWAYS_KNOWN, true)
                ? $fact
                : Fact::of(
                    $fact->name,
                    in_array($fact->name, $changing, true) && $this->dice->chance(40)
                        ? $then[$fact->name] ?? $fact->value
                        : $fact->value,
                    Source::Phone,
                    'seen before',
                    self::LONG_AGO,
                ),
        );
    }

    /** One or two facts are what somebody typed, and typed wrong. */
    private function mistyped(Unit $truth, Unit $sister): Unit
    {
        $other = $sister->state()->values();
        $wrong = array_filter(
            $truth->facts,
            static fn(Fact $fact): bool => isset($other[$fact->name]) &&
                $other[$fact->name] !== $fact->value &&
                !in_array($fact->name, self::ALWAYS_KNOWN, true),
        );
        $names = [];
        for ($i = $this->dice->between(1, 2); $i > 0 && $wrong !== []; $i--) {
            $names[] = $this->dice->one(array_values($wrong))->name;
        }

        return $this->changed(
            $truth,
            static fn(Fact $fact): Fact => in_array($fact->name, $names, true)
                ? Fact::of($fact->name, $other[$fact->name], Source::Typed, 'typed', RandomBench::AT)
                : $fact,
        );
    }

    /** Some of it was read off the other phone on the table, now and then with its serial number. */
    private function ofSister(Unit $truth, Unit $sister): Unit
    {
        $other = $sister->state()->values();
        $part = $this->dice->one(['/^slot\./', '/^data\./', '/^(bootloader|locks|battery)\./', '/./']);
        $withSerial = $this->dice->chance(50);

        return $this->changed(
            $truth,
            static fn(Fact $fact): Fact => preg_match($part, $fact->name) === 1 &&
            isset($other[$fact->name]) &&
            ($fact->name !== 'serial' || $withSerial) &&
            $fact->name !== 'mode'
                ? Fact::of($fact->name, $other[$fact->name], Source::Phone, 'the other phone', RandomBench::AT)
                : $fact,
        );
    }

    /** @param  callable(Fact): Fact  $change */
    private function changed(Unit $truth, callable $change): Unit
    {
        return $this->with($truth, array_map($change, $truth->facts));
    }

    /** @param  list<Fact>  $facts */
    private function with(Unit $truth, array $facts): Unit
    {
        return new Unit($truth->label, $truth->codename, $facts, $truth->backups);
    }
}
