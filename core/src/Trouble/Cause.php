<?php

declare(strict_types=1);

namespace Tornavis\Core\Trouble;

/** What may be behind a symptom, and what to do next. */
final readonly class Cause
{
    /** nothing is wrong; go on waiting, or go on */
    public const HARMLESS = 'harmless';

    /** do the step again once the cause is gone */
    public const AGAIN = 'again';

    /** the plan no longer holds: it has to be made anew from what is known now */
    public const REPLAN = 'replan';

    /** nothing here helps; stop by the shortest safe way */
    public const STOP = 'stop';

    /**
     * @param  string  $check  how to tell whether it is this one
     * @param  string  $remedy  what to do if it is
     * @param  int  $weight  how much speaks for it, on this phone and in this run; the highest first
     * @param  list<string>  $because  what speaks for it here, in sentences
     */
    public function __construct(
        public string $title,
        public string $check,
        public string $remedy,
        public string $next,
        public int $weight,
        public array $because = [],
    ) {}

    /** Nothing is wrong. */
    public static function harmless(string $title, string $check, string $remedy, int $weight): self
    {
        return new self($title, $check, $remedy, self::HARMLESS, $weight);
    }

    /** The step is done again once the cause is gone. */
    public static function again(string $title, string $check, string $remedy, int $weight): self
    {
        return new self($title, $check, $remedy, self::AGAIN, $weight);
    }

    /** The plan is made anew. */
    public static function replan(string $title, string $check, string $remedy, int $weight): self
    {
        return new self($title, $check, $remedy, self::REPLAN, $weight);
    }

    /** Nothing here helps. */
    public static function stop(string $title, string $check, string $remedy, int $weight): self
    {
        return new self($title, $check, $remedy, self::STOP, $weight);
    }

    public function raisedBy(int $weight, string $because): self
    {
        return new self($this->title, $this->check, $this->remedy, $this->next, $this->weight + $weight, [
            ...$this->because,
            $because,
        ]);
    }

    /**
     * @return array<string, mixed>
     */
    public function toArray(): array
    {
        return get_object_vars($this);
    }
}
