<?php

declare(strict_types=1);

namespace Tornavis\Core\Phone;

use Tornavis\Core\Words\PartitionLayout;
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

    private const NOTHING_STARTS = 'No system starts now.';

    private function __construct(public string $level, public string $text, public int $seconds) {}

    /** @param  AtHand  $hand  what there is to bring the phone back with */
    public static function from(State $state, ModelSheet $sheet, AtHand $hand = new AtHand()): self
    {
        $active = $state->activeSlot() ?? $sheet->slots[0];
        $way =
            self::toFirmware($state, $active) ??
            (self::toSystem($state, $sheet, $active, $hand) ?? self::toBuild($state, $sheet, $active, $hand));

        $text = $hand->again ?? $way->text;
        $set = $way->level === self::FREE || $hand->wholeSet === null ? '' : self::withSet($hand->wholeSet);

        return new self($way->level, $text . $set, $way->seconds);
    }

    /** A whole set is the way back to the system in it, and to its data. */
    private static function withSet(string $set): string
    {
        return " The backup {$set} is the way back to the system in it, with its data: a recovery that restores " .
            'backups brings it back.';
    }

    /** The next restart would be the last one; what the phone runs from now is all that is left of it. */
    private static function toFirmware(State $state, string $active): ?self
    {
        return $state->slot($active)->firmwareIsInPart
            ? new self(
                self::NO_SYSTEM,
                'The firmware' .
                    Slot::phrase('in', $active) .
                    ' was written only in part. Do not restart the phone: write the firmware again, whole, from ' .
                    'where it is now.',
                600,
            )
            : null;
    }

    /** The slot in use, or the other one, starts as it is. */
    private static function toSystem(State $state, ModelSheet $sheet, string $active, AtHand $hand): ?self
    {
        $level = $state->data()->empty === true ? self::DATA_GONE : self::FREE;
        $with = $level === self::FREE ? 'with its data' : 'with empty data';
        if ($hand->layoutChanged) {
            return null;
        }
        if (BootCheck::starts($state, $sheet, $active)) {
            $name = self::nameOf($state, $active);
            $untried = self::untried($state, $active, $hand);

            return new self($level, "Restart into the system: {$name} starts {$with}.{$untried}", 60);
        }
        $other = $sheet->otherSlot($active);

        return $other !== $active && BootCheck::starts($state, $sheet, $other)
            ? new self(
                $level,
                'Make slot ' .
                    strtoupper($other) .
                    ' active in the bootloader and restart: ' .
                    self::nameOf($state, $other) .
                    " starts {$with}.",
                120,
            )
            : null;
    }

    /** A kernel that has not started here yet may not start at all; it took the place of what did. */
    private static function untried(State $state, string $slot, AtHand $hand): string
    {
        return $hand->kernel === null || $state->slot($slot)->kernelName !== $hand->kernel
            ? ''
            : " If it does not start with {$hand->kernel}, write the boot image of the installed build again.";
    }

    /** Of a system that nobody has named it is said where it is. */
    private static function nameOf(State $state, string $slot): string
    {
        return $state->slot($slot)->os->family ?? 'the one that is there';
    }

    /** No system starts; something has to be written first. */
    private static function toBuild(State $state, ModelSheet $sheet, string $active, AtHand $hand): self
    {
        $withRecovery = array_values(
            array_filter(
                array_unique([$active, $sheet->otherSlot($active)]),
                static fn(string $slot): bool => $state->slot($slot)->recoveryFamily !== null,
            ),
        );
        $isErased = $state->slot($active)->layout === PartitionLayout::Erased;

        return match (true) {
            $isErased => new self(self::NO_SYSTEM, self::layoutFirst($active, $hand), 1500),
            $hand->build === null && $hand->image !== null => new self(
                self::NO_SYSTEM,
                self::NOTHING_STARTS .
                    " The bootloader does: write {$hand->image} again, or the image that was there " .
                    'before it.',
                600,
            ),
            $withRecovery !== [] => new self(
                self::NO_SYSTEM,
                self::NOTHING_STARTS .
                    ' The recovery' .
                    Slot::phrase('in', $withRecovery[0]) .
                    ' does: enter it and ' .
                    ($hand->build === null ? 'install a build for this model.' : "send {$hand->build} again."),
                900,
            ),
            default => new self(
                self::NO_SYSTEM,
                'No system and no recovery starts now. The bootloader does: write ' .
                    ($hand->recovery ?? 'the recovery') .
                    ' again and go on from there.',
                1200,
            ),
        };
    }

    /** A slot whose partitions were erased takes no build before it has a layout. */
    private static function layoutFirst(string $slot, AtHand $hand): string
    {
        $where = Slot::isOnly($slot) ? 'the phone' : 'slot ' . strtoupper($slot);
        $then = $hand->build === null ? '' : " Then send {$hand->build}.";

        return self::NOTHING_STARTS .
            " The partitions of {$where} are erased, and no build goes in before there is a layout: " .
            ($hand->emptyLayout === null
                ? 'write the maker\'s own bundle.'
                : "write {$hand->emptyLayout} first.{$then}");
    }

    public function worseThan(self $other): bool
    {
        $order = [self::FREE => 0, self::DATA_GONE => 1, self::NO_SYSTEM => 2];

        return $order[$this->level] > $order[$other->level];
    }
}
