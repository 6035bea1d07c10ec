<?php

declare(strict_types=1);

namespace Tornavis\Core\Plan;

use Tornavis\Core\Ledger\LedgerEntry;
use Tornavis\Core\Rule\Severity;
use Tornavis\Core\Words\Size;

/** A plan as a page for people. */
final class PlanPage
{
    public static function markdown(Plan $plan): string
    {
        $lines = ["# {$plan->title()}", '', "**{$plan->verdict->words()}**", ''];
        foreach ($plan->findings as $finding) {
            if ($finding->severity !== Severity::Clear) {
                $lines[] =
                    "- **{$finding->severity->word()}** {$finding->rule->value}: {$finding->need}: " .
                    "{$finding->found}. " .
                    "{$finding->reason}" .
                    ($finding->remedy === null ? '' : " {$finding->remedy->text}");
            }
        }
        $phase = null;
        foreach ($plan->steps as $step) {
            if ($step->draft->phase !== $phase) {
                $phase = $step->draft->phase;
                array_push($lines, '', "## {$phase->value}", '');
            }
            $operation = $step->draft->operation;
            $lines[] =
                "{$step->number}. **{$operation->title()}** ({$operation->mode()->label()}, " .
                Size::minutes($step->timing->expectedSeconds) .
                ')';
            $lines[] = "   - {$operation->instruction()}";
            foreach ($step->draft->reasons as $reason) {
                $lines[] = "   - Why: {$reason->text} ({$reason->rule->value})";
            }
            $lines[] = "   - You will see: {$operation->youWillSee()}";
            $lines[] = "   - Shows that it worked: {$operation->evidence()}";
            $lines[] =
                '   - Give up after ' . Size::minutes($step->timing->giveUpSeconds) . ". {$operation->whenItFails()}";
            foreach ($operation->oddities() as $oddity) {
                $lines[] = "   - Harmless: {$oddity}";
            }
            if ($step->gate !== null) {
                $lines[] = "   - **Before it: {$step->gate}**";
            }
            if ($step->wayBackDuring->worseThan($step->wayBack)) {
                $lines[] = "   - If it breaks off: {$step->wayBackDuring->text}";
            }
            $lines[] = "   - If it stops after it: {$step->wayBack->text}";
        }
        $lost = array_filter(
            $plan->ledger->entries ?? [],
            static fn(LedgerEntry $entry): bool => $entry->step !== null,
        );
        if ($lost !== []) {
            array_push($lines, '', '## What is lost, and what comes back', '');
            foreach ($lost as $entry) {
                $lines[] =
                    "- {$entry->class->label()}: " .
                    ($entry->outcome === LedgerEntry::RETURNS
                        ? 'returns from ' . ($entry->backup ?? 'the backup of this plan')
                        : 'lost') .
                    " (step {$entry->step})";
            }
        }

        return implode("\n", $lines) . "\n";
    }
}
