<?php

declare(strict_types=1);

namespace Tornavis\Core\Tests\Run;

use Tornavis\Core\Run\Link;
use Tornavis\Core\Run\LinkAnswer;
use Tornavis\Core\Run\LinkLost;
use Tornavis\Core\Run\PlannedStep;
use Tornavis\Core\Run\Progress;
use Tornavis\Core\Words\OperationName;

/** A phone that does what the plan predicts, unless it was told to fail. */
final class FakeLink implements Link
{
    /** @var list<string> names of the operations carried out, in order */
    public array $done = [];

    /** @var array<string, mixed> what it shows now */
    public array $facts;

    /** operation at which the link breaks: before or after the phone has done it */
    public ?OperationName $breaksAt = null;

    public bool $breaksAfterwards = false;

    public ?LinkAnswer $refusal = null;

    public bool $gone = false;

    /** @var list<PlannedStep> */
    private array $steps;

    /** @param array<string, mixed> $plan */
    public function __construct(array $plan)
    {
        $this->steps = PlannedStep::allOf($plan);
        $this->facts = $plan['before'];
    }

    public function name(): string
    {
        return 'stand-in';
    }

    public function observe(): LinkAnswer
    {
        if ($this->gone) {
            throw LinkLost::noAnswer('test', 'looking');
        }

        return new LinkAnswer(true, '', 0, $this->facts, 1);
    }

    public function carryOut(OperationName $operation, array $parameters, callable $progress): LinkAnswer
    {
        if ($this->gone) {
            throw LinkLost::noAnswer('test', $operation->value);
        }
        $progress(new Progress('working', 10, 1));
        if ($this->breaksAt === $operation && !$this->breaksAfterwards) {
            $this->breaksAt = null;
            throw LinkLost::noAnswer('test', $operation->value);
        }
        if ($this->refusal !== null) {
            $refusal = $this->refusal;
            $this->refusal = null;

            return $refusal;
        }
        foreach ($this->steps as $step) {
            if ($step->operation === $operation && $step->parameters == $parameters) {
                $this->facts = array_merge($this->facts, $step->effects);
            }
        }
        $this->done[] = $operation->value;
        if ($this->breaksAt === $operation) {
            $this->breaksAt = null;
            throw LinkLost::noAnswer('test', $operation->value);
        }

        return new LinkAnswer(true, 'done', 0, array_diff_key($this->facts, ['battery.percent' => 0]), 10);
    }
}
