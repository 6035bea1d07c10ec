<?php

declare(strict_types=1);

namespace Tornavis\StandIn;

/**
 * What lies in the partitions of a simulated phone, by what the images that were written say of themselves.
 *
 * @phpstan-import-type Written from PhoneData
 */
trait WrittenPartitions
{
    /** "boot" in slot b lies in "boot_b"; on a phone with one slot in "boot". */
    public static function place(string $partition, string $slot): string
    {
        return $slot === '-' ? $partition : "{$partition}_{$slot}";
    }

    /**
     * @param  array<string, mixed>  $label
     * @param  ?int  $bytes  what the image takes; null where nobody knows
     * @param  array<string, string>  $digests  its sum under each salt that a verification header uses
     */
    public function write(
        string $partition,
        string $slot,
        array $label,
        bool $whole = true,
        ?int $bytes = null,
        array $digests = [],
    ): void {
        $of = is_string($label['of'] ?? null) ? $label['of'] : 'something without a label';
        $capacity = $this->capacity($partition);
        $this->touch($partition);
        $this->partitions[self::place($partition, $slot)] =
            [
                'of' => $of,
                // What goes over the end of a partition is cut.
                'whole' => $whole && ($bytes === null || $capacity === null || $bytes <= $capacity),
                'label' => $label,
            ] +
            ($bytes === null ? [] : ['bytes' => $bytes]) +
            ($digests === [] ? [] : ['digests' => $digests]);
        if ($partition === 'system') {
            // What was added lay inside the old system.
            unset($this->addons[$slot]);
        }
        if ($this->isInSuper($partition) && $this->merging !== null) {
            $this->breakMerge();
        }
    }

    /** Writes every image of a package into one slot. */
    public function writeAll(UpdatePackage $package, string $slot, bool $whole = true): void
    {
        foreach ($package->images as $partition => $image) {
            $label = $image['label'];
            if ($partition === 'system' && is_array($label['os'] ?? null)) {
                $label['os'] += array_filter(
                    ['signer' => $package->signer, 'buildTime' => $package->timestamp],
                    static fn(string|int|null $value): bool => $value !== null,
                );
            }
            $this->write($partition, $slot, $label, $whole, $image['sizeBytes'] > 0 ? $image['sizeBytes'] : null);
            if (in_array($partition, $this->verificationIn(), true)) {
                $build = $package->images['system']['label']['of'] ?? null;
                $isOn = ($label['checks'] ?? false) === true;
                $this->takeHeader(is_string($build) ? $build : 'a build', $partition, $slot, $isOn);
            }
        }
    }

    /** Makes a slot the one that starts next; it has not shown yet that it does. */
    public function startNext(string $slot): void
    {
        $this->activeSlot = $slot;
        $this->retries[$slot] = SimulatedPhone::MOST_RETRIES;
        $this->successful = array_values(array_diff($this->successful, [$slot]));
    }

    /** A write into super before an update was merged leaves its system in pieces. */
    private function breakMerge(): void
    {
        $this->spoil('system', (string) $this->merging);
    }

    /** What lies there is not whole any more. */
    public function spoil(string $partition, string $slot): void
    {
        $place = self::place($partition, $slot);
        if (isset($this->partitions[$place])) {
            $this->partitions[$place]['whole'] = false;
        }
    }

    public function remove(string $partition, string $slot): void
    {
        $this->touch($partition);
        unset($this->partitions[self::place($partition, $slot)]);
        if ($partition === 'system') {
            unset($this->addons[$slot]);
        }
        if ($this->isInSuper($partition) && $this->merging !== null) {
            $this->breakMerge();
        }
    }

    /** Whether the active slot has lost its old partitions and not yet got the new ones. */
    public function layoutIsErased(): bool
    {
        return ($this->layout[$this->activeSlot] ?? '') === 'erased';
    }

    /**
     * @return ?Written
     */
    public function written(string $partition, string $slot): ?array
    {
        return $this->partitions[self::place($partition, $slot)] ?? null;
    }

    public function dropAddOns(string $slot, string ...$kinds): void
    {
        $this->addons[$slot] = array_values(
            array_filter(
                $this->addons[$slot] ?? [],
                static fn(array $one): bool => !in_array($one['addon'] ?? AddOnKind::SERVICES, $kinds, true),
            ),
        );
    }

    /**
     * The label of what was added last of one kind: "services", "root", "kernel".
     *
     * @return ?array<string, mixed>
     */
    public function added(string $kind, string $slot): ?array
    {
        foreach (array_reverse($this->addons[$slot] ?? []) as $label) {
            if (($label['addon'] ?? AddOnKind::SERVICES) === $kind) {
                return $label;
            }
        }

        return null;
    }

    /** The version of the vendor image in a slot, where it is one that came by itself. */
    public function vendorVersion(string $slot): ?string
    {
        $version = $this->written('vendor', $slot)['label']['vendor'] ?? null;

        return is_string($version) ? $version : null;
    }

    /**
     * What a system image in a slot says: family, release, patch level, needed firmware.
     *
     * @return array<string, string>
     */
    public function system(string $slot): array
    {
        $os = $this->written('system', $slot)['label']['os'] ?? null;

        return is_array($os) ? array_filter($os, is_string(...)) : [];
    }

    /** When the build in a slot was made, in Unix seconds; null where nobody knows. */
    public function buildTime(string $slot): ?int
    {
        $os = $this->written('system', $slot)['label']['os'] ?? [];
        $time = is_array($os) ? $os['buildTime'] ?? null : null;

        return is_int($time) ? $time : null;
    }

    /**
     * @return ?array{family: string, version: string, abilities: list<string>} the recovery where this model keeps
     *     it, if there is one
     */
    public function recovery(string $slot): ?array
    {
        $image = $this->written($this->data['recoveryIn'], $slot);
        $recovery = $image !== null && $image['whole'] ? $image['label']['recovery'] ?? null : null;

        /** @var ?array{family: string, version: string, abilities: list<string>} $recovery */
        return is_array($recovery) ? $recovery : null;
    }

    /**
     * @return ?array{family: string, version: string, abilities: list<string>} the recovery that runs, in the modes
     *     that are its own
     */
    public function runningRecovery(): ?array
    {
        return $this->temporary ?? $this->recovery($this->runningSlot);
    }

    /** Whether the recovery that runs can read what is encrypted on the data partition. */
    public function recoveryOpensData(): bool
    {
        $keys = match ($this->dataEncryption) {
            'none' => [],
            'metadata' => ['decrypt', 'metadata'],
            default => ['decrypt'],
        };

        return array_diff($keys, $this->runningRecovery()['abilities'] ?? []) === [];
    }
}
