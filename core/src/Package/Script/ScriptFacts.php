<?php

declare(strict_types=1);

namespace Tornavis\Core\Package\Script;

use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Requirement\RequirementSentence;

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

    public const NEWER_THAN = 'greater_than_int';

    public const WRITE_FILE = 'package_extract_file';

    public const WRITE_BLOCKS = 'block_image_update';

    public const DATE_PROPERTY = 'ro.build.date.utc';

    private const LONGEST_ASSERTION = 500;

    /** One is enough to ask a person; nobody reads more than these. */
    private const MOST_NOT_UNDERSTOOD = 200;

    /** Phone property → what it says. */
    public const PROPERTIES = [
        'ro.product.device' => Field::CODENAMES,
        'ro.build.product' => Field::CODENAMES,
        'ro.product.vendor.device' => Field::CODENAMES,
        'ro.product.system.device' => Field::CODENAMES,
        'ro.product.model' => Field::MODELS,
        'ro.bootloader' => Field::BOOTLOADERS,
        'ro.boot.bootloader' => Field::BOOTLOADERS,
        'gsm.version.baseband' => Field::MODEMS,
        'ro.boot.baseband' => Field::MODEMS,
        'ro.vendor.build.version.incremental' => Field::VENDORS,
        'ro.build.version.release' => Field::BASE_RELEASES,
        'ro.build.version.incremental' => Field::BASE_BUILDS,
        'ro.build.id' => Field::BASE_BUILDS,
        'ro.build.display.id' => Field::BASE_BUILDS,
    ];

    /** The same where the property must not have the value. */
    private const EXCLUSIONS = ['ro.product.model' => Field::EXCLUDES];

    private const WITHIN = 'is_substring';

    /**
     * Calls that do a part of the install. Where a script gives up after one of them, the install failed; nothing was
     * asked of the phone.
     */
    private const DOING = [
        self::WRITE_FILE,
        self::WRITE_BLOCKS,
        'package_extract_dir',
        'write_raw_image',
        'block_image_recover',
        'update_dynamic_partitions',
        'map_partition',
        'unmap_partition',
        'mount',
        'unmount',
        'format',
    ];

    /** Fields of the release card that a script can ask for, in the words with which it gives up. */
    private const SAID = [
        'requires.firmware.min',
        'requires.vendor.min',
        'requires.vendor.channel',
        'requires.stockRelease',
        'requires.recovery.family',
        'requires.recovery.min',
        'requires.encryption',
        'requires.fileSystem',
        'requires.erase',
        'requires.root',
    ];

    /**
     * @param  array<string, list<string>>  $demands  names of facts → accepted values
     * @param  array<string, array{string|bool|list<string>, string}>  $said  fields of the release card → the value
     *     that the words of a script demand, and the words
     * @param  ?int  $buildTime  Unix seconds: a phone with a newer system is refused
     * @param  list<string>  $writes  names of the partitions written, sorted
     * @param  list<string>  $notUnderstood  what it asks for, as it stands, the first of it
     */
    private function __construct(
        public array $demands,
        public array $said,
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
        $said = [];
        $notUnderstood = [];
        $time = null;
        foreach (ScriptConditions::of($statements) as [$condition, $words]) {
            $olderThan = self::time($condition);
            $time ??= $olderThan;
            if ($olderThan !== null || in_array($condition->name, self::DOING, true)) {
                continue;
            }
            $choice = self::choice($condition);
            $asked = $choice === null ? self::said($words) : [];
            $said += $asked;
            if ($choice === null && $asked === [] && count($notUnderstood) < self::MOST_NOT_UNDERSTOOD) {
                $says = $words === '' ? '' : " (or it stops with: {$words})";
                $notUnderstood[] = self::shortened($condition . $says);
            }
            foreach ($choice[1] ?? [] as $value) {
                $demands[$choice[0] ?? ''][$value] = $value;
            }
        }
        $lists = array_map(array_values(...), $demands);

        return new self($lists, $said, $time, ScriptWrites::of($statements), $notUnderstood);
    }

    /**
     * What the words with which a script gives up say that it asks for; for a check that nobody can read.
     *
     * @return array<string, array{string|bool|list<string>, string}> as in $said
     */
    private static function said(string $words): array
    {
        $demands = RequirementSentence::of($words, true)->demands;
        $asked = array_intersect_key($demands, array_flip(self::SAID));

        return array_map(static fn(string|bool|array $value): array => [$value, self::shortened($words)], $asked);
    }

    private static function shortened(string $text): string
    {
        return strlen($text) > self::LONGEST_ASSERTION
            ? mb_strcut(mb_scrub($text), 0, self::LONGEST_ASSERTION) . ' …'
            : $text;
    }

    /**
     * "property equals a, or equals b" as the kind of property and the values.
     *
     * @return ?array{string, list<string>} null where it is something else
     */
    private static function choice(ScriptCall $call): ?array
    {
        $kind = null;
        $values = [];
        foreach ($call->name === '||' ? $call->arguments : [$call] as $alternative) {
            [$of, $value] = self::comparison($alternative);
            if ($of === null || ($kind !== null && $of !== $kind)) {
                return null;
            }
            $kind = $of;
            $values[] = $value;
        }
        // "not a, or not b" excludes neither.
        $excludesOne = $kind === Field::EXCLUDES && count($values) > 1;

        return $kind === null || $excludesOne ? null : [$kind, $values];
    }

    /**
     * "property equals value", either way round, or "value lies in property", or "property is not value".
     *
     * @return array{?string, string} kind of property and value; null where it is something else
     */
    private static function comparison(ScriptCall $call): array
    {
        $kinds = match ($call->name) {
            '==', self::WITHIN => self::PROPERTIES,
            '!=' => self::EXCLUSIONS,
            default => [],
        };
        foreach ([[0, 1], [1, 0]] as [$left, $right]) {
            $kind = $kinds[self::property($call->arguments[$left] ?? null) ?? ''] ?? null;
            $value = $call->argument($right);
            if ($kind !== null && $value !== null) {
                return [$kind, $value];
            }
        }

        return [null, ''];
    }

    private static function property(?ScriptCall $call): ?string
    {
        return $call?->name === self::GET_PROPERTY ? $call->argument(0) : null;
    }

    /** "not older than": the build time in Unix seconds that the script compares with the installed one. */
    private static function time(ScriptCall $call): ?int
    {
        $isNot = $call->name === '!';
        $inner = $isNot ? $call->arguments[0] : $call;
        $order = match ($inner->name) {
            self::OLDER_THAN => $isNot ? [0, 1] : [1, 0],
            self::NEWER_THAN => $isNot ? [1, 0] : [0, 1],
            default => null,
        };
        if ($order === null) {
            return null;
        }
        $time = $inner->argument($order[0]);
        $installed = self::property($inner->arguments[$order[1]] ?? null);

        return $installed === self::DATE_PROPERTY && preg_match('/^\d{1,18}$/', (string) $time) === 1
            ? (int) $time
            : null;
    }
}
