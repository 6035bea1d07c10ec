<?php

declare(strict_types=1);

namespace App\Prove;

use Tornavis\Core\Package\Package;
use Tornavis\Core\Phone\ModelSheet;

/** Many lives, one after the other; the same seed gives the same ones. */
final class Lives
{
    public int $jobs = 0;

    public int $questions = 0;

    /** @var array<string, int> how often each verdict was given, by "intent verdict" */
    public array $verdicts = [];

    /** @var list<string> what must not be, in sentences with the number of the life */
    public array $problems = [];

    /** @var list<string> proofs that failed where no rule had said what is missing */
    public array $dead = [];

    private function __construct() {}

    /**
     * @param  list<ModelSheet>  $sheets
     * @param  list<Package>  $shelf
     */
    public static function of(array $sheets, array $shelf, int $seed, int $count): self
    {
        $lives = new self();
        $bench = new RandomBench($sheets, $shelf, $seed);
        for ($lived = 0, $number = 1; $lived < $count; $number++) {
            $dice = new Dice($seed);
            $drawn = $bench->draw();
            $dice->beginFor($number);
            $life = Life::of($drawn, $dice, $shelf);
            if ($life !== null) {
                $lived++;
                $lives->add($number, $drawn, $life);
            }
        }
        ksort($lives->verdicts);

        return $lives;
    }

    private function add(int $number, Drawn $drawn, Life $life): void
    {
        $of = static fn(string $what): string => "Life {$number}, {$drawn->sheet->codename}, {$what}";
        array_push($this->problems, ...array_map($of, $life->problems));
        array_push($this->dead, ...array_map($of, $life->dead));
        $this->jobs += count($life->jobs);
        $this->questions += $life->questions;
        foreach ($life->jobs as $job) {
            $this->verdicts[$job] = ($this->verdicts[$job] ?? 0) + 1;
        }
    }
}
