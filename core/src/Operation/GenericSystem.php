<?php

declare(strict_types=1);

namespace Tornavis\Core\Operation;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\InstalledSystem;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\Nameless;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Phone\Verification;
use Tornavis\Core\Words\PartitionName;
use Tornavis\Core\Words\SystemState;

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
    public static function effects(Package $image, string $slot, State $state, ModelSheet $sheet): array
    {
        $facts = $image->facts;

        return [
            StateField::OsFamily->in($slot) => Nameless::orNameOf($image),
            StateField::OsVersion->in($slot) => $facts->text(Field::VERSION),
            StateField::OsRelease->in($slot) => $facts->text(Field::RELEASE),
            StateField::OsBuildId->in($slot) => Nameless::orSystemOf($image),
            StateField::OsBase->in($slot) => $state->slot($slot)->os->base ?? $state->slot($slot)->os->buildId,
            StateField::OsPatchLevel->in($slot) => $facts->text(Field::PATCH_LEVEL),
            StateField::OsSigner->in($slot) => $facts->text(Field::SIGNER),
            StateField::OsStock->in($slot) => false,
            StateField::OsState->in($slot) => SystemState::Complete->value,
            StateField::OsFailedAs->in($slot) => null,
            StateField::OsServices->in($slot) => InstalledSystem::servicesOf($image),
            StateField::OsExtras->in($slot) => $facts->list(Field::BRINGS_EXTRAS) ?: null,
            StateField::OsFirmwareMin->in($slot) => null,
            StateField::OsVendorMin->in($slot) => null,
            StateField::Root->in($slot) => null,
            StateField::SizeInSuper->in($slot, PartitionName::System->value) => $image->systemBytes(),
        ] + Verification::changed($state, $sheet, $slot, [PartitionName::System->value]);
    }
}
