<?php

declare(strict_types=1);

namespace Tornavis\Core\Situation\Job;

use Tornavis\Core\Phone\State;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Ability;
use Tornavis\Core\Words\DataPromise;
use Tornavis\Core\Words\RuleId;

/** A backup that the recovery made goes back in. */
final readonly class RestoreBackupJob extends JobWithoutBuild
{
    public function label(): string
    {
        return 'Restore backup';
    }

    public function description(): string
    {
        return 'The newest recovery backup that fits goes back in. What is on the phone now goes: ' .
            'what was made since the backup is lost.';
    }

    public function takes(): array
    {
        return [];
    }

    public function needsExactlyOneFile(): bool
    {
        return false;
    }

    public function nameWithoutFiles(): ?string
    {
        return null;
    }

    public function dataPromise(): DataPromise
    {
        return DataPromise::Replaced;
    }

    /** What holds no data takes none: a system alone, or the serial numbers of the radio. */
    public function erasesData(Situation $situation): bool
    {
        return $situation->restore->set()?->replacesData() === true;
    }

    public function opensData(Situation $situation): bool
    {
        return $this->erasesData($situation) && !$situation->restore->formatsFirst();
    }

    public function formatsFirst(): bool
    {
        return false;
    }

    public function unlocksBootloader(): bool
    {
        return false;
    }

    public function needsUnlockedBootloader(Situation $situation): bool
    {
        return true;
    }

    public function usesRecovery(Situation $situation): bool
    {
        return true;
    }

    public function usesBootloader(Situation $situation): bool
    {
        return $situation->modes->writesInBootloader();
    }

    public function recoveryAbility(): Ability
    {
        return Ability::Backup;
    }

    public function writesGenericImage(): bool
    {
        return false;
    }

    public function startsImageOnce(): bool
    {
        return false;
    }

    public function installs(Situation $situation): array
    {
        return [];
    }

    public function rules(): array
    {
        return [RuleId::Prep4, RuleId::Prep5, RuleId::Layout4, RuleId::Recovery2, RuleId::Back1];
    }

    public function goal(Situation $situation): Goal
    {
        $goal = Goal::inSystem();
        foreach ($situation->restore->set()->classes ?? [] as $class) {
            $goal = $goal->and(
                Goal::that(
                    static fn(State $end): bool => $end->data()->holds($class) === true,
                    "At the end {$class->label()} would not be back.",
                ),
            );
        }

        return $goal;
    }
}
