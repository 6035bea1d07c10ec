<?php

declare(strict_types=1);

namespace Tornavis\Core\Run;

use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Words\Mode;

/** How a run goes on after a break: by what the phone shows then. */
final readonly class InterruptedRun
{
    /**
     * @param  list<PlannedStep>  $steps
     */
    public function __construct(private Journal $journal, private Link $link, private array $steps) {}

    /** After a break: look at the phone, compare, and go on from the step that fits what it shows. */
    public function comeBack(RunState $state, PlannedStep $step): void
    {
        try {
            $observed = $this->link->observe();
        } catch (WaitsForPerson) {
            $this->journal->append(EventKind::Asked, $step->number, [
                'about' => 'shows',
                'says' => "The run was interrupted at \"{$step->title}\". What does the phone show now?",
                'todo' => 'Look at the phone before you do anything to it, and choose.',
                'answers' => [...array_map(static fn(Mode $mode): string => $mode->value, Mode::cases()), 'stop'],
            ]);

            return;
        }
        $interrupted = $state->wasInterrupted();
        if ($interrupted && $step->isShownBy($observed->facts)) {
            $this->takeAsDone($state, $step, $observed);

            return;
        }
        $mode = Mode::tryFrom(
            is_string($observed->facts[StateField::Mode->value] ?? null)
                ? $observed->facts[StateField::Mode->value]
                : '',
        );
        $from = $mode === null ? null : $step->reachedFrom($mode, $this->steps);
        $shows = $mode?->label() ?? 'nothing known';
        if ($from === null) {
            $this->journal->append(EventKind::Asked, $step->number, [
                'about' => 'mode',
                'says' => "The phone shows {$shows}; \"{$step->title}\" needs {$step->mode->label()}.",
                'todo' => "Bring the phone into {$step->mode->label()} by its keys, then go on. {$step->wayBack}",
                'answers' => ['again', 'stop'],
            ]);

            return;
        }
        $lines = [
            [
                EventKind::Returned,
                $step->number,
                [
                    'lastKnown' => $step->title,
                    'says' => "The phone shows {$shows}. The run goes on at step {$from}.",
                    'goesOnAt' => $from,
                    'facts' => $observed->facts,
                ],
            ],
        ];
        if ($interrupted && !$step->isHarmless()) {
            $lines[] = [
                EventKind::Asked,
                $from,
                [
                    'about' => 'break',
                    'says' => "\"{$step->title}\" was cut off in the middle. The phone shows {$shows}.",
                    'todo' => "Go on to do it again from step {$from}; what was written in part is written anew.",
                    'answers' => ['again', 'stop'],
                ],
            ];
        }
        $this->journal->appendAfter($state->last, $lines);
    }

    public function takeAsDone(RunState $state, PlannedStep $step, LinkAnswer $observed): void
    {
        $this->journal->appendAfter($state->last, [
            [
                EventKind::Returned,
                $step->number,
                [
                    'lastKnown' => $step->title,
                    'says' => 'The phone shows that the step was done.',
                    'facts' => $observed->facts,
                ],
            ],
            [
                EventKind::Judged,
                $step->number,
                ['seen' => true, 'reason' => 'The phone shows it after the break.', 'facts' => $observed->facts],
            ],
        ]);
    }
}
