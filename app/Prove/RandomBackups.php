<?php

declare(strict_types=1);

namespace App\Prove;

use Tornavis\Core\Phone\Backup;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Words\LossClass;

/** Backup sets of a phone: of its base or of another, with what was written down about them and what was not. */
final readonly class RandomBackups
{
    public function __construct(private Dice $dice) {}

    /**
     * @param  array<string, string|bool|int|list<string>|null>  $values  facts of the phone
     * @return list<Backup>
     */
    public function of(array $values, string $active): array
    {
        $backups = [];
        for ($i = $this->dice->between(0, 3); $i > 0; $i--) {
            $kind = $this->dice->one([Backup::COPIES, Backup::RECOVERY, Backup::RECOVERY]);
            $isSystemAlone = $kind === Backup::RECOVERY && $this->dice->chance(10);
            $isSystem = $isSystemAlone || ($kind === Backup::RECOVERY && $this->dice->chance(25));
            $base = $kind === Backup::COPIES ? [] : $this->base($values, $active);
            $backups[] = new Backup(
                "set {$i}",
                $isSystemAlone ? [] : [$this->dice->one(LossClass::stated()), LossClass::Apps],
                $this->dice->one(['computer', 'computer', 'phone', 'card']),
                $this->dice->one(['2026-09', '2026-09', '2024-07']) . "-0{$this->dice->between(1, 9)}T10:00:00Z",
                $kind,
                $isSystem && $this->dice->chance(30) ? ['release' => '7', 'buildId' => 'one-of-old'] + $base : $base,
                system: $isSystem,
                bytes: $this->dice->one([null, 2 << 30, 12 << 30]),
            );
        }

        return $backups;
    }

    /**
     * @param  array<string, string|bool|int|list<string>|null>  $values
     * @return array{family?: string, release?: string, firmware?: string, encryption?: string}
     */
    private function base(array $values, string $active): array
    {
        $fields = [
            'family' => StateField::OsFamily->in($active),
            'release' => StateField::OsRelease->in($active),
            'firmware' => StateField::FirmwareVersion->in($active),
            'encryption' => StateField::DataEncryption->value,
        ];
        $base = [];
        foreach ($fields as $part => $name) {
            $value = $values[$name] ?? null;
            if (is_string($value) && $this->dice->chance(90)) {
                $base[$part] = $value;
            }
        }

        return match (true) {
            $this->dice->chance(15) => ['family' => 'Another OS'] + $base,
            $this->dice->chance(8) => ['encryption' => 'metadata'] + $base,
            $this->dice->chance(5) => [],
            default => $base,
        };
    }
}
