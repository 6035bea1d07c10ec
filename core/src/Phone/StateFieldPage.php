<?php

declare(strict_types=1);

namespace Tornavis\Core\Phone;

/** The table of StateField as a page: docs/formats/unit.md is this, byte for byte. */
final class StateFieldPage
{
    public static function markdown(): string
    {
        $lines = [
            '# Facts about a unit',
            '',
            'Made by `php artisan tornavis:formats` from the table in `core/src/Phone/StateField.php`.',
            '',
            'The names that a unit file may use. `{slot}` is a, b or -, `{partition}` a partition of the model ' .
            'sheet, ' .
            '`{class}` a loss class, `{mode}` a mode. A value of `null` means: looked for and not known. A text may ' .
            'have up to 400 bytes.',
            '',
            '| name | type | what it says | values |',
            '|---|---|---|---|',
        ];
        foreach (StateField::cases() as $field) {
            $rule = $field->allowedTexts();
            $values = match (true) {
                is_array($rule) => implode(', ', $rule),
                is_string($rule) => '`' . str_replace('|', '\|', $rule) . '`',
                $field->type() === 'percent' => '0 to 100',
                default => '',
            };
            $lines[] = "| `{$field->value}` | {$field->type()} | {$field->label()} | {$values} |";
        }

        return implode("\n", $lines) . "\n";
    }
}
