<?php

declare(strict_types=1);

namespace App\Prove;

use App\Run\Rehearsal;
use Tornavis\Core\Budget\Budget;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Plan\Plan;
use Tornavis\Core\Proof\Proof;
use Tornavis\Core\Rule\StepDraft;
use Tornavis\Core\Sequence\ExpectedStates;

/**
 * A plan changed by one step: one left out, or two neighbours swapped. Proof and simulated phone are asked the same
 * question about each; a change that the proof lets go must end on the phone as the proof then says.
 */
final readonly class Changes
{
    /**
     * @param  list<string>  $wrong  changes that the proof lets go and the phone does not end well
     */
    private function __construct(public int $refused, public int $allowed, public array $wrong) {}

    /**
     * @param  array<string, string>  $files  path by name of the package
     */
    public static function of(Plan $plan, array $files): self
    {
        $refused = 0;
        $allowed = 0;
        $wrong = [];
        foreach (self::orders(count($plan->steps)) as $what => $order) {
            if (!self::proofAllows($plan, $order)) {
                $refused++;

                continue;
            }
            $allowed++;
            $rehearsal = Rehearsal::of(
                self::rearranged($plan, $order),
                $plan->situation->unit,
                $plan->situation->sheet,
                $files,
            );
            if (!$rehearsal->started || $rehearsal->differences !== []) {
                $wrong[] = "{$what}: {$rehearsal->says} " . implode('; ', $rehearsal->differences);
            }
        }

        return new self($refused, $allowed, $wrong);
    }

    /**
     * Indexes of the steps of every changed plan.
     *
     * @return iterable<string, list<int>>
     */
    private static function orders(int $count): iterable
    {
        $all = range(0, $count - 1);
        foreach ($all as $index) {
            yield 'without step ' . ($index + 1) => array_values(array_diff($all, [$index]));
            if ($index + 1 < $count) {
                $swapped = $all;
                [$swapped[$index], $swapped[$index + 1]] = [$swapped[$index + 1], $swapped[$index]];
                yield 'steps ' . ($index + 1) . ' and ' . ($index + 2) . ' swapped' => array_values($swapped);
            }
        }
    }

    /**
     * The plan's document with its steps in another order, or fewer of them, and the end that the proof predicts for
     * these.
     *
     * @param  list<int>  $order
     * @return array<string, mixed>
     */
    public static function rearranged(Plan $plan, array $order): array
    {
        /** @var array{steps: list<array<string, mixed>>, after: array<string, mixed>} $document */
        $document = json_decode($plan->toJson(), true, 64, JSON_THROW_ON_ERROR);
        $document['steps'] = array_map(
            static fn(int $position, int $index): array => ['number' => $position + 1] + $document['steps'][$index],
            array_keys($order),
            $order,
        );
        $document['after'] = self::walk($plan, $order)->end->values();

        return $document;
    }

    /**
     * @param  list<int>  $order
     */
    public static function proofAllows(Plan $plan, array $order): bool
    {
        $walk = self::walk($plan, $order);

        return Proof::of(
            $walk,
            $plan->situation,
            Budget::of(self::drafts($plan, $order), $walk, $plan->situation),
        )->holds();
    }

    /**
     * @param  list<int>  $order
     */
    private static function walk(Plan $plan, array $order): ExpectedStates
    {
        $situation = $plan->situation;

        return ExpectedStates::over(
            self::drafts($plan, $order),
            $situation->state->with([StateField::RunningSlot->value => $situation->slots->active()]),
            $situation->sheet,
        );
    }

    /**
     * @param  list<int>  $order
     * @return list<StepDraft>
     */
    private static function drafts(Plan $plan, array $order): array
    {
        return array_map(static fn(int $index): StepDraft => $plan->steps[$index]->draft, $order);
    }
}
