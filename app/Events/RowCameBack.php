<?php

declare(strict_types=1);

namespace App\Events;

/** A row that could not be read can be read again, and with it perhaps what belongs to it. */
final readonly class RowCameBack {}
