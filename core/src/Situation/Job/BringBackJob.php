<?php

declare(strict_types=1);

namespace Tornavis\Core\Situation\Job;

use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Ability;
use Tornavis\Core\Words\DataPromise;
use Tornavis\Core\Words\RuleId;

/** A phone that was left outside its system starts one that it still holds. */
final readonly class BringBackJob extends JobWithoutBuild
{
    public function label(): string
    {
        return 'Bring back';
    }

    public function description(): string
    {
        return 'A phone that was left in its recovery or bootloader starts a system that it still holds. ' .
            'Nothing is written but which slot is active.';
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
        return 'The way back';
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
        return $this->usesBootloader($situation);
    }

    public function usesRecovery(Situation $situation): bool
    {
        return false;
    }

    public function usesBootloader(Situation $situation): bool
    {
        return !in_array($situation->slots->starting(), [$situation->slots->active(), null], true);
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
        return [RuleId::Prep5, RuleId::Back3];
    }

    public function goal(Situation $situation): Goal
    {
        return Goal::inSystem();
    }
}
