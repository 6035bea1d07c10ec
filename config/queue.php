<?php

declare(strict_types=1);

return [
    'default' => env('QUEUE_CONNECTION', 'database'),
    'connections' => [
        'sync' => ['driver' => 'sync'],
        // A step of a run may take half an hour; runs are taken up again at start, not by a timeout.
        'database' => [
            'driver' => 'database',
            'connection' => 'sqlite',
            'table' => 'jobs',
            'queue' => 'default',
            'retry_after' => 86_400,
            'after_commit' => true,
        ],
    ],
    'batching' => ['database' => 'sqlite', 'table' => 'job_batches'],
    'failed' => ['driver' => 'database-uuids', 'database' => 'sqlite', 'table' => 'failed_jobs'],
];
