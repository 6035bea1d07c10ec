<?php

declare(strict_types=1);

namespace App\Http\Resources;

use Tornavis\Core\Plan\Plan;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FindingAction;
use Tornavis\Core\Words\RuleArea;
use Tornavis\Core\Words\RuleId;

/** The findings of a plan as a page shows them: each with its area, and with what a person can do about it. */
final class FindingRows
{
    /**
     * @return list<array<string, mixed>>
     */
    public static function of(Plan $plan): array
    {
        return array_map(
            static fn(Finding $finding): array => $finding->toArray() + [
                'area' => $finding->rule->area()->value,
                'actions' => array_map(
                    static fn(FindingAction $action): array => $action->toArray(),
                    $finding->actions(),
                ),
            ],
            $plan->findings,
        );
    }

    /**
     * The findings of a plan that is carried out already: what it asks for is over.
     *
     * @param  array<string, mixed>  $plan  a plan document
     * @return list<array<string, mixed>>
     */
    public static function ofRun(array $plan): array
    {
        /** @var list<array{rule: string}> $findings */
        $findings = $plan['findings'];

        return array_map(
            static fn(array $finding): array => $finding + [
                'area' => (RuleId::tryFrom($finding['rule'])?->area() ?? RuleArea::Plan)->value,
                'actions' => [],
            ],
            $findings,
        );
    }

    /**
     * @return list<array{area: string, label: string}> in the order in which a person reads them
     */
    public static function areas(): array
    {
        return array_map(
            static fn(RuleArea $area): array => ['area' => $area->value, 'label' => $area->label()],
            RuleArea::cases(),
        );
    }
}
