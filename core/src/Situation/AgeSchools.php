<?php

declare(strict_types=1);

namespace Tornavis\Core\Situation;

/** How long what changes by itself counts as seen: the careful time first, 0 for ever. */
final class AgeSchools
{
    /**
     * @return list<School>
     */
    public static function all(): array
    {
        $choice = static fn(int $value, string $label, string $reason, string $cost, string $saving): array => compact(
            'value',
            'label',
            'reason',
            'cost',
            'saving',
        );

        return [
            new School('batteryFreshHours', 'How long the charge and the mode count as seen', [
                $choice(
                    12,
                    'Half a day',
                    'A phone that lies there loses charge, and somebody may have restarted it.',
                    'The phone is read again, or looked at.',
                    'A run that ends in the middle.',
                ),
                $choice(
                    2,
                    'Two hours',
                    'On a busy bench phones change hands.',
                    'It is asked for more often.',
                    'A surprise at the first step.',
                ),
                $choice(
                    0,
                    'For ever',
                    'Whoever enters it answers for it.',
                    'A plan may stand on an old number.',
                    'Looking again.',
                ),
            ]),
            new School('locksFreshHours', 'How long screen lock and accounts count as seen', [
                $choice(
                    72,
                    'Three days',
                    'The owner may have signed in again.',
                    'It is looked at again.',
                    'A phone that locks its owner out.',
                ),
                $choice(
                    0,
                    'For ever',
                    'The phone stays on the bench.',
                    'A lock that came back is found at the erase.',
                    'Looking again.',
                ),
            ]),
            new School('spaceFreshHours', 'How long the room on the phone counts as seen', [
                $choice(72, 'Three days', 'A phone in use fills up.', 'It is read again.', 'A copy that does not fit.'),
                $choice(0, 'For ever', 'The phone is not in use.', 'A copy may not fit.', 'Reading again.'),
            ]),
            new School('backupFreshDays', 'How old a backup may be that the data is brought back from', [
                $choice(
                    30,
                    'Thirty days',
                    'What came to the phone since is in no older one.',
                    'A newer backup is made, or somebody says that this one is enough.',
                    'The pictures of the last months.',
                ),
                $choice(
                    7,
                    'A week',
                    'The phone is used every day.',
                    'A backup is made before almost every job.',
                    'The messages of the last weeks.',
                ),
                $choice(
                    0,
                    'Any age',
                    'The phone is not in use.',
                    'What came since the backup is gone.',
                    'Making another one.',
                ),
            ]),
            new School('slotFreshHours', 'How long the active slot counts as seen', [
                $choice(
                    720,
                    'Thirty days',
                    'An update by the system changes it.',
                    'It is read again.',
                    'An image in the wrong slot.',
                ),
                $choice(
                    24,
                    'A day',
                    'Phones in use update themselves at night.',
                    'It is asked for more often.',
                    'An image in the wrong slot.',
                ),
                $choice(
                    0,
                    'For ever',
                    'Nobody updates this phone.',
                    'A write may go to the slot in use.',
                    'Reading again.',
                ),
            ]),
        ];
    }
}
