<?php

declare(strict_types=1);

namespace App\Run;

use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\Partition;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Situation\RecoveryChoice;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\PartitionName;
use Tornavis\Core\Words\SystemState;
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
        $build = $os->buildId ?? ($runs || $os->isComplete() ? 'a system that nobody has read' : null);
        $isThere = $os->state === null ? $runs : $os->state !== SystemState::None;
        $isStock = $os->stock === true;
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
                        'signer' => $state->slot($slot)->os->signer,
                        'buildTime' => $state->slot($slot)->os->buildTime,
                    ],
                    static fn(string|int|null $value): bool => $value !== null,
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
            if ($partition->name === $sheet->recoveryHome?->value && $family === null && $isStock) {
                $label['recovery'] = ['family' => RecoveryChoice::MAKERS_OWN, 'version' => '', 'abilities' => []];
            }
            if ($partition->name === $sheet->recoveryHome?->value && $family !== null) {
                $label['recovery'] = [
                    'family' => $family,
                    'version' => $state->slot($slot)->recoveryVersion ?? '',
                    'abilities' => $state->slot($slot)->recoveryAbilities,
                ];
            }
            $written[SimulatedPhone::place($partition->name, $slot)] =
                [
                    'of' => $of,
                    'whole' => $os->state === null || $os->isComplete(),
                    'label' => $label,
                ] + self::sizeInSuper($state, $sheet, $slot, $partition);
        }

        return $written;
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
