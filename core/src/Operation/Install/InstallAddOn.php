<?php

declare(strict_types=1);

namespace Tornavis\Core\Operation\Install;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Operation\Flash\Flash;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\Nameless;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Phone\Verification;
use Tornavis\Core\Words\LossClass;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\PartitionName;

/**
 * What is added to the system that is there: services, a root package, a kernel, a fix.
 *
 * @phpstan-import-type FactValue from Fact
 */
final readonly class InstallAddOn extends InstallPackage
{
    protected function refusalsOfItsKind(State $state, ModelSheet $sheet): array
    {
        return $state->slot($this->slot)->os->isComplete() ? [] : ['There is no system to add this to.'];
    }

    public function effects(State $state, ModelSheet $sheet): array
    {
        return [StateField::Mode->value => Mode::Recovery->value] +
            $this->added() +
            Verification::changed($state, $sheet, $this->slot, $this->patched($sheet));
    }

    /**
     * @return list<string> partitions whose image it changes beside the system's files
     */
    private function patched(ModelSheet $sheet): array
    {
        return match ($this->package->kind()) {
            PackageKind::Root => [Verification::homeOfRoot($sheet)],
            PackageKind::Kernel => [PartitionName::Boot->value],
            default => [],
        };
    }

    /** The image is unpacked and written again; a break leaves it in part, with nothing to unpack the next time. */
    public function midway(State $state, ModelSheet $sheet): array
    {
        $effects = [];
        foreach ($this->patched($sheet) as $partition) {
            $effects[StateField::Image->in($this->slot, $partition)] = Flash::PARTLY_WRITTEN;
        }

        return $effects;
    }

    public function whenCutOff(): ?string
    {
        return in_array($this->package->kind(), [PackageKind::Root, PackageKind::Kernel], true)
            ? 'The image that it changes may be written only in part. Do not start the system: write that image of ' .
                    'the installed build again, or install the build again.'
            : null;
    }

    public function losses(State $state): array
    {
        return $this->package->kind() === PackageKind::Remover && $state->data()->holds(LossClass::SecondSystem)
            ? [LossClass::SecondSystem]
            : [];
    }

    public function takesAway(State $state): ?string
    {
        $second = $state->text(StateField::SecondFamily);

        return $this->package->kind() === PackageKind::Remover && $second !== null
            ? "This step takes {$second} off the phone, with all that was done in it."
            : null;
    }

    /**
     * @return array<string, FactValue>
     */
    private function added(): array
    {
        $slot = $this->slot;
        $facts = $this->package->facts;

        return match ($this->package->kind()) {
            PackageKind::Services => [StateField::OsServices->in($slot) => Nameless::orTitleOf($this->package)],
            PackageKind::Root => [StateField::Root->in($slot) => Nameless::orTitleOf($this->package)],
            PackageKind::Kernel => [
                StateField::KernelName->in($slot) => Nameless::orNameOf($this->package),
                StateField::KernelVersion->in($slot) => $facts->text(Field::VERSION),
            ],
            PackageKind::EncryptionDisabler => [StateField::EncryptionOff->in($slot) => true],
            PackageKind::Remover => [StateField::SecondFamily->value => null, StateField::SecondVersion->value => null],
            default => [],
        };
    }
}
