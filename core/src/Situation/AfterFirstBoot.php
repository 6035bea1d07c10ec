<?php

declare(strict_types=1);

namespace Tornavis\Core\Situation;

use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\RecoveryHome;
use Tornavis\Core\Words\Ability;
use Tornavis\Core\Words\PackageKind;

/** What the house rules put in only after the build has started once, so that the build is seen to work by itself. */
final readonly class AfterFirstBoot
{
    public function __construct(private Situation $situation) {}

    /**
     * In the order of the work; nothing where no recovery is there any more by then.
     *
     * @return list<Package>
     */
    public function packages(): array
    {
        return $this->recoveryStays()
            ? array_values(array_filter($this->situation->files->addOns(), $this->comesLater(...)))
            : [];
    }

    /**
     * What goes in before the first boot.
     *
     * @return list<Package>
     */
    public function packagesBefore(): array
    {
        $later = $this->packages();

        return array_values(
            array_filter(
                $this->situation->files->addOns(),
                static fn(Package $one): bool => !in_array($one, $later, true),
            ),
        );
    }

    /** Whether the data is formatted once more, for services that go in after the first boot. */
    public function formatsAgain(): bool
    {
        foreach ($this->packages() as $package) {
            if ($package->kind() === PackageKind::Services) {
                return true;
            }
        }

        return false;
    }

    private function comesLater(Package $package): bool
    {
        $house = $this->situation->house;

        return match ($package->kind()) {
            PackageKind::Root => $house->rootOrder === 'after-boot',
            // Another reset only where the job takes the data anyway.
            PackageKind::Services => $house->servicesOrder === 'with-reset' &&
                $this->situation->job->erasesData($this->situation),
            default => false,
        };
    }

    /** Whether a recovery that takes packages is still there after the build went in. */
    private function recoveryStays(): bool
    {
        $build = $this->situation->files->build();
        if ($build === null) {
            return false;
        }
        $home = $this->situation->sheet->recoveryHome;
        $isWrittenOver = $this->situation->sheet->mayHoldRecovery($build->facts->list(Field::WRITES));
        $isPutBack = $home === RecoveryHome::Boot && $this->situation->recovery->chosen() !== null;
        $streams = in_array(Ability::Sideload->value, $this->situation->recovery->working()->abilities ?? [], true);

        return match (true) {
            // A build's own recovery can at least be streamed to.
            $build->facts->flag(Field::BRINGS_RECOVERY) === true => $isWrittenOver,
            $isPutBack => $streams,
            default => !$isWrittenOver && !$this->situation->sheet->hasTwoSlots() && $streams,
        };
    }
}
