<?php

declare(strict_types=1);

namespace Tornavis\Core\Operation;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\State;

/**
 * What a generic image changes in a slot, whoever writes it: the system is another one, the base under it stays.
 *
 * @phpstan-import-type FactValue from Fact
 */
final class GenericSystem
{
    /**
     * @return array<string, FactValue>
     */
    public static function effects(Package $image, string $slot, State $state): array
    {
        $facts = $image->facts;
        $at = "slot.{$slot}";

        return [
            "{$at}.os.family" => $facts->text(Field::FAMILY),
            "{$at}.os.version" => $facts->text(Field::VERSION),
            "{$at}.os.release" => $facts->text(Field::RELEASE),
            "{$at}.os.buildId" => $image->systemBuildId(),
            "{$at}.os.base" => $state->text("{$at}.os.base") ?? $state->text("{$at}.os.buildId"),
            "{$at}.os.patchLevel" => $facts->text(Field::PATCH_LEVEL),
            "{$at}.os.signer" => $facts->text(Field::SIGNER),
            "{$at}.os.stock" => false,
            "{$at}.os.state" => 'complete',
            "{$at}.os.failedAs" => null,
            "{$at}.os.services" => $facts->flag(Field::BRINGS_SERVICES) === true ? 'its own' : 'none',
            "{$at}.os.firmwareMin" => null,
            "{$at}.os.vendorMin" => null,
            "{$at}.root" => null,
            "{$at}.size.system" => $image->systemBytes(),
        ];
    }
}
