<?php

declare(strict_types=1);

// Files are given out by the pages of the shelf alone.
return [
    'default' => 'local',
    'disks' => ['local' => ['driver' => 'local', 'root' => storage_path('app'), 'serve' => false, 'throw' => true]],
    'links' => [],
];
