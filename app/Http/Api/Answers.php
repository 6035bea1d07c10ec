<?php

declare(strict_types=1);

namespace App\Http\Api;

/**
 * What an address of the API answers. The OpenAPI document is made from it, and every answer in a test is held
 * against it.
 */
#[\Attribute(\Attribute::TARGET_METHOD | \Attribute::IS_REPEATABLE)]
final readonly class Answers
{
    /**
     * @param  ?string  $schema  of docs/formats/api, or of docs/formats after a "/"; null where the answer is empty or
     *     is no JSON
     */
    public function __construct(
        public ?string $schema,
        public int $status = 200,
        public string $type = 'application/json',
    ) {}
}
