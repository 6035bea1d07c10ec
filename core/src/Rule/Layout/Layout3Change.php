<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Layout;

use Tornavis\Core\Operation\Install\InstallPackage;
use Tornavis\Core\Rule\Constraint;
use Tornavis\Core\Rule\Contribution;

use Tornavis\Core\Rule\Reason;
use Tornavis\Core\Rule\StepDraft;
use Tornavis\Core\Rule\StepRule;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\Phase;
use Tornavis\Core\Words\RuleId;
use Tornavis\Core\Words\StepGroup;
use Tornavis\Core\Words\StepKey;

/**
 * Contributes where a layout changer and its cleaner are in the kit of a build.
 *
 * Why: The changer divides the storage anew, so that whatever is done before it is lost.
 */
final class Layout3Change implements StepRule
{
    public static function id(): RuleId
    {
        return RuleId::Layout3;
    }

    public static function purpose(): string
    {
        return 'The layout changer goes first, then the format, then the cleaner, then everything else.';
    }

    public function contribute(Situation $situation): Contribution
    {
        $changer = $situation->files->ofKind(PackageKind::LayoutChanger)[0] ?? null;
        $cleaner = $situation->files->ofKind(PackageKind::Cleaner)[0] ?? null;
        if ($changer === null || $cleaner === null || $situation->files->build() === null) {
            return new Contribution();
        }
        $slot = $situation->slots->active();

        // Both are streamed: what lies on storage does not outlive the change.
        return new Contribution(
            [
                new StepDraft(StepKey::ChangeALayout, Phase::Erase, InstallPackage::of($changer, $slot), [
                    new Reason(
                        self::id(),
                        'It divides the storage anew and restarts by itself; whatever is done before it would be lost.',
                    ),
                ]),
                new StepDraft(StepKey::ChangeBCleaner, Phase::Erase, InstallPackage::of($cleaner, $slot), [
                    new Reason(
                        self::id(),
                        'It takes away what is left of the old layout, before anything is put into the new one.',
                    ),
                ]),
            ],
            [
                new Constraint(StepGroup::Recovery, StepGroup::Change, RuleId::Prep5),
                new Constraint(StepKey::ChangeALayout, StepGroup::Erase, self::id()),
                new Constraint(StepGroup::Erase, StepKey::ChangeBCleaner, self::id()),
                new Constraint(StepKey::ChangeBCleaner, StepKey::StageFile, self::id()),
                new Constraint(StepKey::ChangeBCleaner, StepGroup::Install, self::id()),
            ],
        );
    }
}
