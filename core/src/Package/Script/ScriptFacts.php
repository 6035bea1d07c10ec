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
    /** Calls that the recipe of the demo world writes and this class understands; fixed by the format. */
    public const ASSERT = 'assert';

    public const ABORT = 'abort';

    public const GET_PROPERTY = 'getprop';

    public const OLDER_THAN = 'less_than_int';

    public const WRITE_FILE = 'package_extract_file';

    public const WRITE_BLOCKS = 'block_image_update';

    public const DATE_PROPERTY = 'ro.build.date.utc';

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
     * @param  list<string>  $notUnderstood  assertions as they stand
     */
    private function __construct(public array $demands, public ?int $buildTime, public array $writes, public array $notUnderstood)
    {
    }

    /**
     * @param  list<ScriptCall>  $statements
     */
    public static function of(array $statements): self
    {
        $demands = [];
        $notUnderstood = [];
        $time = null;
        foreach (self::assertions($statements) as $assertion) {
            $time ??= self::time($assertion);
            if (self::time($assertion) !== null) {
                continue;
            }
            [$kind, $values] = self::choice($assertion);
            if ($kind === null) {
                $notUnderstood[] = (string) $assertion;
            } else {
                $demands[$kind] = array_values(array_unique([...$demands[$kind] ?? [], ...$values]));
            }
        }

        return new self($demands, $time, self::writes($statements), $notUnderstood);
    }

    /**
     * @param  list<ScriptCall>  $statements
     * @return list<ScriptCall>
     */
    private static function assertions(array $statements): array
    {
        $found = [];
        foreach ($statements as $call) {
            if ($call->name === self::ASSERT) {
                array_push($found, ...$call->arguments);
            } elseif ($call->name === '||' && $call->arguments[1]->name === self::ABORT) {
                $found[] = $call->arguments[0];
            } elseif (in_array($call->name, [';', 'if'], true)) {
                array_push($found, ...self::assertions($call->arguments));
            }
        }

        return $found;
    }

    /**
     * "property equals a, or equals b, or stop" as the kind of property and the accepted values.
     *
     * @return array{?string, list<string>}
     */
    private static function choice(ScriptCall $call): array
    {
        if ($call->name === self::ABORT) {
            return ['', []];
        }
        if ($call->name === '||') {
            [$kind, $values] = self::choice($call->arguments[0]);
            [$other, $more] = self::choice($call->arguments[1]);
            if ($kind === null || $other === null || ($other !== '' && $kind !== $other)) {
                return [null, []];
            }

            return [$kind, [...$values, ...$more]];
        }
        if ($call->name === '==') {
            foreach ([[0, 1], [1, 0]] as [$left, $right]) {
                $get = $call->arguments[$left];
                $kind = self::PROPERTIES[$get->name === self::GET_PROPERTY ? (string) $get->argument(0) : ''] ?? null;
                $value = $call->argument($right);
                if ($kind !== null && $value !== null) {
                    return [$kind, [$value]];
                }
            }
        }

        return [null, []];
    }

    /** "not older than": the build time in Unix seconds that the script compares with the installed one. */
    private static function time(ScriptCall $call): ?int
    {
        if ($call->name === '||' && $call->arguments[1]->name === self::ABORT) {
            $call = $call->arguments[0];
        }
        $inner = $call->name === '!' ? $call->arguments[0] : null;
        if ($inner?->name !== self::OLDER_THAN || ! ctype_digit((string) $inner->argument(0))) {
            return null;
        }
        $get = $inner->arguments[1] ?? null;

        return $get?->name === self::GET_PROPERTY && $get->argument(0) === self::DATE_PROPERTY ? (int) $inner->argument(0) : null;
    }

    /**
     * @param  list<ScriptCall>  $calls
     * @return list<string>
     */
    private static function writes(array $calls): array
    {
        $names = [];
        foreach ($calls as $call) {
            $target = match ($call->name) {
                self::WRITE_FILE => $call->argument(1),
                self::WRITE_BLOCKS => $call->argument(0),
                default => null,
            };
            if ($target !== null) {
                $names[] = basename($target);
            }
            array_push($names, ...self::writes($call->arguments));
        }
        sort($names);

        return array_values(array_unique($names));
    }
}
