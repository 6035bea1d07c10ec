<?php

declare(strict_types=1);

namespace App\Run;

use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\Partition;
use Tornavis\Core\Phone\SlotState;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Situation\RecoveryChoice;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\PartitionName;
use Tornavis\Core\Words\SystemState;
use Tornavis\StandIn\AddOnKind;
use Tornavis\StandIn\PhoneData;
use Tornavis\StandIn\SimulatedPhone;

/**
 * What lies in the partitions of a simulated phone, as far as a unit's facts speak of it.
 *
 * @phpstan-import-type Written from PhoneData
 */
final class PartitionsOfUnit
{
    /**
     * @return array<string, Written> by place
     */
    public static function firmware(State $state, ModelSheet $sheet, string $slot): array
    {
        // A phone that runs has some firmware, even where nobody has read which.
        $isActive = $slot === ($state->activeSlot() ?? $sheet->slots[0]);
        $version = $state->slot($slot)->firmware->text ?? ($isActive ? '0' : null);
        $region = $state->text(StateField::FirmwareRegion->in($slot));
        $written = [];
        foreach ($version === null ? [] : $sheet->firmwarePartitions() as $partition) {
            $written[SimulatedPhone::place($partition, $slot)] = [
                'of' => "firmware {$version}",
                'whole' => !$state->slot($slot)->firmwareIsInPart,
                'label' =>
                    ['part' => $partition, 'of' => "firmware {$version}", 'firmware' => $version] +
                    ($region === null ? [] : ['region' => $region]),
            ];
        }

        return $written;
    }

    /**
     * @return array<string, Written>
     */
    public static function slot(State $state, ModelSheet $sheet, string $slot): array
    {
        $os = $state->slot($slot)->os;
        $isActive = $slot === ($state->activeSlot() ?? $sheet->slots[0]);
        // A phone that runs has some system, even where nobody has read which.
        $runs = $isActive && in_array($state->mode(), [null, Mode::System], true);
        $holdsSome = $runs || $os->isComplete() || $os->state === SystemState::Incomplete;
        $build = $os->buildId ?? ($holdsSome ? 'a system that nobody has read' : null);
        $isThere = $os->state === null ? $runs : $os->state !== SystemState::None;
        $written = [];
        if (!$isThere || $build === null) {
            return [];
        }
        foreach ($sheet->partitions as $partition) {
            $isOfBoth = $partition->perSlot === false && $sheet->hasTwoSlots() === true;
            if ($isOfBoth || $partition->firmware) {
                continue;
            }
            $of = $state->slot($slot)->image($partition->name) ?? $build;
            $written[SimulatedPhone::place($partition->name, $slot)] =
                [
                    'of' => $of,
                    'whole' => $os->state === null || $os->isComplete(),
                    'label' => self::label($state->slot($slot), $sheet, $partition, $of),
                ] + self::sizeInSuper($state, $sheet, $slot, $partition);
        }

        return $written;
    }

    /**
     * What was put into the system of a slot.
     *
     * @return list<array{addon: string, title?: string}>
     */
    public static function addOns(SlotState $slot): array
    {
        $disabler = $slot->encryptionOff === true ? [['addon' => AddOnKind::ENCRYPTION_DISABLER]] : [];

        return [...self::root($slot->root), ...$disabler];
    }

    /**
     * @return list<array{addon: string, title: string}>
     */
    public static function root(mixed $title): array
    {
        return is_string($title) ? [['addon' => AddOnKind::ROOT, 'title' => $title]] : [];
    }

    /**
     * What the image of a partition says of itself.
     *
     * @param  string  $of  the build that it is part of
     * @return array<string, mixed>
     */
    public static function label(SlotState $slot, ModelSheet $sheet, Partition $partition, string $of): array
    {
        $isHome = $partition->name === $sheet->recoveryHome?->value;

        return ['part' => $partition->name, 'of' => $of] +
            match ($partition->name) {
                PartitionName::System->value => ['os' => self::system($slot, $sheet)],
                PartitionName::Vendor->value => $slot->vendor === null ? [] : ['vendor' => $slot->vendor->text],
                PartitionName::Boot->value => $slot->kernelName === null
                    ? []
                    : ['kernel' => $slot->kernelName, 'release' => $slot->os->release],
                default => [],
            } +
            ($isHome ? self::recovery($slot) : []);
    }

    /**
     * @return array<string, string|int>
     */
    private static function system(SlotState $slot, ModelSheet $sheet): array
    {
        $os = $slot->os;

        return array_filter(
            [
                'family' => $os->family,
                'version' => $os->version,
                'release' => $os->release,
                'patchLevel' => $os->patchLevel,
                'services' => $os->services,
                'encrypts' => $os->encrypts?->value,
                'needsFirmware' => $os->firmwareMin?->text,
                'needsVendor' => $os->vendorMin?->text,
                'codename' => $sheet->codename,
                'signer' => $os->signer,
                'buildTime' => $os->buildTime,
                'putsBack' => $os->stock === true ? 'recovery' : null,
            ],
            static fn(string|int|null $value): bool => $value !== null,
        );
    }

    /**
     * @return array{recovery?: array{family: string, version: string, abilities: list<string>}}
     */
    private static function recovery(SlotState $slot): array
    {
        if ($slot->recoveryFamily !== null) {
            return [
                'recovery' => [
                    'family' => $slot->recoveryFamily,
                    'version' => $slot->recoveryVersion ?? '',
                    'abilities' => $slot->recoveryAbilities,
                ],
            ];
        }

        return $slot->os->stock === true
            ? ['recovery' => ['family' => RecoveryChoice::MAKERS_OWN, 'version' => '', 'abilities' => []]]
            : [];
    }

    /**
     * What a logical partition takes in super: what was read, or the sheet's size in the slot in use. Nobody knows
     * what the other slot takes.
     *
     * @return array{bytes?: int}
     */
    private static function sizeInSuper(State $state, ModelSheet $sheet, string $slot, Partition $partition): array
    {
        $isActive = $slot === ($state->activeSlot() ?? $sheet->slots[0]);
        $bytes = $state->slot($slot)->sizeInSuper($partition->name) ?? ($isActive ? $partition->sizeBytes : null);

        return $partition->logical && $bytes !== null ? ['bytes' => $bytes] : [];
    }
}
