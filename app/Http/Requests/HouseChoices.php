<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Http\Api\DescribedRule;
use Tornavis\Core\Format\FormatError;
use Tornavis\Core\Situation\HouseRules;

/** House rules that differ in one job: names and values that exist. */
final class HouseChoices implements DescribedRule
{
    public function schema(): array
    {
        return ['type' => 'object', 'additionalProperties' => ['type' => ['string', 'integer']]];
    }

    public function validate(string $attribute, mixed $value, \Closure $fail): void
    {
        try {
            /** @var array<string, mixed> $choices */
            $choices = is_array($value)
                ? $value
                : throw FormatError::invalid(
                    'the job',
                    $attribute,
                    'This is no list of choices',
                    'an object of values by name of the house rule',
                );
            (new HouseRules())->with($choices);
        } catch (FormatError $error) {
            $fail($error->getMessage());
        }
    }
}
