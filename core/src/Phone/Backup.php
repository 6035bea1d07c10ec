<?php

declare(strict_types=1);

namespace Tornavis\Core\Phone;

use Tornavis\Core\Words\LossClass;

/** A backup set, off the phone or on it. */
final readonly class Backup
{
    /** plain files that any system can take back */
    public const COPIES = 'copies';

    /** made by a recovery; goes back onto the base that it was taken from */
    public const RECOVERY = 'recovery';

    /** the radio's serial numbers; goes back to the same phone and to no other */
    public const IDENTITY = 'identity';

    /**
     * @param  list<LossClass>  $classes  what it can bring back
     * @param  string  $place  "computer", "card", "phone" or words of the person's own
     * @param  string  $madeAt  ISO 8601
     * @param  array{family?: string, release?: string, firmware?: string, encryption?: string}  $base  what the phone
     *     ran when it was made
     * @param  ?string  $sha256  of its file, hex
     */
    public function __construct(
        public string $id,
        public array $classes,
        public string $place,
        public string $madeAt,
        public string $kind = self::COPIES,
        public array $base = [],
        public ?string $sha256 = null,
    ) {}

    public function holds(LossClass $class): bool
    {
        return in_array($class, $this->classes, true);
    }

    public function isOffThePhone(): bool
    {
        return $this->place !== 'phone';
    }

    /**
     * Why it cannot go back onto a phone in this state, in a sentence; null when it can.
     *
     * A recovery backup goes back only onto the OS family, firmware generation and encryption that it came from.
     */
    public function misfit(State $state, string $slot): ?string
    {
        if ($this->kind !== self::RECOVERY) {
            return null;
        }
        $now = [
            'family' => $state->slot($slot)->os->family,
            'release' => $state->slot($slot)->os->release,
            'firmware' => $state->slot($slot)->firmware?->text,
            'encryption' => $state->data()->encryption?->value,
        ];
        $words = [
            'family' => 'the system',
            'release' => 'platform release',
            'firmware' => 'firmware',
            'encryption' => 'encryption',
        ];
        foreach ($this->base as $part => $was) {
            $same =
                $part === 'firmware'
                    ? self::generation($was) === self::generation($now[$part] ?? '')
                    : $was === $now[$part];
            if (!$same) {
                return "It was taken from {$words[$part]} {$was}; the phone has " .
                    ($now[$part] ?? 'something unknown') .
                    '.';
            }
        }

        return $this->base === [] ? 'What the phone ran when it was made is not known.' : null;
    }

    /** "5.2" of "5.2.11": builds of one generation read each other's data. */
    private static function generation(string $version): string
    {
        return implode('.', array_slice(explode('.', $version), 0, 2));
    }

    /**
     * @return array<string, mixed>
     */
    public function toArray(): array
    {
        return array_filter(
            [
                'id' => $this->id,
                'classes' => array_map(static fn(LossClass $class): string => $class->value, $this->classes),
                'place' => $this->place,
                'madeAt' => $this->madeAt,
                'kind' => $this->kind === self::COPIES ? null : $this->kind,
                'base' => $this->base === [] ? null : $this->base,
                'sha256' => $this->sha256,
            ],
            static fn(mixed $value): bool => $value !== null,
        );
    }
}
