<?php

declare(strict_types=1);

namespace Tornavis\Core\Identity;

use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\Variant;

/** A model that the phone could be, with what speaks for it and what against. */
final readonly class Candidate
{
    /**
     * @param  ?Variant  $variant  the one that the clues name; null where they leave it open
     * @param  int  $weight  the sum of what speaks for it
     * @param  list<string>  $reasons
     * @param  list<string>  $contradictions  empty when nothing observed speaks against it
     */
    public function __construct(
        public ModelSheet $sheet,
        public ?Variant $variant,
        public int $weight,
        public array $reasons,
        public array $contradictions,
    ) {}

    public function isContradicted(): bool
    {
        return $this->contradictions !== [];
    }

    /**
     * @return array<string, mixed>
     */
    public function toArray(): array
    {
        return [
            'codename' => $this->sheet->codename,
            'name' => $this->sheet->title(),
            'model' => $this->variant?->model,
            'reasons' => $this->reasons,
            'contradictions' => $this->contradictions,
        ];
    }
}
