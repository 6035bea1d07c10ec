<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Order;

use Tornavis\Core\Operation\FormatData;
use Tornavis\Core\Operation\Install\InstallPackage;
use Tornavis\Core\Operation\SetSwitches;
use Tornavis\Core\Operation\WaitFirstBoot;
use Tornavis\Core\Rule\Constraint;
use Tornavis\Core\Rule\Contribution;
use Tornavis\Core\Rule\Reason;
use Tornavis\Core\Rule\StepDraft;
use Tornavis\Core\Rule\StepRule;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Phase;
use Tornavis\Core\Words\RuleId;
use Tornavis\Core\Words\StepKey;

/**
 * Contributes to every job that installs a build, where the house puts something in once the build was seen to start.
 *
 * Why: A phone that loops with everything in it does not say what it loops of. Services need their rights from a
 * first start, so that the data is formatted once more for them.
 *
 * Schools: The house decides about root and about services.
 */
final class Order1AfterBoot implements StepRule
{
    public static function id(): RuleId
    {
        return RuleId::Order1;
    }

    public static function purpose(): string
    {
        return 'What the house puts in later goes in after the first boot, services with another reset.';
    }

    public function contribute(Situation $situation): Contribution
    {
        $packages = $situation->afterFirstBoot->packages();
        if ($packages === []) {
            return new Contribution();
        }
        $slot = $situation->slots->ofLast();
        $steps = [];
        $order = [
            new Constraint(StepKey::ProveFirstBoot, StepKey::ProveSwitches, self::id()),
            new Constraint(StepKey::ProveFirstBoot, StepKey::ProveLater, self::id()),
            new Constraint(StepKey::ProveSwitches, StepKey::ProveLater, self::id()),
            new Constraint(StepKey::ProveLater, StepKey::ProveSecondBoot, self::id()),
            new Constraint(StepKey::ProveLater, StepKey::ProveVerify, self::id()),
            new Constraint(StepKey::ProveSecondBoot, StepKey::ProveVerify, self::id()),
        ];
        if ($situation->job->erasesData($situation)) {
            $steps[] = new StepDraft(StepKey::ProveSwitches, Phase::Prove, new SetSwitches(false, again: true), [
                new Reason(self::id(), 'The way back into the recovery needs the link. Sign in to no account yet.'),
            ]);
        }
        foreach ($packages as $number => $package) {
            $kind = str_replace(' ', '-', $package->kind()->value ?? '');
            $steps[] = new StepDraft(
                StepKey::ProveLater->of("{$number}-{$kind}"),
                Phase::Prove,
                InstallPackage::of($package, $slot, null, $situation->delivery->answersTo($package)),
                [new Reason(self::id(), 'Your house rule puts it in once the build was seen to start by itself.')],
            );
            for ($earlier = 0; $earlier < $number; $earlier++) {
                $order[] = new Constraint(
                    StepKey::ProveLater->of("{$earlier}-"),
                    StepKey::ProveLater->of("{$number}-"),
                    self::id(),
                );
            }
        }
        if ($situation->afterFirstBoot->formatsAgain()) {
            $steps[] = new StepDraft(
                StepKey::ProveLaterFormat,
                Phase::Prove,
                new FormatData($situation->layout->fileSystemToMake(), true),
                [
                    new Reason(
                        self::id(),
                        'Services get their rights at a first start, so that there has to be another.',
                    ),
                ],
            );
            $steps[] = new StepDraft(StepKey::ProveSecondBoot, Phase::Prove, new WaitFirstBoot(), [
                new Reason(self::id(), 'The system sets itself up once more, now with its services.'),
            ]);
            $order[] = new Constraint(StepKey::ProveLater, StepKey::ProveLaterFormat, self::id());
            $order[] = new Constraint(StepKey::ProveLaterFormat, StepKey::ProveSecondBoot, self::id());
        }

        return new Contribution($steps, $order);
    }
}
