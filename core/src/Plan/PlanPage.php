<?php

declare(strict_types=1);

namespace Tornavis\Core\Plan;

use Tornavis\Core\Ledger\LedgerEntry;
use Tornavis\Core\Rule\Reason;
use Tornavis\Core\Rule\Severity;
use Tornavis\Core\Words\Markdown;
use Tornavis\Core\Words\Size;

/** A plan as a page for people. */
final class PlanPage
{
    public static function markdown(Plan $plan): string
    {
        $text = Markdown::text(...);
        $lines = ["# {$text($plan->title())}", '', "**{$text($plan->verdict->words())}**", ''];
        foreach ($plan->findings as $finding) {
            if ($finding->severity !== Severity::Clear) {
                $says = "{$finding->need}: {$finding->found}. {$finding->reason}";
                $says .= $finding->remedy === null ? '' : " {$finding->remedy->text}";
                $lines[] = "- **{$finding->severity->word()}** {$finding->rule->value}: {$text($says)}";
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
                "{$step->number}. **{$text($operation->title())}** ({$operation->mode()->label()}, " .
                Size::minutes($step->timing->expectedSeconds) .
                ')';
            foreach (self::pointsOf($step) as $point) {
                $lines[] = "   - {$text($point)}";
            }
            if ($step->gate !== null) {
                $lines[] = "   - **Before it: {$text($step->gate)}**";
            }
            if ($step->wayBackDuring->worseThan($step->wayBack)) {
                $lines[] = "   - {$text("If it breaks off: {$step->wayBackDuring->text}")}";
            }
            $lines[] = "   - {$text("If it stops after it: {$step->wayBack->text}")}";
        }
        $lost = array_filter(
            $plan->ledger->entries ?? [],
            static fn(LedgerEntry $entry): bool => $entry->step !== null,
        );
        if ($lost !== []) {
            array_push($lines, '', '## What is lost, and what comes back', '');
            foreach ($lost as $entry) {
                $becomes = match ($entry->outcome) {
                    LedgerEntry::RETURNS => 'returns from ' . ($entry->backup ?? 'the backup of this plan'),
                    LedgerEntry::WITH_OLD => "returns from {$entry->wayBack} only together with the old system",
                    default => 'lost',
                };
                $lines[] = "- {$text("{$entry->class->label()}: {$becomes} (step {$entry->step})")}";
            }
        }

        return implode("\n", $lines) . "\n";
    }

    /** @return list<string> what to do and what to look for */
    private static function pointsOf(Step $step): array
    {
        $operation = $step->draft->operation;
        $whys = array_map(
            static fn(Reason $reason): string => "Why: {$reason->text} ({$reason->rule->value})",
            $step->draft->reasons,
        );
        $giveUp = Size::minutes($step->timing->giveUpSeconds);

        return [
            $operation->instruction(),
            ...$whys,
            "You will see: {$operation->youWillSee()}",
            "Shows that it worked: {$operation->evidence()}",
            "Give up after {$giveUp}. {$operation->whenItFails()}",
            ...array_map(static fn(string $oddity): string => "Harmless: {$oddity}", $operation->oddities()),
        ];
    }
}
