<?php

declare(strict_types=1);

namespace Tornavis\Core\Proof;

use Tornavis\Core\Budget\Budget;
use Tornavis\Core\Phone\BootCheck;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Sequence\ExpectedStates;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\DataPromise;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\OperationName;
use Tornavis\Core\Words\Slot;

/** A walk compared with what was wanted. */
final readonly class Proof
{
    /**
     * @param  list<string>  $problems  empty when the plan holds
     */
    private function __construct(public array $problems) {}

    /**
     * @param  Budget  $budget  of the same steps
     */
    public static function of(ExpectedStates $walk, Situation $situation, Budget $budget): self
    {
        $problems = $walk->problems;
        $empty = array_search(0, $budget->batteryAfter, true);
        if ($empty !== false) {
            $problems[] = 'The battery would be empty in step ' . ($empty + 1) . '.';
        }
        $end = $walk->end;
        $slot = $end->activeSlot() ?? $situation->sheet->slots[0];
        $obstacle = BootCheck::obstacle($end, $situation->sheet, $slot);
        if ($obstacle !== null && $situation->job->mustStart($situation)) {
            $problems[] = 'At the end ' . lcfirst(Slot::named($slot)) . " would not start: {$obstacle}.";
        }
        array_push(
            $problems,
            ...array_filter(
                [
                    $situation->job->goal($situation)->missed($end, $slot),
                    self::broken($situation, $walk),
                    self::unseen($walk),
                ],
                is_string(...),
            ),
        );

        return new self($problems);
    }

    /** What was promised about the data and would not be kept, in a sentence. */
    private static function broken(Situation $situation, ExpectedStates $walk): ?string
    {
        $states = [...$walk->before, $walk->end];
        $erased = array_filter($states, static fn(State $state): bool => $state->data()->empty === true) !== [];
        $wasEmpty = $states[0]->data()->empty === true;

        return match ($situation->job->dataPromise()) {
            DataPromise::Erased => $erased
                ? null
                : 'The data that is on the phone would still be there for the new system.',
            DataPromise::Kept => $erased && !$wasEmpty ? 'The data would be gone.' : null,
            DataPromise::ErasedByPhone => null,
            DataPromise::Replaced => $erased || !$situation->job->erasesData($situation)
                ? null
                : 'What is on the phone would be mixed with what the backup brings.',
        };
    }

    /** The first write in a mode in which the phone has not been seen by its serial number, in a sentence. */
    private static function unseen(ExpectedStates $walk): ?string
    {
        $seen = [];
        foreach ($walk->steps as $index => $draft) {
            // Sideload is a state of the recovery that was seen.
            $mode = $draft->operation->mode() === Mode::Sideload ? Mode::Recovery : $draft->operation->mode();
            if ($draft->operation->name() === OperationName::ProveLink) {
                $seen[] = $mode;
            }
            $isByLink = $draft->operation->writes() && !$draft->operation->name()->isByHand();
            if ($isByLink && !in_array($mode, $seen, true)) {
                return 'Step ' . ($index + 1) . " would write in {$mode->place()}, where nobody has seen this phone.";
            }
        }

        return null;
    }

    public function holds(): bool
    {
        return $this->problems === [];
    }
}
