<?php

declare(strict_types=1);

namespace Tornavis\Core\Situation\Job;

use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\DataPromise;
use Tornavis\Core\Words\RuleId;

/** The same OS by the same signer goes in over what is there. */
final readonly class UpdateInPlaceJob extends BuildJob
{
    public function label(): string
    {
        return 'Update in place';
    }

    public function description(): string
    {
        return 'The same OS by the same signer goes in over what is there, and data stays. Where that cannot ' .
            'be, the plan says why.';
    }

    public function usesRecovery(Situation $situation): bool
    {
        return !$situation->modes->updatesInSystem();
    }

    public function installs(Situation $situation): array
    {
        return $situation->modes->updatesInSystem() ? [] : parent::installs($situation);
    }

    public function dataPromise(): DataPromise
    {
        return DataPromise::Kept;
    }

    public function formatsFirst(): bool
    {
        return false;
    }

    public function mayWipeInstead(): bool
    {
        return false;
    }

    public function bringsNewLayout(): bool
    {
        return false;
    }

    public function keepsServingRecovery(): bool
    {
        return true;
    }

    public function rules(): array
    {
        return [
            RuleId::Prep5,
            RuleId::Base1,
            RuleId::Base2,
            RuleId::Layout4,
            RuleId::Slots2,
            RuleId::Recovery2,
            RuleId::Erase5,
            RuleId::Order1,
            RuleId::Layout3,
            RuleId::Erase7,
            RuleId::Erase9,
            RuleId::Update1,
            RuleId::Update2,
            RuleId::Back4,
        ];
    }
}
