<?php

declare(strict_types=1);

namespace Tornavis\Core\Situation\Job;

/** What follows for a job from the fact that no build goes in. */
abstract readonly class JobWithoutBuild extends Job
{
    public function installsBuild(): bool
    {
        return false;
    }

    public function mayWipeInstead(): bool
    {
        return false;
    }

    public function bringsNewLayout(): bool
    {
        return false;
    }

    public function keepsServingRecovery(): bool
    {
        return false;
    }
}
