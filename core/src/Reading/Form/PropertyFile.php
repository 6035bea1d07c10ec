<?php

declare(strict_types=1);

namespace Tornavis\Core\Reading\Form;

use Tornavis\Core\Reading\Form;
use Tornavis\Core\Reading\PrintedText;
use Tornavis\Core\Reading\PropertyMeaning;
use Tornavis\Core\Reading\PropertySet;
use Tornavis\Core\Reading\Statements;

/**
 * A file of properties, "key=value", as a system image or a recovery keeps it. What is behind a # is a remark.
 *
 * Source of the form: the open platform's property files.
 */
final class PropertyFile implements Form
{
    private const LINE =
        '/^[ \t]*((?:ro|sys|persist|gsm|vendor|init)\.[A-Za-z0-9_.-]{2,120})' . '[ \t]*\??=[ \t]*([^\n]{0,800})$/m';

    public function id(): string
    {
        return 'property file';
    }

    public function read(PrintedText $text, Statements $to): void
    {
        if (!$text->has('ro.')) {
            return;
        }
        $properties = new PropertySet();
        foreach ($text->each(self::LINE) as $match) {
            $to->understood($match->line);
            if (!$text->mayBeCutBehind($match)) {
                $properties->add($match->part(1), $match->part(2), $match->line);
            }
        }
        PropertyMeaning::tell($properties, $to, $this->id());
    }
}
