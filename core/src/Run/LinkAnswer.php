<?php

declare(strict_types=1);

namespace Tornavis\Core\Run;

use Tornavis\Core\Fact\Fact;

/**
 * What came back over a link.
 *
 * @phpstan-import-type FactValue from Fact
 */
final readonly class LinkAnswer
{
    /**
     * @param  bool  $ok  whether the phone says that it worked
     * @param  array<string, FactValue>  $facts  what it told of itself
     * @param  int  $elapsedSeconds  on the phone's clock
     */
    public function __construct(
        public bool $ok,
        public string $says,
        public int $status,
        public array $facts,
        public int $elapsedSeconds,
    ) {}
}
