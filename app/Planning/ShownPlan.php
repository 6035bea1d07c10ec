<?php

declare(strict_types=1);

namespace App\Planning;

use Illuminate\Http\Exceptions\HttpResponseException;
use Illuminate\Support\Facades\Cache;
use Tornavis\Core\Plan\Plan;
use Tornavis\Core\Plan\PlanDifference;
use Tornavis\Core\Run\PlanSeal;

/**
 * A plan as a page shows it. What is started carries its seal; where the plan is another one by then, nothing starts,
 * and the answer says what is different.
 */
final class ShownPlan
{
    private const REMEMBERED_SECONDS = 86_400;

    /** The seal for the page; the plan is remembered, so that a difference can be told. */
    public static function seal(Plan $plan): string
    {
        $document = $plan->toArray();
        $seal = PlanSeal::ofWork($document);
        try {
            Cache::add("shown-plan:{$seal}", json_encode($document, JSON_THROW_ON_ERROR), self::REMEMBERED_SECONDS);
        } catch (\Throwable) {
            // Without room for it the difference cannot be told; that there is one can.
        }

        return $seal;
    }

    /** @throws HttpResponseException 422 without a seal, 409 with the difference where the plan is another one */
    public static function refuseOther(string $seal, Plan $now): void
    {
        if ($seal === '') {
            throw new HttpResponseException(
                response()->json(
                    [
                        'message' =>
                            'What is started has to be named: send the seal of the plan that is shown. Load the ' .
                            'page again.',
                    ],
                    422,
                ),
            );
        }
        $document = $now->toArray();
        if (hash_equals(PlanSeal::ofWork($document), $seal)) {
            return;
        }
        $kept = Cache::get("shown-plan:{$seal}");
        /** @var ?array<string, mixed> $shown */
        $shown = is_string($kept) ? json_decode($kept, true) : null;
        /** @var array<string, mixed> $plan */
        $plan = json_decode($now->toJson(), true);
        $difference = $shown === null ? null : PlanDifference::between($shown, $plan)->toArray();

        throw new HttpResponseException(
            response()->json(
                [
                    'message' =>
                        'The plan has changed since it was shown. Nothing was started. Look at what is different, ' .
                        'then start it again.',
                    'difference' => $difference,
                ],
                409,
            ),
        );
    }
}
