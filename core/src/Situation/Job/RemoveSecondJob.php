<?php

declare(strict_types=1);

namespace Tornavis\Core\Situation\Job;

use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Ability;
use Tornavis\Core\Words\DataPromise;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\RuleId;

/** A second system goes, with what only it can read. */
final readonly class RemoveSecondJob extends JobWithoutBuild
{
    public function label(): string
    {
        return 'Remove second system';
    }

    public function description(): string
    {
        return 'The second system goes, with what only it can read.';
    }

    public function takes(): array
    {
        return [PackageKind::Remover];
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
        return true;
    }

    public function usesBootloader(Situation $situation): bool
    {
        return $situation->modes->writesInBootloader();
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
        return $situation->files->ofKind(PackageKind::Remover);
    }

    public function rules(): array
    {
        return [RuleId::Prep5, RuleId::Layout4, RuleId::Recovery2, RuleId::Erase5, RuleId::Order4];
    }

    public function goal(Situation $situation): Goal
    {
        return Goal::that(
            static fn(State $end): bool => $end->text(StateField::SecondFamily) === null,
            'At the end the second system would still be there.',
        );
    }
}
