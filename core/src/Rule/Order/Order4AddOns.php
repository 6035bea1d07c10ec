<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Order;

use Tornavis\Core\Operation\Install\InstallPackage;
use Tornavis\Core\Operation\Reboot;
use Tornavis\Core\Operation\Verify;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;

use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Rule\Constraint;
use Tornavis\Core\Rule\Contribution;
use Tornavis\Core\Rule\Reason;
use Tornavis\Core\Rule\StepDraft;
use Tornavis\Core\Rule\StepRule;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\Phase;
use Tornavis\Core\Words\RuleId;
use Tornavis\Core\Words\StepGroup;
use Tornavis\Core\Words\StepKey;

/**
 * Contributes to jobs that only add to the system that runs.
 *
 * Why: An add-on goes into the slot whose recovery runs.
 */
final class Order4AddOns implements StepRule
{
    public static function id(): RuleId
    {
        return RuleId::Order4;
    }

    public static function purpose(): string
    {
        return 'Add-ons alone go in through the recovery of the system that runs, each after those that it builds on.';
    }

    public function contribute(Situation $situation): Contribution
    {
        $packages = $situation->job->installs($situation);
        if ($packages === []) {
            return new Contribution();
        }
        $slot = $situation->slots->active();
        $steps = [];
        $constraints = [];
        foreach ($packages as $number => $package) {
            $key = StepKey::AddonPackage->of("{$number}-{$package->kind()?->value}");
            $steps[] = new StepDraft(
                $key,
                Phase::AddOns,
                InstallPackage::delivered($situation->delivery, $package, $slot),
                [$this->why($package)],
            );
            for ($earlier = 0; $earlier < $number; $earlier++) {
                $constraints[] = new Constraint(StepKey::AddonPackage->of("{$earlier}-"), $key, self::id());
            }
        }
        $steps[] = new StepDraft(StepKey::ProveSystem, Phase::Prove, new Reboot(Mode::Recovery, Mode::System), [
            new Reason(self::id(), 'The system starts again with what was added.'),
        ]);
        $steps[] = new StepDraft(
            StepKey::ProveVerify,
            Phase::Prove,
            new Verify(
                array_filter(
                    [
                        StateField::ActiveSlot->value => $slot,
                        StateField::OsBuildId->in($slot) => $situation->state->slot($slot)->os->buildId,
                        StateField::KernelName->in($slot) => self::kernelOf($packages),
                    ],
                    static fn(?string $value): bool => $value !== null,
                ),
            ),
            [new Reason(RuleId::Proof, 'Only what the phone itself says counts as done.')],
        );

        return new Contribution($steps, [
            ...$constraints,
            new Constraint(StepGroup::AddOn, StepGroup::Prove, self::id()),
            new Constraint(StepKey::ProveSystem, StepKey::ProveVerify, self::id()),
        ]);
    }

    private function why(Package $package): Reason
    {
        return $package->kind() === PackageKind::Remover
            ? new Reason(
                self::id(),
                'The remover takes the second system and its starter out and gives its space back; the first ' .
                    'system is not touched.',
            )
            : new Reason(self::id(), Order1Install::why($package->kind()));
    }

    /**
     * @param  list<Package>  $packages
     */
    private static function kernelOf(array $packages): ?string
    {
        foreach ($packages as $package) {
            if ($package->kind() === PackageKind::Kernel) {
                return $package->facts->text(Field::FAMILY);
            }
        }

        return null;
    }
}
