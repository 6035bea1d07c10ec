<?php

declare(strict_types=1);

namespace Tornavis\Core\Plan;

use Tornavis\Core\Budget\Budget;
use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Ledger\Ledger;
use Tornavis\Core\Ledger\LedgerEntry;
use Tornavis\Core\Operation\BackUp;
use Tornavis\Core\Operation\Charge;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\Reason;
use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Rule\StepDraft;
use Tornavis\Core\Situation\Rates;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\LossClass;
use Tornavis\Core\Words\Phase;
use Tornavis\Core\Words\RuleId;
use Tornavis\Core\Words\StepKey;

/** What comes before the work, which depends on what the work costs: charging and backups. */
final class Preparations
{
    /**
     * @return list<StepDraft>
     */
    public static function preparations(Situation $situation, Ledger $ledger, Budget $budget): array
    {
        $drafts = [];
        $percent = $situation->state->int(StateField::BatteryPercent);
        if ($percent === null || $percent < $budget->neededPercent) {
            $drafts[] = new StepDraft(
                StepKey::PrepCharge,
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
            $drafts[] = new StepDraft(StepKey::PrepBackup, Phase::Prepare, new BackUp($classes), [
                new Reason(
                    RuleId::Prep3,
                    'These are on the phone, will be lost, and are not backed up, and nobody has accepted losing them.',
                ),
            ]);
        }

        return $drafts;
    }

    /**
     * @return \Generator<int, Finding>
     */
    public static function battery(Situation $situation, Budget $budget): \Generator
    {
        $fact = $situation->state->fact(StateField::BatteryPercent);
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
        $perMinute = $situation->sheet->chargePercentPerMinute ?? Rates::CHARGE_PERCENT_PER_MINUTE;
        $minutes = is_int($fact->value) ? (int) ceil(($budget->neededPercent - $fact->value) / $perMinute) : null;
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
        yield $finding->unlessAgreed($situation->answers, 'You agreed to charge at the start of the run.');
    }

    /**
     * @return \Generator<int, Finding>
     */
    public static function backups(Situation $situation, Ledger $ledger): \Generator
    {
        foreach ($ledger->entries as $entry) {
            if ($entry->step === null) {
                continue;
            }
            $class = $entry->class;
            $need = "{$class->label()}: backed up, or the loss accepted";
            $fact = $situation->state->fact(StateField::DataHolds->of($class));
            if ($entry->backup !== null) {
                yield self::backedUp($situation, $entry, $need, $fact);
            } elseif ($entry->waived && !$situation->answers->waives($class)) {
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
                    found: 'you accept losing it',
                    reason: 'You said so in this job.',
                    subject: $class->value,
                    facts: [$fact],
                );
            } else {
                $key = "PREP-3:{$class->value}";
                $remedy = match (true) {
                    !$class->canBeBackedUp() => Remedy::acceptLoss(
                        $class,
                        $class->consequence() . ' Then accept losing it.',
                    ),
                    $situation->modes->systemIsOut() => Remedy::acceptLoss(
                        $class,
                        'The system does not start, so that the plan cannot back it up. Record a backup that ' .
                            'was made before, or by the recovery, or accept losing it.',
                    ),
                    default => Remedy::backUpOrAcceptLoss(
                        $class,
                        'Record a backup, agree that the plan makes one first, or accept losing it.',
                    ),
                };
                $finding = Finding::toSettle(
                    RuleId::Prep3,
                    need: $need,
                    found: $entry->known ? 'on the phone' : 'perhaps on the phone',
                    reason: "Step {$entry->step} takes it." .
                        ($entry->wayBack === null
                            ? ''
                            : " The backup {$entry->wayBack} brings it back only together with the old system, and " .
                                'not into the new one.'),
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

    /** What a backup holds; one that is older than the house allows may lack what has come since. */
    private static function backedUp(Situation $situation, LedgerEntry $entry, string $need, Fact $fact): Finding
    {
        $ids = array_column($situation->unit->backups, null, 'id');
        $backup = $ids[(string) $entry->backup] ?? null;
        $days = $backup?->ageInDays($situation->at);
        $age = $backup?->age($situation->at);
        $allowed = $situation->house->backupFreshDays;
        // What a job brings back is as old as it is; rule BACK-1 asks about that.
        $isBroughtBack = $backup !== null && $situation->restore->isBroughtBack($backup);
        if ($isBroughtBack || $allowed === 0 || $days === null || $days <= $allowed) {
            return Finding::clear(
                RuleId::Prep3,
                need: $need,
                found: "backup {$entry->backup}, {$age}",
                reason: 'It can be brought back from there.',
                subject: $entry->class->value,
                facts: [$fact],
            );
        }

        return Finding::toSettle(
            RuleId::Prep3,
            need: $need,
            found: "backup {$entry->backup}, {$age}",
            reason: "What has come to the phone since is not in it. Your house rule counts {$allowed} days as new " .
                'enough.',
            remedy: Remedy::agree('Make a newer one and record it, or agree that this one is enough.'),
            // Whoever agreed to a backup at the start has not agreed to an old one.
            subject: "{$entry->class->value}/age",
            facts: [$fact],
        )->unlessAgreed($situation->answers, 'You agreed that it is enough.');
    }
}
