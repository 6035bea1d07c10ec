<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Base;

use Tornavis\Core\Operation\Install\InstallPackage;
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
 * Contributes where the vendor on the phone is too old or of another channel, and the kit holds the right one.
 *
 * Why: The build stands on it, so that it has to be there first.
 */
final class Base2WriteVendor implements StepRule
{
    public static function id(): RuleId
    {
        return RuleId::Base2;
    }

    public static function purpose(): string
    {
        return 'A vendor package goes in before the build that stands on it, and only where it is missing.';
    }

    public function contribute(Situation $situation): Contribution
    {
        $vendor = $situation->vendor->chosen();
        $missing = $situation->vendor->missing();
        if ($vendor === null || $missing === null || !$situation->job->installsBuild()) {
            return new Contribution();
        }
        $has = $situation->state->slot($situation->slots->ofInstall())->vendor->text ?? 'one that is unknown';

        return new Contribution(
            [
                new StepDraft(
                    StepKey::InstallAVendor,
                    Phase::Install,
                    InstallPackage::delivered($situation->delivery, $vendor, $situation->slots->ofInstall()),
                    [
                        new Reason(
                            self::id(),
                            "The phone has vendor {$has}; {$situation->files->build()?->title()} stands on {$missing}.",
                        ),
                    ],
                ),
            ],
            [new Constraint(StepKey::InstallAVendor, StepKey::InstallBuild, self::id())],
        );
    }
}
