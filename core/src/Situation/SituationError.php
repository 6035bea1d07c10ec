<?php

declare(strict_types=1);

namespace Tornavis\Core\Situation;

use Tornavis\Core\Words\TornavisError;

/** Parts that cannot be put together into one situation. */
final class SituationError extends TornavisError
{
    public static function otherSheet(string $label, string $codename, string $sheet): self
    {
        return new self(
            "The model sheet is for {$sheet}, the unit is a {$codename}",
            "unit {$label}",
            "the model sheet of {$codename}",
            'Give the sheet that belongs to the unit.',
        );
    }

    public static function noSheet(string $label, string $codename): self
    {
        if ($codename === '') {
            return new self(
                "It is not known which model {$label} is",
                "unit {$label}",
                'a codename',
                'Identify the phone on its page first: give its model number or what the phone prints about itself.',
            );
        }

        return new self(
            "There is no model sheet for {$codename}",
            "unit {$label}",
            'a model sheet with this codename',
            'Add the sheet first, or correct the codename of the unit.',
        );
    }
}
