<?php

declare(strict_types=1);

namespace Tornavis\Core\Plan;

use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Rule\StepDraft;
use Tornavis\Core\Situation\RecoveryAbility;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\RuleId;

/** The files of the kit that no step of a plan uses, each with the reason. */
final readonly class UnusedFiles
{
    /** @param  list<StepDraft>  $steps */
    public function __construct(private Situation $situation, private array $steps) {}

    /**
     * @param  list<Finding>  $said  what the rules said before; a file that they named is not named again
     * @return \Generator<int, Finding>
     */
    public function findings(array $said): \Generator
    {
        $named = array_map(static fn(Finding $finding): string => $finding->key, $said);
        foreach ($this->situation->kit as $package) {
            if (!$this->isUsed($package) && !in_array(RuleId::Kit2->value . ":{$package->name()}", $named, true)) {
                yield $this->finding($package);
            }
        }
    }

    private function isUsed(Package $package): bool
    {
        foreach ($this->steps as $step) {
            if (($step->operation->parameters()['package'] ?? null) === $package->name()) {
                return true;
            }
        }

        return false;
    }

    private function finding(Package $package): Finding
    {
        $need = "A use for {$package->title()}";
        $there = $this->isThere($package);
        if ($there !== null) {
            return Finding::note(RuleId::Kit2, $need, 'it is there already', $there, $package->name());
        }

        return Finding::caution(
            RuleId::Kit2,
            need: $need,
            found: 'no step uses it',
            reason: $this->reason($package) . ' The plan leaves it out.',
            remedy: Remedy::leaveOut('Leave it out of the kit.'),
            subject: $package->name(),
        );
    }

    /** What says that the phone has what the file would bring; null where nothing does. */
    private function isThere(Package $package): ?string
    {
        if ($package->kind() === PackageKind::Recovery) {
            $isSame = $this->situation->recovery->present()?->isSame(RecoveryAbility::of($package)) === true;

            return $isSame ? 'The phone has this recovery already; it is not written again.' : null;
        }
        if ($package->kind() === PackageKind::Vendor) {
            $has = $this->situation->state->slot($this->situation->slots->active())->vendor?->text;
            $isSame = $has !== null && $has === $package->facts->text(Field::VERSION);

            return $isSame ? 'The phone has this vendor already; it is not written again.' : null;
        }
        $isFirmwareThatServes =
            $package->kind() === PackageKind::Firmware &&
            $this->situation->firmware->serves($package) &&
            $this->writesBase() &&
            $this->situation->firmware->slotsBelowMinimum() === [];

        return $isFirmwareThatServes
            ? 'The firmware of the phone serves; nothing has to be written in its place.'
            : null;
    }

    private function reason(Package $package): string
    {
        return match ($package->kind()) {
            PackageKind::Recovery => $this->ofRecovery(),
            PackageKind::Firmware => $this->ofBase('firmware'),
            PackageKind::Vendor => $this->ofBase('vendor'),
            PackageKind::PartitionImage => $this->ofImage($package),
            PackageKind::VerificationImage => 'Verification stays as it is in this job.',
            PackageKind::EmptySuper, PackageKind::LayoutChanger => 'The layout stays as it is in this job.',
            PackageKind::Cleaner => 'It is used after a file that changes the layout, and none does.',
            PackageKind::SlotCopy => 'Nothing has to be copied from slot to slot in this job.',
            PackageKind::EncryptionDisabler => 'Encryption stays as it is in this job.',
            PackageKind::Kernel => $this->ofKernel($package),
            PackageKind::Services, PackageKind::Fix, PackageKind::Root => 'This job puts no add-ons in.',
            PackageKind::GenericImage => 'A generic image takes the place of a system in a job of its own.',
            PackageKind::StockBundle => "The maker's bundle goes in with the job that goes back to stock.",
            default => 'This job puts in something else.',
        };
    }

    private function ofRecovery(): string
    {
        return match (true) {
            $this->situation->modes->updatesInSystem() => 'The build goes in from the system that runs.',
            !$this->situation->modes->usesRecovery() => 'This job needs no recovery.',
            default => 'This job works with another recovery.',
        };
    }

    /** @param  string  $what  firmware or vendor */
    private function ofBase(string $what): string
    {
        return $this->writesBase() ? "Nothing in the kit asks for other {$what}." : "This job writes no {$what}.";
    }

    private function writesBase(): bool
    {
        return $this->situation->job->installsBuild() || $this->situation->firmware->isAlone();
    }

    private function ofImage(Package $image): string
    {
        $build = $this->situation->files->build();
        $partOf = $image->facts->text(Field::PART_OF);

        return match (true) {
            $build === null => 'It is a part of a build, and this job installs none.',
            $this->situation->files->isPartOfBuild($image) => 'No recovery is written in this job that would need it.',
            $partOf === null => 'Nothing says which build it is a part of; images of two builds do not start together.',
            default => "It is a part of {$partOf}, and {$build->title()} goes in.",
        };
    }

    private function ofKernel(Package $kernel): string
    {
        return $kernel === $this->situation->files->kernelImage()
            ? 'It is an image that is written and not installed; a job for a kernel does that.'
            : 'This job puts no add-ons in.';
    }
}
