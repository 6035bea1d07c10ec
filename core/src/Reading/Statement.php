<?php

declare(strict_types=1);

namespace Tornavis\Core\Reading;

use Tornavis\Core\Fact\Grade;
use Tornavis\Core\Fact\Source;

/**
 * One thing that a text says, with the line that it rests on.
 *
 * @phpstan-type Told string|int|bool|list<string>
 */
final readonly class Statement
{
    /** the form of what the bootloader itself lists */
    public const OF_BOOTLOADER = 'bootloader variables';

    /** A guess from something that only hints at it. */
    public const HINT = 1;

    /** What is usually so. */
    public const USUAL = 2;

    /** The place that the phone itself goes by. */
    public const SURE = 3;

    /** What a person has decided, who saw the others. */
    public const DECIDED = 4;

    /**
     * @param  Told  $value
     * @param  string  $form  which form of text it was read from
     * @param  int  $weight  HINT, USUAL or SURE; of two that differ the heavier one stands
     * @param  Source  $source  who says it
     */
    public function __construct(
        public StatementKind $kind,
        public string $name,
        public string|int|bool|array $value,
        public PrintedLine $line,
        public string $form,
        public int $weight = self::SURE,
        public Source $source = Source::Phone,
    ) {}

    /** What only hints at a value leaves it a guess, whoever says it. */
    public function grade(): Grade
    {
        return $this->weight > self::HINT ? $this->source->grade() : Grade::Guessed;
    }

    public function named(string $name): self
    {
        return new self($this->kind, $name, $this->value, $this->line, $this->form, $this->weight, $this->source);
    }

    /** Whether both say the same: spelling in capitals makes no difference. */
    public function saysLike(self $other): bool
    {
        return is_string($this->value) && is_string($other->value)
            ? strcasecmp($this->value, $other->value) === 0
            : $this->value === $other->value;
    }

    /**
     * @param  string  $nameKey  what the name is called in the JSON: "name", "field" or "id"
     * @return array<string, mixed>
     */
    public function toArray(string $nameKey): array
    {
        $value = $this->kind === StatementKind::Symptom ? [] : ['value' => $this->value];

        return [
            $nameKey => $this->name,
            ...$value,
            'line' => $this->line->text,
            'lineNumber' => $this->line->number,
            'form' => $this->form,
            'source' => $this->line->source,
            'grade' => $this->grade()->value,
        ];
    }
}
