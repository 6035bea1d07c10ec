<?php

declare(strict_types=1);

namespace Tornavis\StandIn;

/**
 * Everything that lies in a simulated phone, as nobody sees it on a real one: for learning, and for whoever wants to
 * know what a step has done. Sizes are bytes.
 *
 * @phpstan-type InsidePart array{
 *     name: string,
 *     sort: string,
 *     bytes: ?int,
 *     whole: ?bool,
 *     of: ?string,
 *     says: ?string,
 * }
 */
final class InsidePhone
{
    private const START = 'start';

    private const FIRMWARE = 'firmware';

    private const LOGICAL = 'in super';

    private const CHECK = 'check';

    /**
     * @return array<string, mixed>
     */
    public static function of(SimulatedPhone $phone): array
    {
        return [
            'serial' => $phone->serial(),
            'mode' => $phone->mode,
            'unlocked' => $phone->unlocked,
            'battery' => (int) round($phone->battery),
            'slots' => array_map(static fn(string $slot): array => self::slot($phone, $slot), $phone->slots()),
            'super' => self::super($phone),
            'data' => self::data($phone),
            'card' => [
                'present' => $phone->cardPresent,
                'freeBytes' => $phone->cardFree,
                'files' => $phone->files['card'] ?? [],
            ],
            'damage' => array_map(static fn(string $kind): string => Damage::KINDS[$kind], Damage::of($phone)),
        ];
    }

    /**
     * @return array<string, mixed>
     */
    private static function slot(SimulatedPhone $phone, string $slot): array
    {
        $left = $phone->retries[$slot] ?? SimulatedPhone::MOST_RETRIES;

        return [
            'slot' => $slot,
            'startsNext' => $slot === $phone->activeSlot,
            'running' => $slot === $phone->runningSlot,
            'retriesLeft' => $left,
            'mostRetries' => SimulatedPhone::MOST_RETRIES,
            'startedWell' => in_array($slot, $phone->successful, true),
            'merging' => $phone->merging === $slot,
            'layout' => $phone->layout[$slot] ?? null,
            'verification' => $phone->verificationOn($slot),
            'parts' => self::parts($phone, $slot),
            'added' => array_values(array_filter(array_column($phone->addons[$slot] ?? [], 'title'), is_string(...))),
        ];
    }

    /**
     * @return list<InsidePart>
     */
    private static function parts(SimulatedPhone $phone, string $slot): array
    {
        $sorts =
            array_fill_keys($phone->firmwareIn(), self::FIRMWARE) +
            array_fill_keys($phone->inSuper(), self::LOGICAL) +
            array_fill_keys([...$phone->startsFrom(), $phone->recoveryHome()], self::START);
        $parts = [];
        foreach ($sorts as $name => $sort) {
            $image = $phone->written($name, $slot);
            $parts[] = [
                'name' => $name,
                'sort' => $sort,
                'bytes' => $image['bytes'] ?? $phone->capacity($name),
                'whole' => $image['whole'] ?? null,
                'of' => $image['of'] ?? null,
                'says' => $image === null ? null : self::says($phone, $name, $image['label'], $slot),
            ];
        }
        foreach ($phone->verificationIn() as $name) {
            $header = $phone->verification[SimulatedPhone::place($name, $slot)] ?? null;
            $parts[] = [
                'name' => $name,
                'sort' => self::CHECK,
                'bytes' => $phone->capacity($name),
                'whole' => $header === null ? null : true,
                'of' => null,
                'says' => $header === null ? null : ($header['on'] ? 'checks' : 'checks nothing'),
            ];
        }

        return $parts;
    }

    /**
     * @param  array<string, mixed>  $label
     */
    private static function says(SimulatedPhone $phone, string $name, array $label, string $slot): ?string
    {
        $recovery = $label['recovery'] ?? null;
        $os = $phone->system($slot);

        return match (true) {
            $name === 'system' && $os !== [] => trim(($os['family'] ?? '') . ' ' . ($os['version'] ?? '')),
            is_array($recovery) && is_string($recovery['family'] ?? null) => self::recovery($recovery),
            is_string($label['firmware'] ?? null) => $label['firmware'],
            is_string($label['vendor'] ?? null) => $label['vendor'],
            is_string($label['kernel'] ?? null) => "kernel {$label['kernel']}",
            default => null,
        };
    }

    /** @param  array<array-key, mixed>  $recovery */
    private static function recovery(array $recovery): string
    {
        $family = is_string($recovery['family'] ?? null) ? $recovery['family'] : '';
        $version = is_string($recovery['version'] ?? null) ? $recovery['version'] : '';
        // A build's own recovery is named after the build, version and all.
        $isNamed = $version !== '' && str_contains($family, $version);

        return trim("recovery {$family} " . ($isNamed ? '' : $version));
    }

    /**
     * @return ?array{bytes: int, parts: list<array{slot: string, name: string, bytes: int}>, freeBytes: int}
     */
    private static function super(SimulatedPhone $phone): ?array
    {
        $bytes = $phone->superBytes();
        if ($bytes === null) {
            return null;
        }
        $parts = [];
        foreach ($phone->slotsInSuper() as $slot) {
            foreach ($phone->inSuper() as $name) {
                $takes = $phone->written($name, $slot)['bytes'] ?? 0;
                if ($takes > 0) {
                    $parts[] = ['slot' => $slot, 'name' => $name, 'bytes' => $takes];
                }
            }
        }

        return [
            'bytes' => $bytes,
            'parts' => $parts,
            'freeBytes' => max(0, $bytes - array_sum(array_column($parts, 'bytes'))),
        ];
    }

    /**
     * @return array<string, mixed>
     */
    private static function data(SimulatedPhone $phone): array
    {
        return [
            'fileSystem' => $phone->dataFileSystem,
            'encryption' => $phone->dataEncryption,
            'empty' => $phone->dataEmpty,
            'keysOf' => $phone->dataKeys ?? $phone->keysUnder,
            'keysRelease' => $phone->setUpBy['release'] ?? null,
            'keysLeftByWipe' => $phone->keysUnder !== null,
            'freeBytes' => $phone->dataFree,
            'holds' => $phone->holds,
            'files' => $phone->files['internal'] ?? [],
            'openToRecovery' => $phone->recoveryOpensData(),
        ];
    }
}
