<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Layout;

use Tornavis\Core\Operation\DisableVerification;
use Tornavis\Core\Rule\Constraint;
use Tornavis\Core\Rule\Contribution;

use Tornavis\Core\Rule\Reason;
use Tornavis\Core\Rule\StepDraft;
use Tornavis\Core\Rule\StepRule;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Phase;
use Tornavis\Core\Words\RuleId;
use Tornavis\Core\Words\StepGroup;
use Tornavis\Core\Words\StepKey;

/**
 * Contributes for each slot that will start an image of another build while verification is on.
 *
 * Why: The bootloader refuses what does not match the digests of the maker, in every one of its verification images.
 */
final class Layout4SwitchOff implements StepRule
{
    public static function id(): RuleId
    {
        return RuleId::Layout4;
    }

    public static function purpose(): string
    {
        return 'Verification goes off before an image of another build is started, with every verification image ' .
            'that the phone has.';
    }

    public function contribute(Situation $situation): Contribution
    {
        $steps = [];
        $images = $situation->verification->images();
        foreach ($situation->verification->slotsToSwitchOff() as $slot) {
            foreach ($images as $partition => $image) {
                $steps[] = new StepDraft(
                    StepKey::BaseVerification->of("{$slot}.{$partition}"),
                    Phase::Base,
                    new DisableVerification($image, [$partition], $slot, $partition === array_key_last($images)),
                    [
                        new Reason(
                            self::id(),
                            'With it on, what is not of the build in the slot does not start, or not without a ' .
                                'warning.',
                        ),
                        new Reason(RuleId::Base4, "{$image->title()} is of the firmware that is there then."),
                    ],
                );
            }
        }

        return new Contribution($steps, [
            new Constraint(StepKey::BaseProve, StepKey::BaseVerification, RuleId::Prep5),
            new Constraint(StepKey::BaseFirmware, StepKey::BaseVerification, RuleId::Base4),
            new Constraint(StepKey::BaseVerification, StepGroup::Recovery, self::id()),
            new Constraint(StepKey::BaseVerification, StepGroup::Install, self::id()),
        ]);
    }
}
