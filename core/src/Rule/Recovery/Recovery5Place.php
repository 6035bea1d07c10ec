<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Recovery;

use Tornavis\Core\Phone\RecoveryHome;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;

use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\RuleId;

/**
 * Speaks where a recovery goes in beside a system that is to stay.
 *
 * Why: A whole boot image would take the kernel of that system along.
 */
final class Recovery5Place implements FitRule
{
    public static function id(): RuleId
    {
        return RuleId::Recovery5;
    }

    public static function purpose(): string
    {
        return 'Where the system stays, a recovery in the boot image is started once and then puts itself in. Of a ' .
            'recovery in vendor boot only its own part is written.';
    }

    public function look(Situation $situation): iterable
    {
        if (
            $situation->job->installsBuild() ||
            !$situation->modes->usesRecovery() ||
            !$situation->recovery->isWritten()
        ) {
            return;
        }
        $need = 'A recovery that leaves the system as it is';
        if ($situation->recovery->isWrittenAsPart()) {
            yield Finding::clear(
                self::id(),
                need: $need,
                found: 'its own part of vendor boot',
                reason: 'The image has a table of its parts, so that only the recovery is written.',
            );
        } elseif ($situation->sheet->recoveryHome === RecoveryHome::VendorBoot) {
            yield Finding::stop(
                self::id(),
                need: $need,
                found: 'the whole of vendor boot',
                reason: 'Written whole, it replaces an image that the installed system starts from. It has no kernel ' .
                    'to be started once with, and this file names no parts.',
                remedy: Remedy::leaveOut(
                    'Leave the recovery out where one is on the phone already, or do it together with a build.',
                ),
            );
        } elseif ($situation->recovery->isStartedOnce()) {
            yield Finding::clear(
                self::id(),
                need: $need,
                found: 'started once',
                reason: $situation->job->takes() === [PackageKind::Recovery]
                    ? 'It is started from the bootloader and then puts itself into the boot image that is there.'
                    : 'It is started from the bootloader without being written, and is gone after the next restart.',
            );
        }
    }
}
