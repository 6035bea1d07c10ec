<?php

declare(strict_types=1);

namespace App\Planning;

use Tornavis\Core\Identity\Candidate;
use Tornavis\Core\Identity\Clues;
use Tornavis\Core\Identity\Identification;
use Tornavis\Core\Identity\PropertyDump;
use Tornavis\Core\Phone\ModelSheet;

/** Which model a phone is, from what was read off it: the same for the pages and the command line. */
final readonly class PhoneLookup
{
    private const MOST_CANDIDATES = 8;

    private function __construct(public Identification $found, private Clues $clues, private ?PropertyDump $dump) {}

    /**
     * @param  ?string  $dump  text of a property dump; what is said in words stands above it
     * @param  iterable<ModelSheet>  $sheets
     */
    public static function of(Clues $said, ?string $dump, iterable $sheets): self
    {
        $read = $dump === null ? null : PropertyDump::read($dump);
        $clues = $read === null ? $said : $said->or($read->clues());

        return new self(Identification::of($clues, $sheets), $clues, $read);
    }

    /**
     * @return array<string, mixed> as in docs/formats/api/identity.schema.json
     */
    public function toArray(): array
    {
        $candidates = array_slice($this->found->candidates, 0, self::MOST_CANDIDATES);

        return [
            'clues' => $this->clues->toArray(),
            'properties' =>
                $this->dump === null
                    ? null
                    : [
                        'count' => count($this->dump->values),
                        'notUnderstood' => $this->dump->notUnderstood,
                        'cutOff' => $this->dump->cutOff,
                    ],
            'answer' => $this->found->answer()?->sheet->codename,
            'says' => $this->found->says(),
            'candidates' => array_map(static fn(Candidate $one): array => $one->toArray(), $candidates),
        ];
    }
}
