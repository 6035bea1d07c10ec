<?php

declare(strict_types=1);

namespace Tornavis\Core\Situation\Job;

use Tornavis\Core\Phone\State;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Ability;
use Tornavis\Core\Words\DataPromise;
use Tornavis\Core\Words\RuleId;

/** The bootloader is unlocked. */
final readonly class UnlockJob extends JobWithoutBuild
{
    public function label(): string
    {
        return 'Unlock';
    }

    public function description(): string
    {
        return 'Unlocking erases the phone and may end its warranty. Only on a phone that you own or are asked ' .
            'to service, and as its maker\'s terms allow.';
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
        return 'Unlocking';
    }

    public function dataPromise(): DataPromise
    {
        return DataPromise::ErasedByPhone;
    }

    public function formatsFirst(): bool
    {
        return false;
    }

    public function unlocksBootloader(): bool
    {
        return true;
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
        return true;
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
        return [RuleId::Prep1, RuleId::Prep4, RuleId::Prep5];
    }

    public function goal(Situation $situation): Goal
    {
        return Goal::that(
            static fn(State $end): bool => $end->bootloader()->unlocked === true,
            'At the end the bootloader would still be locked.',
        );
    }
}
