<?php

declare(strict_types=1);

namespace App\Run;

use Tornavis\Core\Phone\Backup;
use Tornavis\Core\Phone\Layout;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Phone\Unit;
use Tornavis\Core\Phone\UnlockWait;
use Tornavis\Core\Phone\Variant;
use Tornavis\Core\Situation\RecoveryChoice;
use Tornavis\Core\Words\Encryption;
use Tornavis\Core\Words\LossClass;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\PartitionName;
use Tornavis\Core\Words\SystemState;
use Tornavis\StandIn\SimulatedPhone;

/**
 * Builds the simulated phone that a unit's facts describe. What is unknown is taken as the ordinary case.
 *
 * @phpstan-import-type PhoneData from SimulatedPhone
 * @phpstan-import-type Written from SimulatedPhone
 * @phpstan-import-type BackupSet from SimulatedPhone
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
                $state->slot($slot)->firmware->text ??
                ($slot === ($state->activeSlot() ?? $sheet->slots[0]) ? '0' : null);
            if ($version !== null) {
                $firmware[$slot] = $version;
            }
            $root = $state->slot($slot)->root;
            if ($root !== null) {
                $addons[$slot][] = ['addon' => 'root', 'title' => $root];
            }
        }
        $active = $state->activeSlot() ?? $sheet->slots[0];
        $chipset = $state->text(StateField::VariantChipset);
        $alike = array_values(
            array_filter(
                $sheet->variants,
                static fn(Variant $variant): bool => $chipset === null || $variant->chipset === $chipset,
            ),
        );
        $model = $state->text(StateField::VariantModel) ?? ($alike[0] ?? $sheet->variants[0])->model;
        $held = array_filter(
            LossClass::cases(),
            static fn(LossClass $class): bool => $state->data()->holds($class) !== false,
        );
        $holds = array_map(static fn(LossClass $class): string => $class->value, array_values($held));

        return new SimulatedPhone([
            'serial' => $state->text('serial') ?? "UNKNOWN-{$unit->label}",
            'codename' => $sheet->codename,
            'builtLike' => $sheet->aliases,
            'model' => $model,
            'chipset' => $chipset ?? ($sheet->variant($model)->chipset ?? ''),
            'architecture' => $sheet->architecture,
            'twoSlots' => $sheet->hasTwoSlots(),
            'unlocked' => $state->bootloader()->unlocked ?? false,
            'unlockAllowed' => $state->bootloader()->unlockAllowed ?? false,
            'unlockWaitSeconds' =>
                (float) (UnlockWait::of($state, $sheet)?->leftSeconds($now ?? new \DateTimeImmutable()) ?? 0),
            'recoveryIn' => $sheet->recoveryHome->value,
            'startsFrom' => [
                ...$sheet->startPartitions(),
                ...array_values(
                    array_filter(
                        [PartitionName::Vendor->value, PartitionName::System->value],
                        static fn(string $name): bool => $sheet->partition($name) !== null,
                    ),
                ),
            ],
            'encryptsAs' => $sheet->newEncryption()->value,
            'mode' => $state->mode()->value ?? Mode::System->value,
            'activeSlot' => $active,
            'runningSlot' => $active,
            'partitions' => $partitions,
            'firmware' => $firmware,
            'addons' => $addons,
            'second' => $state->text(StateField::SecondFamily),
            'trial' => $state->text(StateField::TrialFamily),
            'temporary' => null,
            'dataKeys' => $state->data()->writtenBy,
            'dataFileSystem' => $state->data()->fileSystem ?? $sheet->fileSystems[0],
            'dataEncryption' => $state->data()->encryption->value ?? Encryption::File->value,
            'dataEmpty' => $state->data()->empty ?? false,
            'dataBytes' => $state->data()->usedBytes ?? 8 << 30,
            'holds' => $holds,
            'pcFlash' => $sheet->pcFlash,
            'sets' => self::sets($unit, $sheet, $active),
            'files' => [
                'card' => [...$state->list(StateField::CardFiles), ...self::setsOnCard($unit)],
                'internal' => $state->list(StateField::DataFiles),
            ],
            'layout' =>
                $sheet->dynamicLayout === 'retrofit'
                    ? array_combine(
                        $sheet->slots,
                        array_map(
                            static fn(string $slot): string => Layout::of($state, $sheet, $slot)->value,
                            $sheet->slots,
                        ),
                    )
                    : [],
            'inSuper' => $sheet->logicalPartitions(),
            'verification' => array_filter(
                array_combine(
                    $sheet->slots,
                    array_map(static fn(string $slot): ?bool => $state->slot($slot)->verificationOn, $sheet->slots),
                ),
                static fn(?bool $on): bool => $on !== null,
            ),
            'battery' => (float) ($state->int(StateField::BatteryPercent) ?? 50),
            'chargePerMinute' => $sheet->chargePercentPerMinute,
            'drainPerMinute' => $sheet->drainPercentPerMinute,
            'accounts' => $state->flag(StateField::Accounts) ?? true,
            'screenLock' => $state->flag(StateField::ScreenLock) ?? true,
            'debugging' => $state->flag(StateField::DebuggingAllowed) ?? true,
            'authorised' => $state->flag(StateField::DebuggingAuthorised) ?? true,
        ]);
    }

    /**
     * What the recorded backups hold, as far as was written down. What was not is taken as what the phone has now.
     *
     * @return array<string, BackupSet>
     */
    private static function sets(Unit $unit, ModelSheet $sheet, string $slot): array
    {
        $state = $unit->state();
        $sets = [];
        foreach ($unit->backups as $backup) {
            if ($backup->kind === Backup::COPIES) {
                continue;
            }
            $classes = array_map(static fn(LossClass $class): string => $class->value, $backup->classes);
            $sets[$backup->id] = [
                'holds' => $classes,
                'data' => $backup->replacesData(),
                'keys' => $backup->base['family'] ?? $state->slot($slot)->os->family,
                'encryption' =>
                    $backup->base['encryption'] ?? ($state->data()->encryption->value ?? Encryption::File->value),
                'partitions' => $backup->system ? self::systemOf($backup, $sheet) : [],
            ];
        }

        return $sets;
    }

    /**
     * @return array<string, Written> by partition
     */
    private static function systemOf(Backup $backup, ModelSheet $sheet): array
    {
        $of = $backup->base['buildId'] ?? "the system of \"{$backup->id}\"";
        $os =
            ['codename' => $sheet->codename] +
            array_intersect_key($backup->base, array_flip(['family', 'version', 'release']));
        $images = [];
        foreach ($sheet->partitions as $partition) {
            if (
                $partition->startsSystem ||
                $partition->logical ||
                in_array($partition->name, [PartitionName::System->value, PartitionName::Vendor->value], true)
            ) {
                $label = ['part' => $partition->name, 'of' => $of];
                $label += $partition->name === PartitionName::System->value ? ['os' => $os] : [];
                $images[$partition->name] = ['of' => $of, 'whole' => true, 'label' => $label];
            }
        }

        return $images;
    }

    /**
     * @return list<string>
     */
    private static function setsOnCard(Unit $unit): array
    {
        $there = array_filter($unit->backups, static fn(Backup $one): bool => $one->place === 'card');

        return array_map(static fn(Backup $one): string => $one->id, array_values($there));
    }

    /**
     * @return array<string, Written>
     */
    private static function slot(Unit $unit, ModelSheet $sheet, string $slot): array
    {
        $state = $unit->state();
        $build = $state->slot($slot)->os->buildId;
        $isStock = $state->slot($slot)->os->stock === true;
        $written = [];
        if (in_array($state->slot($slot)->os->state, [null, SystemState::None], true) || $build === null) {
            return [];
        }
        foreach ($sheet->partitions as $partition) {
            if ((!$partition->perSlot && $sheet->hasTwoSlots()) || $partition->firmware) {
                continue;
            }
            $of = $state->slot($slot)->image($partition->name) ?? $build;
            $label = ['part' => $partition->name, 'of' => $of];
            if ($partition->name === PartitionName::System->value) {
                $label['os'] = array_filter(
                    [
                        'family' => $state->slot($slot)->os->family,
                        'version' => $state->slot($slot)->os->version,
                        'release' => $state->slot($slot)->os->release,
                        'patchLevel' => $state->slot($slot)->os->patchLevel,
                        'services' => $state->slot($slot)->os->services,
                        'needsFirmware' => $state->slot($slot)->os->firmwareMin?->text,
                        'needsVendor' => $state->slot($slot)->os->vendorMin?->text,
                        'codename' => $sheet->codename,
                    ],
                    static fn(?string $value): bool => $value !== null,
                );
            }
            $vendor = $state->slot($slot)->vendor?->text;
            if ($partition->name === PartitionName::Vendor->value && $vendor !== null) {
                $label['vendor'] = $vendor;
            }
            $kernel = $state->slot($slot)->kernelName;
            if ($partition->name === PartitionName::Boot->value && $kernel !== null) {
                $label += ['kernel' => $kernel, 'release' => $state->slot($slot)->os->release];
            }
            $family = $state->slot($slot)->recoveryFamily;
            if ($partition->name === $sheet->recoveryHome->value && $family === null && $isStock) {
                $label['recovery'] = ['family' => RecoveryChoice::MAKERS_OWN, 'version' => '', 'abilities' => []];
            }
            if ($partition->name === $sheet->recoveryHome->value && $family !== null) {
                $label['recovery'] = [
                    'family' => $family,
                    'version' => $state->slot($slot)->recoveryVersion ?? '',
                    'abilities' => $state->slot($slot)->recoveryAbilities,
                ];
            }
            $written[SimulatedPhone::place($partition->name, $slot)] = [
                'of' => $of,
                'whole' => $state->slot($slot)->os->isComplete(),
                'label' => $label,
            ];
        }

        return $written;
    }
}
