<?php

declare(strict_types=1);

namespace Tornavis\Core\Phone;

/** One key of a key chart: pressed and let go at these seconds after power-on. */
final readonly class KeyPress
{
    public function __construct(public string $key, public float $fromSecond, public float $toSecond) {}

    /** "volume up from second 0 to 9" */
    public function words(): string
    {
        $key = match ($this->key) {
            'power' => 'the power key',
            'home' => 'the home key',
            'camera' => 'the camera key',
            default => $this->key,
        };

        return "{$key} from second {$this->fromSecond} to {$this->toSecond}";
    }
}
