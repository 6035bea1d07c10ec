<?php

declare(strict_types=1);

namespace Tornavis\Core\Trouble;

/** Why the computer and the phone do not find one another, or the bootloader refuses. */
final class LinkCauses
{
    /**
     * @return array<string, array<string, Cause>> symptom → id → cause
     */
    public static function table(): array
    {
        return [
            'not-listed' => [
                'cable' => CommonCauses::cable(5),
                'driver' => Cause::again(
                    'The computer lacks the driver, or the rights, for this mode',
                    'Another phone in the same mode is not listed either.',
                    'Install the driver for this mode, or allow your user to reach it.',
                    3,
                ),
                'tools' => Cause::again(
                    'The command tools have a known fault',
                    'Their version is on the list under House rules.',
                    'Use another version.',
                    2,
                ),
                'mode' => Cause::again(
                    'The phone is in another mode',
                    'Read its screen.',
                    'Bring it into the mode of the step with its keys.',
                    2,
                ),
            ],
            'unauthorised' => [
                'question' => Cause::again(
                    'The phone asks whether to trust this computer',
                    'Unlock its screen.',
                    'Allow this computer on the phone, then do the step again.',
                    5,
                ),
                'erased' => Cause::again(
                    'The erase has switched debugging off',
                    'The set-up runs for the first time.',
                    'Allow debugging again in the developer options.',
                    3,
                ),
                'cable' => CommonCauses::cable(),
            ],
            'locked' => [
                'locked' => Cause::replan(
                    'The bootloader is locked',
                    'It says so in its own screen.',
                    'Unlock it as a job of its own. It erases the phone.',
                    5,
                ),
                'critical' => Cause::stop(
                    'This partition stays locked on this model',
                    'Other partitions can be written.',
                    'Leave it alone; the maker keeps it locked.',
                    1,
                ),
            ],
            'unlock-refused' => [
                'switch' => Cause::again(
                    'The switch in the developer options is off',
                    'Look there.',
                    'Allow unlocking, then do the step again.',
                    4,
                ),
                'wait' => Cause::replan(
                    'The maker\'s wait is not over',
                    'It names hours or days.',
                    'Wait as long as it says. Do not begin it anew.',
                    3,
                ),
                'guard' => Cause::stop(
                    'A theft lock or the maker\'s guard',
                    'It asks for an account.',
                    'The owner signs out first. There is no way around it, and none is offered.',
                    2,
                ),
            ],
            'link-lost' => [
                'cable' => CommonCauses::cable(5),
                'restarted' => Cause::again(
                    'The phone restarted by itself',
                    'Its screen shows the logo or another mode.',
                    'Bring it back into the mode of the step with its keys, then do the step again.',
                    3,
                ),
                'sleep' => Cause::again(
                    'The computer or the phone went to sleep',
                    'The screen of one of them was dark.',
                    'Keep both awake and do the step again.',
                    1,
                ),
            ],
            'rollback-refused' => [
                'older' => Cause::stop(
                    'The image has a lower rollback index than the phone has stored',
                    'Compare both numbers in the line.',
                    'Use firmware with at least the stored index. The stored one can never be lowered.',
                    5,
                ),
            ],
            'battery-low' => [
                'flat' => Cause::again(
                    'The charge is below what the phone asks for',
                    'Its bootloader or its recovery names the level.',
                    'Charge it to at least the floor under House rules, then do the step again.',
                    5,
                ),
                'worn' => Cause::stop(
                    'The battery no longer holds its charge',
                    'It drops again within minutes. It is hot or swollen.',
                    'Stop and do not charge it. Hand the phone to a qualified repairer.',
                    1,
                ),
            ],
            'merging' => [
                'wait' => Cause::again(
                    'An update of the system is not finished',
                    'The bootloader\'s variable list says so, and the update waits for the system to start.',
                    'Start the system, wait until it has merged the update, then do the step again.',
                    5,
                ),
                'stuck' => Cause::replan(
                    'The update cannot finish any more',
                    'The system no longer starts.',
                    'Plan the way back to stock: its files write every image anew.',
                    1,
                ),
            ],
            'account-lock' => [
                'owner' => Cause::stop(
                    'The theft lock holds the phone for its owner',
                    'It asks for an account that was signed in before the erase.',
                    'The owner signs in. There is no way around it, and none is offered.',
                    5,
                ),
            ],
        ];
    }
}
