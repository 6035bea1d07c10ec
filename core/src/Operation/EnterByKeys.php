<?php

declare(strict_types=1);

namespace Tornavis\Core\Operation;

use Tornavis\Core\Phone\BootCheck;
use Tornavis\Core\Phone\KeyPress;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Situation\Rates;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\OperationName;

/** Brings the phone into a mode with its keys, where a command would not lead there. */
final readonly class EnterByKeys extends Operation
{
    /**
     * @param  list<KeyPress>  $keys  of this model for the mode; empty where its sheet has none
     */
    public function __construct(private Mode $from, private Mode $to, private array $keys) {}

    public function name(): OperationName
    {
        return OperationName::EnterByKeys;
    }

    public function title(): string
    {
        return "Enter {$this->to->place()} with the keys";
    }

    public function parameters(): array
    {
        return ['mode' => $this->to->value];
    }

    public function mode(): Mode
    {
        return $this->from;
    }

    public function modeAfter(): Mode
    {
        return $this->to;
    }

    public function refusals(State $state, ModelSheet $sheet): array
    {
        $slot = $state->activeSlot() ?? $sheet->slots[0];
        $obstacle =
            Restart::refusal($state, $sheet) ??
            ($this->to === Mode::Recovery ? BootCheck::recoveryObstacle($state, $sheet, $slot) : null);

        return $obstacle === null ? [] : [$obstacle];
    }

    public function effects(State $state, ModelSheet $sheet): array
    {
        return Restart::effects($state, $this->to);
    }

    public function timing(Rates $rates, State $state, ModelSheet $sheet): Timing
    {
        return Timing::about(40);
    }

    public function instruction(): string
    {
        $begin = match ($this->from) {
            Mode::Off => 'From power-on press',
            Mode::BootLoop, Mode::Stuck => 'Hold the power key until the screen goes dark, then press',
            default => 'Switch the phone off, then press',
        };
        $keys = implode(', ', array_map(static fn(KeyPress $press): string => $press->words(), $this->keys));
        $todo = $this->keys === [] ? "{$begin} the keys of this model for {$this->to->place()}." : "{$begin}: {$keys}.";

        return $this->from->isDeaf()
            ? "{$todo} No command reaches the phone before that."
            : "{$todo} Do not use the command.";
    }

    public function youWillSee(): string
    {
        return $this->to === Mode::Recovery ? "The recovery's first screen." : "The screen of {$this->to->place()}.";
    }

    public function evidence(): string
    {
        return "The phone is listed in {$this->to->place()}.";
    }

    public function whenItFails(): string
    {
        return 'Nothing has changed. Switch it off and press the keys again; their timing is part of them.';
    }
}
