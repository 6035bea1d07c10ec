<?php

declare(strict_types=1);

namespace Tornavis\Core\Run;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\OperationName;

/**
 * Carries a plan out over a link, one step a call; everything goes to the journal before it counts.
 *
 * It keeps nothing between two calls: what it does next follows from the journal alone.
 *
 * @phpstan-import-type FactValue from Fact
 */
final readonly class RunEngine
{
    /** @var list<PlannedStep> */
    private array $steps;

    /**
     * @param  array<string, mixed>  $plan  a plan document
     * @param  ?Kit  $kit  the files that are compared before anything is written; null where they are not on a shelf
     */
    public function __construct(
        private array $plan,
        private Journal $journal,
        private Link $link,
        private ?Kit $kit = null,
    ) {
        $this->steps = PlannedStep::allOf($plan);
    }

    public function state(): RunState
    {
        return RunState::fold($this->plan, $this->journal->events());
    }

    /** Does the next thing. The state it returns says whether there is more to do now. */
    public function advance(): RunState
    {
        $state = $this->state();
        if ($state->status === RunState::NOT_STARTED) {
            return $this->written($state, [
                EventKind::Started,
                null,
                [
                    'unit' => $this->plan['unit'],
                    'build' => $this->plan['build'],
                    'plan' => PlanSeal::of($this->plan),
                    'link' => $this->link->name(),
                    'steps' => count($this->steps),
                ],
            ]);
        }
        if (!$state->mayGoOn()) {
            return $state;
        }
        if ($state->step === null) {
            return $this->written($state, [
                EventKind::Ended,
                null,
                ['ok' => true, 'says' => 'Every step was done and seen.', 'seconds' => array_sum($state->seconds)],
            ]);
        }
        try {
            if ($state->status === RunState::LOST || $state->wasInterrupted()) {
                $this->interrupted()->comeBack($state, $this->steps[$state->step - 1]);
            } else {
                $this->take($state, $this->steps[$state->step - 1]);
            }
        } catch (Overtaken) {
            // A person has stopped the run, or another worker has done it: what was about to be done is not.
        } catch (FileChanged $changed) {
            $this->askAboutFile($this->steps[$state->step - 1], $changed);
        } catch (LinkLost $lost) {
            if ($state->status !== RunState::LOST) {
                $this->journal->append(EventKind::Lost, $state->step, ['says' => $lost->what, 'todo' => $lost->todo]);
            }
        }

        return $this->state();
    }

    /**
     * Writes what is about to be done, unless something has come in between.
     *
     * @param  array{EventKind, ?int, array<string, mixed>}  ...$lines
     */
    private function written(RunState $state, array ...$lines): RunState
    {
        try {
            $this->journal->appendAfter($state->last, array_values($lines));
        } catch (Overtaken) {
            // What has come says what to do next.
        }

        return $this->state();
    }

    /** The file for a step is not the planned one: nothing was done with it, and a person decides. */
    private function askAboutFile(PlannedStep $step, FileChanged $changed): void
    {
        if (in_array($this->state()->steps[$step->number], ['intended', 'sent'], true)) {
            $this->journal->append(EventKind::Answered, $step->number, [
                'ok' => false,
                'says' => $changed->what,
                'status' => 0,
                'facts' => [],
                'elapsedSeconds' => 0,
            ]);
            $this->journal->append(EventKind::Judged, $step->number, [
                'seen' => false,
                'nothingSent' => true,
                'reason' => "{$changed->what}. Nothing was sent.",
            ]);
        }
        $this->journal->append(EventKind::Asked, $step->number, [
            'about' => 'file',
            'says' => "{$changed->what}.",
            'todo' => $changed->todo,
            'answers' => ['again', 'stop'],
        ]);
    }

    /** Something in this program failed on the step in hand; nobody knows how far it came. */
    public function fault(string $says): RunState
    {
        $state = $this->state();
        if ($state->mayGoOn()) {
            $this->journal->append(EventKind::Asked, $state->step, [
                'about' => 'failure',
                'says' => "This program failed: {$says}",
                'todo' =>
                    'Look at the phone. The step is looked at anew when you go on; if this comes again, stop, and ' .
                    'report it with the journal.',
                'answers' => ['again', 'stop'],
            ]);
        }

        return $this->state();
    }

    private function take(RunState $state, PlannedStep $step): void
    {
        $this->checkFiles($state, $step);
        if (($state->tries[$step->number] ?? 0) > 0 && $step->changesMode() && $this->isDone($state, $step)) {
            return;
        }
        if ($step->gate !== null && !in_array($step->number, $state->released, true)) {
            $this->journal->appendAfter($state->last, [
                [EventKind::Gate, $step->number, ['reason' => $step->gate, 'word' => $this->plan['unit']]],
            ]);

            return;
        }
        $this->journal->appendAfter($state->last, [
            [EventKind::Intend, $step->number, ['title' => $step->title]],
            [EventKind::Sent, $step->number, ['operation' => $step->operation->value]],
        ]);
        try {
            $answer = $this->link->carryOut($step->operation, $step->parameters, function (Progress $progress) use (
                $step,
            ): void {
                $this->tell($step, $progress);
            });
        } catch (WaitsForPerson) {
            $this->journal->append(EventKind::Asked, $step->number, [
                'about' => 'hands',
                'says' => $step->instruction,
                'todo' => $step->evidence,
                'answers' => ['seen', 'stop'],
                'wants' => array_keys($step->wants()),
            ]);

            return;
        }
        $this->journal->append(EventKind::Answered, $step->number, get_object_vars($answer));
        $differences = $answer->ok ? StateComparison::shownBy($this->plan, $step, $answer->facts, $state->tries) : [];
        if ($differences !== []) {
            $this->journal->append(EventKind::Judged, $step->number, [
                'seen' => false,
                'reason' => StateComparison::words($differences),
            ]);
            $this->journal->append(EventKind::Asked, $step->number, StateComparison::question($differences));
        } else {
            $this->judge($step, $answer);
        }
    }

    /**
     * Compares the file of a step; before a gate those of every step from here on, so that a file that is another one
     * stops the run before anything is written.
     *
     * @throws FileChanged
     */
    private function checkFiles(RunState $state, PlannedStep $step): void
    {
        $gated = $step->gate !== null && !in_array($step->number, $state->released, true);
        $names = array_map(
            static fn(PlannedStep $one): ?string => $one->package(),
            $gated ? array_slice($this->steps, $step->number - 1) : [$step],
        );
        foreach (array_unique(array_filter($names, is_string(...))) as $name) {
            $this->kit?->check($name);
        }
    }

    /**
     * Whether a restart that was tried before has happened meanwhile; asked for twice, the phone would only refuse
     * it.
     */
    private function isDone(RunState $state, PlannedStep $step): bool
    {
        try {
            $observed = $this->link->observe();
        } catch (WaitsForPerson) {
            return false;
        }
        if (!$step->isShownBy($observed->facts)) {
            return false;
        }
        $this->interrupted()->takeAsDone($state, $step, $observed);

        return true;
    }

    /** How far a step is. Where that cannot be written, the step goes on all the same. */
    private function tell(PlannedStep $step, Progress $progress): void
    {
        try {
            $this->journal->append(EventKind::Progress, $step->number, get_object_vars($progress));
        } catch (RunRefusal) {
            // The disk is full; what counts is written, or waited for, when the step has ended.
        }
    }

    private function judge(PlannedStep $step, LinkAnswer $answer): void
    {
        $problems = $answer->ok ? $step->contradictedBy($answer->facts) : [$answer->says];
        if ($problems !== []) {
            $this->journal->append(EventKind::Judged, $step->number, [
                'seen' => false,
                'reason' => implode('; ', $problems),
            ]);
            $mode = Mode::tryFrom(
                is_string($answer->facts[StateField::Mode->value] ?? null)
                    ? $answer->facts[StateField::Mode->value]
                    : '',
            );
            $from = $mode === null || $mode === $step->mode ? null : $step->reachedFrom($mode, $this->steps);
            $this->journal->append(
                EventKind::Asked,
                $step->number,
                ($from === null ? [] : ['againFrom' => $from]) + [
                    'about' => 'failure',
                    'says' =>
                        'The phone says: ' .
                        rtrim(implode('; ', $problems), '.') .
                        ($answer->status > 0 ? " (status {$answer->status})" : '') .
                        '.',
                    'todo' => $step->whenItFails,
                    'answers' => ['again', 'stop'],
                ],
            );

            return;
        }
        if ($step->operation === OperationName::Verify) {
            $this->journal->append(EventKind::Asked, $step->number, [
                'about' => 'evidence',
                'says' => $step->evidence,
                'todo' => 'Make the test call, then say what you see.',
                'answers' => ['seen', 'stop'],
            ]);

            return;
        }
        $this->journal->append(EventKind::Judged, $step->number, [
            'seen' => true,
            'reason' => $answer->says === '' ? 'The phone answers as expected.' : $answer->says,
        ]);
    }

    private function interrupted(): InterruptedRun
    {
        return new InterruptedRun($this->journal, $this->link, $this->steps);
    }
}
