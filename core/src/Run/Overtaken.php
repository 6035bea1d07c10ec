<?php

declare(strict_types=1);

namespace Tornavis\Core\Run;

use Tornavis\Core\Words\TornavisError;

/** Something came into the journal since it was looked at; what rests on that look is not done. */
final class Overtaken extends TornavisError
{
    public static function journal(): self
    {
        return new self(
            'The run has gone on since',
            'run',
            'that nothing has happened since the page was loaded',
            'Look at where the run is now, then decide again. Nothing was done.',
        );
    }
}
