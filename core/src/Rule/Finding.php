<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule;

use Tornavis\Core\Fact\Fact;

/** What one rule says about one need. */
final readonly class Finding
{
    /**
     * @param  string  $rule  id of the rule: "FIT-1"
     * @param  string  $key  rule and subject; stable, so that an answer can refer to it
     * @param  string  $need  what is needed, in a few words
     * @param  string  $found  what this phone or file has
     * @param  string  $reason  one or two sentences
     * @param  ?string  $remedy  what to do; null means final where the severity is stop
     * @param  list<Fact>  $facts  what it rests on
     */
    private function __construct(
        public string $rule,
        public string $key,
        public Severity $severity,
        public string $need,
        public string $found,
        public string $reason,
        public ?string $remedy,
        public array $facts,
    ) {}

    public static function of(
        string $rule,
        Severity $severity,
        string $need,
        string $found,
        string $reason,
        ?string $remedy = null,
        string $subject = '',
        Fact ...$facts,
    ): self {
        return new self(
            $rule,
            $subject === '' ? $rule : "{$rule}:{$subject}",
            $severity,
            $need,
            $found,
            $reason,
            $remedy,
            array_values($facts),
        );
    }

    /** Whether a person's word settles it; every other one waits for a fact or a file. */
    public function takesAWord(): bool
    {
        return $this->severity === Severity::Settle && preg_match('/\bagree\b/i', $this->remedy ?? '') === 1;
    }

    /** The same, answered: what had to be settled is agreed to and only worth knowing from then on. */
    public function settled(string $how): self
    {
        return new self(
            $this->rule,
            $this->key,
            Severity::Note,
            $this->need,
            $this->found,
            $this->reason . ' ' . $how,
            null,
            $this->facts,
        );
    }

    /**
     * @return array<string, mixed>
     */
    public function toArray(): array
    {
        return [
            'rule' => $this->rule,
            'key' => $this->key,
            'severity' => $this->severity->value,
            'need' => $this->need,
            'found' => $this->found,
            'reason' => $this->reason,
            'remedy' => $this->remedy,
            'takesAWord' => $this->takesAWord(),
            'facts' => array_map(static fn(Fact $fact): array => $fact->toArray(), $this->facts),
        ];
    }
}
