<?php

declare(strict_types=1);

namespace Tornavis\Core\Phone;

use Tornavis\Core\Format\FormatError;
use Tornavis\Core\Words\LossClass;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\Moment;
use Tornavis\Core\Words\Size;
use Tornavis\Core\Words\Slot;
use Tornavis\Core\Words\SystemState;

/** The name of a fact as it was read from a file, a form or a journal: whether it exists, its words, its values. */
final class FactName
{
    /** @var array<string, StateField> names that were looked up and exist */
    private static array $known = [];

    /** The field that a name belongs to; null for a name that does not exist. */
    public static function field(string $name): ?StateField
    {
        $field = self::$known[$name] ?? self::lookUp($name);
        if ($field !== null) {
            self::$known[$name] = $field;
        }

        return $field;
    }

    private static function lookUp(string $name): ?StateField
    {
        $last = substr($name, (int) strrpos($name, '.') + 1);
        $field = StateField::tryFrom(self::pattern($name));

        return match (true) {
            str_contains($name, '{') => null,
            $field === StateField::DataHolds => LossClass::tryFrom($last) === null ? null : $field,
            $field === StateField::LinkProven => Mode::tryFrom($last) === null ? null : $field,
            default => $field,
        };
    }

    /** The name with placeholders, as StateField has it. */
    private static function pattern(string $name): string
    {
        return (string) preg_replace(
            [
                '/^slot\.[ab-]\./',
                '/^(slot\.\{slot\}\.(?:image|size))\.[a-z0-9_]+$/',
                '/^(data\.holds)\.[a-z-]+$/',
                '/^(link\.proven)\.[a-z-]+$/',
            ],
            ['slot.{slot}.', '$1.{partition}', '$1.{class}', '$1.{mode}'],
            $name,
        );
    }

    /** "Slot A: OS family", "Data holds: contacts"; the name itself where it does not exist. */
    public static function label(string $name): string
    {
        $field = self::field($name);
        if ($field === null) {
            return $name;
        }
        $label = $field->label();
        if (preg_match('/\.(holds|image|size|proven)\.([a-z_-]+)$/', $name, $part) === 1) {
            $of = match ($part[1]) {
                'holds' => LossClass::tryFrom($part[2])?->label(),
                'proven' => Mode::tryFrom($part[2])?->label(),
                default => null,
            };
            $label .= ': ' . lcfirst($of ?? $part[2]);
        }

        return preg_match('/^slot\.([ab])\./', $name, $slot) === 1
            ? 'Slot ' . strtoupper($slot[1]) . ": {$label}"
            : $label;
    }

    /** A value as a person reads it: sizes in binary units, times as dates. */
    public static function say(string $name, mixed $value): string
    {
        return match (true) {
            $value === null => 'unknown',
            $value === [] => 'none',
            is_bool($value) => $value ? 'yes' : 'no',
            is_array($value) => implode(', ', array_filter($value, is_string(...))),
            is_int($value) && (str_ends_with($name, 'Bytes') || str_contains($name, '.size.')) => Size::text($value),
            is_int($value) && str_ends_with($name, 'Time') => gmdate('Y-m-d', $value),
            str_ends_with($name, '.os.failedAs'), str_ends_with($name, '.recovery.ranAs') => 'yes, as it was then',
            is_string($value) && $name === 'bootloader.waitStarted' => Moment::read($value)?->format(
                'Y-m-d H:i \U\T\C',
            ) ?? $value,
            is_int($value) && str_ends_with($name, 'percent') => "{$value} %",
            default => is_scalar($value) ? (string) $value : '',
        };
    }

    /** Whether a thing can change by itself, so that two statements about it need not disagree. */
    public static function changesByItself(string $name): bool
    {
        return in_array(
            self::field($name),
            [
                StateField::Mode,
                StateField::BatteryPercent,
                StateField::BatteryCharging,
                StateField::DataUsedBytes,
                StateField::DataFreeBytes,
                StateField::DataFiles,
                StateField::CardFreeBytes,
                StateField::CardFiles,
                StateField::StorageStale,
                StateField::RecoveryPending,
                StateField::RunningSlot,
                StateField::SlotSuccessful,
                StateField::SlotRetriesLeft,
                StateField::UpdateMerging,
                StateField::RunningRecovery,
                StateField::LinkProven,
                StateField::DebuggingAllowed,
                StateField::DebuggingAuthorised,
                StateField::DataHolds,
            ],
            true,
        );
    }

    /**
     * What a fact can be, where that is one of a few things that a person can point at.
     *
     * @return list<array{value: string, label: string}> the value as it is typed; empty where it is typed
     */
    public static function choices(string $name): array
    {
        $field = self::field($name);
        $values = match (true) {
            $field?->type() === 'flag' => ['yes', 'no'],
            $field === StateField::ActiveSlot => [Slot::A->value, Slot::B->value],
            $field === StateField::OsState => [SystemState::Complete->value, SystemState::None->value],
            default => [],
        };

        return array_map(
            static fn(string $one): array => [
                'value' => $one,
                'label' => $field === StateField::ActiveSlot ? 'Slot ' . strtoupper($one) : $one,
            ],
            $values,
        );
    }

    /**
     * Whether null says that there is none of it; of every other thing it says that nobody knows it. A version is none
     * where its family is.
     */
    public static function canBeNone(string $name): bool
    {
        return in_array(
            self::field($name),
            [
                StateField::RecoveryFamily,
                StateField::KernelName,
                StateField::Root,
                StateField::OsFamily,
                StateField::OsFailedAs,
                StateField::SecondFamily,
                StateField::TrialFamily,
                StateField::DataWrittenBy,
                StateField::DataFromSet,
            ],
            true,
        );
    }

    /** Whether a thing never changes, so that two statements about it are about two phones, or one is wrong. */
    public static function neverChanges(string $name): bool
    {
        return in_array(
            self::field($name),
            [StateField::Serial, StateField::VariantModel, StateField::VariantChipset],
            true,
        );
    }

    /**
     * @param  string|int|bool|list<string>|null  $value
     *
     * @throws FormatError when the name does not exist or the value has another type
     */
    public static function check(string $name, string|int|bool|array|null $value, string $where): void
    {
        $field = self::field($name);
        if ($field === null) {
            throw FormatError::invalid(
                $where,
                "fact {$name}",
                'There is no such fact about a phone',
                'a name listed in docs/formats/unit.md',
            );
        }
        $fits =
            $value === null ||
            match ($field->type()) {
                'text' => is_string($value) && self::takes($field, $value),
                'int' => is_int($value),
                'percent' => is_int($value) && $value >= 0 && $value <= 100,
                'flag' => is_bool($value),
                default => is_array($value),
            };
        if (!$fits) {
            throw FormatError::invalid(
                $where,
                "fact {$name}",
                'The value ' . json_encode($value) . ' does not fit',
                self::expected($field) . ', or null for unknown',
            );
        }
    }

    /**
     * What a person typed, as a value of the type that the field has: "yes" is true of a flag, and nothing or "unknown"
     * is unknown.
     *
     * @return string|int|bool|list<string>|null
     *
     * @throws FormatError when the name does not exist or the field cannot have it
     */
    public static function typed(string $name, string $text, string $where): string|int|bool|array|null
    {
        $text = trim($text);
        $word = strtolower($text);
        $type = self::field($name)?->type();
        $value = match (true) {
            $text === '', $word === 'unknown' => null,
            $type === 'flag' && in_array($word, ['yes', 'no'], true) => $word === 'yes',
            in_array($type, ['int', 'percent'], true) && preg_match('/^\d{1,18}$/', $text) === 1 => (int) $text,
            $type === 'list' => array_values(
                array_filter(array_map(trim(...), explode(',', $text)), static fn(string $one): bool => $one !== ''),
            ),
            default => $text,
        };
        self::check($name, $value, $where);

        return $value;
    }

    /** Whether a text may be the value of a field. */
    public static function takes(StateField $field, string $text): bool
    {
        $rule = $field->allowedTexts();

        return strlen($text) <= 400 &&
            match (true) {
                is_array($rule) => in_array($text, $rule, true),
                is_string($rule) => preg_match($rule, $text) === 1,
                default => true,
            };
    }

    private static function expected(StateField $field): string
    {
        $rule = $field->allowedTexts();

        return match (true) {
            is_array($rule) => 'one of ' . implode(', ', $rule),
            is_string($rule) => "a text that matches {$rule}",
            $field->type() === 'flag' => 'yes or no',
            $field->type() === 'int' => 'a whole number',
            $field->type() === 'percent' => 'a whole number from 0 to 100',
            default => "a {$field->type()}",
        };
    }
}
