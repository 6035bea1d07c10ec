<?php

declare(strict_types=1);

namespace Tornavis\Core\Tests\Run;

use Tornavis\Core\Run\Link;
use Tornavis\Core\Run\LinkAnswer;
use Tornavis\Core\Run\LinkLost;
use Tornavis\Core\Run\PlannedStep;
use Tornavis\Core\Run\Progress;

/** A phone that does what the plan predicts, unless it was told to fail. */
final class FakeLink implements Link
{
    /** @var list<string> operations carried out, in order */
    public array $done = [];

    /** @var array<string, mixed> what it shows now */
    public array $facts;

    /** operation at which the link breaks: before or after the phone has done it */
    public ?string $breaksAt = null;

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

    public function carryOut(string $operation, array $parameters, callable $progress): LinkAnswer
    {
        if ($this->gone) {
            throw LinkLost::noAnswer('test', $operation);
        }
        $progress(new Progress('working', 10, 1));
        if ($this->breaksAt === $operation && !$this->breaksAfterwards) {
            $this->breaksAt = null;
            throw LinkLost::noAnswer('test', $operation);
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
        $this->done[] = $operation;
        if ($this->breaksAt === $operation) {
            $this->breaksAt = null;
            throw LinkLost::noAnswer('test', $operation);
        }

        return new LinkAnswer(true, 'done', 0, array_diff_key($this->facts, ['battery.percent' => 0]), 10);
    }
}
