<?php

declare(strict_types=1);

namespace App\Prove;

use App\Run\PhoneFromUnit;
use App\Run\Rehearsal;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Plan\Plan;
use Tornavis\Core\Plan\Planner;
use Tornavis\Core\Plan\Verdict;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\Reason;
use Tornavis\Core\Rule\Severity;
use Tornavis\Core\Situation\Situation;

/**
 * Plans a situation and has a simulated phone say whether the plan was right.
 *
 * What only waits for a person's word is agreed to and waived; what names a file of the shelf as its remedy gets it.
 * A plan that is clear in the end is carried out, and start, end state, losses and slots are compared with what it
 * said.
 */
final readonly class Witness
{
    /**
     * @param  list<string>  $rules  that had a word in the plan, each once
     * @param  list<string>  $stops  keys of the findings that stop it for good
     * @param  list<string>  $mismatches  empty when plan and phone agree
     * @param  ?Plan  $plan  where it was clear in the end
     * @param  ?Outcome  $outcome  of the plan that was carried out
     * @param  int  $questions  of the plan before anything was answered
     */
    private function __construct(
        public Situation $situation,
        public string $verdict,
        public array $rules,
        public array $mismatches,
        public bool $remedied,
        public array $stops = [],
        public ?Plan $plan = null,
        public ?Outcome $outcome = null,
        public float $rehearsalSeconds = 0.0,
        public int $questions = 0,
    ) {}

    /**
     * Takes what is believed for what is.
     *
     * @param  bool  $unmarked  whether headers and cards alone have to tell the phone what the files are
     */
    public static function of(Situation $situation, bool $unmarked = false): self
    {
        return self::ofDrawn(new Drawn($situation->unit, $situation->sheet, $situation, Belief::COMPLETE), $unmarked);
    }

    public static function ofDrawn(Drawn $drawn, bool $unmarked = false): self
    {
        $situation = $drawn->situation;
        $first = Planner::plan($situation);
        $rules = self::rules($first);
        $questions = count(array_filter($first->findings, static fn(Finding $one): bool => $one->asks()));
        $settled = Settled::of($situation, $drawn->belief === Belief::DRAFTED ? $drawn->sheet : null);
        $situation = $settled->situation;
        $plan = $settled->plan;
        $remedied = $settled->isRemedied;
        if ($settled->useless !== null) {
            $says = "The remedy of {$settled->useless} does not help.";

            return new self($situation, $plan->verdict->level, $rules, [$says], true, questions: $questions);
        }
        if ($plan->verdict->level !== Verdict::CLEAR) {
            return new self(
                $situation,
                $plan->verdict->level,
                $rules,
                [],
                $remedied,
                $settled->stops(),
                questions: $questions,
            );
        }
        $begun = hrtime(true);
        [$outcome, $mismatches] = self::carriedOut($drawn, $situation, $plan, $unmarked);

        return new self(
            $situation,
            Verdict::CLEAR,
            $rules,
            $mismatches,
            $remedied,
            plan: $plan,
            outcome: $outcome,
            rehearsalSeconds: (hrtime(true) - $begun) / 1e9,
            questions: $questions,
        );
    }

    /**
     * @return array{Outcome, list<string>} what became of the phone, and where plan and phone do not agree
     */
    public static function carriedOut(Drawn $drawn, Situation $situation, Plan $plan, bool $unmarked): array
    {
        /** @var array<string, mixed> $document */
        $document = json_decode($plan->toJson(), true, 64, JSON_THROW_ON_ERROR);
        $rehearsal = Rehearsal::of(
            $document,
            $drawn->truth,
            $drawn->sheet,
            self::paths($situation),
            packages: $situation->kit,
            // What is in a file without a card, its own marks alone can tell.
            unmarked: ($unmarked || $drawn->unmarked) && $drawn->belief !== Belief::BARE_FILES,
        );
        $outcome = Outcome::of($rehearsal, PhoneFromUnit::make($drawn->truth, $drawn->sheet), $drawn, $plan);
        $isHarmed = $outcome->kind === Outcome::HARMED;
        if ($drawn->belief !== Belief::COMPLETE) {
            return [$outcome, $isHarmed ? [...$outcome->harms, $rehearsal->says] : []];
        }
        $mismatches = [...$isHarmed ? $outcome->harms : [], ...$rehearsal->differences];

        return [
            $outcome,
            $rehearsal->started ? $mismatches : [...$mismatches, "The phone did not start: {$rehearsal->says}"],
        ];
    }

    /**
     * @return array<string, string> path by name of the package
     */
    public function files(): array
    {
        return self::paths($this->situation);
    }

    /**
     * @return array<string, string>
     */
    private static function paths(Situation $situation): array
    {
        return array_column(
            array_map(static fn(Package $package): array => [$package->name(), $package->path], [
                ...$situation->shelf,
                ...$situation->kit,
            ]),
            1,
            0,
        );
    }

    /**
     * The rules that have a word in a plan: findings that are not simply in order, and reasons of steps.
     *
     * @return list<string>
     */
    private static function rules(Plan $plan): array
    {
        $rules = array_map(
            static fn(Finding $f): string => $f->rule->value,
            array_filter($plan->findings, static fn(Finding $f): bool => $f->severity !== Severity::Clear),
        );
        foreach ($plan->steps as $step) {
            array_push(
                $rules,
                ...array_map(static fn(Reason $reason): string => $reason->rule->value, $step->draft->reasons),
            );
        }

        return array_values(array_unique(array_diff($rules, ['MODE'])));
    }
}
