<?php

declare(strict_types=1);

namespace Tornavis\Core\Run;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Phone\FactName;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Reading\PrintedLine;
use Tornavis\Core\Reading\PrintedText;
use Tornavis\Core\Reading\Reading;
use Tornavis\Core\Reading\Statement;
use Tornavis\Core\Reading\TextReader;
use Tornavis\Core\Words\Symptom;

/**
 * What a person typed or pasted to show that a step worked, compared with what the step should lead to.
 *
 * @phpstan-import-type FactValue from Fact
 */
final readonly class Evidence
{
    private const MOST_BYTES = 2 << 20;

    /**
     * @param  array<string, FactValue>  $facts  what the text shows of what the step leads to, by name
     * @param  list<string>  $notShown  names of wanted facts that the text does not speak of
     * @param  array<string, FactValue>  $read  everything that the text tells of the phone
     */
    private function __construct(public array $facts, public array $notShown, public array $read) {}

    /**
     * @param  list<string>  $slots  of the model
     *
     * @throws RunRefusal when the text is of another phone, contradicts the step, or shows nothing of it
     */
    public static function of(PlannedStep $step, string $text, ?string $serial, array $slots, string $label): self
    {
        $wanted = $step->wants();
        $read = self::shown($wanted, $text, $serial, $slots, $label);
        $facts = [];
        foreach (array_intersect_key($wanted, $read) as $name => $value) {
            if ($read[$name] !== $value) {
                throw RunRefusal::otherwise(
                    $name,
                    is_string($read[$name]) ? $read[$name] : (string) json_encode($read[$name]),
                    $value,
                );
            }
            $facts[$name] = $value;
        }
        if ($wanted !== [] && $facts === []) {
            throw RunRefusal::noEvidence(array_keys($wanted), trim($text) === '' ? 'nothing' : self::short($text));
        }

        return new self($facts, array_keys(array_diff_key($wanted, $facts)), $read);
    }

    /**
     * What the text shows of the phone, whether or not the step should lead to it.
     *
     * @param  array<string, string>  $wanted
     * @param  list<string>  $slots
     * @return array<string, FactValue>
     *
     * @throws RunRefusal when it is too long or of another phone
     */
    public static function shown(array $wanted, string $text, ?string $serial, array $slots, string $label): array
    {
        if (strlen($text) > self::MOST_BYTES) {
            throw RunRefusal::evidenceTooLong(strlen($text), self::MOST_BYTES);
        }
        $read = self::read($text, $slots);
        if (
            $serial !== null &&
            isset($read[StateField::Serial->value]) &&
            $read[StateField::Serial->value] !== $serial
        ) {
            throw RunRefusal::otherPhone(
                (string) json_encode($read[StateField::Serial->value], JSON_UNESCAPED_SLASHES),
                $serial,
                $label,
            );
        }
        foreach (array_diff_key($wanted, $read) as $name => $value) {
            $seen = match (true) {
                self::speaksOf($text, $value, $name) => $value,
                $name === StateField::ActiveSlot->value => self::slotIn($text, $slots),
                default => null,
            };
            if ($name === StateField::Serial->value && $seen === null && trim($text) !== '') {
                throw RunRefusal::otherPhone(self::short($text), $value, $label);
            }
            $seen ??= count($wanted) === 1 && trim($text) !== '' ? self::short($text) : null;
            if ($seen !== null) {
                $read[$name] = $seen;
            }
        }

        return $read;
    }

    /**
     * @param  list<string>  $slots
     * @return array<string, FactValue>
     */
    private static function read(string $text, array $slots): array
    {
        $read = [];
        foreach (self::reading($text)->unit as $one) {
            // A run changes no model; a ported build shows that of the phone which it was made from.
            if (FactName::neverChanges($one->name) && $one->name !== StateField::Serial->value) {
                continue;
            }
            // What names no slot of this phone is of none.
            $isOther = preg_match('/^slot\.([ab-])\./', $one->name, $slot) === 1 && !in_array($slot[1], $slots, true);
            if (!$isOther) {
                $read[$one->name] = $one->value;
            }
        }

        return $read;
    }

    /** Typed by hand, or the output of some tool; of a text of nothing known, the values are looked for as words. */
    private static function reading(string $text): Reading
    {
        return TextReader::read(PrintedText::of($text, 'what was pasted'));
    }

    /**
     * What the text shows to have gone wrong, with the line that says so.
     *
     * @return ?array{Symptom, PrintedLine}
     */
    public static function symptom(string $text): ?array
    {
        if (trim($text) === '' || strlen($text) > self::MOST_BYTES) {
            return null;
        }
        $seen = self::reading($text)->symptoms;

        return $seen === [] ? null : [Symptom::from($seen[0]->name), $seen[0]->line];
    }

    /**
     * The line that shows one of these facts; null where the value was found as a word by itself.
     *
     * @param  list<string>  $names
     */
    public static function deciding(string $text, array $names): ?PrintedLine
    {
        $shown = array_filter(
            trim($text) === '' ? [] : self::reading($text)->unit,
            static fn(Statement $one): bool => in_array($one->name, $names, true),
        );

        return array_values($shown)[0]->line ?? null;
    }

    /**
     * Whether a value stands in the text as a word of its own; one letter could be any word's, so that it needs
     * "slot" before it.
     */
    private static function speaksOf(string $text, string $value, string $name): bool
    {
        return $name !== StateField::ActiveSlot->value &&
            preg_match('/(?<![A-Za-z0-9_.-])' . preg_quote($value, '/') . '(?![A-Za-z0-9_-]|\.[0-9])/i', $text) === 1;
    }

    /**
     * The slot that a text names first: alone, or after the word.
     *
     * @param  list<string>  $slots
     */
    private static function slotIn(string $text, array $slots): ?string
    {
        $names = implode('|', array_map(preg_quote(...), $slots));

        return preg_match(
            "/^\\W*({$names})\\W*$|\\bslot\\b\\W*(?:is|active|current)?\\W*\\b_?({$names})\\b/i",
            $text,
            $part,
        ) === 1
            ? strtolower($part[2] ?? $part[1])
            : null;
    }

    private static function short(string $text): string
    {
        $line = trim((string) preg_replace('/\s+/', ' ', $text));

        return mb_strlen($line) > 60 ? mb_substr($line, 0, 60) . '…' : $line;
    }
}
