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
