<?php

declare(strict_types=1);

namespace App\Run;

use Tornavis\Core\Phone\Layout;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\Unit;
use Tornavis\Core\Phone\UnlockWait;
use Tornavis\Core\Phone\Variant;
use Tornavis\Core\Words\LossClass;
use Tornavis\StandIn\SimulatedPhone;

/**
 * Builds the simulated phone that a unit's facts describe. What is unknown is taken as the ordinary case.
 *
 * @phpstan-import-type PhoneData from SimulatedPhone
 * @phpstan-import-type Written from SimulatedPhone
 */
final class PhoneFromUnit
{
    public static function make(Unit $unit, ModelSheet $sheet, ?\DateTimeImmutable $now = null): SimulatedPhone
    {
        $state = $unit->state();
        $partitions = [];
        $firmware = [];
        $addons = [];
        foreach ($sheet->slots as $slot) {
            $partitions += self::slot($unit, $sheet, $slot);
            // A phone that runs has some firmware, even where nobody has read which.
            $version =
                $state->text("slot.{$slot}.firmware.version") ??
                ($slot === ($state->activeSlot() ?? $sheet->slots[0]) ? '0' : null);
            if ($version !== null) {
                $firmware[$slot] = $version;
            }
            $root = $state->text("slot.{$slot}.root");
            if ($root !== null) {
                $addons[$slot][] = ['addon' => 'root', 'title' => $root];
            }
        }
        $active = $state->activeSlot() ?? $sheet->slots[0];
        $chipset = $state->text('variant.chipset');
        $alike = array_values(
            array_filter(
                $sheet->variants,
                static fn(Variant $variant): bool => $chipset === null || $variant->chipset === $chipset,
            ),
        );
        $model = $state->text('variant.model') ?? ($alike[0] ?? $sheet->variants[0])->model;
        $holds = array_values(
            array_filter(
                array_map(static fn(LossClass $class): string => $class->value, LossClass::cases()),
                static fn(string $class): bool => $state->flag("data.holds.{$class}") !== false,
            ),
        );

        return new SimulatedPhone([
            'serial' => $state->text('serial') ?? "UNKNOWN-{$unit->label}",
            'codename' => $sheet->codename,
            'builtLike' => $sheet->aliases,
            'model' => $model,
            'chipset' => $chipset ?? ($sheet->variant($model)->chipset ?? ''),
            'architecture' => $sheet->architecture,
            'twoSlots' => $sheet->hasTwoSlots(),
            'unlocked' => $state->flag('bootloader.unlocked') ?? false,
            'unlockAllowed' => $state->flag('bootloader.unlockAllowed') ?? false,
            'unlockWaitSeconds' =>
                (float) (UnlockWait::of($state, $sheet)?->leftSeconds($now ?? new \DateTimeImmutable()) ?? 0),
            'recoveryIn' => $sheet->recoveryHome->value,
            'startsFrom' => [
                ...$sheet->startPartitions(),
                ...array_values(
                    array_filter(
                        ['vendor', 'system'],
                        static fn(string $name): bool => $sheet->partition($name) !== null,
                    ),
                ),
            ],
            'encryptsAs' => $sheet->newEncryption(),
            'mode' => $state->mode()->value ?? 'system',
            'activeSlot' => $active,
            'runningSlot' => $active,
            'partitions' => $partitions,
            'firmware' => $firmware,
            'addons' => $addons,
            'second' => $state->text('second.family'),
            'temporary' => null,
            'dataKeys' => $state->text('data.writtenBy'),
            'dataFileSystem' => $state->text('data.fileSystem') ?? $sheet->fileSystems[0],
            'dataEncryption' => $state->text('data.encryption') ?? 'file',
            'dataEmpty' => $state->flag('data.empty') ?? false,
            'dataBytes' => $state->int('data.usedBytes') ?? 8 << 30,
            'holds' => $holds,
            'pcFlash' => $sheet->pcFlash,
            'files' => ['card' => $state->list('card.files'), 'internal' => $state->list('data.files')],
            'layout' =>
                $sheet->dynamicLayout === 'retrofit'
                    ? array_combine(
                        $sheet->slots,
                        array_map(static fn(string $slot): string => Layout::of($state, $sheet, $slot), $sheet->slots),
                    )
                    : [],
            'inSuper' => $sheet->logicalPartitions(),
            'verification' => array_filter(
                array_combine(
                    $sheet->slots,
                    array_map(
                        static fn(string $slot): ?bool => $state->flag("slot.{$slot}.verification.on"),
                        $sheet->slots,
                    ),
                ),
                static fn(?bool $on): bool => $on !== null,
            ),
            'battery' => (float) ($state->int('battery.percent') ?? 50),
            'chargePerMinute' => $sheet->chargePercentPerMinute,
            'drainPerMinute' => $sheet->drainPercentPerMinute,
            'accounts' => $state->flag('locks.accounts') ?? true,
            'screenLock' => $state->flag('locks.screen') ?? true,
            'debugging' => $state->flag('debugging.allowed') ?? true,
            'authorised' => $state->flag('debugging.authorised') ?? true,
        ]);
    }

    /**
     * @return array<string, Written>
     */
    private static function slot(Unit $unit, ModelSheet $sheet, string $slot): array
    {
        $state = $unit->state();
        $build = $state->text("slot.{$slot}.os.buildId");
        $written = [];
        if (in_array($state->text("slot.{$slot}.os.state"), [null, 'none'], true) || $build === null) {
            return [];
        }
        foreach ($sheet->partitions as $partition) {
            if ((!$partition->perSlot && $sheet->hasTwoSlots()) || $partition->firmware) {
                continue;
            }
            $of = $state->text("slot.{$slot}.image.{$partition->name}") ?? $build;
            $label = ['part' => $partition->name, 'of' => $of];
            if ($partition->name === 'system') {
                $label['os'] = array_filter(
                    [
                        'family' => $state->text("slot.{$slot}.os.family"),
                        'version' => $state->text("slot.{$slot}.os.version"),
                        'release' => $state->text("slot.{$slot}.os.release"),
                        'patchLevel' => $state->text("slot.{$slot}.os.patchLevel"),
                        'services' => $state->text("slot.{$slot}.os.services"),
                        'needsFirmware' => $state->text("slot.{$slot}.os.firmwareMin"),
                        'needsVendor' => $state->text("slot.{$slot}.os.vendorMin"),
                        'codename' => $sheet->codename,
                    ],
                    static fn(?string $value): bool => $value !== null,
                );
            }
            $vendor = $state->text("slot.{$slot}.vendor.version");
            if ($partition->name === 'vendor' && $vendor !== null) {
                $label['vendor'] = $vendor;
            }
            $family = $state->text("slot.{$slot}.recovery.family");
            if ($partition->name === $sheet->recoveryHome->value && $family !== null) {
                $label['recovery'] = [
                    'family' => $family,
                    'version' => $state->text("slot.{$slot}.recovery.version") ?? '',
                    'abilities' => $state->list("slot.{$slot}.recovery.abilities"),
                ];
            }
            $written[SimulatedPhone::place($partition->name, $slot)] = [
                'of' => $of,
                'whole' => $state->text("slot.{$slot}.os.state") === 'complete',
                'label' => $label,
            ];
        }

        return $written;
    }
}
