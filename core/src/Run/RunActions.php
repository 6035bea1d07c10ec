<?php

declare(strict_types=1);

namespace Tornavis\Core\Run;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Reading\PrintedLine;
use Tornavis\Core\Trouble\Cause;
use Tornavis\Core\Trouble\TroubleGuide;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\Symptom;

/**
 * What a person can do to a run; each of it goes into the journal.
 *
 * @phpstan-import-type FactValue from Fact
 */
final readonly class RunActions
{
    private const LONGEST_NOTE = 4000;

    /**
     * @param  array<string, mixed>  $plan  a plan document
     * @param  ?int  $seen  number of the question or gate that the person has seen and answers; null where that is
     *     not said
     */
    public function __construct(
        private array $plan,
        private Journal $journal,
        private ModelSheet $sheet,
        private ?int $seen = null,
    ) {}

    /**
     * Opens a gate with the typed word.
     *
     * @throws RunRefusal when no gate is shut, or the word is not the unit's label
     */
    public function release(string $word): void
    {
        $state = $this->state();
        $this->refuseOvertaken($state);
        if ($state->status !== RunState::GATED) {
            throw RunRefusal::notAsked('a gate', $state->status);
        }
        $label = $this->hands()->label();
        if (trim($word) !== $label) {
            throw RunRefusal::wrongWord($word);
        }
        $this->journal->append(EventKind::Released, $state->question?->step, ['word' => $label]);
    }

    /**
     * Answers a question: "seen", "again", "stop", or the mode that the phone shows.
     *
     * @param  string  $evidence  what was typed or pasted to show that the step worked
     * @param  string  $at  ISO 8601: when it is answered
     *
     * @throws RunRefusal when nothing was asked, this is no answer to it, or the evidence says otherwise
     */
    public function tell(string $answer, string $note = '', string $evidence = '', string $at = ''): void
    {
        $state = $this->state();
        $this->refuseOvertaken($state);
        $question = $state->question;
        if ($state->status !== RunState::ASKED || $question === null) {
            throw RunRefusal::notAsked('a question', $state->status);
        }
        $answers = is_array($question->data['answers'] ?? null) ? $question->data['answers'] : [];
        if (!in_array($answer, $answers, true)) {
            throw RunRefusal::noAnswer($answer, array_values(array_filter($answers, is_string(...))));
        }
        if ($answer === 'stop') {
            $this->stop($note);

            return;
        }
        $step = PlannedStep::allOf($this->plan)[($question->step ?? 1) - 1];
        if ($question->text('about') === 'hands') {
            $this->report($step, $note, $evidence, $question->at, $at);

            return;
        }
        if ($question->text('about') === 'shows') {
            $this->cameBack($step, Mode::from($answer));

            return;
        }
        $this->journal->append(EventKind::Told, $question->step, ['answer' => $answer, 'note' => $note]);
        if ($answer === 'seen') {
            $this->journal->append(EventKind::Judged, $question->step, [
                'seen' => true,
                'reason' => $note === '' ? 'You saw it.' : "You saw it: {$note}",
            ]);
        }
    }

    /**
     * A step done by hand: the pasted output names what went wrong, or proves the step, or is refused.
     *
     * @throws RunRefusal
     */
    private function report(PlannedStep $step, string $note, string $evidence, string $askedAt, string $at): void
    {
        $trouble = Evidence::symptom($evidence);
        if ($trouble !== null) {
            $this->ask($evidence, ...$trouble);

            return;
        }
        $this->hands()->report($step, $note, $evidence, $askedAt, $at);
    }

    /**
     * The phone really shows something else than the step should lead to: it is noted as seen, and the run asks what
     * now.
     *
     * @throws RunRefusal when no step by hand is asked about, or the text shows no difference
     */
    public function differs(string $evidence): void
    {
        $state = $this->state();
        $this->refuseOvertaken($state);
        $question = $state->question;
        if ($state->status !== RunState::ASKED || $question?->text('about') !== 'hands' || $state->step === null) {
            throw RunRefusal::notAsked('a step by hand', $state->status);
        }
        $this->hands()->differ(PlannedStep::allOf($this->plan)[$state->step - 1], $evidence);
    }

    /** @throws Overtaken when another question stands by now, or none */
    private function refuseOvertaken(RunState $state): void
    {
        if ($this->seen !== null && $state->question?->sequence !== $this->seen) {
            throw Overtaken::journal();
        }
    }

    /** After a break: the run goes on from the step that fits what the phone shows, or asks for another mode. */
    private function cameBack(PlannedStep $step, Mode $mode): void
    {
        $this->journal->append(EventKind::Told, $step->number, ['answer' => $mode->value, 'note' => '']);
        $from = $step->reachedFrom($mode, PlannedStep::allOf($this->plan));
        if ($from === null) {
            $this->journal->append(EventKind::Asked, $step->number, [
                'about' => 'mode',
                'says' => "The phone shows {$mode->label()}; \"{$step->title}\" needs {$step->mode->label()}.",
                'todo' => "Bring the phone into {$step->mode->label()} by its keys, then go on. {$step->wayBack}",
                'answers' => ['again', 'stop'],
            ]);

            return;
        }
        $this->journal->append(EventKind::Returned, $step->number, [
            'lastKnown' => $step->title,
            'says' => "The phone shows {$mode->label()}. The run goes on at step {$from}.",
            'goesOnAt' => $from,
            'facts' => [StateField::Mode->value => $mode->value],
        ]);
    }

    /** @throws RunRefusal when the run has ended; what is written about it is final */
    private function refuseEnded(RunState $state): void
    {
        if ($state->status === RunState::ENDED) {
            throw RunRefusal::notAsked('a run that has not ended', $state->status);
        }
    }

    /**
     * The person sees something else than the plan says: the run pauses, keeps their words, and says what it may be.
     */
    public function somethingElse(string $note, ?Symptom $symptom = null): void
    {
        $state = $this->state();
        $this->refuseEnded($state);
        if ($state->status === RunState::STOPPED) {
            throw RunRefusal::notAsked('a run under way', $state->status);
        }
        // A pasted output names its symptom itself.
        [$read, $line] = $symptom === null ? Evidence::symptom($note) ?? [null, null] : [$symptom, null];
        $this->ask($note, $read, $line);
    }

    /** Pauses with what was seen and, where it is a known symptom, with what may be behind it on this phone. */
    private function ask(string $note, ?Symptom $symptom, ?PrintedLine $line = null): void
    {
        $state = $this->state();
        $causes =
            $symptom === null ? [] : TroubleGuide::causes($symptom, RunTrouble::of($this->plan, $state, $this->sheet));
        $words = array_filter(
            [$symptom === null ? '' : $symptom->label(), $line === null ? $note : ''],
            static fn(string $part): bool => $part !== '',
        );
        if ($line !== null) {
            // The whole output is kept; the question shows the line that decided.
            $this->note(mb_strcut($note, 0, self::LONGEST_NOTE));
        }
        $isOutput = substr_count(trim($note), "\n") > 0;
        $todo = $isOutput ? 'Nothing in the pasted text was understood as a failure. ' : '';
        $todo .= $this->step($state)->whenItFails ?? 'Say what the phone shows, then go on or stop.';
        $known =
            $symptom === null
                ? []
                : [
                    'symptom' => $symptom->value,
                    'causes' => array_map(static fn(Cause $cause): array => $cause->toArray(), $causes),
                ];
        $this->journal->append(
            EventKind::Asked,
            $state->step,
            [
                'about' => 'something-else',
                'says' =>
                    $words === [] ? 'You see something else than the plan says.' : 'You see: ' . implode(': ', $words),
                'todo' => $causes[0]->remedy ?? $todo,
                'answers' => ['again', 'stop'],
            ] +
                $known +
                ($line === null ? [] : ['line' => $line->text, 'lineNumber' => $line->number]),
        );
    }

    /**
     * Writes a note into the journal, whatever the state of the run; for what somebody wants to find again.
     *
     * @throws RunRefusal when it is empty or too long
     */
    public function note(string $text): void
    {
        $text = trim($text);
        if ($text === '' || strlen($text) > self::LONGEST_NOTE) {
            throw RunRefusal::noNote(strlen($text), self::LONGEST_NOTE);
        }
        $this->journal->append(EventKind::Noted, $this->state()->step, ['note' => $text]);
    }

    /**
     * Stops before the next step; the way back from here goes into the journal.
     *
     * @param  string  $followedBy  "plan" for another plan, "back" for the way back to a system that starts, or nothing
     */
    public function stop(string $note = '', string $followedBy = ''): void
    {
        $state = $this->state();
        $this->refuseEnded($state);
        $this->journal->append(
            EventKind::Stopped,
            $state->step,
            ['note' => $note, 'wayBack' => $state->wayBack($this->sheet)->text] +
                ($followedBy === '' ? [] : ['followedBy' => $followedBy]),
        );
    }

    /**
     * Goes on after a stop.
     *
     * @throws RunRefusal when the run was not stopped
     */
    public function goOn(): void
    {
        $state = $this->state();
        if ($state->status !== RunState::STOPPED) {
            throw RunRefusal::notAsked('a stopped run', $state->status);
        }
        $this->journal->append(EventKind::Told, $state->step, ['answer' => 'go-on', 'note' => '']);
    }

    private function hands(): HandsReport
    {
        return new HandsReport($this->plan, $this->journal, $this->sheet);
    }

    private function state(): RunState
    {
        return RunState::fold($this->plan, $this->journal->events());
    }

    private function step(RunState $state): ?PlannedStep
    {
        return $state->step === null ? null : PlannedStep::allOf($this->plan)[$state->step - 1];
    }
}
