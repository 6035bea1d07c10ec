<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule;

use Tornavis\Core\Operation\Reboot;
use Tornavis\Core\Operation\Verify;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\Phase;
use Tornavis\Core\Words\RuleId;
use Tornavis\Core\Words\StepKey;

/** The end of a job that works in the recovery alone: the system starts, and says which one it is. */
final class StartsAgain
{
    /**
     * @param  ?string  $build  id of the build that has to start; null where that is not known
     * @return list<StepDraft>
     */
    public static function steps(Situation $situation, RuleId $rule, string $why, ?string $build): array
    {
        $slot = $situation->slots->active();
        $expected = array_filter(
            [StateField::ActiveSlot->value => $slot, StateField::OsBuildId->in($slot) => $build],
            static fn(?string $value): bool => $value !== null,
        );

        return [
            new StepDraft(StepKey::ProveSystem, Phase::Prove, new Reboot(Mode::Recovery, Mode::System), [
                new Reason($rule, $why),
            ]),
            new StepDraft(StepKey::ProveVerify, Phase::Prove, new Verify($expected), [
                new Reason(RuleId::Proof, 'Only what the phone itself says counts as done.'),
            ]),
        ];
    }
}
