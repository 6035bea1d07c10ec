<?php

declare(strict_types=1);

namespace App\Planning;

use Tornavis\Core\Identity\Candidate;
use Tornavis\Core\Identity\Clues;
use Tornavis\Core\Identity\Identification;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Reading\Reading;

/** Which model a phone is, from what was read off it: the same for the pages and the command line. */
final readonly class PhoneLookup
{
    private const MOST_CANDIDATES = 8;

    private function __construct(public Identification $found, private Clues $clues, private ?Reading $reading) {}

    /**
     * @param  ?Reading  $reading  of pasted texts; what is said in words stands above it
     * @param  iterable<ModelSheet>  $sheets
     */
    public static function of(Clues $said, ?Reading $reading, iterable $sheets): self
    {
        $clues = $reading === null ? $said : $said->or(Clues::of($reading));

        return new self(Identification::of($clues, $sheets), $clues, $reading);
    }

    /**
     * @return array<string, mixed> as in docs/formats/api/identity.schema.json
     */
    public function toArray(): array
    {
        $candidates = array_slice($this->found->candidates, 0, self::MOST_CANDIDATES);

        return [
            'clues' => $this->clues->toArray(),
            'read' =>
                $this->reading === null
                    ? null
                    : [
                        'statements' => count($this->reading->unit) + count($this->reading->model),
                        'notUnderstood' => $this->reading->notUnderstood,
                    ],
            'answer' => $this->found->answer()?->sheet->codename,
            'says' => $this->found->says(),
            'candidates' => array_map(static fn(Candidate $one): array => $one->toArray(), $candidates),
        ];
    }
}
