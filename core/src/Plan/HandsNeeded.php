<?php

declare(strict_types=1);

namespace Tornavis\Core\Plan;

use Tornavis\Core\Operation\EnterByKeys;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Rule\StepDraft;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\RuleId;

/** What the steps need of the phone's keys and of its screen, where these are known not to work. */
final class HandsNeeded
{
    /** Where the person does something on the screen. */
    private const ON_SCREEN = [Mode::System, Mode::Recovery];

    /**
     * @param  list<StepDraft>  $steps  in their order
     * @return \Generator<int, Finding>
     */
    public static function of(Situation $situation, array $steps): \Generator
    {
        if ($situation->state->flag(StateField::KeysWork) === false) {
            yield self::withoutKeys($situation, $steps);
        }
        $usesScreen = array_filter($steps, self::isOnScreen(...)) !== [];
        if ($situation->state->flag(StateField::ScreenTouch) === false && $usesScreen) {
            yield self::withoutTouch($situation);
        }
    }

    /**
     * @param  list<StepDraft>  $steps
     */
    private static function withoutKeys(Situation $situation, array $steps): Finding
    {
        $fact = $situation->state->fact(StateField::KeysWork);
        $byKeys = array_filter($steps, static fn(StepDraft $one): bool => $one->operation instanceof EnterByKeys);
        $first = reset($byKeys);
        if ($first !== false) {
            return Finding::stop(
                RuleId::Prep9,
                need: $first->operation->title(),
                found: 'the keys of this phone do not work',
                reason: 'No command leads there, so that the work would end at this step.',
                remedy: Remedy::enterFact('Have the keys repaired, and say then that they work.'),
                subject: 'keys',
                facts: [$fact],
            );
        }

        return Finding::toSettle(
            RuleId::Prep9,
            need: 'A way back where the system does not start',
            found: 'the keys of this phone do not work',
            reason: 'The plan goes by commands alone. If a step leaves a system that does not start, no command ' .
                'reaches the phone, and without keys nothing leads into its recovery or bootloader.',
            remedy: Remedy::agree('Have the keys repaired first, or agree to work without that way back.'),
            subject: 'keys',
            facts: [$fact],
        )->unlessAgreed($situation->answers, 'You agreed to work without that way back.');
    }

    private static function isOnScreen(StepDraft $step): bool
    {
        return in_array($step->operation->mode(), self::ON_SCREEN, true);
    }

    private static function withoutTouch(Situation $situation): Finding
    {
        return Finding::toSettle(
            RuleId::Prep9,
            need: 'Another way to work on the screen',
            found: 'the screen takes no touch',
            reason: 'Steps in the system and in most recoveries are touched or swiped. A mouse on an adapter does ' .
                'the same where the phone takes one; many recoveries take the keys too.',
            remedy: Remedy::agree('Try it before the work: the mouse, or the keys in the recovery. Then agree to it.'),
            subject: 'touch',
            facts: [$situation->state->fact(StateField::ScreenTouch)],
        )->unlessAgreed($situation->answers, 'You agreed that there is another way.');
    }
}
