<?php

declare(strict_types=1);

namespace Tornavis\Core\Sequence;

use Tornavis\Core\Operation\EnterByKeys;

use Tornavis\Core\Operation\Operation;
use Tornavis\Core\Operation\Reboot;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Rule\Constraint;
use Tornavis\Core\Rule\Reason;
use Tornavis\Core\Rule\StepDraft;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\RuleId;

/**
 * Finds the one order of steps that satisfies every constraint with the fewest mode changes.
 *
 * Among equally good orders the earlier phase wins, then the order in which the rules spoke, so that
 * the same contributions always give the same order. Restarts between modes are put in where needed.
 */
final class Sequencer
{
    /** One bit of an integer for each step. */
    public const MOST_STEPS = 60;

    /** Sets of done steps that are looked at. A plan has some thousand; this many take about a second. */
    public const MOST_STATES = 100_000;

    /** @var array<string, array{int, list<int>}> best rest by "done steps|mode" */
    private array $memory = [];

    /** @var list<StepDraft> */
    private readonly array $drafts;

    /** @var array<int, int> for each draft the bit mask of those that come before it */
    private array $before = [];

    /**
     * @param  list<StepDraft>  $drafts
     * @param  list<Constraint>  $constraints
     */
    private function __construct(array $drafts, private readonly array $constraints)
    {
        usort($drafts, static fn(StepDraft $a, StepDraft $b): int => $a->phase->order() <=> $b->phase->order());
        $this->drafts = $drafts;
        foreach ($drafts as $i => $later) {
            $this->before[$i] = 0;
            foreach ($drafts as $j => $earlier) {
                foreach ($constraints as $constraint) {
                    if ($i !== $j && $constraint->orders($earlier->key, $later->key)) {
                        $this->before[$i] |= 1 << $j;
                    }
                }
            }
        }
    }

    /**
     * @param  list<StepDraft>  $drafts
     * @param  list<Constraint>  $constraints
     * @return list<StepDraft> with the restarts between modes
     *
     * @throws ContradictionError where no order satisfies all constraints, or the search would take too long
     */
    public static function order(array $drafts, array $constraints, Mode $from, ModelSheet $sheet): array
    {
        if (count($drafts) > self::MOST_STEPS) {
            throw ContradictionError::tooMany(count($drafts), self::MOST_STEPS);
        }
        $sequencer = new self($drafts, $constraints);
        [, $order] = $sequencer->best(0, $from);
        $steps = [];
        $mode = $from;
        foreach ($order as $index) {
            $draft = $sequencer->drafts[$index];
            foreach (
                $mode->wayTo($draft->operation->mode()) ??
                    throw ContradictionError::noWay(
                        $mode->label(),
                        $draft->operation->mode()->label(),
                        $draft->operation->title(),
                    )
                as $next
            ) {
                $steps[] = new StepDraft(
                    "{$draft->key}/to-{$next->value}",
                    $draft->phase,
                    self::way($mode, $next, $sheet),
                    [
                        new Reason(
                            RuleId::Mode,
                            "\"{$draft->operation->title()}\" happens in {$draft->operation->mode()->place()}.",
                        ),
                    ],
                );
                $mode = $next;
            }
            $steps[] = $draft;
            $mode = $draft->operation->modeAfter();
        }

        return $steps;
    }

    /**
     * No command leads into the maker's PC flash mode, and out of it only to a system that starts; none reaches a
     * phone that is off or does not start.
     */
    private static function way(Mode $from, Mode $to, ModelSheet $sheet): Operation
    {
        return $to === Mode::Download ||
            ($from->isDeaf() && $to !== Mode::System) ||
            ($from === Mode::Download && $to !== Mode::System)
            ? new EnterByKeys($from, $to, $sheet->keys[$to->value] ?? [])
            : new Reboot($from, $to);
    }

    /**
     * The fewest mode changes for what is left, and the order that has them.
     *
     * @return array{int, list<int>}
     *
     * @throws ContradictionError
     */
    private function best(int $done, Mode $mode): array
    {
        if ($done === (1 << count($this->drafts)) - 1) {
            return [0, []];
        }
        $key = "{$done}|{$mode->value}";
        if (isset($this->memory[$key])) {
            return $this->memory[$key];
        }
        if (count($this->memory) >= self::MOST_STATES) {
            throw ContradictionError::tooOpen(count($this->drafts), self::MOST_STATES);
        }
        $best = null;
        foreach ($this->drafts as $i => $draft) {
            if ((($done >> $i) & 1) === 1 || ($this->before[$i] & ~$done) !== 0) {
                continue;
            }
            $way = $mode->wayTo($draft->operation->mode());
            $changes = $way === null ? 99 : count($way);
            [$rest, $order] = $this->best($done | (1 << $i), $draft->operation->modeAfter());
            if ($best === null || $changes + $rest < $best[0]) {
                $best = [$changes + $rest, [$i, ...$order]];
            }
        }

        return $this->memory[$key] = $best ?? throw $this->contradiction($done);
    }

    /** Names the steps that go round in a circle, and the rules that order them so. */
    private function contradiction(int $done): ContradictionError
    {
        $left = array_filter($this->drafts, static fn(int $i): bool => (($done >> $i) & 1) === 0, ARRAY_FILTER_USE_KEY);
        do {
            // What nothing waits for is no part of it.
            $before = count($left);
            $left = array_filter(
                $left,
                fn(StepDraft $one): bool => array_filter(
                    $left,
                    fn(StepDraft $other): bool => $this->rules($one, $other) !== [],
                ) !== [],
            );
        } while (count($left) < $before);
        $rules = [];
        foreach ($left as $one) {
            foreach ($left as $other) {
                array_push($rules, ...$this->rules($one, $other));
            }
        }

        return ContradictionError::cycle(
            array_values(array_map(static fn(StepDraft $draft): string => $draft->operation->title(), $left)),
            array_values(array_unique($rules)),
        );
    }

    /**
     * @return list<string> ids of the rules by which one step comes before another
     */
    private function rules(StepDraft $one, StepDraft $other): array
    {
        $orders = array_filter(
            $this->constraints,
            static fn(Constraint $constraint): bool => $one !== $other && $constraint->orders($one->key, $other->key),
        );

        return array_values(array_map(static fn(Constraint $constraint): string => $constraint->rule->value, $orders));
    }
}
