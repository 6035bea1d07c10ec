<?php

declare(strict_types=1);

namespace Tornavis\Core\Reading\Form;

use Tornavis\Core\Reading\Form;
use Tornavis\Core\Reading\PrintedLine;
use Tornavis\Core\Reading\PrintedText;
use Tornavis\Core\Reading\SizeText;
use Tornavis\Core\Reading\SlotText;
use Tornavis\Core\Reading\Statements;

/**
 * Which partitions a phone has: links by name to devices, counts of blocks by device, and printed partition tables.
 *
 * Source of the forms: the listing of a folder of links, the kernel's table of partitions (blocks of 1 KiB), and the
 * table of a partitioned disk (sectors of the size that it names).
 */
final class PartitionListing implements Form
{
    private const LINK =
        '/(?:^|[\/ \t])(?<name>[A-Za-z][A-Za-z0-9_-]{1,35})[ \t]+->[ \t]+(?:\/dev\/(?:block\/)?|\.\.\/\.\.\/|\.\.' .
        '\/)?(?<device>dm-\d+|loop\d+|[a-z]+[0-9a-z]*\d)[ \t]*$/m';

    public const ID = 'partition listing';

    private const BLOCKS = '/^[ \t]*\d+[ \t]+\d+[ \t]+(?<blocks>\d+)[ \t]+(?<device>[a-z][a-z0-9-]+)[ \t]*$/m';

    private const TABLE =
        '/^[ \t]*(?<number>\d{1,3})[ \t]+(?<start>\d+)[ \t]+(?<end>\d+)[ \t]+(?<size>[\d.]+[ \t]?[KMGT]i?B|\d+)' .
        '[ \t]+(?:[0-9A-F]{4}[ \t]+)?(?<name>[A-Za-z][A-Za-z0-9_-]{1,35})[ \t]*$/m';

    private const SECTOR = '/sector size[^\n:]*:[ \t]*(\d{3,5})(?:[ \t]*B)?(?:\/\d+B)?/i';

    /** What is mapped and lies not in super: encrypted data, checked copies, and what an update keeps beside. */
    private const NOT_IN_SUPER = '/^(?:userdata|metadata|data|scratch\w*)$|-(?:verity|cow|cow-img|base|src)$/';

    public function id(): string
    {
        return self::ID;
    }

    public function read(PrintedText $text, Statements $to): void
    {
        $bytes = $this->blocks($text, $to);
        $names = $this->links($text, $bytes, $to);
        $names += $this->table($text, $to);
        $this->conclude($names, $to);
    }

    /**
     * @return array<string, int> bytes by device
     */
    private function blocks(PrintedText $text, Statements $to): array
    {
        $bytes = [];
        if (
            !$text->has('#blocks') &&
            preg_match('/^[ \t]*\d+[ \t]+\d+[ \t]+\d+[ \t]+(?:sd|mmcblk|dm-)/m', $text->text) !== 1
        ) {
            return $bytes;
        }
        foreach ($text->each(self::BLOCKS) as $match) {
            $to->understood($match->line);
            $bytes[$match->part('device')] = (int) $match->part('blocks') * 1024;
        }

        return $bytes;
    }

    /**
     * @param  array<string, int>  $bytes  by device
     * @return array<string, PrintedLine> by partition
     */
    private function links(PrintedText $text, array $bytes, Statements $to): array
    {
        $names = [];
        if (!$text->has(' -> ')) {
            return $names;
        }
        foreach ($text->each(self::LINK) as $match) {
            $name = SlotText::plain($match->part('name'));
            $device = $match->part('device');
            if (preg_match('/^(?:dm-\d+|loop\d+|(?:sd|mmcblk|nvme|vd)[a-z0-9]+)$/', $device) !== 1) {
                continue;
            }
            $isMapped = str_starts_with($device, 'dm-');
            $isWholeDisk = preg_match('/^(?:sd[a-z]|mmcblk\d+|mmcblk\d+boot\d)$/', $device) === 1;
            $isOwnMapping = $isMapped && preg_match(self::NOT_IN_SUPER, $name) === 1;
            if ($isWholeDisk || $isOwnMapping) {
                continue;
            }
            $names[$name] ??= $match->line;
            $this->tell($name, $bytes[$device] ?? null, $isMapped, $match->line, $to);
        }

        return $names;
    }

    /**
     * @return array<string, PrintedLine> by partition
     */
    private function table(PrintedText $text, Statements $to): array
    {
        $names = [];
        $sector = preg_match(self::SECTOR, $text->text, $part) === 1 ? (int) $part[1] : null;
        if (preg_match('/^[ \t]*(?:Number|Nr\.?|#|Device)[ \t]+Start/mi', $text->text) !== 1) {
            return $names;
        }
        foreach ($text->each(self::TABLE) as $match) {
            $span = (int) $match->part('end') - (int) $match->part('start') + 1;
            $bytes = $sector === null ? null : $span * $sector;
            $name = SlotText::plain($match->part('name'));
            $names[$name] ??= $match->line;
            $this->tell($name, $bytes ?? self::exact($match->part('size')), false, $match->line, $to);
        }

        return $names;
    }

    /** A size that was rounded for reading is no size to check an image against. */
    private static function exact(string $size): ?int
    {
        return str_contains($size, '.') ? null : SizeText::bytes($size);
    }

    private function tell(string $device, ?int $bytes, bool $isLogical, PrintedLine $line, Statements $to): void
    {
        [$name, $slot] = SlotText::split($device);
        if ($name === 'super') {
            $to->model('superBytes', $bytes, $line, $this->id());
            $to->model('dynamicLayout', 'native', $line, $this->id(), 2);

            return;
        }
        $to->model("partitions.{$name}.perSlot", $slot !== null, $line, $this->id());
        $to->model("partitions.{$name}.logical", $isLogical, $line, $this->id());
        $to->model("partitions.{$name}.sizeBytes", $bytes, $line, $this->id(), $isLogical ? 2 : 3);
    }

    /**
     * @param  array<string, PrintedLine>  $names
     */
    private function conclude(array $names, Statements $to): void
    {
        $slotted = array_filter(
            $names,
            static fn(PrintedLine $line, string $name): bool => preg_match('/_[ab]$/', $name) === 1,
            ARRAY_FILTER_USE_BOTH,
        );
        if ($slotted !== []) {
            $to->model('slots', 2, array_values($slotted)[0], $this->id());
        }
        // Without a slot behind it, boot is the only one.
        if (isset($names['boot'])) {
            $to->model('slots', 1, $names['boot'], $this->id());
        }
        $recovery = $names['recovery'] ?? ($names['recovery_a'] ?? null);
        if ($recovery !== null) {
            $to->model('recoveryHome', 'recovery', $recovery, $this->id(), 2);
        }
    }
}
