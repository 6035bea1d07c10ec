<?php

declare(strict_types=1);

namespace Tornavis\Core\Reading\Form;

use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Reading\Form;
use Tornavis\Core\Reading\PrintedMatch;
use Tornavis\Core\Reading\PrintedText;
use Tornavis\Core\Reading\PropertyMeaning;
use Tornavis\Core\Reading\PropertySet;
use Tornavis\Core\Reading\Statements;

/**
 * What the kernel says when it starts: its version, the machine, and the arguments that the bootloader handed to it.
 *
 * Source of the form: the kernel's first messages and its command line; the platform shows each argument that begins
 * with its own prefix as a property ro.boot.*.
 */
final class KernelLog implements Form
{
    private const VERSION = '/\bLinux (?:version |\S+ )(?<version>\d+\.\d+\.\d+[\w.+-]*)(?<rest>[^\n]*)$/m';

    private const ARGUMENT = '/\bandroidboot\.(?<key>[a-z0-9_.]{2,60})[ \t]*=[ \t]*"?(?<value>[^\s"]{1,200})"?/';

    /** Source of the numbers: as in the battery service. */
    private const BATTERY = '/battery l=(?<level>\d{1,3})\b[^\n]*?\bst=(?<status>\d)/';

    public function id(): string
    {
        return 'kernel messages';
    }

    public function read(PrintedText $text, Statements $to): void
    {
        $has64 = preg_match('/\baarch64\b|\bCPU: AArch64\b|Machine[^\n]{0,20}arm64/i', $text->text) === 1;
        if ($text->has('Linux ')) {
            foreach ($text->each(self::VERSION) as $match) {
                $to->unit(StateField::KernelVersion->value, $match->part('version'), $match->line, $this->id());
                $lists = preg_match('/abilist(?:32)?\]: \[armeabi-v7a/', $text->text) === 1;
                // A list of 32 bits on a kernel of 64 bits: the binder has the kernel's.
                $binder = $has64 && $lists && !$text->has('arm64-v8a') ? 'arm_binder64' : null;
                $to->model('architecture', $binder, $match->line, $this->id());
            }
        }
        foreach ($text->has('battery l=') ? $text->each(self::BATTERY) : [] as $match) {
            $this->tellBattery($match, $to);
        }
        if (!$text->has('androidboot.')) {
            return;
        }
        $arguments = new PropertySet();
        foreach ($text->each(self::ARGUMENT) as $match) {
            $to->understood($match->line);
            if (!$text->mayBeCutBehind($match)) {
                $arguments->add('ro.boot.' . $match->part('key'), $match->part('value'), $match->line);
            }
        }
        PropertyMeaning::tell($arguments, $to, $this->id());
    }

    private function tellBattery(PrintedMatch $match, Statements $to): void
    {
        $level = (int) $match->part('level');
        $charging = ['2' => true, '3' => false, '4' => false, '5' => true][$match->part('status')] ?? null;
        $to->unit(StateField::BatteryPercent->value, $level <= 100 ? $level : null, $match->line, $this->id());
        $to->unit(StateField::BatteryCharging->value, $charging, $match->line, $this->id());
    }
}
