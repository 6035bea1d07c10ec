<?php

declare(strict_types=1);

namespace Tornavis\Core\Situation\Job;

use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Ability;
use Tornavis\Core\Words\DataPromise;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\RuleId;

/** A generic image runs once beside the installed system. */
final readonly class TrialBesideJob extends JobWithoutBuild
{
    public function label(): string
    {
        return 'Trial beside';
    }

    public function description(): string
    {
        return 'A generic image runs once beside the installed system, which is there again with its data ' .
            'after the next restart.';
    }

    public function takes(): array
    {
        return [PackageKind::GenericImage];
    }

    public function needsExactlyOneFile(): bool
    {
        return true;
    }

    public function nameWithoutFiles(): ?string
    {
        return null;
    }

    public function dataPromise(): DataPromise
    {
        return DataPromise::Kept;
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
        return true;
    }

    public function installs(Situation $situation): array
    {
        return [];
    }

    public function rules(): array
    {
        return [RuleId::Prep5, RuleId::Fit4];
    }

    public function goal(Situation $situation): Goal
    {
        return Goal::noTrialIsLeft();
    }
}
