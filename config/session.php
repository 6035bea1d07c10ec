<?php

declare(strict_types=1);

return [
    // In the cookie itself, encrypted: nothing has to be written for a page, and a full disk keeps nobody out.
    'driver' => 'cookie',
    'lifetime' => 60 * 24 * 30,
    'cookie' => 'tornavis_session',
    'http_only' => true,
    'same_site' => 'strict',
];
