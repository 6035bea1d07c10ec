<?php

declare(strict_types=1);

namespace App\Serve\Door;

/** The first lines of a request (RFC 9112), as far as the door looks at them: who says what, and how much follows. */
final readonly class RequestHead
{
    public const LONGEST = 16 << 10;

    private const END = "\r\n\r\n";

    /** Who passed a request on says so in these; only those who are believed may. */
    private const FORWARDED = [
        'x-forwarded-for',
        'x-forwarded-host',
        'x-forwarded-proto',
        'x-real-ip',
        'forwarded',
        'via',
    ];

    /**
     * @param  list<array{string, string}>  $fields  name as it stands, and value
     */
    private function __construct(private string $line, private array $fields, public int $bodyBytes) {}

    public static function isWhole(string $bytes): bool
    {
        return str_contains($bytes, self::END);
    }

    /**
     * @param  string  $bytes  with the end of the head in them
     * @return array{self, string} the head, and what has come of the body
     *
     * @throws NotLetIn when it is none, or does not say how much follows
     */
    public static function read(string $bytes): array
    {
        [$head, $rest] = explode(self::END, $bytes, 2) + [1 => ''];
        $lines = explode("\r\n", $head);
        $line = array_shift($lines);
        if (preg_match('#^[A-Z]{3,10} /[\x21-\x7e]* HTTP/1\.[01]$#', $line) !== 1) {
            throw NotLetIn::noRequest();
        }
        $fields = [];
        foreach ($lines as $field) {
            if (
                preg_match('/^([!#$%&\'*+.^_`|~0-9A-Za-z-]+):[ \t]*([^\x00-\x08\x0a-\x1f\x7f]*)$/', $field, $part) !== 1
            ) {
                throw NotLetIn::noRequest();
            }
            $fields[] = [$part[1], trim($part[2])];
        }
        $lengths = self::valuesOf($fields, 'content-length');
        if (self::valuesOf($fields, 'transfer-encoding') !== []) {
            throw NotLetIn::withoutLength();
        }
        if (count($lengths) > 1 || preg_match('/^\d{1,18}$/', $lengths[0] ?? '0') !== 1) {
            throw NotLetIn::noRequest();
        }

        return [new self($line, $fields, (int) ($lengths[0] ?? 0)), $rest];
    }

    /** The address that it was passed on from, as its last one says; null where none does. */
    public function passedOnFrom(): ?string
    {
        $said = self::valuesOf($this->fields, 'x-forwarded-for');
        $addresses = explode(',', $said === [] ? '' : $said[count($said) - 1]);
        $last = trim($addresses[count($addresses) - 1]);

        return $last === '' ? null : $last;
    }

    /** As it is passed on, with the address that it comes from; the connection ends with the answer. */
    public function from(string $address): string
    {
        $kept = array_filter(
            $this->fields,
            static fn(array $field): bool => !in_array(strtolower($field[0]), [...self::FORWARDED, 'connection'], true),
        );
        $fields = [...$kept, ['X-Forwarded-For', $address], ['Connection', 'close']];

        return "{$this->line}\r\n" .
            implode('', array_map(static fn(array $field): string => "{$field[0]}: {$field[1]}\r\n", $fields)) .
            "\r\n";
    }

    /**
     * @param  list<array{string, string}>  $fields
     * @return list<string>
     */
    private static function valuesOf(array $fields, string $name): array
    {
        $named = array_filter($fields, static fn(array $field): bool => strtolower($field[0]) === $name);

        return array_column($named, 1);
    }
}
