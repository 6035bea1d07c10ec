<?php

declare(strict_types=1);

namespace Tornavis\Core\Operation\Flash;

use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\Nameless;
use Tornavis\Core\Phone\RecoveryFacts;
use Tornavis\Core\Phone\RecoveryHome;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Words\PartitionName;

/** A kernel as a boot image; a recovery that lives in boot goes with it. */
final readonly class FlashKernel extends Flash
{
    protected function written(State $state, ModelSheet $sheet): array
    {
        $facts = $this->package->facts;

        $boot = PartitionName::Boot->value;
        // Beside boot a kernel brings only its modules; what the slot starts from still belongs to its build.
        $image = in_array($boot, $this->partitions, true)
            ? [StateField::Image->in($this->slot, $boot) => $this->owner(), StateField::Root->in($this->slot) => null]
            : [];

        return $image + [
                StateField::OsFailedAs->in($this->slot) => null,
                StateField::KernelName->in($this->slot) => Nameless::orNameOf($this->package),
                StateField::KernelVersion->in($this->slot) => $facts->text(Field::VERSION),
            ] +
            ($image !== [] && $sheet->recoveryHome === RecoveryHome::Boot ? $this->recovery() : []);
    }

    /**
     * @return array<string, bool|int|string|list<string>|null> the recovery that it brings along, or none
     */
    private function recovery(): array
    {
        return $this->package->facts->list(Field::ABILITIES) === []
            ? RecoveryFacts::none($this->slot)
            : RecoveryFacts::of($this->package, $this->slot);
    }
}
