<?php

declare(strict_types=1);

namespace Tornavis\Core\Identity;

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
