<?php

declare(strict_types=1);

namespace Tornavis\Core\Reading;

use Tornavis\Core\Words\Symptom;

/** How one symptom reads in the outputs of phones, recoveries and computers, and in a person's words. */
final readonly class SymptomRule
{
    /** @var list<string> */
    public array $words;

    /**
     * @param  string  $matter  what went wrong; a later success in the same matter overrules it
     * @param  string  $words  lower case, separated by "|"; a line without one of them is not looked at
     * @param  string  $pattern  of the line, without delimiters, read without regard to capitals
     */
    public function __construct(public Symptom $symptom, public string $matter, string $words, public string $pattern)
    {
        $this->words = explode('|', $words);
    }
}
