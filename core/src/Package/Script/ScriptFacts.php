<?php

declare(strict_types=1);

namespace Tornavis\Core\Package\Script;

/**
 * What an update script asks of the phone and what it writes.
 *
 * Assertions on a property become facts; every assertion that is not understood is listed as it stands.
 */
final readonly class ScriptFacts
{
    /** Calls of the installer's language, whose names the format fixes. */
    public const ASSERT = 'assert';

    public const ABORT = 'abort';

    public const GET_PROPERTY = 'getprop';

    public const OLDER_THAN = 'less_than_int';

    public const WRITE_FILE = 'package_extract_file';

    public const WRITE_BLOCKS = 'block_image_update';

    public const DATE_PROPERTY = 'ro.build.date.utc';

    private const LONGEST_ASSERTION = 500;

    /** One is enough to ask a person; nobody reads more than these. */
    private const MOST_NOT_UNDERSTOOD = 200;

    /** Phone property → what it says. */
    public const PROPERTIES = [
        'ro.product.device' => 'codenames',
        'ro.build.product' => 'codenames',
        'ro.product.model' => 'models',
        'ro.bootloader' => 'bootloaders',
        'ro.boot.bootloader' => 'bootloaders',
        'gsm.version.baseband' => 'modems',
        'ro.vendor.build.version.incremental' => 'vendors',
    ];

    /**
     * @param  array<string, list<string>>  $demands  values of PROPERTIES → accepted values
     * @param  list<string>  $writes  names of the partitions written, sorted
     * @param  list<string>  $notUnderstood  assertions as they stand, the first of them
     */
    private function __construct(
        public array $demands,
        public ?int $buildTime,
        public array $writes,
        public array $notUnderstood,
    ) {}

    /**
     * @param  list<ScriptCall>  $statements
     */
    public static function of(array $statements): self
    {
        $demands = [];
        $notUnderstood = [];
        $time = null;
        foreach (self::assertions($statements) as $assertion) {
            $olderThan = self::time($assertion);
            $time ??= $olderThan;
            if ($olderThan !== null) {
                continue;
            }
            $choice = self::choice($assertion);
            if ($choice === null && count($notUnderstood) < self::MOST_NOT_UNDERSTOOD) {
                $notUnderstood[] = self::shortened((string) $assertion);
            }
            foreach ($choice[1] ?? [] as $value) {
                $demands[$choice[0] ?? ''][$value] = $value;
            }
        }

        return new self(array_map(array_values(...), $demands), $time, self::writes($statements), $notUnderstood);
    }

    private static function shortened(string $text): string
    {
        return strlen($text) > self::LONGEST_ASSERTION
            ? mb_strcut(mb_scrub($text), 0, self::LONGEST_ASSERTION) . ' …'
            : $text;
    }

    /**
     * The conditions that the script asserts, in its order.
     *
     * @param  list<ScriptCall>  $statements
     * @return \Generator<int, ScriptCall>
     */
    private static function assertions(array $statements): \Generator
    {
        foreach ($statements as $call) {
            if ($call->name === self::ASSERT) {
                yield from $call->arguments;
            } elseif (self::givesUp($call)) {
                $conditions = array_slice($call->arguments, 0, -1);
                yield count($conditions) === 1 ? $conditions[0] : new ScriptCall('||', $conditions);
            } elseif (in_array($call->name, [';', 'if'], true)) {
                yield from self::assertions($call->arguments);
            }
        }
    }

    /** "condition, or stop". */
    private static function givesUp(ScriptCall $call): bool
    {
        return $call->name === '||' && $call->arguments[count($call->arguments) - 1]->name === self::ABORT;
    }

    /**
     * "property equals a, or equals b, or stop" as the kind of property and the accepted values.
     *
     * @return ?array{string, list<string>} null where it is something else
     */
    private static function choice(ScriptCall $call): ?array
    {
        $kind = null;
        $values = [];
        foreach ($call->name === '||' ? $call->arguments : [$call] as $alternative) {
            if ($alternative->name === self::ABORT) {
                continue;
            }
            [$of, $value] = self::comparison($alternative);
            if ($of === null || ($kind !== null && $of !== $kind)) {
                return null;
            }
            $kind = $of;
            $values[] = $value;
        }

        return $kind === null ? null : [$kind, $values];
    }

    /**
     * "property equals value", either way round.
     *
     * @return array{?string, string} kind of property and value; null where it is something else
     */
    private static function comparison(ScriptCall $call): array
    {
        foreach ($call->name === '==' ? [[0, 1], [1, 0]] : [] as [$left, $right]) {
            $get = $call->arguments[$left];
            $kind = self::PROPERTIES[$get->name === self::GET_PROPERTY ? (string) $get->argument(0) : ''] ?? null;
            $value = $call->argument($right);
            if ($kind !== null && $value !== null) {
                return [$kind, $value];
            }
        }

        return [null, ''];
    }

    /** "not older than": the build time in Unix seconds that the script compares with the installed one. */
    private static function time(ScriptCall $call): ?int
    {
        if (self::givesUp($call) && count($call->arguments) === 2) {
            $call = $call->arguments[0];
        }
        $inner = $call->name === '!' ? $call->arguments[0] : null;
        if ($inner?->name !== self::OLDER_THAN || preg_match('/^\d{1,18}$/', (string) $inner->argument(0)) !== 1) {
            return null;
        }
        $get = $inner->arguments[1] ?? null;

        return $get?->name === self::GET_PROPERTY && $get->argument(0) === self::DATE_PROPERTY
            ? (int) $inner->argument(0)
            : null;
    }

    /**
     * @param  list<ScriptCall>  $calls
     * @return list<string> names of partitions, sorted
     */
    private static function writes(array $calls): array
    {
        $names = [];
        self::collectWrites($calls, $names);
        ksort($names, SORT_STRING);

        return array_map(strval(...), array_keys($names));
    }

    /**
     * @param  list<ScriptCall>  $calls
     * @param  array<string, true>  $names
     */
    private static function collectWrites(array $calls, array &$names): void
    {
        foreach ($calls as $call) {
            $target = match ($call->name) {
                self::WRITE_FILE => $call->argument(1),
                self::WRITE_BLOCKS => $call->argument(0),
                default => null,
            };
            if ($target !== null) {
                $names[basename($target)] = true;
            }
            self::collectWrites($call->arguments, $names);
        }
    }
}
