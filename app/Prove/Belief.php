<?php

declare(strict_types=1);

namespace App\Prove;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Phone\ModelSheet;
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
        'card.adopted',
        'card.fileSystem',
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
