<?php

declare(strict_types=1);

namespace Tornavis\Core\Reading\Form;

use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Reading\Form;
use Tornavis\Core\Reading\PrintedText;
use Tornavis\Core\Reading\Statements;
use Tornavis\Core\Words\BatteryCondition;

/**
 * What the battery service prints: level, status, health.
 *
 * Source of the form and of the numbers: the open platform's battery service (status 2 is charging, 5 is full; health 2
 * is good, 3 is overheated).
 */
final class BatteryService implements Form
{
    private const FIELD =
        '/^[ \t]*(?<key>AC powered|USB powered|Wireless powered|Dock powered|Max charging current|' .
        'Max charging voltage|Charge counter|status|health|present|level|scale|voltage|temperature|technology):' .
        '[ \t]*(?<value>[^\n]{0,60})$/m';

    public function id(): string
    {
        return 'battery service';
    }

    public function read(PrintedText $text, Statements $to): void
    {
        // The words are common ones: without the service's own lines around them they mean anything.
        if (!$text->has('battery service state', 'ac powered:', 'usb powered:')) {
            return;
        }
        $scale = preg_match('/^\s*scale:\s*(\d+)/m', $text->text, $part) === 1 ? (int) $part[1] : 100;
        foreach ($text->each(self::FIELD) as $match) {
            $to->understood($match->line);
            $value = trim($match->part('value'));
            if ($match->part('key') === 'level' && ctype_digit($value) && $scale > 0 && (int) $value <= $scale) {
                $percent = (int) round(((int) $value * 100) / $scale);
                $to->unit(StateField::BatteryPercent->value, $percent, $match->line, $this->id());
            }
            if ($match->part('key') === 'status') {
                $charging = ['2' => true, '3' => false, '4' => false, '5' => true][$value] ?? null;
                $to->unit(StateField::BatteryCharging->value, $charging, $match->line, $this->id());
            }
            if ($match->part('key') === 'health') {
                $condition = ['2' => BatteryCondition::Sound, '3' => BatteryCondition::Hot][$value] ?? null;
                $to->unit(StateField::BatteryCondition->value, $condition?->value, $match->line, $this->id());
            }
        }
    }
}
