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
use Tornavis\Core\Situation\Answers;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\RemedyKind;
use Tornavis\Core\Words\RuleId;

/**
 * Plans a situation and has a simulated phone say whether the plan was right.
 *
 * What only waits for a person's word is agreed to and waived; what names a file of the shelf as its remedy gets it.
 * A plan that is clear in the end is carried out, and start, end state, losses and slots are compared with what it
 * said.
 */
final readonly class Witness
{
    /** The most remedies that are tried one after the other. */
    private const MOST_REMEDIES = 6;

    /**
     * @param  list<string>  $rules  that had a word in the plan, each once
     * @param  list<string>  $stops  keys of the findings that stop it for good
     * @param  list<string>  $mismatches  empty when plan and phone agree
     * @param  ?Plan  $plan  where it was clear in the end
     * @param  ?Outcome  $outcome  of the plan that was carried out
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
        $plan = Planner::plan($situation);
        $rules = self::rules($plan);
        $remedied = false;
        for ($try = 0; $try < self::MOST_REMEDIES && $plan->verdict->level !== Verdict::CLEAR; $try++) {
            $better = self::remedied($situation, $plan);
            if ($better === null) {
                break;
            }
            [$situation, $named] = $better;
            $next = Planner::plan($situation);
            foreach ($named as $key) {
                if (in_array($key, self::stops($next), true)) {
                    return new self(
                        $situation,
                        $plan->verdict->level,
                        $rules,
                        ["The remedy of {$key} does not help."],
                        true,
                    );
                }
            }
            $remedied = true;
            $plan = $next;
        }
        if ($plan->verdict->level !== Verdict::CLEAR) {
            return new self($situation, $plan->verdict->level, $rules, [], $remedied, self::stops($plan));
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
            unmarked: $unmarked,
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

    /**
     * The situation with every word given and every named file added; null when nothing can be done about it.
     *
     * @return ?array{Situation, list<string>} the situation, and the keys of the stops that should be gone
     */
    private static function remedied(Situation $situation, Plan $plan): ?array
    {
        $kit = $situation->kit;
        $agreed = $situation->answers->agreed;
        $named = [];
        foreach ($plan->findings as $finding) {
            if ($finding->takesAWord() && !in_array($finding->key, $agreed, true)) {
                $agreed[] = $finding->key;
            }
            if ($finding->severity === Severity::Stop && $finding->remedy?->isOf(RemedyKind::AddFile) === true) {
                $file = $finding->remedy->file;
                if ($file !== null && !in_array($file, $kit, true)) {
                    $kit = array_values(
                        array_filter(
                            $kit,
                            static fn(Package $p): bool => $file->kind() !== PackageKind::Recovery ||
                                $finding->rule === RuleId::Recovery4 ||
                                $p->kind() !== PackageKind::Recovery,
                        ),
                    );
                    $kit[] = $file;
                    $named[] = $finding->key;
                }
            }
        }
        if ($kit === $situation->kit && count($agreed) === count($situation->answers->agreed)) {
            return null;
        }

        return [$situation->with(kit: $kit, answers: Answers::toEverything($agreed)), $named];
    }

    /**
     * @return list<string>
     */
    private static function stops(Plan $plan): array
    {
        return array_values(
            array_map(
                static fn(Finding $f): string => $f->key,
                array_filter($plan->findings, static fn(Finding $f): bool => $f->severity === Severity::Stop),
            ),
        );
    }
}
