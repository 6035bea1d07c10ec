<?php

declare(strict_types=1);

namespace App\Prove;

use Tornavis\Core\Fact\Grade;
use Tornavis\Core\Phone\ModelSheet;

/** A sheet as it is drafted from little: of what decides it knows the value, guesses one, or says nothing. */
final readonly class RandomDraft
{
    /** What decides where something is written, with what a guess may come to. */
    private const GUESSES = [
        'slots' => [1, 2],
        'recoveryHome' => ['recovery', 'boot', 'vendor_boot'],
        'dynamicLayout' => ['native', 'none', 'retrofit'],
        'architecture' => ['arm64', 'arm'],
        'launchApi' => [24, 28, 30, 33],
        'pcFlash' => [true, false],
        'verification' => [true, false],
    ];

    private const KNOWN_PERCENT = 70;

    /** A partition listing is what is pasted least. */
    private const VERIFICATION_KNOWN_PERCENT = 45;

    private const GUESSED_PERCENT = 60;

    public function __construct(private Dice $dice) {}

    public function of(ModelSheet $true): ModelSheet
    {
        $document =
            ['version' => 2, 'pcFlash' => $true->pcFlash, 'verification' => $true->hasVerification()] +
            $true->toArray();
        $grades = [];
        // Some of them know all of it, and not how large the partitions are.
        $knowsAll = $this->dice->chance(40);
        foreach (self::GUESSES as $field => $values) {
            $percent = $field === 'verification' ? self::VERIFICATION_KNOWN_PERCENT : self::KNOWN_PERCENT;
            if ($knowsAll || $this->dice->chance($percent)) {
                $grades[$field] = Grade::Seen->value;
            } elseif ($this->dice->chance(self::GUESSED_PERCENT)) {
                $document[$field] = $this->dice->one($values);
                $grades[$field] = Grade::Guessed->value;
            } else {
                unset($document[$field]);
            }
        }
        if ($knowsAll) {
            /** @var list<array<string, mixed>> $rows */
            $rows = $true->toArray()['partitions'];
            $document['partitions'] = array_map($this->withoutSize(...), $rows);
            unset($document['encryptions']);
        }
        if ($this->dice->chance(40)) {
            unset($document['unverified']);
        }
        $document['partitions'] = self::table($document, $grades);

        return ModelSheet::kept(['grades' => $grades] + $document);
    }

    /**
     * A table that was pasted in part: it holds the partition that the recovery is taken to live in, and none for
     * verification headers where nobody has seen one.
     *
     * @param  array<string, mixed>  $document
     * @param  array<string, string>  $grades  by field
     * @return list<array<string, mixed>>
     */
    private static function table(array $document, array $grades): array
    {
        /** @var list<array<string, mixed>> $rows */
        $rows = $document['partitions'];
        if (($grades['verification'] ?? null) !== Grade::Seen->value) {
            $rows = array_filter($rows, static fn(array $row): bool => ($row['verification'] ?? false) !== true);
        }
        $home = $document['recoveryHome'] ?? null;
        $isListed = $home === null || in_array($home, array_column($rows, 'name'), true);

        return [...$rows, ...$isListed ? [] : [['name' => $home]]];
    }

    /**
     * @param  array<string, mixed>  $row
     * @return array<string, mixed>
     */
    private function withoutSize(array $row): array
    {
        return $this->dice->chance(50) ? array_diff_key($row, ['sizeBytes' => true]) : $row;
    }
}
