<?php

declare(strict_types=1);

namespace Tests\Support;

/** Ports for what a test starts. */
final class Ports
{
    /**
     * Below those that the system gives to connections by itself, so that none of them can take it before it is used.
     */
    private const FROM = 15_000;

    private const TO = 32_000;

    /** A port on which nobody listens now. */
    public static function free(): int
    {
        do {
            $port = random_int(self::FROM, self::TO);
            $socket = @stream_socket_server("tcp://0.0.0.0:{$port}");
        } while ($socket === false);
        fclose($socket);

        return $port;
    }
}
