<?php

declare(strict_types=1);

use App\Prove\Mutants\Mutant;
use Tests\Support\TestRun;

require dirname(__DIR__) . '/vendor/autoload.php';

$mistake = getenv(Mutant::VARIABLE);
if (is_string($mistake) && $mistake !== '') {
    // A test run that is to fail: the simulated phone has one mistake in its physics.
    Mutant::listed(dirname(__DIR__) . '/app/Prove/Mutants/witness.json')[$mistake]->switchOn();
}

TestRun::enter();
