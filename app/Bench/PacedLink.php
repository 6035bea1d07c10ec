<?php

declare(strict_types=1);

namespace App\Bench;

use Illuminate\Support\Carbon;
use Tornavis\Core\Run\Link;
use Tornavis\Core\Run\LinkAnswer;
use Tornavis\Core\Words\OperationName;

/** A link to a phone that is quicker or slower than thought; the clock goes on by what everything takes. */
final readonly class PacedLink implements Link
{
    /** @param  float  $pace  1.2: a fifth slower */
    public function __construct(private Link $link, private float $pace) {}

    public function name(): string
    {
        return $this->link->name();
    }

    public function observe(): LinkAnswer
    {
        return $this->paced($this->link->observe());
    }

    public function carryOut(OperationName $operation, array $parameters, callable $progress): LinkAnswer
    {
        return $this->paced($this->link->carryOut($operation, $parameters, $progress));
    }

    private function paced(LinkAnswer $answer): LinkAnswer
    {
        $seconds = (int) round($answer->elapsedSeconds * $this->pace);
        Carbon::setTestNow(Carbon::now()->addSeconds($seconds));

        return new LinkAnswer($answer->ok, $answer->says, $answer->status, $answer->facts, $seconds);
    }
}
