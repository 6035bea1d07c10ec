<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Back;

use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;

use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\RuleId;

/**
 * Speaks in a job that restores a backup.
 *
 * Why: A set that was taken on another system, firmware generation or encryption does not start; a set on the phone
 * itself is no backup.
 */
final class Back1Set implements FitRule
{
    public static function id(): RuleId
    {
        return RuleId::Back1;
    }

    public static function purpose(): string
    {
        return 'A backup goes back only onto the base that it came from, and the right set is chosen by what it ' .
            'holds, not by its place in a list.';
    }

    public function look(Situation $situation): iterable
    {
        $state = $situation->state;
        $set = $situation->restore->set();
        $reasons = [];
        foreach ($situation->unit->backups as $backup) {
            $misfit = $backup->misfit($state, $situation->slots->active());
            if ($misfit !== null) {
                $reasons[] = "\"{$backup->id}\": {$misfit}";
            }
        }
        yield match (true) {
            $set !== null => Finding::clear(
                self::id(),
                need: 'A recovery backup that fits',
                found: "\"{$set->id}\"",
                reason: 'It was taken from this system, firmware generation and encryption, and is ' .
                    ($situation->answers->backup === null ? 'the newest of those.' : 'the one that you chose.') .
                    ($reasons === [] ? '' : ' Others do not fit: ' . implode(' ', $reasons)),
            ),
            $situation->unit->backups === [] => Finding::stop(
                self::id(),
                need: 'A recovery backup that fits',
                found: 'no backup is recorded',
                reason: 'There is nothing to restore.',
                remedy: Remedy::doFirst('Record the backup on the page of the phone.'),
            ),
            $situation->answers->backup !== null => Finding::stop(
                self::id(),
                need: 'A recovery backup that fits',
                found: "\"{$situation->answers->backup}\"",
                reason: 'The set that you chose is no recovery backup that fits this phone. ' . implode(' ', $reasons),
                remedy: Remedy::doFirst('Choose another set, or none, so that the newest that fits is taken.'),
            ),
            default => Finding::stop(
                self::id(),
                need: 'A recovery backup that fits',
                found: 'none',
                reason: implode(' ', $reasons) === ''
                    ? 'Plain copies need no recovery: copy them back in the running system.'
                    : implode(' ', $reasons),
                remedy: Remedy::doFirst(
                    'Bring the phone back to the base that a set was taken from, or copy plain files back in the ' .
                        'running system.',
                ),
            ),
        };
    }
}
