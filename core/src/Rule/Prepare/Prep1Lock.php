<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Prepare;

use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Phone\UnlockWait;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;

use Tornavis\Core\Rule\OfBootloader;
use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Moment;
use Tornavis\Core\Words\RuleId;

/**
 * Speaks in every job that needs an unlocked bootloader, and in the one that unlocks it.
 *
 * Why: The maker's terms decide whether and when; a wait that is begun anew begins from its start.
 */
final class Prep1Lock implements FitRule
{
    public static function id(): RuleId
    {
        return RuleId::Prep1;
    }

    public static function purpose(): string
    {
        return 'A locked bootloader takes nothing. Unlocking erases the phone, may need a wait of exact hours, and ' .
            'is a plan of its own.';
    }

    public function look(Situation $situation): iterable
    {
        $fact = $situation->state->fact(StateField::BootloaderUnlocked);
        if ($situation->job->unlocksBootloader()) {
            yield $fact->value === true
                ? Finding::stop(
                    self::id(),
                    need: 'A locked bootloader',
                    found: 'unlocked already',
                    reason: 'There is nothing to unlock.',
                    remedy: Remedy::doFirst('Close this job and plan what you want to put on the phone.'),
                    facts: [$fact],
                )
                : Finding::clear(
                    self::id(),
                    need: 'A locked bootloader',
                    found: $fact->value === false ? 'locked' : 'unknown',
                    reason: 'The plan unlocks it.',
                    facts: [$fact],
                );
            yield from $this->wait($situation);

            return;
        }
        if (!$situation->job->needsUnlockedBootloader($situation)) {
            return;
        }
        yield match ($fact->value) {
            true => Finding::clear(
                self::id(),
                need: 'Bootloader unlocked',
                found: 'unlocked',
                reason: 'The phone accepts images.',
                facts: [$fact],
            ),
            false => Finding::stop(
                self::id(),
                need: 'Bootloader unlocked',
                found: 'locked',
                reason: 'A locked bootloader refuses every image.',
                remedy: Remedy::doFirst(
                    'Unlock it first, as a job of its own. That erases the phone, may need a wait of days and may ' .
                        'end ' .
                        "the warranty; follow the maker's terms.",
                ),
                facts: [$fact],
            ),
            default => self::asked($situation),
        };
    }

    /** With the active slot, where that is not known either. */
    private static function asked(Situation $situation): Finding
    {
        $lock = OfBootloader::lock($situation);

        return OfBootloader::isSlotOpen($situation) ? OfBootloader::both($lock, OfBootloader::slot($situation)) : $lock;
    }

    /**
     * @return \Generator<int, Finding>
     */
    private function wait(Situation $situation): \Generator
    {
        $hours = $situation->sheet->unlockWaitHours;
        $started = $situation->state->fact(StateField::UnlockWaitStarted);
        $terms = $situation->sheet->unlockNote === null ? '' : ' ' . $situation->sheet->unlockNote;
        if ($hours === 0) {
            yield Finding::clear(
                self::id(),
                need: "The end of the maker's wait",
                found: 'no wait',
                reason: "The maker asks for none.{$terms}",
                subject: 'wait',
            );

            return;
        }
        if ($hours === null) {
            $finding = Finding::toSettle(
                self::id(),
                need: "The end of the maker's wait",
                found: 'unknown',
                reason: 'The model sheet does not say whether the maker asks for a wait.',
                remedy: Remedy::enterFactOrAgree(
                    "Look it up in the maker's terms and enter it in the sheet, or agree that there is none.",
                ),
                subject: 'wait',
            );
            yield $finding->unlessAgreed($situation->answers, 'You agreed that there is none.');

            return;
        }
        $wait = UnlockWait::of($situation->state, $situation->sheet);
        $now = Moment::read($situation->at);
        if ($wait === null || $now === null) {
            yield Finding::toSettle(
                self::id(),
                need: "The end of the maker's wait of {$hours} hours",
                found: $started->known() ? 'cannot be read' : 'not started',
                reason: "The maker asks for {$hours} hours.{$terms}",
                remedy: Remedy::onPhonePage('Start the wait as the maker says, then enter when it began.'),
                subject: 'wait',
                facts: [$started],
            );

            return;
        }
        $earliest = $wait->earliest()->format('Y-m-d H:i') . ' UTC';
        yield $wait->isOver($now)
            ? Finding::clear(
                self::id(),
                need: "The end of the maker's wait of {$hours} hours",
                found: "since {$earliest}",
                reason: "It was started on {$wait->startedAt->format('Y-m-d H:i')} UTC.{$terms}",
                subject: 'wait',
                facts: [$started],
            )
            : Finding::toSettle(
                self::id(),
                need: "The end of the maker's wait of {$hours} hours",
                found: 'in ' . UnlockWait::words($wait->leftSeconds($now)),
                reason: "It was started on {$wait->startedAt->format(
                    'Y-m-d H:i',
                )} UTC and is over on {$earliest}. Starting it again begins the hours anew.{$terms}",
                remedy: Remedy::onPhonePage("Wait until {$earliest}. Gather the files and make the backups meanwhile."),
                subject: 'wait',
                facts: [$started],
            );
    }
}
