<?php

declare(strict_types=1);

namespace App\Run;

use Tornavis\Core\Phone\Backup;
use Tornavis\Core\Phone\HeldSystem;
use Tornavis\Core\Phone\InstalledSystem;
use Tornavis\Core\Phone\Layout;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Phone\Unit;
use Tornavis\Core\Phone\UnlockWait;
use Tornavis\Core\Phone\Variant;
use Tornavis\Core\Situation\Rates;
use Tornavis\Core\Words\Encryption;
use Tornavis\Core\Words\LossClass;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\PartitionLayout;
use Tornavis\Core\Words\PartitionName;
use Tornavis\StandIn\PhoneData;
use Tornavis\StandIn\SimulatedPhone;

/**
 * Builds the simulated phone that a unit's facts describe. What is unknown of the phone is taken as the ordinary case,
 * and what its sheet leaves open is drawn.
 *
 * @phpstan-import-type PhoneValues from PhoneData
 * @phpstan-import-type Written from PhoneData
 * @phpstan-import-type BackupSet from PhoneData
 */
final class PhoneFromUnit
{
    public static function make(Unit $unit, ModelSheet $known, ?\DateTimeImmutable $now = null): SimulatedPhone
    {
        $sheet = DrawnModel::of($known);
        $state = $unit->state();
        $partitions = [];
        $addons = [];
        foreach ($sheet->slots as $slot) {
            $partitions += PartitionsOfUnit::slot($state, $sheet, $slot);
            $partitions += PartitionsOfUnit::firmware($state, $sheet, $slot);
            foreach ($state->slot($slot)->verificationChanged as $changed) {
                $place = SimulatedPhone::place($changed, $slot);
                $partitions = isset($partitions[$place])
                    ? [$place => ['patched' => true] + $partitions[$place]] + $partitions
                    : $partitions;
            }
            $addons[$slot] = PartitionsOfUnit::addOns($state->slot($slot));
        }
        $active = $state->activeSlot() ?? $sheet->slots[0];
        $chipset = $state->text(StateField::VariantChipset);
        $alike = array_values(
            array_filter(
                $sheet->variants,
                static fn(Variant $variant): bool => $chipset === null || $variant->chipset === $chipset,
            ),
        );
        $model =
            $state->text(StateField::VariantModel) ??
            (($alike[0] ?? ($sheet->variants[0] ?? null))->model ?? 'UNKNOWN');
        $held = array_filter(
            LossClass::stated(),
            static fn(LossClass $class): bool => $state->data()->holds($class) !== false,
        );
        $holds = array_map(static fn(LossClass $class): string => $class->value, array_values($held));

        return new SimulatedPhone([
            'serial' => $state->text('serial') ?? "UNKNOWN-{$unit->label}",
            'codename' => $sheet->codename,
            'builtLike' => $sheet->aliases,
            'model' => $model,
            'chipset' => $chipset ?? ($sheet->variant($model)->chipset ?? ''),
            'architecture' => $sheet->architecture ?? '',
            'twoSlots' => $sheet->hasTwoSlots() === true,
            'unlocked' => $state->bootloader()->unlocked ?? false,
            'unlockAllowed' => $state->bootloader()->unlockAllowed ?? false,
            'unlockWaitSeconds' =>
                (float) (UnlockWait::of($state, $sheet)?->leftSeconds($now ?? new \DateTimeImmutable()) ?? 0),
            'recoveryIn' => $sheet->recoveryHome->value ?? '',
            'startsFrom' => [
                ...$sheet->startPartitions(),
                ...array_values(
                    array_filter(
                        [PartitionName::Vendor->value, PartitionName::System->value],
                        static fn(string $name): bool => $sheet->partition($name) !== null,
                    ),
                ),
            ],
            'encryptsAs' => $sheet->newEncryption()->value ?? Encryption::File->value,
            'mode' => $state->mode()->value ?? Mode::System->value,
            'activeSlot' => $active,
            'runningSlot' => $active,
            'partitions' => $partitions,
            'firmwareIn' => $sheet->firmwarePartitions(),
            'radioIn' => [PartitionName::Modem->value],
            'addons' => array_filter($addons, static fn(array $one): bool => $one !== []),
            'second' => $state->text(StateField::SecondFamily),
            'trial' => $state->text(StateField::TrialFamily),
            'temporary' => null,
            'dataKeys' => $state->data()->writtenBy,
            'dataFileSystem' => $state->data()->fileSystem ?? ($sheet->fileSystems[0] ?? ''),
            'dataEncryption' => $state->data()->encryption->value ?? Encryption::File->value,
            'dataEmpty' => $state->data()->empty ?? false,
            'dataBytes' => $state->data()->usedBytes ?? 8 << 30,
            'holds' => $holds,
            'pcFlash' => $sheet->pcFlash === true,
            'sets' => self::sets($unit, $sheet, $active),
            'files' => [
                'card' => [...$state->list(StateField::CardFiles), ...self::setsOn($unit, 'card')],
                'internal' => [...$state->list(StateField::DataFiles), ...self::setsOn($unit, 'phone')],
            ],
            'layout' =>
                $sheet->dynamicLayout === 'retrofit'
                    ? array_combine(
                        $sheet->slots,
                        array_map(
                            static fn(string $slot): string => self::layout($state, $sheet, $slot),
                            $sheet->slots,
                        ),
                    )
                    : [],
            'inSuper' => $sheet->logicalPartitions(),
            'table' => self::table($sheet),
            'superBytes' => $sheet->superBytes,
            'superGroups' => $sheet->superGroups,
            'verificationIn' => $sheet->verificationPartitions(),
            'bootloaderRefuses' => DrawnModel::refusesUnverified($sheet),
            'fused' => $state->bootloader()->rollbackIndex ?? $sheet->rollbackIndex,
            // A radio works in the region that the phone was sold in, and where it has worked until now.
            'regions' => array_values(
                array_filter(
                    [$sheet->variant($model)?->region, $state->slot($active)->firmwareRegion],
                    static fn(?string $region): bool => $region !== null,
                ),
            ),
            'identityIn' => $sheet->identityPartition,
            'mounts' => $sheet->fileSystems,
            'setUpBy' => self::setUpBy($state, $active),
            'cardPresent' => $state->flag(StateField::CardPresent) ?? true,
            'cardAdopted' => $state->flag(StateField::CardAdopted) ?? false,
            'keysWork' => $state->flag(StateField::KeysWork) ?? true,
            'merging' => $state->flag(StateField::UpdateMerging) === true ? $state->activeSlot() : null,
            'cardFree' => $state->int(StateField::CardFreeBytes),
            'dataFree' => $state->int(StateField::DataFreeBytes),
            'verification' => array_filter(
                array_combine(
                    $sheet->slots,
                    array_map(static fn(string $slot): ?bool => $state->slot($slot)->verificationOn, $sheet->slots),
                ),
                static fn(?bool $on): bool => $on !== null,
            ),
            'battery' => (float) ($state->int(StateField::BatteryPercent) ?? 50),
            'chargePerMinute' => $sheet->chargePercentPerMinute ?? Rates::CHARGE_PERCENT_PER_MINUTE,
            'drainPerMinute' => $sheet->drainPercentPerMinute ?? Rates::DRAIN_PERCENT_PER_MINUTE,
            'accounts' => $state->flag(StateField::Accounts) ?? true,
            'screenLock' => $state->flag(StateField::ScreenLock) ?? true,
            'debugging' => $state->flag(StateField::DebuggingAllowed) ?? true,
            'authorised' => $state->flag(StateField::DebuggingAuthorised) ?? true,
        ]);
    }

    /** Where nobody knows it, the slot has what the system in it needs, and the maker's own needs the old one. */
    private static function layout(State $state, ModelSheet $sheet, string $slot): string
    {
        $isForeign = $state->slot($slot)->os->stock === false;
        $drawn = $isForeign ? PartitionLayout::Dynamic : PartitionLayout::Old;

        return (Layout::of($state, $sheet, $slot) ?? $drawn)->value;
    }

    /**
     * @return array<string, array{bytes: int, perSlot: bool, logical: bool}>
     */
    private static function table(ModelSheet $sheet): array
    {
        $table = [];
        foreach ($sheet->partitions as $one) {
            $table[$one->name] = [
                'bytes' => $one->sizeBytes ?? DrawnModel::size($one->name),
                'perSlot' => $one->perSlot === true,
                'logical' => $one->logical,
            ];
        }

        return $table;
    }

    /**
     * The system that set the data up, as far as it is the one in the active slot.
     *
     * @return array{release?: string, patchLevel?: string, signer?: string, services?: string}
     */
    private static function setUpBy(State $state, string $active): array
    {
        $os = $state->slot($active)->os;
        if ($state->data()->empty === true || $state->data()->writtenBy !== $os->family) {
            return [];
        }

        return array_filter(
            [
                'release' => $os->release,
                'patchLevel' => $os->patchLevel,
                'signer' => $os->signer,
                'services' => self::servicesAtSetUp($state, $os),
            ],
            static fn(?string $value): bool => $value !== null,
        );
    }

    private static function servicesAtSetUp(State $state, InstalledSystem $os): ?string
    {
        return $state->text(StateField::DataServices) ?? $os->services;
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
                'onPhoneAlone' => !$backup->isOffThePhone(),
                'keys' => $backup->base['family'] ?? $state->slot($slot)->os->family,
                'encryption' =>
                    $backup->base['encryption'] ?? ($state->data()->encryption->value ?? Encryption::File->value),
                'partitions' => $backup->system ? self::systemOf($backup, $sheet) : [],
                'addons' => PartitionsOfUnit::root(
                    HeldSystem::in($backup->held, $slot, false)[StateField::Root->in($slot)],
                ),
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
        $slot = $sheet->slots[0];
        $held = HeldSystem::in($backup->held, $slot, $sheet->mayHoldRecovery($sheet->startPartitions()));
        $holds = State::of()
            ->with([
                StateField::OsFamily->in($slot) => $backup->base['family'] ?? null,
                StateField::OsVersion->in($slot) => $backup->base['version'] ?? null,
                StateField::OsRelease->in($slot) => $backup->base['release'] ?? null,
                ...$held,
            ])
            ->slot($slot);
        $images = [];
        foreach ($sheet->partitions as $partition) {
            if (
                $partition->startsSystem ||
                $partition->logical ||
                in_array($partition->name, [PartitionName::System->value, PartitionName::Vendor->value], true)
            ) {
                $label = PartitionsOfUnit::label($holds, $sheet, $partition, $of);
                $images[$partition->name] = ['of' => $of, 'whole' => true, 'label' => $label];
            }
        }

        return $images;
    }

    /**
     * @return list<string>
     */
    private static function setsOn(Unit $unit, string $place): array
    {
        $there = array_filter($unit->backups, static fn(Backup $one): bool => $one->place === $place);

        return array_map(static fn(Backup $one): string => $one->id, array_values($there));
    }
}
