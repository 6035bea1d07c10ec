<?php

declare(strict_types=1);

namespace App\Bench;

use Tornavis\Core\Format\JsonParts;
use Tornavis\Core\Format\Schema;

/**
 * The document of a whole bench, read in parts, so that its size does not matter.
 *
 * @phpstan-import-type RunDocument from RunFile
 */
final class ArchiveDocument
{
    /**
     * Everything but the runs, checked as a whole.
     *
     * @param  resource  $stream
     * @return array{
     *     sheets: list<array<string, mixed>>,
     *     units: list<array<string, mixed>>,
     *     packages: list<array<string, mixed>>,
     *     jobs: list<array<string, mixed>>,
     *     runs: list<RunDocument>,
     *     houseRules: array<string, mixed>,
     *     presets: array<string, array<string, mixed>>,
     *     workplace: array<string, mixed>
     * }
     */
    public static function withoutRuns(mixed $stream): array
    {
        $lists = [];
        $members = [];
        foreach (JsonParts::of($stream, ArchiveIntake::WHERE) as [$name, $isItem, $text]) {
            if (!$isItem) {
                $members[$name] = $text;
            } elseif ($name !== 'runs') {
                $lists[$name][] = $text;
            }
        }
        $parts = array_map(static fn(array $items): string => '[' . implode(',', $items) . ']', $lists) + $members;
        foreach (['sheets', 'units', 'packages', 'jobs', 'runs'] as $list) {
            // One that is there and empty has no items.
            $parts[$list] ??= '[]';
        }
        $text =
            '{' .
            implode(
                ',',
                array_map(
                    static fn(string $name, string $part): string => json_encode($name, JSON_THROW_ON_ERROR) .
                        ":{$part}",
                    array_keys($parts),
                    $parts,
                ),
            ) .
            '}';
        $data = Schema::decodeText($text, ArchiveIntake::WHERE);
        $object = json_decode($text);
        Schema::of('bench')->check($object instanceof \stdClass ? $object : new \stdClass(), ArchiveIntake::WHERE);

        /**
         * @var array{
         *     sheets: list<array<string, mixed>>,
         *     units: list<array<string, mixed>>,
         *     packages: list<array<string, mixed>>,
         *     jobs: list<array<string, mixed>>,
         *     runs: list<RunDocument>,
         *     houseRules: array<string, mixed>,
         *     presets: array<string, array<string, mixed>>,
         *     workplace: array<string, mixed>
         * }
         */
        return $data;
    }
}
