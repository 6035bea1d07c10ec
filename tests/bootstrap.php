<?php

declare(strict_types=1);

use Tests\Support\TestRun;

require dirname(__DIR__) . '/vendor/autoload.php';

TestRun::enter();
