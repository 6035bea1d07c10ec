<?php

declare(strict_types=1);

namespace Tornavis\Core\Reading\Form;

use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Reading\Form;
use Tornavis\Core\Reading\PrintedLine;
use Tornavis\Core\Reading\PrintedText;
use Tornavis\Core\Reading\SizeText;
use Tornavis\Core\Reading\SlotText;
use Tornavis\Core\Reading\Statements;
use Tornavis\Core\Words\Slot;

/**
 * The layout of super, as the platform's tools print it: partitions with their extents in sectors, block devices, and
 * groups with their limits.
 *
 * Source of the form: the open platform's printing of its logical partition metadata; sectors are of 512 bytes.
 */
final class SuperLayout implements Form
{
    private const SECTOR = 512;

    private const FIELD =
        '/^[ \t]*(?<key>Name|Group|Attributes|Partition name|Size|Maximum size|Partition table|Block device table|' .
        'Group table|Header flags|Metadata version|Metadata slot count|Metadata max size|Metadata size|' .
        'Super partition layout|Extents|' .
        'First sector|Flags|Super name)[ \t]*:[ \t]*(?<value>[^\n]*)$|^[ \t]*(?<from>\d+)[ \t]+\.\.[ \t]' .
        '+(?<to>\d+)[ \t]+(?<kind>linear|zero)\b[^\n]*$|' .
        '^[ \t]*(?<on>[\w-]+): (?<start>\d+) \.\. (?<end>\d+): (?<image>[\w.-]+) \((?<sectors>\d+) sectors\)/m';

    public function id(): string
    {
        return 'layout of super';
    }

    public function read(PrintedText $text, Statements $to): void
    {
        if (!$text->has('Partition table:') && !$text->has('Group table:') && !$text->has(' sectors)')) {
            return;
        }
        $table = '';
        $name = '';
        $sectors = [];
        $lines = [];
        $fromMap = [];
        foreach ($text->each(self::FIELD) as $match) {
            $to->understood($match->line);
            $key = $match->part('key');
            $value = trim($match->part('value'));
            if (str_ends_with($key, ' table')) {
                $table = $key;
            } elseif ($key === 'Name' || $key === 'Partition name') {
                $name = $value;
                if ($table === 'Partition table') {
                    $sectors[$name] ??= 0;
                    $lines[$name] = $match->line;
                }
            } elseif ($match->part('kind') !== '' && $table === 'Partition table') {
                $sectors[$name] = ($sectors[$name] ?? 0) + (int) $match->part('to') - (int) $match->part('from') + 1;
            } elseif ($match->part('image') !== '') {
                $image = $match->part('image');
                $fromMap[$image] = ($fromMap[$image] ?? 0) + (int) $match->part('sectors');
                $lines[$image] ??= $match->line;
            } elseif ($key === 'Size' && $table === 'Block device table' && $name === 'super') {
                $to->model('superBytes', SizeText::bytes($value), $match->line, $this->id());
            } elseif ($key === 'Size' && $table === 'Block device table') {
                $to->model('dynamicLayout', 'retrofit', $match->line, $this->id());
            } elseif ($key === 'Maximum size' && $table === 'Group table' && $name !== 'default') {
                $limit = SizeText::bytes($value);
                $to->model("superGroups.{$name}.maximumBytes", $limit === 0 ? null : $limit, $match->line, $this->id());
            }
        }
        foreach ($sectors + $fromMap as $partition => $count) {
            if (isset($lines[$partition])) {
                $this->tell($partition, $count * self::SECTOR, $lines[$partition], $to);
            }
        }
    }

    private function tell(string $partition, int $bytes, PrintedLine $line, Statements $to): void
    {
        [$name, $slot] = SlotText::split($partition);
        if (str_ends_with($name, '-cow') || str_ends_with($partition, '-cow')) {
            return;
        }
        $to->model("partitions.{$name}.logical", true, $line, $this->id());
        $to->model("partitions.{$name}.perSlot", $slot !== null, $line, $this->id());
        // An empty one belongs to the slot that nothing was written to yet.
        $to->model("partitions.{$name}.sizeBytes", $bytes === 0 ? null : $bytes, $line, $this->id(), 2);
        $to->model('slots', $slot === null ? null : 2, $line, $this->id());
        $to->unit(StateField::SizeInSuper->in($slot ?? Slot::Only->value, $name), $bytes, $line, $this->id());
    }
}
