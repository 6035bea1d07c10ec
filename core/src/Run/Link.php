<?php

declare(strict_types=1);

namespace Tornavis\Core\Run;

use Tornavis\Core\Words\OperationName;

/** How the steps of a plan reach a phone. */
interface Link
{
    /** The word of the vocabulary: "stand-in" or "hands". */
    public function name(): string;

    /**
     * What the phone shows now, as far as its mode lets it.
     *
     * @throws LinkLost when nothing answers
     * @throws WaitsForPerson when a person has to look
     */
    public function observe(): LinkAnswer;

    /**
     * Carries one operation out and waits until it ends.
     *
     * @param  array<string, mixed>  $parameters
     * @param  callable(Progress): void  $progress
     *
     * @throws LinkLost when the phone or the link goes away in the middle
     * @throws WaitsForPerson when a person has to do it
     */
    public function carryOut(OperationName $operation, array $parameters, callable $progress): LinkAnswer;
}
