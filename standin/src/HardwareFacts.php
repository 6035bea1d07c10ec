<?php

declare(strict_types=1);

namespace Tornavis\StandIn;

/** What a simulated phone is by its make, which no work on it changes. */
trait HardwareFacts
{
    public function serial(): string
    {
        return $this->data['serial'];
    }

    public function codename(): string
    {
        return $this->data['codename'];
    }

    /**
     * Whether an image was made for this model: its label may name models and chipsets that it is not for, or models
     * that alone it is for.
     *
     * @param  array<string, mixed>  $label
     */
    public function isMeantBy(array $label): bool
    {
        $own = [$this->data['model'], $this->data['chipset']];
        $only = array_filter((array) ($label['onlyFor'] ?? []), is_string(...));
        $not = array_filter((array) ($label['notFor'] ?? []), is_string(...));

        return array_intersect($own, $not) === [] && ($only === [] || in_array($this->data['model'], $only, true));
    }

    /**
     * The file systems that the kernels of this model know; empty where nobody says.
     *
     * @return list<string>
     */
    public function mounts(): array
    {
        return $this->data['mounts'] ?? [];
    }

    public function model(): string
    {
        return $this->data['model'];
    }

    public function chipset(): string
    {
        return $this->data['chipset'];
    }

    public function architecture(): string
    {
        return $this->data['architecture'];
    }

    /** Whether hardware and boards are those that an image for this codename expects. */
    public function isBuiltLike(string $codename): bool
    {
        return in_array($codename, [$this->data['codename'], ...$this->data['builtLike']], true);
    }

    /**
     * The partitions that a start needs, besides the system itself.
     *
     * @return list<string>
     */
    public function startsFrom(): array
    {
        return $this->data['startsFrom'];
    }

    /** A recovery that lives in the boot image comes with a kernel of its own. */
    public function recoveryBringsKernel(): bool
    {
        return $this->data['recoveryIn'] === 'boot';
    }

    public function recoveryHome(): string
    {
        return $this->data['recoveryIn'];
    }

    public function hasPcFlash(): bool
    {
        return $this->data['pcFlash'] ?? false;
    }

    /** How this model encrypts new data. */
    public function encryptsAs(): string
    {
        return $this->data['encryptsAs'];
    }

    public function chargePerMinute(): float
    {
        return $this->data['chargePerMinute'];
    }

    /**
     * @return list<string>
     */
    public function slots(): array
    {
        return $this->data['twoSlots'] ? ['a', 'b'] : ['-'];
    }
}
