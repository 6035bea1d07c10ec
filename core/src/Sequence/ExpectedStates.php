<?php

declare(strict_types=1);

namespace Tornavis\Core\Sequence;

use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Rule\StepDraft;

/** Ordered steps walked over a state: what holds before each of them, and what stands in the way. */
final readonly class ExpectedStates
{
    /**
     * @param  list<StepDraft>  $steps
     * @param  list<State>  $before  the state before each step
     * @param  list<string>  $problems  empty when every precondition holds
     */
    private function __construct(
        public array $steps,
        public array $before,
        public State $end,
        public array $problems,
    ) {}

    /**
     * @param  list<StepDraft>  $steps
     */
    public static function over(array $steps, State $state, ModelSheet $sheet): self
    {
        $before = [];
        $problems = [];
        foreach ($steps as $index => $draft) {
            $before[] = $state;
            $number = $index + 1;
            if ($state->mode() !== null && $state->mode() !== $draft->operation->mode()) {
                $problems[] =
                    "Step {$number}, {$draft->operation->title()}: the phone would be in " .
                    "{$state->mode()->place()}, not in {$draft->operation->mode()->place()}.";
            }
            foreach ($draft->operation->refusals($state, $sheet) as $refusal) {
                $problems[] = "Step {$number}, {$draft->operation->title()}: {$refusal}";
            }
            $state = $state->with($draft->operation->effects($state, $sheet));
        }

        return new self($steps, $before, $state, $problems);
    }

    public function after(int $index): State
    {
        return $this->before[$index + 1] ?? $this->end;
    }
}
