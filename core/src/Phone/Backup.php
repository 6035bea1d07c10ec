<?php

declare(strict_types=1);

namespace Tornavis\Core\Phone;

use Tornavis\Core\Words\Encryption;
use Tornavis\Core\Words\LossClass;
use Tornavis\Core\Words\Moment;
use Tornavis\Core\Words\Slot;

/** A backup set, off the phone or on it. */
final readonly class Backup
{
    /** plain files that any system can take back */
    public const COPIES = 'copies';

    /** made by a recovery; goes back onto the base that it was taken from */
    public const RECOVERY = 'recovery';

    /** the radio's serial numbers; goes back to the same phone and to no other */
    public const IDENTITY = 'identity';

    /** Part of a base → how a sentence names it. */
    private const BASE = [
        'family' => 'the system',
        'release' => 'platform release',
        'firmware' => 'firmware',
        'encryption' => 'encryption',
    ];

    /** What a set that brings its system along still has to find on the phone. */
    private const BASE_OF_SYSTEM = ['firmware', 'encryption'];

    /**
     * @param  list<LossClass>  $classes  what it can bring back
     * @param  string  $place  "computer", "card", "phone" or words of the person's own
     * @param  string  $madeAt  ISO 8601
     * @param  array{family?: string, release?: string, version?: string, buildId?: string, firmware?: string,
     *     encryption?: string}  $base  what the phone ran when it was made
     * @param  ?string  $sha256  of its file, hex
     * @param  bool  $system  whether it holds the system and the images that it starts from too
     * @param  ?int  $bytes  its size, where it is known
     * @param  array<string, string|int|bool|list<string>>  $held  what was known of the system in it when it was made,
     *     beside its base: value by name of the fact, without its slot
     */
    public function __construct(
        public string $id,
        public array $classes,
        public string $place,
        public string $madeAt,
        public string $kind = self::COPIES,
        public array $base = [],
        public ?string $sha256 = null,
        public bool $system = false,
        public ?int $bytes = null,
        public array $held = [],
    ) {}

    public function holds(LossClass $class): bool
    {
        return in_array($class, $this->classes, true);
    }

    public function isOffThePhone(): bool
    {
        return $this->place !== 'phone';
    }

    /** Where the recovery finds it without its being copied to the phone: "card" or "internal"; null where nowhere. */
    public function lies(): ?string
    {
        return match ($this->place) {
            'card' => 'card',
            'phone' => 'internal',
            default => null,
        };
    }

    /** Whether it is still there once the data is erased: off the phone, and not on a card that goes with the data. */
    public function outlastsErase(State $state): bool
    {
        return $this->isOffThePhone() && !($this->place === 'card' && (new MemoryCard($state))->goesWithData());
    }

    /** Whether its system is the very build that a slot holds. */
    public function isOfSystemIn(State $state, string $slot): bool
    {
        $os = $state->slot($slot)->os;

        return $os->isComplete() && $os->buildId !== null && $os->buildId === ($this->base['buildId'] ?? null);
    }

    /** Whether it takes the place of the data that is on the phone. */
    public function replacesData(): bool
    {
        return $this->kind === self::RECOVERY && $this->classes !== [];
    }

    /**
     * Why it cannot go back onto a phone in this state, in a sentence; null when it can.
     *
     * A recovery backup goes back only onto the OS family, firmware generation and encryption that it came from. What
     * brings its system along needs no system there.
     */
    public function misfit(State $state, string $slot): ?string
    {
        return $this->difference($state, $slot) ??
            ($this->kind === self::RECOVERY && $this->base === []
                ? 'What the phone ran when it was made is not known.'
                : null);
    }

    /** What of its base is another on the phone, in a sentence; null where nothing is known to be. */
    public function difference(State $state, string $slot): ?string
    {
        $now = self::baseOf($state, $slot);
        // A system that comes with its set encrypts an empty storage anew.
        $isOpen = $state->data()->empty === true && $state->data()->encryption === Encryption::None;
        $ignored = $this->system && $isOpen ? ['encryption'] : [];
        foreach (array_diff($this->comparedParts(), $ignored) as $part) {
            $was = $this->base[$part] ?? null;
            $is = $now[$part] ?? null;
            if ($was !== null && self::alike($part, $was) !== self::alike($part, $is ?? '')) {
                return 'It was taken from ' .
                    self::BASE[$part] .
                    " {$was}; the phone has " .
                    ($is ?? 'something unknown') .
                    '.';
            }
        }

        return null;
    }

    /**
     * What of its base is not known to be the same on the phone, because nobody wrote it down.
     *
     * @return list<string> as a sentence names it
     */
    public function unknownOf(): array
    {
        $parts = array_filter($this->comparedParts(), fn(string $part): bool => !isset($this->base[$part]));

        return array_map(static fn(string $part): string => self::BASE[$part], array_values($parts));
    }

    /**
     * How old it is at a time, in words: "3 days old".
     *
     * @param  string  $at  ISO 8601
     */
    public function age(string $at): string
    {
        $days = $this->ageInDays($at);

        return match (true) {
            $days === null => 'of an unknown age',
            $days === 0 => 'made today',
            $days === 1 => '1 day old',
            $days < 60 => "{$days} days old",
            default => intdiv($days, 30) . ' months old',
        };
    }

    /**
     * Whole days.
     *
     * @param  string  $at  ISO 8601
     * @return ?int null where either time cannot be read
     */
    public function ageInDays(string $at): ?int
    {
        $made = Moment::seconds($this->madeAt);
        $now = Moment::seconds($at);

        return $made === null || $now === null ? null : intdiv(max(0, $now - $made), 86_400);
    }

    /** @param  string  $at  ISO 8601 */
    public function madeOn(string $at): self
    {
        return $this->with($this->place, $at);
    }

    /** The copy of it on the computer. */
    public function takenOff(): self
    {
        return $this->with('computer', $this->madeAt);
    }

    private function with(string $place, string $at): self
    {
        return new self(
            $this->id,
            $this->classes,
            $place,
            $at,
            $this->kind,
            $this->base,
            $this->sha256,
            $this->system,
            $this->bytes,
            $this->held,
        );
    }

    /** The day on which it was made: "2026-09-14". */
    public function day(): string
    {
        return substr($this->madeAt, 0, 10);
    }

    /**
     * What a phone runs now, as a backup of it keeps it.
     *
     * @return array{family?: string, release?: string, version?: string, buildId?: string, firmware?: string,
     *     encryption?: string}
     */
    public static function baseOf(State $state, string $slot): array
    {
        $os = $state->slot($slot)->os;

        return array_filter(
            [
                'family' => $os->family,
                'release' => $os->release,
                'version' => $os->version,
                'buildId' => $os->buildId,
                'firmware' => $state->slot($slot)->firmware?->text,
                'encryption' => $state->data()->encryption?->value,
            ],
            static fn(?string $value): bool => $value !== null,
        );
    }

    /** What it was taken from, as "Maker OS 9, firmware 2.8, disk encryption"; empty where nothing is recorded. */
    public function baseInWords(): string
    {
        $encryption = $this->base['encryption'] ?? null;
        $words = [
            trim(($this->base['family'] ?? '') . ' ' . ($this->base['version'] ?? '')),
            isset($this->base['release']) ? "platform release {$this->base['release']}" : '',
            isset($this->base['firmware']) ? "firmware {$this->base['firmware']}" : '',
            match ($encryption) {
                null => '',
                'none' => 'not encrypted',
                default => "{$encryption} encryption",
            },
        ];

        return implode(', ', array_filter($words, static fn(string $word): bool => $word !== ''));
    }

    /**
     * @return list<string>
     */
    private function comparedParts(): array
    {
        return match (true) {
            $this->kind !== self::RECOVERY => [],
            $this->system => self::BASE_OF_SYSTEM,
            default => array_keys(self::BASE),
        };
    }

    /** "5.2" of firmware "5.2.11": builds of one generation read each other's data. */
    private static function alike(string $part, string $value): string
    {
        return $part === 'firmware' ? implode('.', array_slice(explode('.', $value), 0, 2)) : $value;
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
                'system' => $this->system ?: null,
                'bytes' => $this->bytes,
                'held' => $this->held === [] ? null : $this->held,
            ],
            static fn(mixed $value): bool => $value !== null,
        );
    }
}
