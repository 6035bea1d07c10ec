<?php

declare(strict_types=1);

namespace Tornavis\Core\Plan;

use Tornavis\Core\Budget\Budget;
use Tornavis\Core\Ledger\Ledger;

use Tornavis\Core\Ledger\LedgerEntry;
use Tornavis\Core\Operation\BackUp;
use Tornavis\Core\Operation\Charge;
use Tornavis\Core\Phone\WayBack;
use Tornavis\Core\Proof\Proof;
use Tornavis\Core\Rule\Constraint;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRules;
use Tornavis\Core\Rule\Reason;
use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Rule\StepDraft;
use Tornavis\Core\Rule\StepRules;
use Tornavis\Core\Sequence\ContradictionError;
use Tornavis\Core\Sequence\ExpectedStates;
use Tornavis\Core\Sequence\Sequencer;
use Tornavis\Core\Sequence\Tracks;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Space\SpaceSearchError;
use Tornavis\Core\Words\LossClass;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\Phase;
use Tornavis\Core\Words\RuleId;

/**
 * Situation → findings and step drafts of the rules → one order → ledger and budgets → proof → plan.
 *
 * Reads no clock, no database and no file.
 */
final class Planner
{
    public static function plan(Situation $situation): Plan
    {
        try {
            $findings = [...iterator_to_array(self::scope($situation), false), ...FitRules::look($situation)];
        } catch (SpaceSearchError $error) {
            return Plan::blocked($situation, [self::unsearched($error)]);
        }
        if (Verdict::of($findings)->level === Verdict::STOP) {
            return Plan::blocked($situation, $findings);
        }
        try {
            return self::offer($situation, $findings);
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

    private static function unsearched(SpaceSearchError $error): Finding
    {
        return Finding::stop(
            RuleId::Layout1,
            need: 'Room in super',
            found: 'cannot be worked out',
            reason: "{$error->what}; {$error->expected}.",
            remedy: Remedy::doFirst($error->todo),
            subject: 'search',
        );
    }

    /**
     * What this version plans at all.
     *
     * @return \Generator<int, Finding>
     */
    private static function scope(Situation $situation): \Generator
    {
        $what = $situation->job->nameWithoutFiles();
        if ($what !== null && $situation->kit !== []) {
            yield Finding::stop(
                RuleId::Plan1,
                need: 'No file in the kit',
                found: count($situation->kit) . ' files',
                reason: "{$what} needs none; what comes afterwards is a job of its own.",
                remedy: Remedy::leaveOut('Leave the files out.'),
                subject: 'kit',
            );
        }
        $mode = $situation->state->mode();
        $way = match ($mode) {
            Mode::LockedOut
                => 'Its owner opens it with the account that is on it. Nothing here goes around a theft lock.',
            Mode::Dead
                => 'Leave it on its charger for an hour and try the keys of its bootloader. Where the screen stays ' .
                'black it is a case for a qualified repairer; where it shows a mode, enter that on the page of ' .
                "{$situation->unit->label}.",
            default => null,
        };
        if ($mode !== null && $way !== null) {
            yield Finding::stop(
                RuleId::Plan2,
                need: 'A phone that can be worked on',
                found: $mode->label(),
                reason: "The phone is in the state \"{$mode->label()}\".",
                remedy: Remedy::doFirst($way),
                subject: 'mode',
                facts: [$situation->state->fact('mode')],
            );
        }
    }

    /**
     * @param  list<Finding>  $findings
     */
    private static function offer(Situation $situation, array $findings): Plan
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
        $preparations = self::preparations(
            $situation,
            Ledger::of($ordered, $walk, $situation),
            Budget::of($ordered, $walk, $situation),
        );
        if ($preparations !== []) {
            [$ordered, $walk] = self::walk($situation, [...$preparations, ...$drafts], $constraints, $mode);
        }

        $ledger = Ledger::of($ordered, $walk, $situation);
        $budget = Budget::of($ordered, $walk, $situation);
        array_push($findings, ...self::battery($situation, $budget), ...self::backups($situation, $ledger));
        foreach (Proof::of($walk, $situation, $budget)->problems as $index => $problem) {
            $findings[] = Finding::stop(
                RuleId::Proof,
                need: 'The plan holds when it is walked over this phone',
                found: 'it does not',
                reason: $problem,
                subject: (string) $index,
            );
        }
        if (Verdict::of($findings)->level === Verdict::STOP) {
            return Plan::blocked($situation, $findings);
        }

        return Plan::offered(
            $situation,
            $findings,
            self::steps($situation, $ordered, $walk, $budget),
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
            $situation->job->nameWithoutFiles() !== null || $situation->state->flag('bootloader.unlocked') !== null
                ? []
                : ['bootloader.unlocked' => true];
        // The same for an account of which nobody can sign out now: what has to be done about it is asked for.
        $open +=
            $situation->modes->systemIsOut() && $situation->job->dataPromise()->erases()
                ? ['locks.accounts' => false]
                : [];
        $start = $situation->state->with(
            $open + [
                'mode' => $mode->value,
                'slot.running' => $situation->state->text('slot.running') ?? $situation->slots->active(),
            ],
        );

        return [$ordered, ExpectedStates::over($ordered, $start, $situation->sheet)];
    }

    /**
     * @return list<StepDraft>
     */
    private static function preparations(Situation $situation, Ledger $ledger, Budget $budget): array
    {
        $drafts = [];
        $percent = $situation->state->int('battery.percent');
        if ($percent === null || $percent < $budget->neededPercent) {
            $drafts[] = new StepDraft(
                'prep.charge',
                Phase::Prepare,
                new Charge(min(100, $budget->neededPercent), $situation->modes->charging()),
                [
                    new Reason(
                        RuleId::Prep2,
                        'The battery holds ' .
                            ($percent === null ? 'an unknown charge' : "{$percent} percent") .
                            "; the run needs {$budget->neededPercent}.",
                    ),
                ],
            );
        }
        $open = $situation->modes->systemIsOut()
            ? []
            : array_filter(
                $ledger->entries,
                static fn(LedgerEntry $entry): bool => $entry->isOpen() && $entry->class->canBeBackedUp(),
            );
        if ($open !== []) {
            $classes = array_values(array_map(static fn(LedgerEntry $entry): LossClass => $entry->class, $open));
            $drafts[] = new StepDraft('prep.backup', Phase::Prepare, new BackUp($classes), [
                new Reason(
                    RuleId::Prep3,
                    'These are on the phone, will be lost, and are neither backed up nor waived.',
                ),
            ]);
        }

        return $drafts;
    }

    /**
     * @return \Generator<int, Finding>
     */
    private static function battery(Situation $situation, Budget $budget): \Generator
    {
        $fact = $situation->state->fact('battery.percent');
        $need = "Battery at {$budget->neededPercent} percent or more";
        if (is_int($fact->value) && $fact->value >= $budget->neededPercent) {
            yield Finding::clear(
                RuleId::Prep2,
                need: $need,
                found: "{$fact->value} percent",
                reason: "It ends near {$budget->batteryAtEnd()} percent, above the reserve of " .
                    "{$situation->house->batteryReservePercent}.",
                facts: [$fact],
            );

            return;
        }
        $minutes = is_int($fact->value)
            ? (int) ceil(($budget->neededPercent - $fact->value) / $situation->sheet->chargePercentPerMinute)
            : null;
        $finding = Finding::toSettle(
            RuleId::Prep2,
            need: $need,
            found: $fact->text() . (is_int($fact->value) ? ' percent' : ''),
            reason: "The house floor is {$situation->house->batteryFloorPercent} percent and the run must end above " .
                "{$situation->house->batteryReservePercent}.",
            remedy: Remedy::letPlanDoIt(
                'Charge first' .
                    ($minutes === null ? '' : ", about {$minutes} min") .
                    ': the plan begins with it. Agree to do it there.',
            ),
            facts: [$fact],
        );
        yield $situation->answers->agreedTo($finding->key)
            ? $finding->settled('You agreed to charge at the start of the run.')
            : $finding;
    }

    /**
     * @return \Generator<int, Finding>
     */
    private static function backups(Situation $situation, Ledger $ledger): \Generator
    {
        foreach ($ledger->entries as $entry) {
            if ($entry->step === null) {
                continue;
            }
            $class = $entry->class;
            $need = "{$class->label()}: backed up or waived";
            $fact = $situation->state->fact("data.holds.{$class->value}");
            if ($entry->backup !== null) {
                yield Finding::clear(
                    RuleId::Prep3,
                    need: $need,
                    found: "backup {$entry->backup}",
                    reason: 'It can be brought back from there.',
                    subject: $class->value,
                    facts: [$fact],
                );
            } elseif ($class === LossClass::ScreenLock && $entry->waived && !$situation->answers->waives($class)) {
                yield Finding::note(
                    RuleId::Prep3,
                    need: $need,
                    found: 'the plan removes it',
                    reason: $class->consequence(),
                    subject: $class->value,
                    facts: [$fact],
                );
            } elseif ($entry->waived) {
                yield Finding::note(
                    RuleId::Prep3,
                    need: $need,
                    found: 'waived',
                    reason: 'You gave it up by name.',
                    subject: $class->value,
                    facts: [$fact],
                );
            } else {
                $key = "PREP-3:{$class->value}";
                $remedy = match (true) {
                    !$class->canBeBackedUp() => Remedy::acceptLoss(
                        $class,
                        $class->consequence() . ' Then waive it by name.',
                    ),
                    $situation->modes->systemIsOut() => Remedy::acceptLoss(
                        $class,
                        'The system does not start, so that the plan cannot back it up. Record a backup that ' .
                            'was made before, or by the recovery, or waive it by name.',
                    ),
                    default => Remedy::backUpOrAcceptLoss(
                        $class,
                        'Record a backup, agree that the plan makes one first, or waive it by name.',
                    ),
                };
                $finding = Finding::toSettle(
                    RuleId::Prep3,
                    need: $need,
                    found: $entry->known ? 'on the phone' : 'perhaps on the phone',
                    reason: "Step {$entry->step} takes it.",
                    remedy: $remedy,
                    subject: $class->value,
                    facts: [$fact],
                );
                yield $class->canBeBackedUp() &&
                !$situation->modes->systemIsOut() &&
                $situation->answers->agreedTo($key)
                    ? $finding->settled('You agreed to back it up at the start of the run.')
                    : $finding;
            }
        }
    }

    /**
     * @param  list<StepDraft>  $ordered
     * @return list<Step>
     */
    private static function steps(Situation $situation, array $ordered, ExpectedStates $walk, Budget $budget): array
    {
        $steps = [];
        $written = false;
        foreach ($ordered as $index => $draft) {
            $before = $walk->before[$index];
            $gate = null;
            if ($draft->operation->writes() && !$written) {
                $gate = 'This is the first step that writes to the phone.';
                $written = true;
            }
            $was = WayBack::from($before, $situation->sheet);
            $during = WayBack::from($before->with($draft->operation->midway($before)), $situation->sheet);
            $after = $walk->after($index);
            $afterwards = WayBack::from($after, $situation->sheet);
            $worst = $afterwards->worseThan($during) ? $afterwards : $during;
            if ($worst->worseThan($was)) {
                $gate = match (true) {
                    $during->level === WayBack::NO_SYSTEM && $afterwards->level !== WayBack::NO_SYSTEM
                        => 'While this step runs no system starts.',
                    $worst->level !== WayBack::DATA_GONE => 'From here no system starts until the work is done.',
                    $afterwards->level === WayBack::DATA_GONE => 'After this step the data on the phone is gone.',
                    default
                        => 'This step replaces the data on the phone; if it stops in the middle, the data is there ' .
                        'only in part.',
                };
            }
            $steps[] = Step::of(
                $index + 1,
                $draft,
                $budget->timings[$index],
                $before,
                $after,
                $situation->sheet,
                $gate,
                $budget->batteryAfter[$index],
            );
        }

        return $steps;
    }
}
