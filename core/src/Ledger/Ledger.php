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
        $removesLock = false;
        foreach ($steps as $index => $draft) {
            foreach ($draft->operation->losses($walk->before[$index]) as $class) {
                $lostAt[$class->value] ??= $index + 1;
            }
            if ($draft->operation->name() === OperationName::RemoveLock) {
                $removesLock = true;
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
                $removesLock && $class === LossClass::ScreenLock,
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
                false,
                false,
                true,
            );
        }
        $backup = self::backup($class, $situation->unit->backups, $walk, $situation);
        // The lock goes by a step of its own, which PREP-4 asks about.
        $waived = $agreedElsewhere || $situation->answers->waives($class);

        return new LedgerEntry(
            $class,
            $backup !== null || $backedUpByPlan ? LedgerEntry::RETURNS : LedgerEntry::LOST,
            $step,
            $backup?->id,
            $backedUpByPlan,
            $waived,
            $holds !== null,
        );
    }

    /**
     * The newest set off the phone that holds the class and can go back onto what the phone runs at the end.
     *
     * @param  list<Backup>  $backups
     */
    private static function backup(
        LossClass $class,
        array $backups,
        ExpectedStates $walk,
        Situation $situation,
    ): ?Backup {
        $slot = $walk->end->activeSlot() ?? $situation->sheet->slots[0];
        $found = null;
        foreach ($backups as $backup) {
            if (
                $backup->isOffThePhone() &&
                $backup->holds($class) &&
                $backup->misfit($walk->end, $slot) === null &&
                ($found === null || $backup->madeAt > $found->madeAt)
            ) {
                $found = $backup;
            }
        }

        return $found;
    }
}
