<?php

declare(strict_types=1);

namespace Tornavis\Core\Trouble;

/** Causes that are behind more than one symptom; how likely each is depends on the symptom. */
final class CommonCauses
{
    public static function cable(int $weight = 3): Cause
    {
        return Cause::again(
            'A loose cable or a bad port',
            'Try another port, without a hub, and a short cable.',
            'Put the cable straight into the computer and do the step again.',
            $weight,
        );
    }

    public static function damaged(int $weight = 3): Cause
    {
        return Cause::again(
            'The file is damaged',
            'Compare its checksum with the publisher\'s on the shelf.',
            'Get the file again, then do the step again.',
            $weight,
        );
    }

    public static function loopBase(int $weight = 3): Cause
    {
        return Cause::replan(
            'The firmware is older than the build needs',
            'Read the firmware version in the bootloader.',
            'Write the firmware that the build asks for; plan it from what the phone has now.',
            $weight,
        );
    }

    public static function foreignImages(int $weight = 2): Cause
    {
        return Cause::replan(
            'Images that do not belong together',
            'Ask the bootloader which slot starts, and compare with the record of this run.',
            'Write the start images of the build again, all of one build.',
            $weight,
        );
    }

    public static function keys(int $weight = 3): Cause
    {
        return Cause::replan(
            'The data has the keys of another system',
            'It starts as far as the lock screen, or stops right before it.',
            'Format the data in the recovery. Nothing on it can be read by the new system anyway.',
            $weight,
        );
    }
}
