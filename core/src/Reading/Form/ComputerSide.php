<?php

declare(strict_types=1);

namespace Tornavis\Core\Reading\Form;

use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Reading\Form;
use Tornavis\Core\Reading\NoValue;
use Tornavis\Core\Reading\PrintedMatch;
use Tornavis\Core\Reading\PrintedText;
use Tornavis\Core\Reading\Statement;
use Tornavis\Core\Reading\Statements;
use Tornavis\Core\Words\Mode;

/**
 * What the computer prints: which phones it lists in which mode, and what it sent and wrote.
 *
 * Source of the forms: the open platform's description of its debugging protocol and of its bootloader protocol.
 */
final class ComputerSide implements Form
{
    /** The tools name a bootloader's mode by their own name, which ends in boot, and in bootd for the userspace's. */
    private const LISTED =
        '/^[ \t]*(?<serial>[A-Za-z0-9._:-]{4,64})[ \t]+(?<state>device|recovery|sideload|rescue|unauthorized|' .
        'unauthorised|offline|no permissions|bootloader|[a-z]{4}bootd?)(?<more>(?:[ \t]*[;(]|[ \t]+\w+:)[^\n]*)?' .
        '[ \t]*$/m';

    private const SENT =
        '/^[^\n]{0,30}?(?:sending|writing|erasing|rebooting|resizing|deleting|creating|setting|booting)\b[^\n]' .
        '{0,120}?(?:OKAY|FAILED)[^\n]*$/mi';

    private const NOISE =
        '/^[ \t]*(?:List of devices attached|Finished\. Total time: [\d.]+s|Total xfer: [\d.]+x|serving: [^\n]*|' .
        'OKAY \[[^\n]*)[ \t]*$/mi';

    public function id(): string
    {
        return 'computer';
    }

    public function read(PrintedText $text, Statements $to): void
    {
        foreach ($text->has('OKAY', 'FAILED') ? [self::SENT, self::NOISE] : [self::NOISE] as $lines) {
            foreach ($text->each($lines) as $match) {
                $to->understood($match->line);
            }
        }
        $listed = [];
        foreach ($text->each(self::LISTED) as $match) {
            if (!self::isWord($match->part('serial'))) {
                $listed[strtolower($match->part('serial'))][] = $match;
            }
        }
        if (count($listed) !== 1) {
            // With two phones on the table, which one is meant stands elsewhere.
            foreach (array_merge(...array_values($listed)) as $match) {
                $to->understood($match->line);
            }

            return;
        }
        foreach (reset($listed) as $match) {
            $this->tell($match, $to);
        }
    }

    /** Whether it is a word of a sentence and not a serial number. */
    private static function isWord(string $text): bool
    {
        return preg_match('/\d/', $text) !== 1 || NoValue::isSerial($text);
    }

    private function tell(PrintedMatch $match, Statements $to): void
    {
        $state = $match->part('state');
        $mode = match (true) {
            $state === 'device' => Mode::System,
            $state === 'recovery' => Mode::Recovery,
            $state === 'sideload' => Mode::Sideload,
            $state === 'bootloader' || preg_match('/^[a-z]{4}boot$/', $state) === 1 => Mode::Bootloader,
            preg_match('/^[a-z]{4}bootd$/', $state) === 1 => Mode::UserspaceBootloader,
            default => null,
        };
        $to->unit(StateField::Serial->value, $match->part('serial'), $match->line, $this->id(), Statement::USUAL);
        $to->unit(StateField::Mode->value, $mode?->value, $match->line, $this->id());
        $authorised = ['device' => true, 'unauthorized' => false, 'unauthorised' => false][$state] ?? null;
        $to->unit(StateField::DebuggingAuthorised->value, $authorised, $match->line, $this->id());
        $product = '/\bdevice:([A-Za-z0-9_.-]{2,40})\b/';
        if (preg_match($product, $match->part('more'), $part) === 1) {
            $to->model('codename', $part[1], $match->line, $this->id(), Statement::USUAL);
        }
        if (preg_match('/\bmodel:([A-Za-z0-9_.-]{2,40})\b/', $match->part('more'), $part) === 1) {
            // The tool writes a low line for every sign that is no letter, so that the number itself is not known.
            $isWhole = !str_contains($part[1], '_');
            $to->unit(
                StateField::VariantModel->value,
                $isWhole ? $part[1] : null,
                $match->line,
                $this->id(),
                Statement::HINT,
            );
        }
    }
}
