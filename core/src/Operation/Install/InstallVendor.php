<?php

declare(strict_types=1);

namespace Tornavis\Core\Operation\Install;

use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Words\Mode;

/** The partitions that a build stands on; they go in before there is a system. */
final readonly class InstallVendor extends InstallPackage
{
    protected function refusalsOfItsKind(State $state, ModelSheet $sheet): array
    {
        return [];
    }

    public function effects(State $state, ModelSheet $sheet): array
    {
        $facts = $this->package->facts;

        return [
            StateField::Mode->value => Mode::Recovery->value,
            StateField::VendorVersion->in($this->slot) => $facts->text(Field::VERSION),
            StateField::VendorChannel->in($this->slot) => $facts->text(Field::VENDOR_CHANNEL),
        ];
    }
}
