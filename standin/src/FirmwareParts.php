<?php

declare(strict_types=1);

namespace Tornavis\StandIn;

/**
 * The firmware of a simulated phone: several partitions in each slot, each with its own version and each written by
 * itself. A slot starts only from a set that is there, whole, of one version and not below the fused index.
 */
trait FirmwareParts
{
    /** What a set of firmware shows where its parts are of different versions. */
    public const MIXED = 'mixed';

    /**
     * @return list<string> names of the partitions
     */
    public function firmwareIn(): array
    {
        return $this->data['firmwareIn'] ?? ['modem', 'trust'];
    }

    /**
     * The parts that have to be of one version: all but the radio's, which comes and goes by itself.
     *
     * @return list<string>
     */
    private function startChain(): array
    {
        $chain = array_values(array_diff($this->firmwareIn(), $this->data['radioIn'] ?? ['modem']));

        return $chain === [] ? $this->firmwareIn() : $chain;
    }

    /** The lowest rollback index that the phone still starts from; null where its fuses hold none. */
    public function fused(): ?int
    {
        return $this->data['fused'] ?? null;
    }

    /** The version of a slot's firmware; "mixed" where its parts differ, null where one is missing or half written. */
    public function firmwareVersion(string $slot): ?string
    {
        $versions = [];
        foreach ($this->startChain() as $partition) {
            $image = $this->written($partition, $slot);
            $version = $image['label']['firmware'] ?? null;
            if ($image === null || !$image['whole'] || !is_string($version)) {
                return null;
            }
            $versions[] = $version;
        }

        return match (count(array_unique($versions))) {
            0 => null,
            1 => $versions[0],
            default => self::MIXED,
        };
    }

    /**
     * Why a slot does not come up at all.
     *
     * @return ?array{string, string} the mode that the phone ends up in, and what it shows; null where it comes up
     */
    public function firmwareFault(string $slot): ?array
    {
        $version = $this->firmwareVersion($slot);
        if ($version === null) {
            return [PhoneMode::DEAD, 'The screen stays black.'];
        }
        foreach ($this->startChain() as $partition) {
            $label = $this->written($partition, $slot)['label'] ?? [];
            $index = $label['rollback'] ?? null;
            $isBelow = is_int($index) && $this->fused() !== null && $index < $this->fused();
            if ($isBelow || !$this->isMeantBy($label)) {
                return [PhoneMode::DEAD, 'The screen stays black.'];
            }
        }

        return $version === self::MIXED ? [PhoneMode::BOOT_LOOP, 'The maker\'s logo comes and goes.'] : null;
    }

    /** Whether the radio's own firmware is there and whole. */
    public function hasRadio(string $slot): bool
    {
        foreach (array_diff($this->firmwareIn(), $this->startChain()) as $partition) {
            if (($this->written($partition, $slot)['whole'] ?? false) !== true) {
                return false;
            }
        }

        return true;
    }

    /** The region that the radio's firmware was made for; null where it does not say. */
    public function firmwareRegion(string $slot): ?string
    {
        $radio = array_diff($this->firmwareIn(), $this->startChain());
        foreach ($radio === [] ? $this->firmwareIn() : $radio as $partition) {
            $region = $this->written($partition, $slot)['label']['region'] ?? null;
            if (is_string($region)) {
                return $region;
            }
        }

        return null;
    }

    public function hasForeignRegion(string $slot): bool
    {
        $own = $this->data['regions'] ?? [];
        $its = $this->firmwareRegion($slot);

        return $own !== [] && $its !== null && !in_array($its, $own, true);
    }

    /** Copies every part of the firmware into the other slot. */
    public function copyFirmware(string $from, string $to): void
    {
        foreach ($this->firmwareIn() as $partition) {
            $image = $this->written($partition, $from);
            if ($image !== null) {
                $this->partitions[self::place($partition, $to)] = $image;
            }
        }
    }

    /**
     * Lays whole sets of firmware into slots that hold none.
     *
     * @param  array<string, string>  $versions  by slot
     */
    private function layFirmware(array $versions): void
    {
        foreach ($versions as $slot => $version) {
            foreach ($this->firmwareIn() as $partition) {
                $this->partitions[self::place($partition, $slot)] ??= [
                    'of' => "firmware {$version}",
                    'whole' => true,
                    'label' => ['part' => $partition, 'of' => "firmware {$version}", 'firmware' => $version],
                ];
            }
        }
    }
}
