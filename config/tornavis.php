<?php

declare(strict_types=1);

return [
    /** Folder whose files are the shelf. */
    'shelf' => env('TORNAVIS_SHELF', storage_path('shelf')),

    /** Bytes that one uploaded file may have. */
    'largest_upload' => (int) env('TORNAVIS_LARGEST_UPLOAD', 16 << 30),

    /** Folder in which the simulated phones are kept. */
    'phones' => env('TORNAVIS_PHONES', storage_path('phones')),

    /** Where the stand-in listens on 127.0.0.1. */
    'standin_port' => (int) env('TORNAVIS_STANDIN_PORT', 8651),

    /** Seconds on a simulated phone for one second here. */
    'standin_speed' => (float) env('TORNAVIS_STANDIN_SPEED', 20),

    /** What another device of the network types to be let in; empty where only this machine is answered. */
    'access_code' => (string) env('TORNAVIS_ACCESS_CODE', ''),

    /**
     * Addresses of web servers that pass requests on and say from where, parted by commas; others that say so are not
     * believed.
     */
    'proxies' => array_filter(array_map(trim(...), explode(',', (string) env('TORNAVIS_PROXIES', '')))),

    /** Host names that a request may come with, parted by commas. */
    'hosts' => array_map(trim(...), explode(',', (string) env('TORNAVIS_HOSTS', '127.0.0.1,localhost'))),
];
