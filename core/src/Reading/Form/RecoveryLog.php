<?php

declare(strict_types=1);

namespace Tornavis\Core\Reading\Form;

use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Reading\CodenameText;
use Tornavis\Core\Reading\Form;
use Tornavis\Core\Reading\PrintedText;
use Tornavis\Core\Reading\Statement;
use Tornavis\Core\Reading\Statements;
use Tornavis\Core\Words\Mode;

/**
 * The log that a recovery keeps: who it is, which phone it takes this for, and what the scripts print.
 *
 * Source of the forms: the open platform's recovery, its installer and its update scripts.
 */
final class RecoveryLog implements Form
{
    private const STARTED =
        '/^[^\n]{0,24}?\bStarting (?<name>[A-Z][\w -]{1,24}?) (?:v|version )?(?<version>\d+(?:\.\d+)+[\w.-]*)\b' .
        '[^\n]*$/m';

    private const MARKS =
        '/^(?:[IWE]:[^\n]*|Installing zip file[^\n]*|Installing update[^\n]*|Installing package[^\n]*|' .
        'Finding update package[^\n]*|Opening update package[^\n]*|Verifying update package[^\n]*|' .
        'Update package verification took[^\n]*|script (?:succeeded|aborted)[^\n]*|Patching [^\n]*|ui_print[^\n]*' .
        '|Step \d[ \/of]+\d[^\n]*|Updating partition details[^\n]*|\.\.\.done|Formatting \/?[^\n]*|' .
        'Updater process ended with[^\n]*|recovery_api_version[^\n]*|Install(?:ation)? (?:from|completed|aborted)' .
        '[^\n]*)$/mi';

    private const NAMES =
        '/this device is (?:an? |")?["\']?(?<name>[A-Za-z0-9_-]{2,40})\b|\b(?:but|' .
        'and) (?:this )?(?:the )?(?:device|phone) (?:is|has)(?: a)? ["\']?(?<other>[A-Za-z0-9_-]{2,40})\b|' .
        'Package is for product [\w,-]+ but expected (?<expected>[A-Za-z0-9_-]{2,40})/i';

    public function id(): string
    {
        return 'recovery log';
    }

    public function read(PrintedText $text, Statements $to): void
    {
        $isLog = false;
        foreach ($text->each(self::MARKS) as $match) {
            $isLog = true;
            $to->understood($match->line);
        }
        foreach ($text->each(self::NAMES) as $match) {
            $name = $match->part('name') . $match->part('other') . $match->part('expected');
            $isWord =
                preg_match(
                    '/^(?:not|only|for|on|too|still|locked|unlocked|no|your|the|a|an|newer|older|already|now|' .
                        'in|at|out|unknown|incompatible)$/i',
                    $name,
                ) === 1;
            $to->model(
                'codename',
                $isWord || !CodenameText::is($name) ? null : $name,
                $match->line,
                $this->id(),
                Statement::USUAL,
            );
        }
        if (!$text->has('Starting ') || (!$isLog && !$text->has('recovery'))) {
            return;
        }
        foreach ($text->each(self::STARTED) as $match) {
            $to->unit(StateField::RecoveryFamily->value, trim($match->part('name')), $match->line, $this->id());
            $to->unit(StateField::RecoveryVersion->value, $match->part('version'), $match->line, $this->id());
            $to->unit(StateField::Mode->value, Mode::Recovery->value, $match->line, $this->id(), Statement::USUAL);
        }
    }
}
