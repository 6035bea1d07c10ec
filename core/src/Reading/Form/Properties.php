<?php

declare(strict_types=1);

namespace Tornavis\Core\Reading\Form;

use Tornavis\Core\Reading\Form;
use Tornavis\Core\Reading\PrintedText;
use Tornavis\Core\Reading\PropertyMeaning;
use Tornavis\Core\Reading\PropertySet;
use Tornavis\Core\Reading\Statements;

/**
 * The list of properties that a phone gives of itself: lines "[key]: [value]". A value may hold newlines, and a
 * terminal or a mail may have broken a line anywhere.
 *
 * Source of the form: the open platform's tool that prints its system properties.
 */
final class Properties implements Form
{
    public const ID = 'properties';

    private const LINE =
        '/\[((?:ro|sys\.oem|sys\.boot|gsm\.version|init\.svc\.recovery|vendor\.boot)[A-Za-z0-9_.:@-]{1,200}(?:\n' .
        '[A-Za-z0-9_.:@-]{1,100})?)\]:\s{0,2}\[([^\]\[]{0,4000}(?:\[[^\]\[]*\][^\]\[]*)*)\]/';

    /** Any property, among them the many that say nothing of what is asked here. */
    private const ANY = '/^[^\n\[]{0,40}\[[A-Za-z0-9_.:@-]{1,200}\]: ?\[/m';

    /** A phone has some thousand; more than this is a text that was made to be long. */
    private const MOST = 20000;

    /** As wide as a terminal is at least; a line that is shorter was not broken by it. */
    private const TERMINAL = 60;

    public function id(): string
    {
        return self::ID;
    }

    public function read(PrintedText $text, Statements $to): void
    {
        if (!$text->has(']: [') && !$text->has("]:\n[") && !$text->has(']:[')) {
            return;
        }
        $properties = new PropertySet();
        foreach ($text->each(self::LINE) as $match) {
            // A value that runs into the next property was cut off.
            if (preg_match('/\n\s*\[[A-Za-z0-9_.:@-]+\]?:?/', $match->part(2)) === 1) {
                continue;
            }
            $properties->add(
                str_replace("\n", '', $match->part(1)),
                self::whole($match->part(2), $match->line->text),
                $match->line,
            );
            if ($properties->count() >= self::MOST) {
                break;
            }
        }
        $before = $to->countUnderstood();
        PropertyMeaning::tell($properties, $to, $this->id());
        $to->understoodLines((int) preg_match_all(self::ANY, $text->text), $to->countUnderstood() - $before);
    }

    /** A value whose line was broken by the width of a terminal or a mail is put together again. */
    private static function whole(string $value, string $firstLine): string
    {
        return strlen($firstLine) >= self::TERMINAL ? str_replace("\n", '', $value) : explode("\n", $value)[0];
    }
}
