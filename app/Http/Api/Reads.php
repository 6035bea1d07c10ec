<?php

declare(strict_types=1);

namespace App\Http\Api;

/** A word of the address that may be left out: "?dry=1". */
#[\Attribute(\Attribute::TARGET_METHOD | \Attribute::IS_REPEATABLE)]
final readonly class Reads
{
    public function __construct(public string $name, public string $type = 'string') {}
}
