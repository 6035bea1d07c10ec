<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Prepare;

use Tornavis\Core\Phone\UnlockWait;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\Severity;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Intent;

final class Prep1Lock implements FitRule
{
    public static function id(): string
    {
        return 'PREP-1';
    }

    public static function purpose(): string
    {
        return 'A locked bootloader takes nothing. Unlocking erases the phone, may need a wait of exact hours, and ' .
            'is a plan of its own.';
    }

    public function look(Situation $situation): iterable
    {
        $fact = $situation->state->fact('bootloader.unlocked');
        if ($situation->intent === Intent::Unlock) {
            yield $fact->value === true
                ? Finding::of(
                    self::id(),
                    Severity::Stop,
                    'A locked bootloader',
                    'unlocked already',
                    'There is nothing to unlock.',
                    'Close this job and plan what you want to put on the phone.',
                    '',
                    $fact,
                )
                : Finding::of(
                    self::id(),
                    Severity::Clear,
                    'A locked bootloader',
                    $fact->value === false ? 'locked' : 'unknown',
                    'The plan unlocks it.',
                    null,
                    '',
                    $fact,
                );
            yield from $this->wait($situation);

            return;
        }
        if ($situation->intent === Intent::BringBack && !$situation->usesBootloader()) {
            return;
        }
        yield match ($fact->value) {
            true => Finding::of(
                self::id(),
                Severity::Clear,
                'Bootloader unlocked',
                'unlocked',
                'The phone accepts images.',
                null,
                '',
                $fact,
            ),
            false => Finding::of(
                self::id(),
                Severity::Stop,
                'Bootloader unlocked',
                'locked',
                'A locked bootloader refuses every image.',
                'Unlock it first, as a job of its own. That erases the phone, may need a wait of days and may end ' .
                    "the warranty; follow the maker's terms.",
                '',
                $fact,
            ),
            default => Finding::of(
                self::id(),
                Severity::Settle,
                'Bootloader unlocked',
                'unknown',
                'Whether the bootloader is unlocked has not been seen.',
                'Start the bootloader and read its lock line, then enter it.',
                '',
                $fact,
            ),
        };
    }

    /**
     * @return \Generator<int, Finding>
     */
    private function wait(Situation $situation): \Generator
    {
        $hours = $situation->sheet->unlockWaitHours;
        $started = $situation->state->fact('bootloader.waitStarted');
        $terms = $situation->sheet->unlockNote === null ? '' : ' ' . $situation->sheet->unlockNote;
        if ($hours === 0) {
            yield Finding::of(
                self::id(),
                Severity::Clear,
                "The maker's wait is over",
                'no wait',
                "The maker asks for none.{$terms}",
                null,
                'wait',
            );

            return;
        }
        if ($hours === null) {
            $finding = Finding::of(
                self::id(),
                Severity::Settle,
                "The maker's wait is over",
                'unknown',
                'The model sheet does not say whether the maker asks for a wait.',
                "Look it up in the maker's terms and enter it in the sheet, or agree that there is none.",
                'wait',
            );
            yield $situation->answers->agreedTo($finding->key)
                ? $finding->settled('You agreed that there is none.')
                : $finding;

            return;
        }
        $wait = UnlockWait::of($situation->state, $situation->sheet);
        $now = date_create_immutable($situation->at);
        if ($wait === null || $now === false) {
            yield Finding::of(
                self::id(),
                Severity::Settle,
                "The maker's wait of {$hours} hours is over",
                $started->known() ? 'cannot be read' : 'not started',
                "The maker asks for {$hours} hours.{$terms}",
                'Start the wait as the maker says, then enter when it began.',
                'wait',
                $started,
            );

            return;
        }
        $earliest = $wait->earliest()->format('Y-m-d H:i') . ' UTC';
        yield $wait->isOver($now)
            ? Finding::of(
                self::id(),
                Severity::Clear,
                "The maker's wait of {$hours} hours is over",
                "since {$earliest}",
                "It was started on {$wait->startedAt->format('Y-m-d H:i')} UTC.{$terms}",
                null,
                'wait',
                $started,
            )
            : Finding::of(
                self::id(),
                Severity::Settle,
                "The maker's wait of {$hours} hours is over",
                'in ' . UnlockWait::words($wait->leftSeconds($now)),
                "It was started on {$wait->startedAt->format(
                    'Y-m-d H:i',
                )} UTC and is over on {$earliest}. Starting it again begins the hours anew.{$terms}",
                "Wait until {$earliest}. Gather the files and make the backups meanwhile.",
                'wait',
                $started,
            );
    }
}
