<?php

declare(strict_types=1);

namespace App\Prove;

use Tornavis\Core\Format\FormatError;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\Partition;

/** A model as it is, and its sheet as it stands in somebody's collection. */
final readonly class RandomSheet
{
    public function __construct(private Dice $dice) {}

    /**
     * The sheet as it would have to be, and as it stands in somebody's collection, with one mistake.
     *
     * @return array{ModelSheet, ModelSheet}
     */
    public function of(string $kind, ModelSheet $sheet): array
    {
        if ($this->dice->chance(10)) {
            // A smaller phone of the same make, and its sheet says so.
            $sheet = $this->made($this->smaller($this->dice->one(['smaller', 'super', 'super']), $sheet)) ?? $sheet;
        }
        $headers = new RandomHeaders($this->dice);
        $sheet = $headers->of($sheet);
        if ($kind === Belief::DRAFTED) {
            return [$sheet, (new RandomDraft($this->dice))->of($sheet)];
        }
        if ($kind !== Belief::WRONG_SHEET) {
            return [$sheet, $this->dice->chance(60) ? $sheet : $headers->unstated($sheet)];
        }
        $mistake = $this->dice->one([
            'smaller',
            'smaller',
            'super',
            'alias',
            'home',
            'rollback',
            'verification',
            'bootloader',
            'firmware',
        ]);
        // A mistake that no sheet can hold is noticed when it is typed.
        return in_array($mistake, ['smaller', 'super'], true)
            ? [$this->made($this->smaller($mistake, $sheet)) ?? $sheet, $sheet]
            : [$sheet, $this->made($this->mistaken($mistake, $sheet)) ?? $sheet];
    }

    /**
     * @param  array<string, mixed>  $data
     * @return ?ModelSheet null where no sheet can say that
     */
    private function made(array $data): ?ModelSheet
    {
        try {
            return ModelSheet::fromArray($data);
        } catch (FormatError) {
            return null;
        }
    }

    /**
     * The phone has less room than its sheet says.
     *
     * @return array<string, mixed>
     */
    private function smaller(string $what, ModelSheet $sheet): array
    {
        $data = $sheet->toArray();
        if ($what === 'super' && $sheet->superBytes !== null) {
            $part = $this->dice->one([2, 6, 30]);
            $data['superBytes'] = intdiv($sheet->superBytes, $part);
            $data['superGroups'] = [];
            /** @var list<array{name: string, sizeBytes: int, logical?: bool}> $all */
            $all = $data['partitions'];
            $data['partitions'] = array_map(
                static fn(array $one): array => ($one['logical'] ?? false) || $one['name'] === 'super'
                    ? ['sizeBytes' => intdiv($one['sizeBytes'], $part * 4096) * 4096] + $one
                    : $one,
                $all,
            );

            return $data;
        }
        /** @var list<array{name: string, sizeBytes: int}> $partitions */
        $partitions = $data['partitions'];
        $index = $this->dice->between(0, count($partitions) - 1);
        $partitions[$index]['sizeBytes'] = intdiv($partitions[$index]['sizeBytes'], $this->dice->one([2, 64, 2048]));
        $data['partitions'] = $partitions;

        return $data;
    }

    /**
     * @return array<string, mixed>
     */
    private function mistaken(string $what, ModelSheet $sheet): array
    {
        $data = $sheet->toArray();
        if ($what === 'alias') {
            $data['aliases'] = [
                ...$sheet->aliases,
                $this->dice->one(['bowline', 'becket', 'becket', 'halyard', 'carrick', 'marl']),
            ];
        } elseif ($what === 'home') {
            $names = array_map(static fn(Partition $one): string => $one->name, $sheet->partitions);
            $homes = array_intersect(['boot', 'recovery', 'vendor_boot'], $names);
            $data['recoveryHome'] = $this->dice->one(array_values($homes));
        } elseif ($what === 'rollback') {
            $data['rollbackIndex'] = max(0, ($sheet->rollbackIndex ?? 0) - 1);
        } elseif ($what === 'firmware') {
            // Not every partition that firmware goes into was written down.
            $rows = array_filter($sheet->partitions, static fn(Partition $one): bool => $one->firmware);
            $left = $this->dice->one(array_values($rows))->name;
            $isOther = static fn(mixed $one): bool => !is_array($one) || ($one['name'] ?? '') !== $left;
            $data['partitions'] = array_values(array_filter((array) $data['partitions'], $isOther));
        } elseif ($what === 'bootloader') {
            $data['unverified'] = ($data['unverified'] ?? '') === 'warns' ? 'refuses' : 'warns';
        } else {
            /** @var list<array<string, mixed>> $partitions */
            $partitions = $data['partitions'];
            $data['partitions'] = array_values(
                array_filter($partitions, static fn(array $one): bool => ($one['verification'] ?? false) !== true),
            );
        }

        return $data;
    }
}
