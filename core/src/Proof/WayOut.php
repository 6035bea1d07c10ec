<?php

declare(strict_types=1);

namespace Tornavis\Core\Proof;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Slot;

/** What would lift the problems that the proof has found: what is entered, or the job that comes first or instead. */
final readonly class WayOut
{
    /** @param  list<Fact>  $facts  that nobody has seen yet, and that the remedy asks for */
    private function __construct(public Remedy $remedy, public array $facts) {}

    public static function of(Situation $situation): self
    {
        $slot = $situation->slots->active();
        $system = $situation->state->fact(StateField::OsState->in($slot));
        if (!$system->known()) {
            return new self(
                Remedy::enterFact(
                    'Look whether the phone starts, and enter on its page whether it holds a whole system' .
                        Slot::phrase('in', $slot) .
                        '.',
                ),
                [$system],
            );
        }

        return new self(
            Remedy::doFirst(
                $situation->job->installsBuild()
                    ? 'Take another file for what the step is about, or leave it out; or go back to the maker\'s own ' .
                        'system first.'
                    : 'Plan a fresh install, or the way back to stock, first: either puts in a system whose parts ' .
                        'belong together. Then plan this job again.',
            ),
            [],
        );
    }
}
