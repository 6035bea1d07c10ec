<?php

declare(strict_types=1);

namespace Tornavis\Core\Situation\Job;

use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Words\Mode;

/** What must be true at the end of a plan. Every part of it is asked of the state that the steps lead to. */
final readonly class Goal
{
    /**
     * @param  list<callable(State $end, string $slot): ?string>  $parts  each says in a sentence what is missed
     */
    private function __construct(private array $parts) {}

    /**
     * The slot that starts holds a value: StateField::OsBuildId is the build that was wanted.
     */
    public static function slotHolds(StateField $field, ?string $wanted): self
    {
        return new self([
            static function (State $end, string $slot) use ($field, $wanted): ?string {
                $has = $end->text($field->in($slot)) ?? 'nothing known';

                return $has === $wanted ? null : "At the end the phone would have {$has}, not {$wanted}.";
            },
        ]);
    }

    /**
     * @param  callable(State): bool  $holds
     * @param  string  $otherwise  the sentence where it does not
     */
    public static function that(callable $holds, string $otherwise): self
    {
        return new self([static fn(State $end): ?string => $holds($end) ? null : $otherwise]);
    }

    /** The phone runs its system. That the slot which starts can be started is asked of every plan. */
    public static function inSystem(): self
    {
        return self::that(
            static fn(State $end): bool => $end->mode() === Mode::System,
            'At the end the phone would not be in its system.',
        );
    }

    /** Nothing of a trial that runs beside the system is left. */
    public static function noTrialIsLeft(): self
    {
        return self::that(
            static fn(State $end): bool => $end->text(StateField::TrialFamily) === null,
            'At the end the trial would still be there.',
        );
    }

    public function and(self $other): self
    {
        return new self([...$this->parts, ...$other->parts]);
    }

    /** The first part that is missed, in a sentence; null where the goal is reached. */
    public function missed(State $end, string $slot): ?string
    {
        foreach ($this->parts as $part) {
            $sentence = $part($end, $slot);
            if ($sentence !== null) {
                return $sentence;
            }
        }

        return null;
    }
}
