<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Http\Api\DescribedRule;

/** What installers ask: id of the choice, by name of the file and id of the question. */
final class QuestionChoices implements DescribedRule
{
    private const MOST = 100;

    private const LONGEST = 300;

    public function schema(): array
    {
        return ['type' => 'object', 'additionalProperties' => ['type' => 'string']];
    }

    public function validate(string $attribute, mixed $value, \Closure $fail): void
    {
        $isText = static fn(mixed $one): bool => is_string($one) && strlen($one) <= self::LONGEST;
        $texts = is_array($value) ? array_filter($value, $isText) : [];
        if (!is_array($value) || $texts !== $value || count($value) > self::MOST) {
            $fail('The answers to installers are no object of texts. Give the id of a choice for each question.');
        }
    }
}
