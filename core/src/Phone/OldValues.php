<?php

declare(strict_types=1);

namespace Tornavis\Core\Phone;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Words\BatteryCondition;
use Tornavis\Core\Words\Encryption;
use Tornavis\Core\Words\Moment;

/**
 * Values that version 1 of the unit's format took as free text and that are words now. What has a word is carried over;
 * what has none becomes unknown, and the text stays where the value came from.
 *
 * @phpstan-type StatedFact array{
 *     name: string,
 *     value: string|int|bool|list<string>|null,
 *     source: string,
 *     where?: string,
 *     at?: string
 * }
 */
final class OldValues
{
    /** Words of people → today's word. */
    private const WORDS = [
        StateField::BatteryCondition->value => [
            'good' => BatteryCondition::Sound->value,
            'ok' => BatteryCondition::Sound->value,
            'fine' => BatteryCondition::Sound->value,
            'healthy' => BatteryCondition::Sound->value,
            'normal' => BatteryCondition::Sound->value,
            'bloated' => BatteryCondition::Swollen->value,
            'swelling' => BatteryCondition::Swollen->value,
            'overheated' => BatteryCondition::Hot->value,
        ],
        StateField::DataEncryption->value => ['unencrypted' => Encryption::None->value],
    ];

    private const MONTHS = [
        'january' => '01',
        'february' => '02',
        'march' => '03',
        'april' => '04',
        'may' => '05',
        'june' => '06',
        'july' => '07',
        'august' => '08',
        'september' => '09',
        'october' => '10',
        'november' => '11',
        'december' => '12',
    ];

    /**
     * The facts of a document of version 1 with today's values.
     *
     * @param  list<StatedFact>  $facts
     * @return list<StatedFact>
     */
    public static function carried(array $facts): array
    {
        return array_map(self::carriedOne(...), $facts);
    }

    /**
     * What was carried over, in a sentence each.
     *
     * @param  list<StatedFact>  $facts
     * @return list<string>
     */
    public static function notes(array $facts): array
    {
        $notes = [];
        foreach ($facts as $fact) {
            $now = self::carriedOne($fact)['value'];
            if ($now !== $fact['value']) {
                $was = Fact::fromArray($fact)->text();
                $notes[] =
                    FactName::label($fact['name']) .
                    " was \"{$was}\". " .
                    ($now === null
                        ? 'That is no value now; it counts as unknown, and the text is kept beside it.'
                        : 'It is carried over as "' . FactName::say($fact['name'], $now) . '".');
            }
        }

        return array_values(array_unique($notes));
    }

    /**
     * @param  StatedFact  $fact
     * @return StatedFact
     */
    private static function carriedOne(array $fact): array
    {
        $field = FactName::field($fact['name']);
        $value = $fact['value'];
        if ($field === null || !is_string($value) || $field->type() !== 'text' || FactName::takes($field, $value)) {
            return $fact;
        }
        $now = self::todays($field, strtolower(trim($value)));
        $where = trim(($fact['where'] ?? '') . ", as \"{$value}\"", ', ');

        return ['value' => $now !== null && FactName::takes($field, $now) ? $now : null, 'where' => $where] + $fact;
    }

    private static function todays(StateField $field, string $text): ?string
    {
        $word = self::WORDS[$field->value][$text] ?? null;

        return match ($field) {
            StateField::OsPatchLevel, StateField::DataWrittenPatchLevel => self::month($text),
            StateField::OsRelease, StateField::DataWrittenRelease => self::leading('/^\d+(\.\d+)*/', $text),
            StateField::UnlockWaitStarted => Moment::read($text)?->format('Y-m-d\TH:i:sP'),
            StateField::DataFileSystem => $text,
            default => $word ?? str_replace(' ', '-', $text),
        };
    }

    /** "2026-09" of "September 2026", "2026-09-05" of "5 September 2026". */
    private static function month(string $text): ?string
    {
        $form = '/^(?:(?<day>\d{1,2})\.? )?(?<month>[a-z]+)(?: (?<late>\d{1,2}),)? (?<year>\d{4})$/';
        if (preg_match($form, $text, $part) !== 1 || !isset(self::MONTHS[$part['month']])) {
            return null;
        }
        $day = ltrim("{$part['day']}{$part['late']}", '0');

        return "{$part['year']}-" . self::MONTHS[$part['month']] . ($day === '' ? '' : sprintf('-%02d', (int) $day));
    }

    private static function leading(string $form, string $text): ?string
    {
        return preg_match($form, $text, $part) === 1 ? $part[0] : null;
    }
}
