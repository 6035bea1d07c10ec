<?php

declare(strict_types=1);

namespace Tornavis\Core\Plan;

use Tornavis\Core\Budget\Budget;
use Tornavis\Core\Ledger\Ledger;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Phone\StateField;

use Tornavis\Core\Proof\Proof;
use Tornavis\Core\Proof\WayOut;
use Tornavis\Core\Rule\Constraint;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\FitRules;
use Tornavis\Core\Rule\OfBootloader;
use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Rule\StepDraft;
use Tornavis\Core\Rule\StepRules;
use Tornavis\Core\Sequence\ContradictionError;
use Tornavis\Core\Sequence\ExpectedStates;
use Tornavis\Core\Sequence\Sequencer;
use Tornavis\Core\Sequence\Tracks;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Space\SpaceSearchError;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\RuleId;

/**
 * Situation → findings and step drafts of the rules → one order → ledger and budgets → proof → plan.
 *
 * Reads no clock, no database and no file.
 */
final class Planner
{
    /**
     * @param  list<class-string<FitRule>>  $rules  that judge; fewer than all only to see what one of them is worth
     */
    public static function plan(Situation $situation, array $rules = FitRules::ALL): Plan
    {
        try {
            $findings = [
                ...iterator_to_array(Scope::findings($situation), false),
                ...FitRules::look($situation, $rules),
            ];
        } catch (SpaceSearchError $error) {
            return Plan::blocked($situation, [Scope::unsearched($error)]);
        }
        if (OfBootloader::isSlotOpen($situation)) {
            $drawn = $situation->slots->active();
            $findings = array_map(static fn(Finding $one): Finding => $one->ofSlotInUse($drawn), $findings);
        }
        if (Verdict::of($findings)->level === Verdict::STOP) {
            return Plan::blocked($situation, $findings);
        }
        try {
            return self::offer($situation, self::asLikely($situation, $findings), $findings);
        } catch (ContradictionError $error) {
            return Plan::blocked($situation, [
                ...$findings,
                Finding::stop(
                    RuleId::Order2,
                    need: 'An order that satisfies every rule',
                    found: 'none',
                    reason: $error->getMessage(),
                    remedy: Remedy::doFirst($error->todo),
                ),
            ]);
        }
    }

    /**
     * The situation in which the open questions about files have their likely answers: the steps are drawn as if, and
     * nothing is clear before they are given.
     *
     * @param  list<Finding>  $findings
     */
    private static function asLikely(Situation $situation, array $findings): Situation
    {
        $said = [];
        foreach ($findings as $finding) {
            foreach ($finding->remedy->files ?? [] as $question) {
                $said[$question->file->name()][] = $question->likelyFact();
            }
        }
        $kit = array_map(
            static fn(Package $one): Package => $one->withFacts(...array_filter($said[$one->name()] ?? [])),
            $situation->kit,
        );

        return $said === [] ? $situation : $situation->with(kit: $kit);
    }

    /**
     * @param  Situation  $asked  as it is
     * @param  Situation  $situation  with the likely answers, over which the steps are drawn
     * @param  list<Finding>  $findings
     */
    private static function offer(Situation $asked, Situation $situation, array $findings): Plan
    {
        $drafts = [];
        $constraints = [];
        foreach (StepRules::of($situation->job) as $rule) {
            $contribution = $rule->contribute($situation);
            array_push($drafts, ...$contribution->steps);
            array_push($constraints, ...$contribution->constraints);
        }
        $mode = $situation->state->mode() ?? Mode::System;
        // Backups and charging depend on what the other steps cost, so these are ordered once without them.
        [$ordered, $walk] = self::walk($situation, $drafts, $constraints, $mode);
        $preparations = Preparations::preparations(
            $situation,
            Ledger::of($ordered, $walk, $situation),
            Budget::of($ordered, $walk, $situation),
        );
        if ($preparations !== []) {
            [$ordered, $walk] = self::walk($situation, [...$preparations, ...$drafts], $constraints, $mode);
        }

        $ledger = Ledger::of($ordered, $walk, $situation);
        $budget = Budget::of($ordered, $walk, $situation);
        array_push(
            $findings,
            ...Preparations::battery($situation, $budget),
            ...Preparations::backups($situation, $ledger),
            ...Departures::of($situation, $walk),
            ...HandsNeeded::of($situation, $ordered),
            ...(new PublishedOrder($situation, $ordered))->findings(),
        );
        array_push($findings, ...(new UnusedFiles($situation, $ordered))->findings($findings));
        $wayOut = WayOut::of($situation);
        foreach (Proof::of($walk, $situation, $budget)->problems as $index => $problem) {
            $findings[] = Finding::stop(
                RuleId::Proof,
                need: 'The plan holds when it is walked over this phone',
                found: 'it does not',
                reason: $problem,
                remedy: $wayOut->remedy,
                subject: (string) $index,
                facts: $wayOut->facts,
            );
        }
        if (Verdict::of($findings)->level === Verdict::STOP) {
            return Plan::blocked($asked, $findings);
        }

        return Plan::offered(
            $asked,
            $findings,
            StepList::of($situation, $ordered, $walk, $budget),
            $ledger,
            $budget,
            Tracks::of([...$walk->before, $walk->end], $situation->sheet),
            $walk->end,
        );
    }

    /**
     * @param  list<StepDraft>  $drafts
     * @param  list<Constraint>  $constraints
     * @return array{list<StepDraft>, ExpectedStates}
     */
    private static function walk(Situation $situation, array $drafts, array $constraints, Mode $mode): array
    {
        $ordered = Sequencer::order($drafts, $constraints, $mode, $situation->sheet);
        // Whether the bootloader is unlocked is asked before anything else; until it is answered the walk goes on as
        // if it were.
        $open =
            $situation->job->nameWithoutFiles() !== null || $situation->state->bootloader()->unlocked !== null
                ? []
                : [StateField::BootloaderUnlocked->value => true];
        // The same for an account of which nobody can sign out now: what has to be done about it is asked for.
        $open +=
            $situation->modes->systemIsOut() && $situation->job->erasesData($situation)
                ? [StateField::Accounts->value => false]
                : [];
        // And for the active slot, which a finding asks for.
        $open +=
            $situation->state->activeSlot() === null
                ? [StateField::ActiveSlot->value => $situation->slots->active()]
                : [];
        // And for firmware and vendor of which nobody knows what is there.
        $open += AsIfAnswered::of($situation);
        // The maker's own recovery is on every phone whose own system is; nobody writes it down as a recovery.
        $open += $situation->job->usesMakersRecovery() ? $situation->recovery->makersOwn() : [];
        $start = $situation->state->with(
            $open + [
                StateField::Mode->value => $mode->value,
                StateField::RunningSlot->value =>
                    $situation->state->text(StateField::RunningSlot) ?? $situation->slots->active(),
            ],
        );

        return [$ordered, ExpectedStates::over($ordered, $start, $situation->sheet)];
    }
}
