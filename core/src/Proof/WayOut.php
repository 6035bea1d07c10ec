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

        $contradicting = self::contradicting($situation, $slot);
        if ($contradicting !== []) {
            [$family, $writtenBy] = $contradicting;

            return new self(
                Remedy::doFirst(
                    "The phone is said to hold {$family->text()}, and data that {$writtenBy->text()} has written. " .
                        'Look which of the two is wrong, and enter the right one on its page. Where both are right, ' .
                        'plan a fresh install first.',
                ),
                $contradicting,
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

    /**
     * What is said of the system and of the data, where a phone cannot have started with both.
     *
     * @return array{}|array{Fact, Fact}
     */
    private static function contradicting(Situation $situation, string $slot): array
    {
        $family = $situation->state->fact(StateField::OsFamily->in($slot));
        $writtenBy = $situation->state->fact(StateField::DataWrittenBy->value);
        $areKnown = $family->known() && $writtenBy->known() && $situation->state->data()->empty !== true;

        return $areKnown && !$situation->job->installsBuild() && $family->value !== $writtenBy->value
            ? [$family, $writtenBy]
            : [];
    }
}
