<?php

declare(strict_types=1);

namespace App\Http\Api;

/** The documents that an address takes as its body. The fields of a form are said by its form request. */
#[\Attribute(\Attribute::TARGET_METHOD)]
final readonly class Takes
{
    /**
     * @param  list<string>  $schemas  of docs/formats, any one of them; empty where it is no JSON
     */
    public function __construct(public array $schemas, public string $type = 'application/json') {}
}
