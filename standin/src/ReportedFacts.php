<?php

declare(strict_types=1);

namespace Tornavis\StandIn;

/** What a phone tells a computer, as far as its mode lets it. Names are those of the facts about a unit. */
final class ReportedFacts
{
    /**
     * @return array<string, string|int|bool|list<string>|null>
     */
    public static function of(SimulatedPhone $phone): array
    {
        if (in_array($phone->mode, ['off', 'dead', 'boot-loop', 'stuck'], true)) {
            return ['mode' => $phone->mode];
        }
        $facts = [
            'mode' => $phone->mode,
            'serial' => $phone->serial(),
            'slot.active' => $phone->activeSlot,
            'slot.running' => $phone->runningSlot,
            'battery.percent' => (int) round($phone->battery),
        ];

        return $facts +
            match ($phone->mode) {
                'system' => [
                    'variant.model' => $phone->model(),
                    'variant.chipset' => $phone->chipset(),
                    'locks.accounts' => $phone->accounts,
                    'locks.screen' => $phone->screenLock,
                    'debugging.allowed' => $phone->debugging,
                    'bootloader.unlockAllowed' => $phone->unlockAllowed,
                    ...self::os($phone, $phone->activeSlot),
                    ...self::data($phone),
                ],
                'bootloader', 'userspace-bootloader' => [
                    'bootloader.unlocked' => $phone->unlocked,
                    ...$phone->fused() === null ? [] : ['bootloader.rollbackIndex' => $phone->fused()],
                    ...self::bases($phone),
                ],
                default => [...self::everySlot($phone), ...self::bases($phone), ...self::data($phone)],
            };
    }

    /**
     * Everything, as somebody would find who could look into every partition.
     *
     * @return array<string, string|int|bool|list<string>|null>
     */
    public static function truth(SimulatedPhone $phone): array
    {
        $holds = [];
        foreach (['apps', 'app-data', 'messages', 'contacts', 'photos', 'second-factor', 'esim'] as $class) {
            $holds["data.holds.{$class}"] = in_array($class, $phone->holds, true);
        }

        return $holds + [
                'mode' => $phone->mode,
                'slot.active' => $phone->activeSlot,
                'slot.running' => $phone->runningSlot,
                'locks.accounts' => $phone->accounts,
                'locks.screen' => $phone->screenLock,
                'bootloader.unlocked' => $phone->unlocked,
                'second.family' => $phone->second,
                'trial.family' => $phone->trial,
                'sets.takenOff' => $phone->takenOff,
            ] +
            self::everySlot($phone) +
            self::bases($phone) +
            self::data($phone);
    }

    /**
     * @return array<string, string|int|bool|list<string>|null>
     */
    private static function everySlot(SimulatedPhone $phone): array
    {
        $facts = [];
        foreach ($phone->slots() as $slot) {
            $facts += self::os($phone, $slot);
            $recovery = $phone->recovery($slot);
            $facts["slot.{$slot}.recovery.family"] = $recovery['family'] ?? null;
            $facts["slot.{$slot}.recovery.version"] = $recovery['version'] ?? null;
        }

        return $facts;
    }

    /**
     * @return array<string, string|int|bool|list<string>|null>
     */
    private static function bases(SimulatedPhone $phone): array
    {
        $facts = [];
        foreach ($phone->slots() as $slot) {
            if (isset($phone->layout[$slot])) {
                $facts["slot.{$slot}.layout"] = $phone->layout[$slot];
            }
            if ($phone->verificationOn($slot) !== null) {
                $facts["slot.{$slot}.verification.on"] = $phone->verificationOn($slot);
            }
            $facts["slot.{$slot}.firmware.version"] = $phone->firmwareVersion($slot);
            if ($phone->firmwareRegion($slot) !== null) {
                $facts["slot.{$slot}.firmware.region"] = $phone->firmwareRegion($slot);
            }
            if ($phone->vendorVersion($slot) !== null) {
                $facts["slot.{$slot}.vendor.version"] = $phone->vendorVersion($slot);
            }
            foreach (array_intersect(['boot', 'dtbo', 'vendor_boot'], $phone->startsFrom()) as $partition) {
                $facts["slot.{$slot}.image.{$partition}"] = self::owner($phone, $partition, $slot);
            }
        }

        return $facts;
    }

    /** Whose image it is; one that was cut off is nobody's. */
    private static function owner(SimulatedPhone $phone, string $partition, string $slot): ?string
    {
        $image = $phone->written($partition, $slot);

        return $image === null || $image['whole'] ? $image['of'] ?? null : 'an image written in part';
    }

    /**
     * @return array<string, string|int|bool|list<string>|null>
     */
    private static function os(SimulatedPhone $phone, string $slot): array
    {
        $image = $phone->written('system', $slot);
        $os = $phone->system($slot);
        $added = $phone->added(AddOnKind::SERVICES, $slot)['title'] ?? null;
        $root = $phone->added(AddOnKind::ROOT, $slot)['title'] ?? null;

        return [
            "slot.{$slot}.os.state" => self::systemState($phone, $slot),
            "slot.{$slot}.os.family" => $os['family'] ?? null,
            "slot.{$slot}.os.version" => $os['version'] ?? null,
            "slot.{$slot}.os.release" => $os['release'] ?? null,
            "slot.{$slot}.os.patchLevel" => $os['patchLevel'] ?? null,
            "slot.{$slot}.os.buildId" => $image['of'] ?? null,
            "slot.{$slot}.kernel.name" => self::kernel($phone, $slot),
            "slot.{$slot}.root" => is_string($root) ? $root : null,
            "slot.{$slot}.os.services" => is_string($added) ? $added : $os['services'] ?? null,
        ];
    }

    /** Whether a system is there, and with it the vendor part that it stands on. */
    private static function systemState(SimulatedPhone $phone, string $slot): string
    {
        $image = $phone->written('system', $slot);
        $lacksVendor = in_array('vendor', $phone->startsFrom(), true) && $phone->written('vendor', $slot) === null;

        return match (true) {
            $image === null => 'none',
            !$image['whole'] || $lacksVendor => 'incomplete',
            default => 'complete',
        };
    }

    /** What the about page shows for a kernel that is not the system's own. */
    private static function kernel(SimulatedPhone $phone, string $slot): ?string
    {
        $added = $phone->added(AddOnKind::KERNEL, $slot);
        $label = $phone->written('boot', $slot)['label'] ?? [];
        $title = $added['title'] ?? null;
        $name = is_string($title) ? preg_replace('/ \S+$/', '', $title) : $label['kernel'] ?? null;

        return is_string($name) ? $name : null;
    }

    /**
     * @return array<string, string|int|bool|list<string>|null>
     */
    private static function data(SimulatedPhone $phone): array
    {
        return [
            'data.empty' => $phone->dataEmpty,
            'data.writtenBy' => $phone->dataKeys,
            'data.encryption' => $phone->dataEncryption,
            'data.fileSystem' => $phone->dataFileSystem,
        ];
    }
}
