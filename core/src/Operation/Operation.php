<?php

declare(strict_types=1);

namespace Tornavis\Core\Operation;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Situation\Rates;
use Tornavis\Core\Words\LossClass;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\OperationName;

/**
 * One row of the table of operations: what it needs, does, loses, shows and takes.
 *
 * The planner, the proof and the documentation read this table; the stand-in has its own behaviour.
 *
 * @phpstan-import-type FactValue from Fact
 */
abstract readonly class Operation
{
    /** The word of the vocabulary: "flash", "format-data". */
    abstract public function name(): OperationName;

    /** What the person reads: "Format data". */
    abstract public function title(): string;

    /**
     * What the link needs to carry it out.
     *
     * @return array<string, string|int|list<string>>
     */
    abstract public function parameters(): array;

    /** The mode that the phone must be in. */
    abstract public function mode(): Mode;

    public function modeAfter(): Mode
    {
        return $this->mode();
    }

    /** The slot that it writes to, if any. */
    public function slot(): ?string
    {
        return null;
    }

    /** Whether it changes what is stored on the phone, so that it cannot simply be left out again. */
    public function writes(): bool
    {
        return false;
    }

    /**
     * What stands in its way in this state, as sentences; empty when it can be done.
     *
     * @return list<string>
     */
    public function refusals(State $state, ModelSheet $sheet): array
    {
        return [];
    }

    /**
     * What stands in the way of a write as long as nobody knows that the bootloader is unlocked.
     *
     * @return list<string>
     */
    final protected static function whileLocked(State $state): array
    {
        return $state->bootloader()->unlocked === true ? [] : ['The bootloader is not known to be unlocked.'];
    }

    /**
     * @return array<string, FactValue> facts that are different afterwards
     */
    abstract public function effects(State $state, ModelSheet $sheet): array;

    /**
     * What must be reckoned with while it is under way or was cut off in the middle, where that is worse than before
     * and after.
     *
     * @return array<string, FactValue>
     */
    public function midway(State $state, ModelSheet $sheet): array
    {
        return [];
    }

    /**
     * @return list<LossClass> what is gone afterwards, of what lives there or may live there
     */
    public function losses(State $state): array
    {
        return [];
    }

    /**
     * What it takes off the phone beside the data, in a sentence; null where it takes nothing.
     */
    public function takesAway(State $state): ?string
    {
        return null;
    }

    /** What to do first where it was cut off in the middle, in a sentence; null where nothing comes first. */
    public function whenCutOff(): ?string
    {
        return null;
    }

    abstract public function timing(Rates $rates, State $state, ModelSheet $sheet): Timing;

    /** What to do, in the second person. */
    abstract public function instruction(): string;

    abstract public function youWillSee(): string;

    /** What shows that it worked. */
    abstract public function evidence(): string;

    /**
     * Lines that look bad and are not.
     *
     * @return list<string>
     */
    public function oddities(): array
    {
        return [];
    }

    abstract public function whenItFails(): string;
}
