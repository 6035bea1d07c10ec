<?php

declare(strict_types=1);

namespace Tornavis\Core\Run;

use Tornavis\Core\Format\Canonical;

/** Binds a plan to the journal of its run: the first event carries its sum, so that another plan shows. */
final class PlanSeal
{
    /**
     * @param  array<string, mixed>  $plan  a plan document
     * @return string SHA-256 of its canonical text, in hex
     */
    public static function of(array $plan): string
    {
        return hash('sha256', Canonical::text($plan));
    }

    /**
     * The sum of what a plan does: phone, intent, files, steps and what is lost. Expected times, and words that
     * change with them, are left out, so that a plan is still the one that was shown after another run has ended.
     *
     * @param  array<string, mixed>  $plan  a plan document
     * @return string SHA-256 in hex
     */
    public static function ofWork(array $plan): string
    {
        $part = static fn(string $list, array $names): array => array_map(
            static fn(mixed $row): array => is_array($row) ? array_intersect_key($row, array_flip($names)) : [],
            is_array($plan[$list] ?? null) ? $plan[$list] : [],
        );

        return hash(
            'sha256',
            Canonical::text([
                'unit' => $plan['unit'] ?? null,
                'intent' => $plan['intent'] ?? null,
                'verdict' => $plan['verdict'] ?? null,
                'steps' => $part('steps', [
                    'key',
                    'title',
                    'operation',
                    'parameters',
                    'mode',
                    'gate',
                    'writes',
                    'effects',
                ]),
                'kit' => $part('kit', ['name', 'sha256', 'sizeBytes', 'integrity']),
                'findings' => $part('findings', ['key', 'severity']),
                'ledger' => $part('ledger', ['class', 'outcome']),
            ]),
        );
    }

    /**
     * Whether the run was begun with this plan; one that was begun before plans were sealed counts as such, as long as
     * the plan has every step that the journal speaks of.
     *
     * @param  array<string, mixed>  $plan  a plan document
     * @param  list<JournalEvent>  $events
     */
    public static function holds(array $plan, array $events): bool
    {
        $steps = is_array($plan['steps'] ?? null) ? count($plan['steps']) : 0;
        foreach ($events as $event) {
            if ($event->step !== null && ($event->step < 1 || $event->step > $steps)) {
                return false;
            }
        }
        foreach ($events as $event) {
            if ($event->kind === EventKind::Started) {
                return in_array($event->text('plan'), ['', self::of($plan)], true);
            }
        }

        return true;
    }
}
