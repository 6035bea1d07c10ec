<?php

declare(strict_types=1);

namespace Tornavis\Core\Trouble;

/** Why a phone does not start as it should. */
final class StartCauses
{
    /**
     * @return array<string, array<string, Cause>> symptom → id → cause
     */
    public static function table(): array
    {
        return [
            'no-system' => [
                'between' => Cause::harmless(
                    'It is so between the erase and the install',
                    'The build has not gone in yet.',
                    'Do not restart into the system. Go on: the build comes next.',
                    4,
                ),
                'lost' => Cause::replan(
                    'The build did not go in',
                    'The install ended with a code other than 0.',
                    'Send the build again before you restart.',
                    2,
                ),
            ],
            'boot-loop' => [
                'base' => CommonCauses::loopBase(),
                'images' => CommonCauses::foreignImages(),
                'keys' => CommonCauses::keys(),
                'addon' => Cause::replan(
                    'An add-on for another release',
                    'It began after services, kernel or root went in.',
                    'Send the build again without the add-on.',
                    2,
                ),
                'first' => Cause::harmless(
                    'It is the first boot, which restarts once or twice',
                    'Fewer than twenty minutes have passed.',
                    'Wait until the give-up time.',
                    2,
                ),
            ],
            'stuck-at-logo' => [
                'first' => Cause::harmless(
                    'The first boot takes long',
                    'Fewer than twenty minutes have passed.',
                    'Wait until the give-up time.',
                    4,
                ),
                'keys' => CommonCauses::keys(),
                'base' => CommonCauses::loopBase(),
                'images' => CommonCauses::foreignImages(),
            ],
            'asks-password' => [
                'keys' => CommonCauses::keys(5),
                'lock' => Cause::stop(
                    'The old screen lock was not removed',
                    'Its owner knows the old code.',
                    'Type the old code. If nobody knows it, only formatting helps; a theft lock opens for its ' .
                        'owner alone.',
                    2,
                ),
            ],
            'recovery-gone' => [
                'stock' => Cause::again(
                    'The system started once and put its own back',
                    'The maker\'s recovery shows instead.',
                    'Write the recovery again and enter it by keys before anything else starts.',
                    4,
                ),
                'home' => Cause::again(
                    'The build has replaced the image that it lived in',
                    'The build has just gone in.',
                    'Start it once from the bootloader, or put it in again.',
                    3,
                ),
                'once' => Cause::harmless(
                    'It was only started once',
                    'The step said so.',
                    'Start it once more; nothing was lost.',
                    2,
                ),
            ],
            'falls-to-bootloader' => [
                'images' => CommonCauses::foreignImages(),
                'verify' => Cause::replan(
                    'Verification refuses an image',
                    'The bootloader speaks of corrupt or unchecked images.',
                    'Switch verification off with the image of the installed firmware.',
                    3,
                ),
                'slot' => Cause::replan(
                    'The slot holds no whole system',
                    'The bootloader calls the slot not bootable.',
                    'Make the other slot active, or send the build again.',
                    3,
                ),
            ],
            'slot-not-bootable' => [
                'empty' => Cause::replan(
                    'Nothing whole lies in this slot',
                    'The record of this run names what went where.',
                    'Make the other slot active and restart, or send the build again.',
                    4,
                ),
                'tries' => Cause::again(
                    'The bootloader has counted too many failed starts',
                    'It worked before.',
                    'Make the slot active again; that sets the count back.',
                    2,
                ),
            ],
        ];
    }
}
