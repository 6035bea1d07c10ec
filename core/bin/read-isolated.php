<?php

declare(strict_types=1);

use Tornavis\Core\Package\Isolated\ReadingChild;

/*
 * Reads files for another process, so that no file can take that one down: App\Shelf\Apart starts it with limits.
 * One request a line on its input, answers as lines on its output, both JSON.
 */

require dirname(__DIR__, 2) . '/vendor/autoload.php';

(new ReadingChild(STDIN, STDOUT))->serve();
