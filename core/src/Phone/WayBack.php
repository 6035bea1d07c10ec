<?php

declare(strict_types=1);

namespace Tornavis\Core\Phone;

use Tornavis\Core\Words\Slot;

/** What the phone is left with if the work stops here, and the shortest safe way to one that starts. */
final readonly class WayBack
{
    /** the phone starts and holds its data */
    public const FREE = 'free';

    /** the phone starts, but its data is gone */
    public const DATA_GONE = 'data-gone';

    /** no slot holds a system that starts */
    public const NO_SYSTEM = 'no-system';

    private function __construct(public string $level, public string $text, public int $seconds) {}

    public static function from(State $state, ModelSheet $sheet): self
    {
        $active = $state->activeSlot() ?? $sheet->slots[0];
        $level = $state->data()->empty === true ? self::DATA_GONE : self::FREE;
        $with = $level === self::FREE ? 'with its data' : 'with empty data';
        if (BootCheck::starts($state, $sheet, $active)) {
            return new self($level, "Restart into the system: {$state->slot($active)->os->family} starts {$with}.", 60);
        }
        $other = $sheet->otherSlot($active);
        if ($other !== $active && BootCheck::starts($state, $sheet, $other)) {
            return new self(
                $level,
                'Make slot ' .
                    strtoupper($other) .
                    " active in the bootloader and restart: {$state->slot($other)->os->family} starts {$with}.",
                120,
            );
        }
        foreach ([$active, $other] as $slot) {
            if ($state->slot($slot)->recoveryFamily !== null) {
                $where = Slot::phrase('in', $slot);

                return new self(
                    self::NO_SYSTEM,
                    "No system starts now. The recovery{$where} does: enter it and send the build again.",
                    900,
                );
            }
        }

        return new self(
            self::NO_SYSTEM,
            'No system and no recovery starts now. The bootloader does: write the recovery again and go on from there.',
            1200,
        );
    }

    public function worseThan(self $other): bool
    {
        $order = [self::FREE => 0, self::DATA_GONE => 1, self::NO_SYSTEM => 2];

        return $order[$this->level] > $order[$other->level];
    }
}
