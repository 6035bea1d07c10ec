<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Back;

use Tornavis\Core\Operation\Erasure;
use Tornavis\Core\Operation\RestoreSet;
use Tornavis\Core\Phone\Backup;
use Tornavis\Core\Phone\BootCheck;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;

use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\LossClass;
use Tornavis\Core\Words\RuleId;
use Tornavis\Core\Words\Slot;

/**
 * Speaks in a job that restores a backup.
 *
 * Why: A set that was taken on another system, firmware generation or encryption does not start. What was made
 * since the set was taken is lost.
 */
final class Back1Set implements FitRule
{
    private const NEED = 'A backup that fits';

    public static function id(): RuleId
    {
        return RuleId::Back1;
    }

    public static function purpose(): string
    {
        return 'A backup goes back only onto the base that it came from. The right set is chosen by what it holds, ' .
            'not by its place in a list. What was made since then goes, and is agreed to.';
    }

    public function look(Situation $situation): iterable
    {
        $set = $situation->restore->set();
        if ($set === null) {
            yield $this->none($situation);

            return;
        }
        yield Finding::clear(
            self::id(),
            need: self::NEED,
            found: "\"{$set->id}\", {$set->age($situation->at)}",
            reason: $this->why($situation, $set) . $this->others($situation, $set),
        );
        yield from $this->base($situation, $set);
        yield from self::startsWithIt($situation, $set);
        yield from $this->since($situation, $set);
    }

    private function why(Situation $situation, Backup $set): string
    {
        $from = match (true) {
            $set->kind === Backup::IDENTITY => 'It holds the serial numbers of this phone and goes back to no other.',
            $set->system => 'It brings its system along. Firmware and encryption are those that the phone has.',
            default => 'Nothing is known to differ from the system, firmware generation and encryption of the phone.',
        };

        return "{$from} It is " .
            ($situation->answers->backup === null ? 'the newest of those that fit.' : 'the one that you chose.');
    }

    /** Every other set with its age, and why it is not the one. */
    private function others(Situation $situation, Backup $set): string
    {
        $said = [];
        foreach ($situation->unit->backups as $backup) {
            if ($backup->id !== $set->id && $backup->kind !== Backup::COPIES) {
                $said[] = $this->said($situation, $backup);
            }
        }

        return $said === [] ? '' : ' Others: ' . implode(' ', $said);
    }

    private function said(Situation $situation, Backup $backup): string
    {
        $misfit = $backup->difference($situation->state, $situation->slots->active());

        return "\"{$backup->id}\", {$backup->age($situation->at)}" . ($misfit === null ? '.' : ": {$misfit}");
    }

    private function none(Situation $situation): Finding
    {
        $said = [];
        foreach ($situation->unit->backups as $backup) {
            if ($backup->kind === Backup::RECOVERY) {
                $said[] = $this->said($situation, $backup);
            }
        }
        $chosen = $situation->answers->backup;

        return match (true) {
            $situation->unit->backups === [] => Finding::stop(
                self::id(),
                need: self::NEED,
                found: 'no backup is recorded',
                reason: 'There is nothing to restore.',
                remedy: Remedy::doFirst('Record the backup on the page of the phone.'),
            ),
            $chosen !== null => Finding::stop(
                self::id(),
                need: self::NEED,
                found: "\"{$chosen}\"",
                reason: trim('The set that you chose is none that fits this phone. ' . implode(' ', $said)),
                remedy: Remedy::doFirst('Choose another set, or none, so that the newest that fits is taken.'),
            ),
            default => Finding::stop(
                self::id(),
                need: self::NEED,
                found: 'none',
                reason: $said === []
                    ? 'Plain copies need no recovery: copy them back in the running system.'
                    : implode(' ', $said),
                remedy: Remedy::doFirst(
                    'Bring the phone back to the base that a set was taken from, or copy plain files back in the ' .
                        'running system.',
                ),
            ),
        };
    }

    /**
     * What nobody wrote down of the base is asked for.
     *
     * @return \Generator<int, Finding>
     */
    private function base(Situation $situation, Backup $set): \Generator
    {
        $unknown = $set->unknownOf();
        if ($unknown === []) {
            return;
        }
        $what = implode(', ', $unknown);
        $finding = Finding::toSettle(
            self::id(),
            need: 'The set was taken from the base that the phone has now',
            found: "not recorded: {$what}",
            reason: 'A set from another base restores without an error, and the system does not start with it.',
            remedy: Remedy::agree(
                'Look at the notes beside the set or at its log. Agree if the phone has the same now; choose another ' .
                    'set if not.',
            ),
            subject: "base/{$set->id}",
        );
        yield $finding->unlessAgreed(
            $situation->answers,
            'You said that it was taken from the base that the phone has now.',
        );
    }

    /**
     * A set that brings a system and no data leaves the data that is there, which another system may have written.
     *
     * @return \Generator<int, Finding>
     */
    private static function startsWithIt(Situation $situation, Backup $set): \Generator
    {
        $slot = $situation->slots->active();
        $before = $situation->restore->formatsFirst()
            ? $situation->state->with(Erasure::effects($situation->state, $situation->state->data()->fileSystem))
            : $situation->state;
        $end = $before->with((new RestoreSet($set, 'card'))->effects($before, $situation->sheet));
        $obstacle = BootCheck::obstacle($end, $situation->sheet, $slot);
        if ($set->system && $obstacle !== null) {
            yield Finding::stop(
                self::id(),
                need: 'A system that starts with what comes back',
                found: 'it would not',
                reason: Slot::named($slot) . " would not start with this set: {$obstacle}.",
                remedy: Remedy::doFirst('Choose a set that brings its data along, or plan a fresh install.'),
                subject: "starts/{$set->id}",
            );
        }
    }

    /**
     * What is on the phone and was made since the set was taken is lost.
     *
     * @return \Generator<int, Finding>
     */
    private function since(Situation $situation, Backup $set): \Generator
    {
        $state = $situation->state;
        $over = array_filter(
            $set->classes,
            static fn(LossClass $class): bool => $state->data()->holds($class) !== false,
        );
        if (!$set->replacesData() || $over === [] || $state->data()->empty === true) {
            return;
        }
        $names = implode(', ', array_map(static fn(LossClass $class): string => lcfirst($class->label()), $over));
        $newer = $this->newerCopies($situation, $set, $over);
        $finding = Finding::toSettle(
            self::id(),
            need: "What was made since {$set->day()} may go",
            found: "{$names}; the set is {$set->age($situation->at)}",
            reason: "The phone goes back to {$set->day()}. What came after that is not in the set." .
                ($newer === '' ? '' : " {$newer}"),
            remedy: Remedy::agree(
                'Copy what is newer off the phone first and record it as a backup, or agree that it goes.',
            ),
            subject: "since/{$set->id}",
            facts: array_values(
                array_map(static fn(LossClass $class) => $state->fact(StateField::DataHolds->of($class)), $over),
            ),
        );
        yield $finding->unlessAgreed($situation->answers, 'You agreed that it goes.');
    }

    /**
     * @param  array<int, LossClass>  $classes
     */
    private function newerCopies(Situation $situation, Backup $set, array $classes): string
    {
        $copies = array_filter(
            $situation->unit->backups,
            static fn(Backup $one): bool => $one->kind === Backup::COPIES &&
                $one->madeAt > $set->madeAt &&
                $one->isOffThePhone() &&
                array_filter($classes, $one->holds(...)) !== [],
        );
        $names = array_map(static fn(Backup $one): string => "\"{$one->id}\" of {$one->day()}", array_values($copies));

        return $names === [] ? '' : 'Newer copies: ' . implode(', ', $names) . '.';
    }
}
