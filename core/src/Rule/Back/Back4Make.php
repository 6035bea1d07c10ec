<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Back;

use Tornavis\Core\Operation\MakeSet;
use Tornavis\Core\Operation\TakeOff;

use Tornavis\Core\Rule\Constraint;
use Tornavis\Core\Rule\Contribution;
use Tornavis\Core\Rule\Reason;
use Tornavis\Core\Rule\StartsAgain;
use Tornavis\Core\Rule\StepDraft;
use Tornavis\Core\Rule\StepRule;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Phase;
use Tornavis\Core\Words\RuleId;
use Tornavis\Core\Words\StepGroup;
use Tornavis\Core\Words\StepKey;

/**
 * Contributes to a job that backs up, and to one that installs a build where a set is chosen for it.
 *
 * Why: A set that stays on the phone goes with the next erase; one that nobody compared may be cut off.
 */
final class Back4Make implements StepRule
{
    public static function id(): RuleId
    {
        return RuleId::Back4;
    }

    public static function purpose(): string
    {
        return 'The recovery makes the set, the set is copied to the computer and compared, and the phone is left as ' .
            'it was found.';
    }

    public function contribute(Situation $situation): Contribution
    {
        $choice = $situation->backUp;
        $bytes = $choice->bytes();
        $place = $choice->place($bytes);
        if (!$choice->isWanted() || $place === null || $choice->parts() === []) {
            return new Contribution();
        }

        return new Contribution(
            [
                new StepDraft(
                    StepKey::BackupAMake,
                    Phase::Install,
                    new MakeSet($choice->name(), $choice->parts(), $place, $bytes),
                    [
                        new Reason(
                            self::id(),
                            $place === 'card'
                                ? 'The card has room for it, and no erase of the phone takes it along.'
                                : 'There is no card with enough room, and the recovery can open the internal storage.',
                        ),
                    ],
                ),
                new StepDraft(StepKey::BackupBTakeOff, Phase::Install, new TakeOff($choice->name(), $place, $bytes), [
                    new Reason(self::id(), 'A set that lies on the phone alone is lost with the phone.'),
                ]),
                ...$choice->isAlone() && $situation->job->mustStart($situation)
                    ? StartsAgain::steps(
                        $situation,
                        self::id(),
                        'The system starts as it did before.',
                        $situation->state->slot($situation->slots->active())->os->buildId,
                    )
                    : [],
            ],
            [
                new Constraint(StepGroup::Recovery, StepGroup::Backup, RuleId::Prep5),
                new Constraint(StepKey::BackupAMake, StepKey::BackupBTakeOff, self::id()),
                new Constraint(StepGroup::Backup, StepGroup::Prove, self::id()),
                new Constraint(StepGroup::Backup, StepGroup::Erase, self::id()),
                new Constraint(StepGroup::Backup, StepGroup::Change, self::id()),
                new Constraint(StepGroup::Backup, StepGroup::Layout, self::id()),
                new Constraint(StepGroup::Backup, StepGroup::Stage, self::id()),
                new Constraint(StepGroup::Backup, StepGroup::Install, self::id()),
                new Constraint(StepKey::ProveSystem, StepKey::ProveVerify, self::id()),
            ],
        );
    }
}
