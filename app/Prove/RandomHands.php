<?php

declare(strict_types=1);

namespace App\Prove;

use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\StateField;

/** A random memory card, and what of a phone is worn, broken or at work: keys, screen, an update that is merged. */
final readonly class RandomHands
{
    public function __construct(private Dice $dice) {}

    /**
     * @return array<string, string|int|bool|null>
     */
    public function of(ModelSheet $sheet): array
    {
        $isPresent = $this->dice->chance(20);
        $mayMerge = $sheet->hasTwoSlots() === true && $sheet->dynamicLayout === 'native';

        return [
            StateField::CardPresent->value => $isPresent,
            StateField::CardFreeBytes->value => $this->dice->one([0, 8 << 30, 16 << 30]),
            StateField::CardAdopted->value => $isPresent && $this->dice->chance(20),
            StateField::CardFileSystem->value => $this->dice->one(['vfat', 'exfat', 'ext4']),
            StateField::ScreenTouch->value => $this->dice->chance(97),
            StateField::KeysWork->value => $this->dice->chance(96),
            StateField::UpdateMerging->value => $mayMerge && $this->dice->chance(3),
        ];
    }
}
