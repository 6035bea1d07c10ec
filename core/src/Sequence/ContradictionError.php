<?php

declare(strict_types=1);

namespace Tornavis\Core\Sequence;

use Tornavis\Core\Words\TornavisError;

/** The constraints of the rules cannot all hold, or leave so much open that no order is found in time. */
final class ContradictionError extends TornavisError
{
    /**
     * @param  list<string>  $titles
     * @param  list<string>  $rules
     */
    public static function cycle(array $titles, array $rules): self
    {
        return new self(
            'These steps each have to come before one of the others: ' . implode('; ', $titles),
            'rules ' . implode(', ', $rules),
            'an order that satisfies every rule',
            'Leave one of the files out, or change the house rule that asks for the order.',
        );
    }

    public static function noWay(string $from, string $to, string $title): self
    {
        return new self(
            "There is no way from {$from} to {$to} by command",
            "step \"{$title}\"",
            'modes that lead to one another',
            'Bring the phone into another mode by its keys and plan again.',
        );
    }

    public static function tooMany(int $steps, int $most): self
    {
        return new self(
            "The plan would have {$steps} steps",
            'the order of the steps',
            "at most {$most}",
            'Leave files out of the kit and put them in by a second job.',
        );
    }

    public static function tooOpen(int $steps, int $most): self
    {
        return new self(
            "More than {$most} orders of {$steps} steps are possible",
            'the order of the steps',
            'constraints that leave fewer',
            'Leave files out of the kit and put them in by a second job.',
        );
    }
}
