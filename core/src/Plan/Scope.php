<?php

declare(strict_types=1);

namespace Tornavis\Core\Plan;

use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Space\SpaceSearchError;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\RuleId;

/** What is not planned at all, with the reason. */
final class Scope
{
    /**
     * Stops for what is no work for a plan: files that nothing would use, and a phone that nothing reaches.
     *
     * @return \Generator<int, Finding>
     */
    public static function findings(Situation $situation): \Generator
    {
        $what = $situation->job->nameWithoutFiles();
        if ($what !== null && $situation->kit !== []) {
            yield Finding::stop(
                RuleId::Plan1,
                need: 'No file in the kit',
                found: count($situation->kit) . ' files',
                reason: "{$what} needs none; what comes afterwards is a job of its own.",
                remedy: Remedy::leaveOut('Leave the files out.'),
                subject: 'kit',
            );
        }
        $mode = $situation->state->mode();
        $way = match ($mode) {
            Mode::LockedOut
                => 'Its owner opens it with the account that is on it. Nothing here goes around a theft lock.',
            Mode::Dead
                => 'Leave it on its charger for an hour and try the keys of its bootloader. Where the screen stays ' .
                'black it is a case for a qualified repairer; where it shows a mode, enter that on the page of ' .
                "{$situation->unit->label}.",
            default => null,
        };
        if ($mode !== null && $way !== null) {
            yield Finding::stop(
                RuleId::Plan2,
                need: 'A phone that can be worked on',
                found: $mode->label(),
                reason: "The phone is in the state \"{$mode->label()}\".",
                remedy: Remedy::doFirst($way),
                subject: 'mode',
                facts: [$situation->state->fact(StateField::Mode)],
            );
        }
    }

    public static function unsearched(SpaceSearchError $error): Finding
    {
        return Finding::stop(
            RuleId::Layout1,
            need: 'Room in super',
            found: 'cannot be worked out',
            reason: "{$error->what}; {$error->expected}.",
            remedy: Remedy::doFirst($error->todo),
            subject: 'search',
        );
    }
}
