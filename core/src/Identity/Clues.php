<?php

declare(strict_types=1);

namespace Tornavis\Core\Identity;

use Tornavis\Core\Reading\Reading;

/** What was read off a phone or its box about which model it is. Null is unknown. */
final readonly class Clues
{
    public function __construct(
        public ?string $codename = null,
        public ?string $model = null,
        public ?string $chipset = null,
        public ?string $maker = null,
        public ?string $name = null,
        public ?bool $twoSlots = null,
        public ?int $launchApi = null,
    ) {}

    /** What pasted texts say. */
    public static function of(Reading $reading): self
    {
        $text = static function (string $field) use ($reading): ?string {
            $value = $reading->modelStatement($field)?->value;

            return is_string($value) ? $value : null;
        };
        $slots = $reading->modelStatement('slots')?->value;
        $api = $reading->modelStatement('launchApi')?->value;

        return new self(
            $text('codename'),
            $text('variants.model'),
            $text('variants.chipset'),
            $text('maker'),
            $text('name'),
            $slots === null ? null : $slots === 2,
            is_int($api) ? $api : null,
        );
    }

    public function areEmpty(): bool
    {
        return array_filter(get_object_vars($this), static fn(mixed $value): bool => $value !== null) === [];
    }

    /** These, with what others know beyond them. */
    public function or(self $others): self
    {
        return new self(
            $this->codename ?? $others->codename,
            $this->model ?? $others->model,
            $this->chipset ?? $others->chipset,
            $this->maker ?? $others->maker,
            $this->name ?? $others->name,
            $this->twoSlots ?? $others->twoSlots,
            $this->launchApi ?? $others->launchApi,
        );
    }

    /**
     * @return array<string, string|bool|int|null>
     */
    public function toArray(): array
    {
        return [
            'codename' => $this->codename,
            'model' => $this->model,
            'chipset' => $this->chipset,
            'maker' => $this->maker,
            'name' => $this->name,
            'twoSlots' => $this->twoSlots,
            'launchApi' => $this->launchApi,
        ];
    }
}
