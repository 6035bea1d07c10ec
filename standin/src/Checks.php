<?php

declare(strict_types=1);

namespace Tornavis\StandIn;

/**
 * How a simulated phone checks its images: each verification partition with what its header covers. It is off only
 * where every one of them says so. The bootloader checks what it loads, and refuses or warns; the system checks itself
 * while it runs, and then does not come up.
 *
 * @phpstan-import-type Checked from PhoneData
 */
trait Checks
{
    /** What the bootloader loads itself, and so checks before it starts anything. */
    private const LOADED = ['boot', 'init_boot', 'vendor_boot', 'vendor_kernel_boot', 'dtbo', 'recovery'];

    /**
     * @return list<string> names of the partitions
     */
    public function verificationIn(): array
    {
        return $this->data['verificationIn'] ?? ['verify'];
    }

    /** Whether a slot checks its images; null where it has no header at all. */
    public function verificationOn(string $slot): ?bool
    {
        $on = [];
        foreach ($this->verificationIn() as $partition) {
            $header = $this->verification[self::place($partition, $slot)] ?? null;
            if ($header !== null) {
                $on[] = $header['on'];
            }
        }

        return $on === [] ? null : in_array(true, $on, true);
    }

    /** Whether the bootloader loads nothing of a slot. What it only warns of, it loads. */
    public function refusesToLoad(string $slot): bool
    {
        foreach ($this->headersThatCheck($slot) as $header) {
            if ($header['index'] !== null && $this->fused() !== null && $header['index'] < $this->fused()) {
                return true;
            }
        }

        return $this->bootloaderRefuses && $this->loadsUnchecked($slot);
    }

    /** Whether something that the bootloader loads is not what the headers of the slot are for. */
    public function loadsUnchecked(string $slot): bool
    {
        foreach ($this->headersThatCheck($slot) as $header) {
            foreach (self::LOADED as $partition) {
                if ($this->isOther($header, $partition, $slot)) {
                    return true;
                }
            }
        }

        return false;
    }

    /** Whether the system finds itself changed while it runs: its headers are for another one. */
    public function systemIsUnchecked(string $slot): bool
    {
        foreach ($this->headersThatCheck($slot) as $header) {
            if ($this->isOther($header, 'system', $slot)) {
                return true;
            }
        }

        return false;
    }

    /**
     * @return list<Checked>
     */
    private function headersThatCheck(string $slot): array
    {
        $headers = [];
        foreach ($this->verificationIn() as $partition) {
            $header = $this->verification[self::place($partition, $slot)] ?? null;
            if ($header !== null && $header['on']) {
                $headers[] = $header;
            }
        }

        return $headers;
    }

    /**
     * @param  Checked  $header
     */
    private function isOther(array $header, string $partition, string $slot): bool
    {
        $image = $this->written($partition, $slot);
        if ($image === null) {
            return false;
        }
        $covered = $header['covers'][$partition] ?? null;
        $digest = $covered === null ? null : $image['digests'][$covered['salt']] ?? null;
        if ($covered !== null && $digest !== null) {
            return $digest !== $covered['digest'];
        }
        $isPatched = $image['patched'] ?? false;

        return $isPatched || $image['of'] !== ($this->buildOf($header, $slot) ?? $image['of']);
    }

    /**
     * The build that a header is for: it says so, or an image that it covers does.
     *
     * @param  Checked  $header
     */
    private function buildOf(array $header, string $slot): ?string
    {
        foreach ($header['covers'] as $partition => $covered) {
            $image = $this->written($partition, $slot);
            if ($image !== null && ($image['digests'][$covered['salt']] ?? null) === $covered['digest']) {
                return $image['of'];
            }
        }

        return $header['of'] ?? ($this->written('system', $slot)['of'] ?? null);
    }

    /** What lies in a partition was changed where it lies. */
    public function patch(string $partition, string $slot): void
    {
        $place = self::place($partition, $slot);
        if (isset($this->partitions[$place])) {
            $this->partitions[$place]['patched'] = true;
        }
    }

    /** The headers that a build brings along are for that build. */
    private function takeHeader(string $build, string $partition, string $slot, bool $on): void
    {
        $this->verification[self::place($partition, $slot)] = [
            'on' => $on,
            'index' => null,
            'covers' => [],
            'of' => $build,
        ];
    }

    public function writeCheck(string $partition, string $slot, VerificationHeader $header): void
    {
        $this->verification[self::place($partition, $slot)] = [
            'on' => !$header->isOff,
            'index' => $header->rollbackIndex,
            'covers' => $header->covers,
        ];
    }

    public function switchCheckOff(string $partition, string $slot): void
    {
        $place = self::place($partition, $slot);
        $was = $this->verification[$place] ?? ['on' => true, 'index' => null, 'covers' => []];
        $this->verification[$place] = ['on' => false] + $was;
    }

    /**
     * What an image's sum is under every salt that the headers on the phone use.
     *
     * @return array<string, string> hex by hex
     */
    public function digestsOf(ImageFile $image, string $partition): array
    {
        $digests = [];
        foreach ($this->verification as $header) {
            $covered = $header['covers'][$partition] ?? null;
            if ($covered !== null) {
                $digests[$covered['salt']] = $image->digest($covered['salt'], $covered['bytes']);
            }
        }

        return $digests;
    }

    /**
     * @param  array<string, bool|Checked>  $stated  by place, or on and off by slot in short
     * @return array<string, Checked>
     */
    private function checksOf(array $stated): array
    {
        $checks = [];
        foreach ($stated as $place => $header) {
            if (is_array($header)) {
                $checks[$place] = $header;

                continue;
            }
            $of = $this->written('system', $place)['of'] ?? null;
            foreach ($this->verificationIn() as $partition) {
                $checks[self::place($partition, $place)] =
                    ['on' => $header, 'index' => null, 'covers' => []] + ($of === null ? [] : ['of' => $of]);
            }
        }

        return $checks;
    }
}
