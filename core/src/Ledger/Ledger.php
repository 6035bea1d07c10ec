<?php

declare(strict_types=1);

namespace Tornavis\Core\Ledger;

use Tornavis\Core\Phone\Backup;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Rule\StepDraft;
use Tornavis\Core\Sequence\ExpectedStates;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\LossClass;
use Tornavis\Core\Words\OperationName;
use Tornavis\Core\Words\PackageKind;

/** For each class of things what the plan does to it, derived from the operations alone. */
final readonly class Ledger
{
    /**
     * @param  list<LedgerEntry>  $entries  one per class
     */
    private function __construct(public array $entries) {}

    /**
     * @param  list<StepDraft>  $steps
     */
    public static function of(array $steps, ExpectedStates $walk, Situation $situation): self
    {
        $lostAt = [];
        $coming = [];
        $removed = [];
        foreach ($steps as $index => $draft) {
            foreach ($draft->operation->losses($walk->before[$index]) as $class) {
                $lostAt[$class->value] ??= $index + 1;
            }
            // What a step or a job is about is agreed to there, and not once more as a loss.
            if ($draft->operation->name() === OperationName::RemoveLock) {
                $removed[] = LossClass::ScreenLock;
            }
            if (in_array(PackageKind::Remover, $situation->job->takes(), true)) {
                $removed[] = LossClass::SecondSystem;
            }
            if ($draft->operation->name() === OperationName::BackUp) {
                $coming = (array) ($draft->operation->parameters()['classes'] ?? []);
            }
        }
        $entries = [];
        foreach (LossClass::cases() as $class) {
            $entries[] = self::entry(
                $class,
                $lostAt[$class->value] ?? null,
                in_array($class->value, $coming, true),
                in_array($class, $removed, true),
                $situation,
                $walk,
            );
        }

        return new self($entries);
    }

    private static function entry(
        LossClass $class,
        ?int $step,
        bool $backedUpByPlan,
        bool $agreedElsewhere,
        Situation $situation,
        ExpectedStates $walk,
    ): LedgerEntry {
        $holds = $situation->state->data()->holds($class);
        if ($step === null) {
            $absent =
                $holds === false ||
                ($class === LossClass::Card && $situation->state->flag(StateField::CardPresent) === false);

            return new LedgerEntry(
                $class,
                $absent ? LedgerEntry::ABSENT : LedgerEntry::KEPT,
                null,
                null,
                null,
                false,
                false,
                true,
            );
        }
        $backup = self::backup($class, $walk, $situation);
        $wayBack = $backup === null ? self::wayBack($class, $walk, $situation) : null;
        // The lock goes by a step of its own, which PREP-4 asks about.
        $waived = $agreedElsewhere || $situation->answers->waives($class);

        return new LedgerEntry(
            $class,
            match (true) {
                $backup !== null, $backedUpByPlan => LedgerEntry::RETURNS,
                $wayBack !== null => LedgerEntry::WITH_OLD,
                default => LedgerEntry::LOST,
            },
            $step,
            $backup?->id,
            $wayBack?->id,
            $backedUpByPlan,
            $waived,
            $holds !== null,
        );
    }

    /** The newest set off the phone that holds the class and can go back onto what the phone runs at the end. */
    private static function backup(LossClass $class, ExpectedStates $walk, Situation $situation): ?Backup
    {
        $slot = $walk->end->activeSlot() ?? $situation->sheet->slots[0];

        return self::newest(
            $class,
            $situation,
            // A whole set takes the place of the system that would get the data back.
            static fn(Backup $one): bool => $one->misfit($walk->end, $slot) === null &&
                (!$one->system || $one->isOfSystemIn($walk->end, $slot) || $situation->restore->isBroughtBack($one)),
        );
    }

    /** The newest set off the phone that holds the class and can go back onto what the phone runs now. */
    private static function wayBack(LossClass $class, ExpectedStates $walk, Situation $situation): ?Backup
    {
        $start = $walk->before[0] ?? $walk->end;
        $slot = $start->activeSlot() ?? $situation->sheet->slots[0];

        return self::newest($class, $situation, static fn(Backup $one): bool => $one->misfit($start, $slot) === null);
    }

    /**
     * @param  \Closure(Backup): bool  $fits
     */
    private static function newest(LossClass $class, Situation $situation, \Closure $fits): ?Backup
    {
        $found = null;
        foreach ($situation->unit->backups as $backup) {
            // What the job itself brings back it has copied off before.
            $outlasts = $backup->outlastsErase($situation->state) || $situation->restore->isBroughtBack($backup);
            $isNewer = $found === null || $backup->madeAt > $found->madeAt;
            if ($outlasts && $isNewer && $backup->holds($class) && $fits($backup)) {
                $found = $backup;
            }
        }

        return $found;
    }
}
