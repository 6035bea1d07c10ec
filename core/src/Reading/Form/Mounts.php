<?php

declare(strict_types=1);

namespace Tornavis\Core\Reading\Form;

use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Reading\Form;
use Tornavis\Core\Reading\PrintedLine;
use Tornavis\Core\Reading\PrintedText;
use Tornavis\Core\Reading\SizeText;
use Tornavis\Core\Reading\Statement;
use Tornavis\Core\Reading\Statements;
use Tornavis\Core\Words\Encryption;

/**
 * What is mounted where, how it is encrypted and how much room is left: tables of mounts, tables of what is to be
 * mounted, and the table of free space.
 *
 * Source of the forms: the kernel's table of mounts, the platform's mount configuration, and the usual table of free
 * space, whose sizes are in KiB unless they carry a unit.
 */
final class Mounts implements Form
{
    private const TYPES = 'f2fs|ext4|ext3|erofs|squashfs|exfat|vfat|sdcardfs|fuse|tmpfs';

    private const MOUNTED =
        '/^(?:.{0,30}[ \t])?(?<device>\/dev\/\S+|tmpfs|none)[ \t]+(?:on[ \t]+)?(?<where>\/\S*)[ \t]+(?:type' .
        '[ \t]+)?(?<type>' .
        self::TYPES .
        ')[ \t]+(?<options>[^\n]*)$/m';

    private const FREE =
        '/^[ \t]*(?<device>\S+)[ \t]+(?<size>[\d.]+[KMGT]?)[ \t]+(?<used>[\d.]+[KMGT]?)[ \t]+(?<free>[\d.]+[KMGT]' .
        '?)[ \t]+(?:\d+%|-)?[ \t]*(?<where>\/\S*)[ \t]*$/m';

    /** Where the platform mounts a memory card, and where recoveries do. */
    private const CARD = '~^/(?:storage/[0-9A-F]{4}-[0-9A-F]{4}|external_sd|sdcard1|mnt/media_rw/\S+)$~i';

    /** Where the platform mounts a card that it uses as internal storage: by the id of its volume. */
    private const ADOPTED = '~^/mnt/expand/[0-9a-f-]{36}$~i';

    public function id(): string
    {
        return 'mounts and space';
    }

    public function read(PrintedText $text, Statements $to): void
    {
        if (
            !$text->has('/data') &&
            !$text->has('/storage') &&
            !$text->has('/mnt/') &&
            !$text->has('sdcard') &&
            !$text->has('external_sd')
        ) {
            return;
        }
        foreach ($text->each(self::MOUNTED) as $match) {
            $to->understood($match->line);
            if ($match->part('where') === '/data') {
                $this->tellData($match->part('type'), $match->part('options'), $match->line, $to);
            } elseif (preg_match(self::ADOPTED, $match->part('where')) === 1) {
                $this->tellCard(true, null, $match->line, $to);
            } elseif (preg_match(self::CARD, $match->part('where')) === 1) {
                $isOwn = in_array($match->part('type'), ['exfat', 'vfat', 'ext4', 'f2fs'], true);
                $this->tellCard(false, $isOwn ? $match->part('type') : null, $match->line, $to);
            }
        }
        $header = preg_match('/^\s*Filesystem\s+(?:(1K|1024|512|4K)(?:-blocks)?|Size)\b/mi', $text->text, $part) === 1;
        if (!$header) {
            return;
        }
        $block = ['1K' => 1024, '1024' => 1024, '512' => 512, '4K' => 4096][strtoupper($part[1] ?? '')] ?? 1024;
        foreach ($text->each(self::FREE) as $match) {
            $to->understood($match->line);
            $used = self::size($match->part('used'), $block);
            $free = self::size($match->part('free'), $block);
            $where = $match->part('where');
            if ($where === '/data') {
                $to->unit(StateField::DataUsedBytes->value, $used, $match->line, $this->id());
                $to->unit(StateField::DataFreeBytes->value, $free, $match->line, $this->id());
            } elseif (preg_match(self::CARD, $where) === 1) {
                $to->unit(StateField::CardPresent->value, true, $match->line, $this->id());
                $to->unit(StateField::CardFreeBytes->value, $free, $match->line, $this->id());
            }
        }
    }

    private static function size(string $text, int $block): ?int
    {
        return ctype_digit($text) ? (int) $text * $block : SizeText::bytes($text);
    }

    private function tellCard(bool $isAdopted, ?string $fileSystem, PrintedLine $line, Statements $to): void
    {
        $to->unit(StateField::CardPresent->value, true, $line, $this->id());
        $to->unit(StateField::CardAdopted->value, $isAdopted, $line, $this->id());
        $to->unit(StateField::CardFileSystem->value, $fileSystem, $line, $this->id());
    }

    private function tellData(string $type, string $options, PrintedLine $line, Statements $to): void
    {
        $isFileSystem = in_array($type, ['f2fs', 'ext4', 'ext3'], true);
        $isPlan = preg_match('/\b(?:wait|check|formattable|latemount)\b/', $options) === 1;
        $encryption = match (true) {
            preg_match('/\b(?:metadata_encryption|keydirectory)=/', $options) === 1 => Encryption::Metadata,
            preg_match('/\bfileencryption=/', $options) === 1 => Encryption::File,
            preg_match('/\b(?:forceencrypt|encryptable|forcefdeorfbe)=/', $options) === 1 => Encryption::Disk,
            default => null,
        };
        $to->model('fileSystems', $isFileSystem ? [$type] : null, $line, $this->id(), Statement::USUAL);
        $to->model('encryptions', $encryption === null ? null : [$encryption->value], $line, $this->id());
        if (!$isPlan && $isFileSystem) {
            $to->unit(StateField::DataFileSystem->value, $type, $line, $this->id());
        }
    }
}
