<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Situation\Answers;
use Tornavis\Core\Words\RemedyKind;
use Tornavis\Core\Words\RuleId;

/**
 * What one rule says about one need.
 *
 * Each builder names a severity. All of them take: the rule; the need in a few words; what this phone or file has; the
 * reason in one or two sentences; the subject, which makes the key stable and unique; and the facts that it rests on.
 */
final readonly class Finding
{
    /**
     * @param  string  $key  rule and subject; stable, so that an answer can refer to it
     * @param  ?Remedy  $remedy  what would lift it; whatever stops or asks has one
     * @param  list<Fact>  $facts
     * @param  list<string>  $keys  what an answer says yes to: the key, or one for each thing that it speaks of
     */
    private function __construct(
        public RuleId $rule,
        public string $key,
        public Severity $severity,
        public string $need,
        public string $found,
        public string $reason,
        public ?Remedy $remedy,
        public array $facts,
        public array $keys,
    ) {}

    /**
     * It is in order.
     *
     * @param  list<Fact>  $facts
     */
    public static function clear(
        RuleId $rule,
        string $need,
        string $found,
        string $reason,
        string $subject = '',
        array $facts = [],
    ): self {
        return self::of($rule, Severity::Clear, $need, $found, $reason, null, $subject, $facts);
    }

    /**
     * It is worth knowing, and nothing has to be done.
     *
     * @param  list<Fact>  $facts
     */
    public static function note(
        RuleId $rule,
        string $need,
        string $found,
        string $reason,
        string $subject = '',
        array $facts = [],
    ): self {
        return self::of($rule, Severity::Note, $need, $found, $reason, null, $subject, $facts);
    }

    /**
     * It does not stand in the way, and a careful person thinks about it.
     *
     * @param  list<Fact>  $facts
     */
    public static function caution(
        RuleId $rule,
        string $need,
        string $found,
        string $reason,
        ?Remedy $remedy = null,
        string $subject = '',
        array $facts = [],
    ): self {
        return self::of($rule, Severity::Mind, $need, $found, $reason, $remedy, $subject, $facts);
    }

    /**
     * It is open until the person has done or said something.
     *
     * @param  list<Fact>  $facts
     */
    public static function toSettle(
        RuleId $rule,
        string $need,
        string $found,
        string $reason,
        Remedy $remedy,
        string $subject = '',
        array $facts = [],
    ): self {
        return self::of($rule, Severity::Settle, $need, $found, $reason, $remedy, $subject, $facts);
    }

    /**
     * Findings that have one remedy, as one of the first one's rule, as grave as the gravest; an answer is kept for
     * each of them.
     *
     * @param  non-empty-list<self>  $findings
     */
    public static function together(
        array $findings,
        string $need,
        string $found,
        string $reason,
        Remedy $remedy,
        string $subject,
    ): self {
        $rule = $findings[0]->rule;
        $stops = array_filter($findings, static fn(self $one): bool => $one->severity === Severity::Stop);

        return new self(
            $rule,
            "{$rule->value}:{$subject}",
            $stops === [] ? Severity::Settle : Severity::Stop,
            $need,
            $found,
            $reason,
            $remedy,
            array_merge(...array_map(static fn(self $one): array => $one->facts, $findings)),
            array_merge(...array_map(static fn(self $one): array => $one->keys, $findings)),
        );
    }

    /**
     * The plan must not be run until something has changed.
     *
     * @param  list<Fact>  $facts
     */
    public static function stop(
        RuleId $rule,
        string $need,
        string $found,
        string $reason,
        Remedy $remedy,
        string $subject = '',
        array $facts = [],
    ): self {
        return self::of($rule, Severity::Stop, $need, $found, $reason, $remedy, $subject, $facts);
    }

    /**
     * @param  list<Fact>  $facts
     */
    private static function of(
        RuleId $rule,
        Severity $severity,
        string $need,
        string $found,
        string $reason,
        ?Remedy $remedy,
        string $subject,
        array $facts,
    ): self {
        $key = $subject === '' ? $rule->value : "{$rule->value}:{$subject}";

        return new self($rule, $key, $severity, $need, $found, $reason, $remedy, $facts, [$key]);
    }

    /**
     * @param  list<self>  $findings
     * @return list<string> every key that an answer can be kept under
     */
    public static function keysOf(array $findings): array
    {
        return array_merge(...array_map(static fn(self $one): array => $one->keys, $findings));
    }

    /** Whether it waits for something that is not known; not for a loss, nor for what the plan does itself. */
    public function asks(): bool
    {
        return in_array($this->severity, [Severity::Settle, Severity::Stop], true) &&
            $this->remedy?->isOf(RemedyKind::LetPlanDoIt, RemedyKind::AcceptLoss) !== true;
    }

    /** Whether the person's agreement settles it; every other one waits for a fact or a file. */
    public function takesAWord(): bool
    {
        return $this->severity === Severity::Settle &&
            $this->remedy?->isOf(RemedyKind::Agree, RemedyKind::LetPlanDoIt) === true;
    }

    /**
     * What a person can do about it, in the order of the remedy.
     *
     * @return list<FindingAction> empty where it is in order, or final
     */
    public function actions(): array
    {
        $actions = [];
        foreach ($this->remedy->kinds ?? [] as $kind) {
            foreach ($kind === RemedyKind::EnterFact ? $this->unknownFacts() : [null] as $fact) {
                $actions[] = new FindingAction(
                    $kind,
                    $fact,
                    $this->remedy?->file,
                    $this->remedy?->loss,
                    $this->remedy?->partition,
                    $this->remedy?->question,
                    $this->remedy?->questionKey,
                    $this->remedy->models ?? [],
                    $this->remedy->files ?? [],
                );
            }
        }

        return $actions;
    }

    /**
     * The facts that a person can enter: the first that nobody has seen yet, and each of them where several findings
     * stand as one.
     *
     * @return list<string>
     */
    private function unknownFacts(): array
    {
        $unknown = array_filter($this->facts, static fn(Fact $fact): bool => $fact->value === null);
        $names = array_map(static fn(Fact $fact): string => $fact->name, array_values($unknown));

        return count($this->keys) > 1 ? $names : array_slice($names, 0, 1);
    }

    /**
     * The same, where nobody knows which slot is in use: what a person sees of the system that runs is asked for
     * without a slot, and waits under "-" until it is known.
     *
     * @param  string  $drawn  the slot that the steps are drawn for
     */
    public function ofSlotInUse(string $drawn): self
    {
        $ask = static fn(Fact $fact): Fact => $fact->value === null
            ? $fact->named((string) preg_replace("/^slot\\.{$drawn}\\.os\\./", 'slot.-.os.', $fact->name))
            : $fact;

        return new self(
            $this->rule,
            $this->key,
            $this->severity,
            $this->need,
            $this->found,
            $this->reason,
            $this->remedy,
            array_map($ask, $this->facts),
            $this->keys,
        );
    }

    /** The same, answered, where a person has agreed to it. A stop stays one: only a change lifts it. */
    public function unlessAgreed(Answers $answers, string $how): self
    {
        return $this->severity === Severity::Settle && $answers->agreedTo($this->key) ? $this->settled($how) : $this;
    }

    /** The same, answered: what had to be settled is agreed to and only worth knowing from then on. */
    public function settled(string $how): self
    {
        assert($this->severity !== Severity::Stop);

        return new self(
            $this->rule,
            $this->key,
            Severity::Note,
            $this->need,
            $this->found,
            "{$this->reason} {$how}",
            null,
            $this->facts,
            $this->keys,
        );
    }

    /**
     * @return array<string, mixed> as in docs/formats/plan.schema.json
     */
    public function toArray(): array
    {
        return [
            'rule' => $this->rule->value,
            'key' => $this->key,
            ...count($this->keys) > 1 ? ['keys' => $this->keys] : [],
            'severity' => $this->severity->value,
            'need' => $this->need,
            'found' => $this->found,
            'reason' => $this->reason,
            'remedy' => $this->remedy?->text,
            'takesAWord' => $this->takesAWord(),
            'facts' => array_map(static fn(Fact $fact): array => $fact->toArray(), $this->facts),
        ];
    }
}
