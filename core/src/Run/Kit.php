<?php

declare(strict_types=1);

namespace Tornavis\Core\Run;

/** The files that a plan names. */
interface Kit
{
    /**
     * Compares a file with what the plan says of it.
     *
     * @param  string  $package  its name in the plan
     *
     * @throws FileChanged when it is gone or another one
     */
    public function check(string $package): void;
}
