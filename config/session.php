<?php

declare(strict_types=1);

return [
    'driver' => 'file',
    'lifetime' => 60 * 24 * 30,
    'cookie' => 'tornavis_session',
    'http_only' => true,
    'same_site' => 'strict',
];
