<?php

declare(strict_types=1);

namespace Tornavis\Core\Package\Script;

/**
 * The list beside block images that says which blocks of a partition are written, erased or filled with zeros.
 *
 * Lines: version, number of blocks that are written, and for newer versions two more numbers; then commands, each with
 * ranges as "count,from,to,…" in blocks of 4,096 bytes. Source: the open platform's description of block images.
 */
final class TransferList
{
    private const BLOCK_BYTES = 4096;

    private const RANGES = '/^(?:new|zero|erase)\s+\d+,([\d,]+)\s*$/m';

    /** The size of the partition's image once it is written, in bytes; 0 where the list says nothing. */
    public static function bytes(string $list): int
    {
        preg_match_all(self::RANGES, $list, $found);
        $last = 0;
        foreach ($found[1] as $ranges) {
            $last = max($last, ...array_map(intval(...), explode(',', $ranges)));
        }
        $written = preg_match('/^\d+\n(\d+)\n/', $list, $head) === 1 ? (int) $head[1] : 0;

        return max($last, $written) * self::BLOCK_BYTES;
    }
}
