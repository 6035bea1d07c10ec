<?php

declare(strict_types=1);

namespace Tornavis\Core\Trouble;

/** What stops an installation, by what the recovery or the computer says. */
final class InstallCauses
{
    /**
     * @return array<string, array<string, Cause>> symptom → id → cause
     */
    public static function table(): array
    {
        return [
            'code-7' => [
                'base' => Cause::replan(
                    'The firmware or vendor is older than the package asks for',
                    'Read the line above the code.',
                    'Bring the base up to date first, then send the package again.',
                    4,
                ),
                'foreign' => Cause::stop(
                    'The package is for another phone',
                    'The line above names a codename that is not this one.',
                    'Do not take the check out of the package. Use the file for this codename.',
                    2,
                ),
                'damaged' => CommonCauses::damaged(),
                'old-recovery' => Cause::replan(
                    'The recovery is too old for the package',
                    'Compare its version with what the build asks for.',
                    'Put in the recovery that the build names.',
                    1,
                ),
            ],
            'code-1' => [
                'damaged' => CommonCauses::damaged(4),
                'cable' => CommonCauses::cable(),
                'space' => Cause::replan(
                    'There is no room for the images',
                    'The log speaks of space or of a partition.',
                    'Look at the room in super on the page of the job\'s files.',
                    1,
                ),
            ],
            'signature' => [
                'unknown-key' => Cause::harmless(
                    'The recovery does not know the publisher\'s key',
                    'The file\'s checksum was verified against its publisher.',
                    'Say yes, install anyway: only the key is unknown, the file is the publisher\'s.',
                    4,
                ),
                'damaged' => CommonCauses::damaged(),
            ],
            'at-47' => [
                'normal' => Cause::harmless(
                    'The rest happens on the phone',
                    'The phone\'s own screen goes on, or its text says step 2.',
                    'Wait. Touch neither phone nor cable until the recovery says that it ended.',
                    6,
                ),
                'cable' => CommonCauses::cable(1),
            ],
            'step-two' => [
                'normal' => Cause::harmless(
                    'It writes the large images',
                    'Up to twenty minutes pass without a line.',
                    'Wait until the step\'s give-up time. A press of a volume key may redraw the screen.',
                    6,
                ),
                'stuck' => Cause::again(
                    'The recovery has died',
                    'Past the give-up time, and no key changes the screen.',
                    'Hold the keys for the recovery, and send the package again.',
                    1,
                ),
            ],
            'no-space' => [
                'super' => Cause::replan(
                    'The image does not fit beside what is in super',
                    'Ask the userspace bootloader for the sizes of its partitions.',
                    'Remove the smallest set that the page of the job\'s files names.',
                    4,
                ),
                'leftovers' => Cause::replan(
                    'Rests of an update lie in super',
                    'Partitions whose names end in cow are listed.',
                    'Let the system finish or cancel its update, then plan again.',
                    2,
                ),
            ],
            'sparse-header' => [
                'normal' => Cause::harmless(
                    'A large image is sent in parts',
                    'Sending and writing both end well.',
                    'Go on.',
                    5,
                ),
                'damaged' => CommonCauses::damaged(1),
            ],
            'missing-partition' => [
                'normal' => Cause::harmless(
                    'It is so at the first install of a layout',
                    'The install goes on.',
                    'Go on; the build makes the partition.',
                    4,
                ),
                'layout' => Cause::replan(
                    'The build is for another layout',
                    'The install ends with a code.',
                    'Look which layout the build asks for.',
                    2,
                ),
            ],
            'older-build' => [
                'older' => Cause::replan(
                    'The package is older than what the phone has',
                    'Compare the two dates in the line.',
                    'Use a newer build. Going back to an older one needs its firmware and a format; plan it as a job.',
                    4,
                ),
                'clock' => Cause::again(
                    'The phone was given a build with a date in the future',
                    'The date of the installed build lies after the newest of its publisher.',
                    'Use a build that is dated after it.',
                    1,
                ),
            ],
            'damaged-archive' => [
                'damaged' => CommonCauses::damaged(5),
                'unpacked' => Cause::again(
                    'It is not the zip itself but what was packed around it',
                    'The shelf says what kind of file it is.',
                    'Unpack it once on the shelf, then send the package that lay in it.',
                    2,
                ),
                'cable' => CommonCauses::cable(1),
            ],
            'wrong-phone' => [
                'foreign' => Cause::stop(
                    'The package was made for another codename',
                    'The line names the codename that it wants and the one that the phone has.',
                    'Do not take the check out of the package. Use the file for this codename.',
                    5,
                ),
                'recovery' => Cause::replan(
                    'The recovery gives another codename than the phone',
                    'The codename in the line is a sister\'s, and the recovery was made for that sister.',
                    'Put in the recovery that was made for this codename.',
                    2,
                ),
            ],
        ];
    }
}
