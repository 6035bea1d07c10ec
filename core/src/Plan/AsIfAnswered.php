<?php

declare(strict_types=1);

namespace Tornavis\Core\Plan;

use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Situation\Situation;

/**
 * What a finding asks for of the base, as if it were answered so that the build starts: the steps are drawn over that,
 * and nothing is clear before the answer is given.
 */
final class AsIfAnswered
{
    /**
     * @return array<string, string> value by name of the fact
     */
    public static function of(Situation $situation): array
    {
        return self::firmware($situation) + self::vendor($situation);
    }

    /**
     * The firmware of a slot of which nobody knows what it holds, where no file brings any.
     *
     * @return array<string, string>
     */
    private static function firmware(Situation $situation): array
    {
        $minimum = $situation->files->build()?->facts->text(Field::FIRMWARE_MIN);
        $isBrought = $situation->firmware->chosen() !== null || $situation->layout->copiesSlot();
        $facts = [];
        $isOpen = $minimum !== null && !$isBrought && $situation->sheet->hasTwoSlots() === true;
        foreach ($isOpen ? $situation->firmware->slotsBelowMinimum() : [] as $slot => $has) {
            $facts += $has === null ? [StateField::FirmwareVersion->in($slot) => (string) $minimum] : [];
        }

        return $facts;
    }

    /**
     * @return array<string, string>
     */
    private static function vendor(Situation $situation): array
    {
        $missing = $situation->vendor->missing();
        $slot = $situation->slots->ofInstall();
        if ($missing === null || $situation->vendor->chosen() !== null) {
            return [];
        }
        $has = $situation->state->slot($slot);
        $channel = $situation->files->build()?->facts->text(Field::VENDOR_NEEDED_CHANNEL);

        return ($has->vendor === null ? [StateField::VendorVersion->in($slot) => $missing->text] : []) +
            ($has->vendorChannel === null && $channel !== null
                ? [StateField::VendorChannel->in($slot) => $channel]
                : []);
    }
}
