<?php

declare(strict_types=1);

namespace Tornavis\Core\Situation\Job;

use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Ability;
use Tornavis\Core\Words\DataPromise;
use Tornavis\Core\Words\RuleId;

/** The maker's own recovery empties the data of a phone whose own system hangs at its logo. */
final readonly class ResetJob extends JobWithoutBuild
{
    public function label(): string
    {
        return "Reset by the maker's recovery";
    }

    public function description(): string
    {
        return "The maker's own recovery empties the data of a phone whose own system hangs at its logo. It works on " .
            'a locked phone too.';
    }

    public function takes(): array
    {
        return [];
    }

    public function needsExactlyOneFile(): bool
    {
        return false;
    }

    public function nameWithoutFiles(): string
    {
        return 'The reset';
    }

    public function dataPromise(): DataPromise
    {
        return DataPromise::Erased;
    }

    public function usesMakersRecovery(): bool
    {
        return true;
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
        return false;
    }

    public function usesRecovery(Situation $situation): bool
    {
        return false;
    }

    public function usesBootloader(Situation $situation): bool
    {
        return false;
    }

    public function recoveryAbility(): Ability
    {
        return Ability::Sideload;
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
        return [RuleId::Prep4, RuleId::Prep5, RuleId::Back5];
    }

    public function goal(Situation $situation): Goal
    {
        return Goal::inSystem();
    }
}
