<?php

declare(strict_types=1);

namespace Tornavis\Core\Situation\Job;

use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Ability;
use Tornavis\Core\Words\DataPromise;
use Tornavis\Core\Words\RuleId;

/** The recovery makes a backup set, and the set leaves the phone. */
final readonly class BackUpJob extends JobWithoutBuild
{
    public function label(): string
    {
        return 'Back up';
    }

    public function description(): string
    {
        return 'The recovery copies data, system and the identity of the radio into a set, and the set is copied to ' .
            'the computer. Nothing on the phone changes.';
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
        return DataPromise::Kept;
    }

    /** A phone that does not start is backed up too, and stays as it was. */
    public function mustStart(Situation $situation): bool
    {
        return !$situation->modes->systemIsOut();
    }

    public function opensData(Situation $situation): bool
    {
        return $situation->backUp->takesData();
    }

    public function formatsFirst(): bool
    {
        return false;
    }

    public function unlocksBootloader(): bool
    {
        return false;
    }

    /** A recovery that backs up is not the maker's, and starts on an unlocked phone only. */
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
        return [RuleId::Prep5, RuleId::Layout4, RuleId::Recovery2, RuleId::Back4];
    }

    public function goal(Situation $situation): Goal
    {
        $name = $situation->backUp->name();

        return Goal::that(
            static fn(State $end): bool => in_array($name, $end->list(StateField::SetsTakenOff), true),
            "At the end the set \"{$name}\" would not lie on the computer.",
        );
    }
}
