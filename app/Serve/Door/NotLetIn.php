<?php

declare(strict_types=1);

namespace App\Serve\Door;

use RuntimeException;

/** A request that the door does not pass on, with the status that it is answered. */
final class NotLetIn extends RuntimeException
{
    private const REASONS = [
        400 => 'Bad Request',
        408 => 'Request Timeout',
        411 => 'Length Required',
        413 => 'Content Too Large',
        431 => 'Request Header Fields Too Large',
        502 => 'Bad Gateway',
        503 => 'Service Unavailable',
    ];

    private function __construct(public readonly int $status, string $message)
    {
        parent::__construct($message);
    }

    public static function noRequest(): self
    {
        return new self(400, 'This is no request that a browser sends. Nothing was done.');
    }

    public static function tooSlow(): self
    {
        return new self(408, 'The request did not come whole in time. Send it again.');
    }

    public static function withoutLength(): self
    {
        return new self(411, 'The request does not say how long it is. Send it with its length.');
    }

    public static function tooLarge(): self
    {
        return new self(413, 'From another device no more than a note is taken. Do this at the computer.');
    }

    public static function headTooLong(): self
    {
        return new self(431, 'The request has too many lines before its body. Send fewer cookies.');
    }

    public static function noAnswer(): self
    {
        return new self(502, 'The pages do not answer. They are started again; load the page once more.');
    }

    public static function tooMany(): self
    {
        return new self(503, 'This device has too many requests open. Close some of its pages.');
    }

    /** As it is sent. */
    public function response(): string
    {
        $body = json_encode(['message' => $this->getMessage()], JSON_THROW_ON_ERROR);
        $reason = self::REASONS[$this->status];

        return "HTTP/1.1 {$this->status} {$reason}\r\nContent-Type: application/json\r\nConnection: close\r\n" .
            'Content-Length: ' .
            strlen($body) .
            "\r\n\r\n{$body}";
    }
}
