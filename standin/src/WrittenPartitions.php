<?php

declare(strict_types=1);

namespace Tornavis\StandIn;

/**
 * What lies in the partitions of a simulated phone, by what the images that were written say of themselves.
 *
 * @phpstan-import-type Written from SimulatedPhone
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
     */
    public function write(string $partition, string $slot, array $label, bool $whole = true): void
    {
        $of = is_string($label['of'] ?? null) ? $label['of'] : 'something without a label';
        $this->partitions[self::place($partition, $slot)] = ['of' => $of, 'whole' => $whole, 'label' => $label];
        if ($partition === 'system') {
            // What was added lay inside the old system.
            unset($this->addons[$slot]);
        }
        if (is_string($label['firmware'] ?? null)) {
            $this->firmware[$slot] = $label['firmware'];
        }
    }

    public function remove(string $partition, string $slot): void
    {
        unset($this->partitions[self::place($partition, $slot)]);
        if ($partition === 'system') {
            unset($this->addons[$slot]);
        }
    }

    /** Whether the active slot has lost its old partitions and not yet got the new ones. */
    public function layoutIsErased(): bool
    {
        return ($this->layout[$this->activeSlot] ?? '') === 'erased';
    }

    /** Whether the bootloader checks the images of a slot and finds one that is not of the same build as the system. */
    public function verificationRefuses(string $slot): bool
    {
        $system = $this->written('system', $slot);
        if (!($this->verification[$slot] ?? false) || $system === null) {
            return false;
        }
        foreach (array_intersect(['boot', 'dtbo', 'vendor_boot'], $this->startsFrom()) as $partition) {
            if (($this->written($partition, $slot)['of'] ?? $system['of']) !== $system['of']) {
                return true;
            }
        }

        return false;
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
