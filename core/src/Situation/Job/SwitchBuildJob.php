<?php

declare(strict_types=1);

namespace Tornavis\Core\Situation\Job;

use Tornavis\Core\Words\DataPromise;
use Tornavis\Core\Words\RuleId;

/** Another OS takes the place of the one that is there. */
final readonly class SwitchBuildJob extends BuildJob
{
    public function label(): string
    {
        return 'Switch build';
    }

    public function description(): string
    {
        return 'Another OS takes the place of the one that is there; what it wrote on the data partition is ' .
            'erased.';
    }

    public function dataPromise(): DataPromise
    {
        return DataPromise::Erased;
    }

    public function formatsFirst(): bool
    {
        return true;
    }

    public function mayWipeInstead(): bool
    {
        return true;
    }

    public function bringsNewLayout(): bool
    {
        return true;
    }

    public function keepsServingRecovery(): bool
    {
        return false;
    }

    public function rules(): array
    {
        return [
            RuleId::Prep4,
            RuleId::Prep5,
            RuleId::Base1,
            RuleId::Base2,
            RuleId::Layout4,
            RuleId::Slots2,
            RuleId::Recovery2,
            RuleId::Erase5,
            RuleId::Order1,
            RuleId::Layout3,
            RuleId::Layout2,
            RuleId::Layout5,
            RuleId::Erase1,
            RuleId::Erase9,
            RuleId::Back4,
        ];
    }
}
