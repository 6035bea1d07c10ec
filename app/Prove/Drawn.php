<?php

declare(strict_types=1);

namespace App\Prove;

use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\Unit;
use Tornavis\Core\Situation\Situation;

/** A phone as it is, and what somebody knows of it and wants with it. */
final readonly class Drawn
{
    /**
     * @param  Unit  $truth  everything about the phone, as it is
     * @param  ModelSheet  $sheet  everything about its model, as it is
     * @param  Situation  $situation  made from what is believed
     * @param  string  $belief  how the belief came about, one of {@see Belief::KINDS}
     * @param  bool  $unmarked  whether what the files say inside does not hold, and their statements alone do
     */
    public function __construct(
        public Unit $truth,
        public ModelSheet $sheet,
        public Situation $situation,
        public string $belief,
        public bool $unmarked = false,
    ) {}

    /**
     * The names of the facts that are believed to be other than they are.
     *
     * @return list<string>
     */
    public function mistaken(): array
    {
        $true = $this->truth->state()->values();
        $names = [];
        foreach ($this->situation->unit->state()->values() as $name => $value) {
            if ($value !== null && array_key_exists($name, $true) && $true[$name] !== $value) {
                $names[] = $name;
            }
        }

        return $names;
    }
}
