<?php

declare(strict_types=1);

namespace Tornavis\Core\Operation;

use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Situation\Rates;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\OperationName;

/** Compares what the phone says with what was to be reached. */
final readonly class Verify extends Operation
{
    /**
     * @param  array<string, string>  $expected  name of the fact → value
     * @param  bool  $afterSetUp  whether the system has begun with empty data
     */
    public function __construct(private array $expected, private bool $afterSetUp = false) {}

    public function name(): OperationName
    {
        return OperationName::Verify;
    }

    public function title(): string
    {
        return 'Check build, slot, services and radio serial';
    }

    public function parameters(): array
    {
        return ['facts' => array_keys($this->expected), 'values' => array_values($this->expected)];
    }

    public function mode(): Mode
    {
        return Mode::System;
    }

    public function effects(State $state, ModelSheet $sheet): array
    {
        return [
            StateField::DebuggingAllowed->value => true,
            StateField::DebuggingAuthorised->value => true,
            StateField::LinkProven->of(Mode::System) => true,
        ];
    }

    public function refusals(State $state, ModelSheet $sheet): array
    {
        $refusals = [];
        foreach ($this->expected as $name => $value) {
            if ($state->text($name) !== $value) {
                $refusals[] = "{$name} would be {$state->fact($name)->text()}, not {$value}.";
            }
        }

        return $refusals;
    }

    public function timing(Rates $rates, State $state, ModelSheet $sheet): Timing
    {
        return Timing::about(180);
    }

    public function instruction(): string
    {
        $begin = $this->afterSetUp
            ? 'Finish the set-up, allow debugging again and compare with the list.'
            : 'Unlock the phone and compare with the list.';

        return "{$begin} Then make a test call, and test the route for emergency calls.";
    }

    public function youWillSee(): string
    {
        return implode(
            ', ',
            array_map(
                static fn(string $name, string $value): string => substr($name, (int) strrpos($name, '.') + 1) .
                    " {$value}",
                array_keys($this->expected),
                $this->expected,
            ),
        );
    }

    public function evidence(): string
    {
        return 'Every value is the expected one, and the radio\'s serial number is still there.';
    }

    public function whenItFails(): string
    {
        return 'If the build is the old one the slot did not switch. If the radio serial is missing, restore the ' .
            'identity backup of this same phone.';
    }
}
