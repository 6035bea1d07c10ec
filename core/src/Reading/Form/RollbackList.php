<?php

declare(strict_types=1);

namespace Tornavis\Core\Reading\Form;

use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Reading\Form;
use Tornavis\Core\Reading\PrintedText;
use Tornavis\Core\Reading\Statement;
use Tornavis\Core\Reading\Statements;

/**
 * Rollback indexes, by location: what the phone has stored or fused is the lowest that it still accepts; what an image
 * carries is not.
 *
 * Source of the words: the open verified boot format, whose location 0 is the main one.
 */
final class RollbackList implements Form
{
    private const LINE =
        '/^(?<before>[^\n]{0,60}?)\b(?:anti-?[ _]?)?roll-?back[ _-]?(?:protection[ _-])?(?:index|indices|version|' .
        'counter|level)(?:es)?\b(?<between>[^\n\d]{0,30})(?:(?:location|slot|loc)[ _]*)?(?:[\[( ]?(?<location>\d' .
        '{1,2})[\])]?[ \t]*[:=\])][^\n\d-]{0,24})?(?<index>\d{1,15})\b(?<after>[^\n]{0,60})$/mi';

    public function id(): string
    {
        return 'rollback indexes';
    }

    public function read(PrintedText $text, Statements $to): void
    {
        // What describes an image carries the image's index and not the phone's.
        $isOfImage = $text->has('header block:', 'libavb', 'authentication block');
        if ($isOfImage || preg_match('/roll-?back/i', $text->text) !== 1) {
            return;
        }
        $inList = false;
        foreach ($text->each(self::LINE) as $match) {
            $words = strtolower($match->part('before') . ' ' . $match->part('between') . ' ' . $match->part('after'));
            $location = $match->part('location');
            if (
                preg_match(
                    '/\b(?:image|of the (?:file|build)|vbmeta (?:image|struct)|header|requires?|needs?|' .
                        'min(?:imum)?|at least|if|should|refus|older|reject|less|lower|expected|fail|error)\b/',
                    $words,
                ) === 1
            ) {
                continue;
            }
            $inList = true;
            $isMain = $location === '' || (int) $location === 0;
            $isStored = preg_match('/\b(?:fused?|stored|current|device|phone|efuse|hardware)\b/', $words) === 1;
            $to->understood($match->line);
            $to->unit(
                StateField::RollbackIndex->value,
                $isMain ? (int) $match->part('index') : null,
                $match->line,
                $this->id(),
                $isStored ? Statement::SURE : Statement::USUAL,
            );
        }
        if (!$inList) {
            $this->readTable($text, $to);
        }
    }

    /** A heading that speaks of rollback indexes, and a line "0: 5" for each location. */
    private function readTable(PrintedText $text, Statements $to): void
    {
        $table =
            '/^[^\n]{0,60}roll-?back[^\n]{0,60}\n(?:[^\n]{0,80}\n){0,3}?[ \t]*(?:location|loc|index|slot)?' .
            '[ \t]*\[?0\]?[ \t]*[:=|\t ][ \t]*(?<index>\d{1,15})\b/mi';
        foreach ($text->each($table) as $match) {
            if (preg_match('/\b(?:image|require|need|min)/i', $match->line->text) !== 1) {
                $to->unit(
                    StateField::RollbackIndex->value,
                    (int) $match->part('index'),
                    $text->lineAt($match->end - 1),
                    $this->id(),
                    Statement::USUAL,
                );
            }
        }
    }
}
