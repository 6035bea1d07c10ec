<?php

declare(strict_types=1);

namespace Tornavis\StandIn;

/** What a phone answers a script that asks for a property; "" for what it does not have. */
final class ScriptProperties
{
    /**
     * @return array<string, string>
     */
    public static function of(SimulatedPhone $phone): array
    {
        $system = $phone->system($phone->runningSlot);
        $firmware = $phone->firmwareVersion($phone->runningSlot) ?? '';
        $build = $phone->written('system', $phone->runningSlot)['of'] ?? '';

        return [
            'ro.product.device' => $phone->codename(),
            'ro.build.product' => $phone->codename(),
            'ro.product.vendor.device' => $phone->codename(),
            'ro.product.system.device' => $phone->codename(),
            'ro.product.model' => $phone->model(),
            'ro.bootloader' => $firmware,
            'ro.boot.bootloader' => $firmware,
            'gsm.version.baseband' => $firmware,
            'ro.boot.baseband' => $firmware,
            'ro.vendor.build.version.incremental' => $phone->vendorVersion($phone->runningSlot) ?? '',
            'ro.build.version.release' => $system['release'] ?? '',
            'ro.build.version.incremental' => $build,
            'ro.build.id' => $build,
            'ro.build.display.id' => $build,
            'ro.build.date.utc' => (string) ($phone->buildTime($phone->runningSlot) ?? 0),
        ];
    }
}
