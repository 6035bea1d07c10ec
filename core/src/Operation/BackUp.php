<?php

declare(strict_types=1);

namespace Tornavis\Core\Operation;

use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Situation\Rates;
use Tornavis\Core\Words\LossClass;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\OperationName;

final readonly class BackUp extends Operation
{
    /**
     * @param  list<LossClass>  $classes
     */
    public function __construct(private array $classes) {}

    public function name(): OperationName
    {
        return OperationName::BackUp;
    }

    public function title(): string
    {
        return 'Back up, off the phone';
    }

    public function parameters(): array
    {
        return [
            'classes' => array_map(static fn(LossClass $class): string => $class->value, $this->classes),
            'place' => 'computer',
        ];
    }

    public function mode(): Mode
    {
        return Mode::System;
    }

    public function effects(State $state, ModelSheet $sheet): array
    {
        return [];
    }

    public function timing(Rates $rates, State $state, ModelSheet $sheet): Timing
    {
        return Timing::about(60 + intdiv($state->data()->usedBytes ?? 8 << 30, $rates->backupBytesPerSecond));
    }

    public function instruction(): string
    {
        return 'Copy to the computer: ' .
            implode(', ', array_map(static fn(LossClass $class): string => lcfirst($class->label()), $this->classes)) .
            '. Open one file of each on the computer before you go on.';
    }

    public function youWillSee(): string
    {
        return 'The copies on the computer, with sizes that are not zero.';
    }

    public function evidence(): string
    {
        return 'Each class named above opens from the computer.';
    }

    public function whenItFails(): string
    {
        return 'Nothing has changed on the phone. Try another cable, or copy in smaller parts.';
    }
}
