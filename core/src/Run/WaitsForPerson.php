<?php

declare(strict_types=1);

namespace Tornavis\Core\Run;

/** The person has to act; the run goes on when they report. */
final class WaitsForPerson extends \RuntimeException {}
