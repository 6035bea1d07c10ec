<?php

declare(strict_types=1);

namespace Tornavis\StandIn;

/**
 * How a simulated phone checks its images before it starts them: each verification partition with what its header
 * covers. It is off only where every one of them says so.
 *
 * @phpstan-import-type Checked from PhoneData
 */
trait Checks
{
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

    /** Whether the bootloader checks the images of a slot and finds one that is not what was checked. */
    public function verificationRefuses(string $slot): bool
    {
        $system = $this->written('system', $slot);
        if ($this->verificationOn($slot) !== true || $system === null) {
            return false;
        }
        foreach ($this->verificationIn() as $partition) {
            $header = $this->verification[self::place($partition, $slot)] ?? null;
            if ($header !== null && $header['on'] && $this->headerRefuses($header, $slot)) {
                return true;
            }
        }
        foreach (array_intersect(['boot', 'dtbo', 'vendor_boot'], $this->startsFrom()) as $partition) {
            if (($this->written($partition, $slot)['of'] ?? $system['of']) !== $system['of']) {
                return true;
            }
        }

        return false;
    }

    /**
     * @param  Checked  $header
     */
    private function headerRefuses(array $header, string $slot): bool
    {
        if ($header['index'] !== null && $this->fused() !== null && $header['index'] < $this->fused()) {
            return true;
        }
        foreach ($header['covers'] as $partition => $covered) {
            $digest = $this->written($partition, $slot)['digests'][$covered['salt']] ?? null;
            if ($digest !== null && $digest !== $covered['digest']) {
                return true;
            }
        }

        return false;
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
            foreach ($this->verificationIn() as $partition) {
                $checks[self::place($partition, $place)] = ['on' => $header, 'index' => null, 'covers' => []];
            }
        }

        return $checks;
    }
}
