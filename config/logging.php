<?php

declare(strict_types=1);

use Monolog\Handler\FallbackGroupHandler;
use Monolog\Handler\StreamHandler;
use Monolog\Level;

$log = new StreamHandler(storage_path('logs/tornavis.log'), Level::Warning);
// On a full disk the log cannot be written either; saying so must not fail.
$standardError = new StreamHandler('php://stderr', Level::Warning);

return [
    'default' => 'single',
    'channels' => [
        'single' => [
            'driver' => 'monolog',
            'handler' => FallbackGroupHandler::class,
            'with' => ['handlers' => [$log, $standardError]],
        ],
    ],
];
