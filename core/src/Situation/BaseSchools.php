<?php

declare(strict_types=1);

namespace Tornavis\Core\Situation;

/** How firmware goes in: which part of it, how, and where. */
final class BaseSchools
{
    /**
     * @return list<School>
     */
    public static function all(): array
    {
        $choice = static fn(
            string $value,
            string $label,
            string $reason,
            string $cost,
            string $saving,
        ): array => compact('value', 'label', 'reason', 'cost', 'saving');

        return [
            new School('modem', 'Whether the modem is updated with the firmware', [
                $choice(
                    'along',
                    'Along with the rest',
                    'The publisher tried the firmware as a whole.',
                    'Another radio version; rarely a weaker signal.',
                    'Faults that come from mixed versions.',
                ),
                $choice(
                    'keep',
                    'Kept as it is',
                    'The radio works well here, and nothing asks for another version.',
                    'A mixture that nobody has tried.',
                    'Surprises with the network.',
                ),
            ]),
            new School('firmwareWay', 'How a firmware package that is made for a recovery goes in', [
                $choice(
                    'images',
                    'Taken apart, in the bootloader',
                    'Each image and each slot is named, and the modem can be left out.',
                    'What the script of its publisher would have checked is not checked by it.',
                    'Trust in a script.',
                ),
                $choice(
                    'package',
                    'As it is, by a recovery',
                    'It goes in as its publisher has tried it, with its questions.',
                    'A recovery first; its script decides which slots are written.',
                    'Taking it apart.',
                ),
            ]),
            new School('baseSlots', 'Which slots get the firmware of a job for the base alone', [
                $choice(
                    'both',
                    'Both slots',
                    'A build that goes in later lands in the other slot, and finds the firmware there.',
                    'A second write.',
                    'Looking for the slot that was forgotten.',
                ),
                $choice(
                    'active',
                    'The slot in use',
                    'The other slot stays as a way back to what runs now.',
                    'The next build finds old firmware in its slot.',
                    'One write.',
                ),
            ]),
        ];
    }
}
