<?php

declare(strict_types=1);

namespace App\Http\Api;

use Illuminate\Contracts\Validation\ValidationRule;

/** A rule of a form that says itself what it takes. */
interface DescribedRule extends ValidationRule
{
    /** @return array<string, mixed> as a JSON Schema */
    public function schema(): array;
}
