<?php

declare(strict_types=1);

namespace Tornavis\Core\Format;

/**
 * The members of a JSON object, read from a stream of any size: a list comes item by item, everything else as it
 * stands. Only its structure is looked at here; what the parts say is for a parser.
 */
final class JsonParts
{
    private const PIECE = 64 << 10;

    /** A member, or an item of a list, that is longer than this belongs to no file of this program. */
    private const LONGEST_PART = 64 << 20;

    private const SPACE = " \t\r\n";

    private string $held = '';

    private int $at = 0;

    /** @param  resource  $stream */
    private function __construct(private readonly mixed $stream, private readonly string $where) {}

    /**
     * @param  resource  $stream  read from where it stands
     * @return \Generator<int, array{string, bool, string}> name of the member, whether it is an item of a list, JSON
     *     text
     *
     * @throws FormatError when the structure is none of a JSON object
     */
    public static function of(mixed $stream, string $where): \Generator
    {
        return (new self($stream, $where))->members();
    }

    /**
     * @return \Generator<int, array{string, bool, string}>
     */
    private function members(): \Generator
    {
        $this->expect('{');
        if ($this->peek() === '}') {
            return;
        }
        do {
            $name = json_decode($this->value());
            if (!is_string($name)) {
                throw $this->broken('a name in quotes');
            }
            $this->expect(':');
            if ($this->peek() === '[') {
                foreach ($this->items() as $item) {
                    yield [$name, true, $item];
                }
            } else {
                yield [$name, false, $this->value()];
            }
            $sign = $this->peek();
            $this->at++;
        } while ($sign === ',');
        if ($sign !== '}') {
            throw $this->broken('"," or "}"');
        }
        if ($this->peek() !== '') {
            throw $this->broken('nothing after the last "}"');
        }
    }

    /**
     * @return \Generator<int, string>
     */
    private function items(): \Generator
    {
        $this->at++;
        if ($this->peek() === ']') {
            $this->at++;

            return;
        }
        do {
            yield $this->value();
            $sign = $this->peek();
            $this->at++;
        } while ($sign === ',');
        if ($sign !== ']') {
            throw $this->broken('"," or "]"');
        }
    }

    /** The text of one value, whatever it is. */
    private function value(): string
    {
        $this->peek();
        $this->drop();
        $depth = 0;
        while (true) {
            $char = $this->char();
            if ($char === '"') {
                $this->passString();
            } elseif ($char === '{' || $char === '[') {
                $depth++;
                $this->at++;
            } elseif ($char === '' || ($depth === 0 && str_contains(',]}:' . self::SPACE, $char))) {
                break;
            } elseif ($char === '}' || $char === ']') {
                $depth--;
                $this->at++;
            } else {
                $this->at += max(1, strcspn($this->held, '"{}[],:' . self::SPACE, $this->at));
            }
            if ($depth === 0 && in_array($char, ['"', '}', ']'], true)) {
                break;
            }
        }
        $text = substr($this->held, 0, $this->at);
        if ($text === '' || $depth !== 0) {
            throw $this->broken('a value');
        }
        $this->drop();

        return $text;
    }

    private function passString(): void
    {
        $this->at++;
        while (true) {
            if ($this->char() === '') {
                throw $this->broken('the end of a text');
            }
            $this->at += strcspn($this->held, '"\\', $this->at);
            $char = $this->char();
            $this->at += $char === '\\' ? 2 : ($char === '"' ? 1 : 0);
            if ($char === '"') {
                return;
            }
        }
    }

    private function expect(string $sign): void
    {
        if ($this->peek() !== $sign) {
            throw $this->broken("\"{$sign}\"");
        }
        $this->at++;
    }

    /** The next sign that is no space; "" at the end. */
    private function peek(): string
    {
        $char = $this->char();
        while ($char !== '' && str_contains(self::SPACE, $char)) {
            $this->at += strspn($this->held, self::SPACE, $this->at);
            $char = $this->char();
        }

        return $char;
    }

    private function char(): string
    {
        while ($this->at >= strlen($this->held)) {
            $more = feof($this->stream) ? '' : (string) fread($this->stream, self::PIECE);
            if ($more === '' && feof($this->stream)) {
                return '';
            }
            $this->held .= $more;
            if (strlen($this->held) > self::LONGEST_PART) {
                throw FormatError::tooLarge($this->where, strlen($this->held), self::LONGEST_PART);
            }
        }

        return $this->held[$this->at];
    }

    private function drop(): void
    {
        $this->held = substr($this->held, $this->at);
        $this->at = 0;
    }

    private function broken(string $expected): FormatError
    {
        return FormatError::notJson(
            $this->where,
            "expected {$expected}, and found \"" . substr($this->held, $this->at, 20) . '"',
        );
    }
}
