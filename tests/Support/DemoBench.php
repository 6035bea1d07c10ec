<?php

declare(strict_types=1);

namespace Tests\Support;

/** For tests on the demo world: each begins with its database and its simulated phones as they were laid out. */
trait DemoBench {}
