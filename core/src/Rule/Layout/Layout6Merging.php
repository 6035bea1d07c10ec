<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Layout;

use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\RuleId;

/**
 * Speaks where an update is being merged into super and the job writes there.
 *
 * Why: Until the merge is done the system that runs lies in two places; a write between them leaves it in pieces.
 */
final class Layout6Merging implements FitRule
{
    public static function id(): RuleId
    {
        return RuleId::Layout6;
    }

    public static function purpose(): string
    {
        return 'Nothing is written into super while an update is being merged there.';
    }

    public function look(Situation $situation): iterable
    {
        $job = $situation->job;
        $writes = $job->installsBuild() || $job->writesGenericImage() || $situation->files->bundle() !== null;
        if ($situation->state->flag(StateField::UpdateMerging) !== true || !$writes) {
            return;
        }
        yield Finding::stop(
            self::id(),
            need: 'No update that is still being merged',
            found: 'one is',
            reason: 'Until that is done the system that runs lies in two places. A write into super would leave it ' .
                'in pieces.',
            remedy: Remedy::enterFact(
                'Start the system and leave the phone alone for some minutes. Then paste the bootloader\'s list of ' .
                    'variables again, which says that nothing is being merged, or enter it.',
            ),
            facts: [$situation->state->fact(StateField::UpdateMerging)],
        );
    }
}
