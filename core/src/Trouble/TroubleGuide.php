<?php

declare(strict_types=1);

namespace Tornavis\Core\Trouble;

use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\OperationName;

/**
 * From what a person sees to what it most likely is on this phone, in this plan and run, and to what helps.
 *
 * The causes are a practitioner's; their order here follows from the state of the phone, the step in hand and the
 * journal.
 */
final class TroubleGuide
{
    /**
     * What could be seen at this moment, the likely first.
     *
     * @return list<Symptom>
     */
    public static function symptoms(TroubleCase $case): array
    {
        $mode = $case->expectedMode ?? ($case->state->mode() ?? Mode::System);
        $rank = static fn(Symptom $one): int => in_array($mode, $one->seenIn(), true)
            ? (count($one->seenIn()) < 5
                ? 0
                : 1)
            : 2;
        $symptoms = Symptom::cases();
        usort($symptoms, static fn(Symptom $a, Symptom $b): int => $rank($a) <=> $rank($b));

        return $symptoms;
    }

    /**
     * @param  ?TroubleCase  $case  null for the causes as such, as a handbook lists them
     * @return list<Cause> the most likely first
     */
    public static function causes(Symptom $symptom, ?TroubleCase $case = null): array
    {
        $causes = self::table()[$symptom->value];
        if ($case !== null) {
            foreach ($causes as $id => $cause) {
                $causes[$id] = self::weighed($id, $cause, $case);
            }
        }
        $order = array_keys($causes);
        usort($order, static fn(string $a, string $b): int => $causes[$b]->weight <=> $causes[$a]->weight);

        return array_map(static fn(string $id): Cause => $causes[$id], $order);
    }

    /** What speaks for a cause on this phone and in this run. */
    private static function weighed(string $id, Cause $cause, TroubleCase $case): Cause
    {
        [$weight, $because] = match ($id) {
            'base' => $case->firmwareTooOld() === null ? [0, ''] : [5, $case->firmwareTooOld()],
            'damaged' => match ($case->fileVerified) {
                true => [
                    -3,
                    'The file was verified against its publisher, so that only the transfer could have harmed it.',
                ],
                false => [5, 'The checksum of this file was never verified.'],
                null => [0, ''],
            },
            'cable' => $case->tries > 1 ? [2, "The step was begun {$case->tries} times."] : [0, ''],
            'keys' => $case->hasForeignData()
                ? [5, "The data was written by {$case->state->text('data.writtenBy')}."]
                : [0, ''],
            'first' => $case->did(OperationName::Sideload, OperationName::Install) &&
            !$case->did(OperationName::WaitFirstBoot)
                ? [3, 'This is the first start of a new system.']
                : [0, ''],
            'images' => str_contains((string) $case->obstacle(), 'image')
                ? [5, "It would not start: {$case->obstacle()}."]
                : [0, ''],
            'between' => $case->did(OperationName::FormatData, OperationName::Wipe, OperationName::Erase) &&
            !$case->holdsSystem()
                ? [3, 'The data is erased and the build is not in yet.']
                : [0, ''],
            'locked' => $case->state->flag('bootloader.unlocked') === false
                ? [6, 'The bootloader was seen locked.']
                : [0, ''],
            'wait' => ($case->sheet->unlockWaitHours ?? 0) > 0
                ? [3, "The maker asks for {$case->sheet->unlockWaitHours} hours."]
                : [0, ''],
            'once' => $case->did(OperationName::BootOnce)
                ? [4, 'It was started without being written in this run.']
                : [0, ''],
            default => [0, ''],
        };

        return $because === '' ? $cause : $cause->raisedBy($weight, $because);
    }

    /**
     * @return array<string, array<string, Cause>> symptom → id → cause
     */
    private static function table(): array
    {
        $harmless = static fn(string $title, string $check, string $remedy, int $weight): Cause => new Cause(
            $title,
            $check,
            $remedy,
            Cause::HARMLESS,
            $weight,
        );
        $again = static fn(string $title, string $check, string $remedy, int $weight): Cause => new Cause(
            $title,
            $check,
            $remedy,
            Cause::AGAIN,
            $weight,
        );
        $replan = static fn(string $title, string $check, string $remedy, int $weight): Cause => new Cause(
            $title,
            $check,
            $remedy,
            Cause::REPLAN,
            $weight,
        );
        $stop = static fn(string $title, string $check, string $remedy, int $weight): Cause => new Cause(
            $title,
            $check,
            $remedy,
            Cause::STOP,
            $weight,
        );
        $cable = $again(
            'A loose cable or a bad port',
            'Try another port, without a hub, and a short cable.',
            'Put the cable straight into the computer and do the step again.',
            3,
        );
        $damaged = $again(
            'The file is damaged',
            'Compare its checksum with the publisher\'s on the shelf.',
            'Get the file again, then do the step again.',
            3,
        );
        $loopBase = $replan(
            'The firmware is older than the build needs',
            'Read the firmware version in the bootloader.',
            'Write the firmware that the build asks for; plan it from what the phone has now.',
            3,
        );
        $foreignImages = $replan(
            'Images that do not belong together',
            'Ask the bootloader which slot starts, and compare with the record of this run.',
            'Write the start images of the build again, all of one build.',
            2,
        );
        $keys = $replan(
            'The data has the keys of another system',
            'It starts as far as the lock screen, or stops right before it.',
            'Format the data in the recovery. Nothing on it can be read by the new system anyway.',
            3,
        );

        return [
            'code-7' => [
                'base' => $replan(
                    'The firmware or vendor is older than the package asks for',
                    'Read the line above the code.',
                    'Bring the base up to date first, then send the package again.',
                    4,
                ),
                'foreign' => $stop(
                    'The package is for another phone',
                    'The line above names a codename that is not this one.',
                    'Do not take the check out of the package. Use the file for this codename.',
                    2,
                ),
                'damaged' => $damaged,
                'old-recovery' => $replan(
                    'The recovery is too old for the package',
                    'Compare its version with what the build asks for.',
                    'Put in the recovery that the build names.',
                    1,
                ),
            ],
            'code-1' => [
                'damaged' => new Cause($damaged->title, $damaged->check, $damaged->remedy, Cause::AGAIN, 4),
                'cable' => $cable,
                'space' => $replan(
                    'There is no room for the images',
                    'The log speaks of space or of a partition.',
                    'Look at the room in super on the page of the job\'s files.',
                    1,
                ),
            ],
            'signature' => [
                'unknown-key' => $harmless(
                    'The recovery does not know the publisher\'s key',
                    'The file\'s checksum was verified against its publisher.',
                    'Say yes, install anyway: only the key is unknown, the file is the publisher\'s.',
                    4,
                ),
                'damaged' => $damaged,
            ],
            'at-47' => [
                'normal' => $harmless(
                    'The rest happens on the phone',
                    'The phone\'s own screen goes on, or its text says step 2.',
                    'Wait. Touch neither phone nor cable until the recovery says that it ended.',
                    6,
                ),
                'cable' => new Cause($cable->title, $cable->check, $cable->remedy, Cause::AGAIN, 1),
            ],
            'step-two' => [
                'normal' => $harmless(
                    'It writes the large images',
                    'Up to twenty minutes pass without a line.',
                    'Wait until the step\'s give-up time. A press of a volume key may redraw the screen.',
                    6,
                ),
                'stuck' => $again(
                    'The recovery has died',
                    'Past the give-up time, and no key changes the screen.',
                    'Hold the keys for the recovery, and send the package again.',
                    1,
                ),
            ],
            'not-listed' => [
                'cable' => new Cause($cable->title, $cable->check, $cable->remedy, Cause::AGAIN, 5),
                'driver' => $again(
                    'The computer lacks the driver, or the rights, for this mode',
                    'Another phone in the same mode is not listed either.',
                    'Install the driver for this mode, or allow your user to reach it.',
                    3,
                ),
                'tools' => $again(
                    'The command tools have a known fault',
                    'Their version is on the list under House rules.',
                    'Use another version.',
                    2,
                ),
                'mode' => $again(
                    'The phone is in another mode',
                    'Read its screen.',
                    'Bring it into the mode of the step with its keys.',
                    2,
                ),
            ],
            'unauthorised' => [
                'question' => $again(
                    'The phone asks whether to trust this computer',
                    'Unlock its screen.',
                    'Allow this computer on the phone, then do the step again.',
                    5,
                ),
                'erased' => $again(
                    'The erase has switched debugging off',
                    'The set-up runs for the first time.',
                    'Allow debugging again in the developer options.',
                    3,
                ),
                'cable' => $cable,
            ],
            'no-system' => [
                'between' => $harmless(
                    'It is so between the erase and the install',
                    'The build has not gone in yet.',
                    'Do not restart into the system. Go on: the build comes next.',
                    4,
                ),
                'lost' => $replan(
                    'The build did not go in',
                    'The install ended with a code other than 0.',
                    'Send the build again before you restart.',
                    2,
                ),
            ],
            'missing-partition' => [
                'normal' => $harmless(
                    'It is so at the first install of a layout',
                    'The install goes on.',
                    'Go on; the build makes the partition.',
                    4,
                ),
                'layout' => $replan(
                    'The build is for another layout',
                    'The install ends with a code.',
                    'Look which layout the build asks for.',
                    2,
                ),
            ],
            'sparse-header' => [
                'normal' => $harmless(
                    'A large image is sent in parts',
                    'Sending and writing both end well.',
                    'Go on.',
                    5,
                ),
                'damaged' => new Cause($damaged->title, $damaged->check, $damaged->remedy, Cause::AGAIN, 1),
            ],
            'no-space' => [
                'super' => $replan(
                    'The image does not fit beside what is in super',
                    'Ask the userspace bootloader for the sizes of its partitions.',
                    'Remove the smallest set that the page of the job\'s files names.',
                    4,
                ),
                'leftovers' => $replan(
                    'Rests of an update lie in super',
                    'Partitions whose names end in cow are listed.',
                    'Let the system finish or cancel its update, then plan again.',
                    2,
                ),
            ],
            'locked' => [
                'locked' => $replan(
                    'The bootloader is locked',
                    'It says so in its own screen.',
                    'Unlock it as a job of its own. It erases the phone.',
                    5,
                ),
                'critical' => $stop(
                    'This partition stays locked on this model',
                    'Other partitions can be written.',
                    'Leave it alone; the maker keeps it locked.',
                    1,
                ),
            ],
            'boot-loop' => [
                'base' => $loopBase,
                'images' => $foreignImages,
                'keys' => $keys,
                'addon' => $replan(
                    'An add-on for another release',
                    'It began after services, kernel or root went in.',
                    'Send the build again without the add-on.',
                    2,
                ),
                'first' => $harmless(
                    'It is the first boot, which restarts once or twice',
                    'Fewer than twenty minutes have passed.',
                    'Wait until the give-up time.',
                    2,
                ),
            ],
            'stuck-at-logo' => [
                'first' => $harmless(
                    'The first boot takes long',
                    'Fewer than twenty minutes have passed.',
                    'Wait until the give-up time.',
                    4,
                ),
                'keys' => $keys,
                'base' => $loopBase,
                'images' => $foreignImages,
            ],
            'asks-password' => [
                'keys' => new Cause($keys->title, $keys->check, $keys->remedy, Cause::REPLAN, 5),
                'lock' => $stop(
                    'The old screen lock was not removed',
                    'Its owner knows the old code.',
                    'Type the old code. If nobody knows it, only formatting helps; a theft lock opens for its ' .
                        'owner alone.',
                    2,
                ),
            ],
            'strange-names' => [
                'keys' => $again(
                    'The recovery cannot read the encryption, or its keys are gone',
                    'It did not ask for the code, or did not take it.',
                    'Use sideload or the memory card. After a format restart the recovery.',
                    4,
                ),
                'stale' => $again(
                    'It has not restarted since the format',
                    'The data was just formatted.',
                    'Restart the recovery, then look again.',
                    3,
                ),
            ],
            'recovery-gone' => [
                'stock' => $again(
                    'The system started once and put its own back',
                    'The maker\'s recovery shows instead.',
                    'Write the recovery again and enter it by keys before anything else starts.',
                    4,
                ),
                'home' => $again(
                    'The build has replaced the image that it lived in',
                    'The build has just gone in.',
                    'Start it once from the bootloader, or put it in again.',
                    3,
                ),
                'once' => $harmless(
                    'It was only started once',
                    'The step said so.',
                    'Start it once more; nothing was lost.',
                    2,
                ),
            ],
            'no-decrypt' => [
                'old' => $replan(
                    'The recovery is too old for this encryption',
                    'Compare its abilities with what the build asks for.',
                    'Put in the recovery that the build names, or use sideload, which needs no storage.',
                    4,
                ),
                'code' => $again(
                    'It needs the screen lock\'s code',
                    'It asks for one.',
                    'Type the code of the installed system.',
                    3,
                ),
            ],
            'falls-to-bootloader' => [
                'images' => $foreignImages,
                'verify' => $replan(
                    'Verification refuses an image',
                    'The bootloader speaks of corrupt or unchecked images.',
                    'Switch verification off with the image of the installed firmware.',
                    3,
                ),
                'slot' => $replan(
                    'The slot holds no whole system',
                    'The bootloader calls the slot not bootable.',
                    'Make the other slot active, or send the build again.',
                    3,
                ),
            ],
            'no-services' => [
                'missing' => $replan(
                    'No services bundle went in',
                    'The kit has none, and the build brings none.',
                    'Services have to go in before the first boot; that means a format.',
                    4,
                ),
                'release' => $replan(
                    'A bundle for another release or processor',
                    'Compare both on the shelf.',
                    'Send the build again, then the right bundle.',
                    2,
                ),
            ],
            'certification' => [
                'unlocked' => $stop(
                    'An open bootloader or a foreign build',
                    'It is so on every phone like this one.',
                    'Nothing is wrong. Such apps may refuse; keep another device for them.',
                    5,
                ),
            ],
            'radio-serial' => [
                'identity' => $stop(
                    'The identity partition was written over',
                    'The about page shows no serial number of the radio.',
                    'Write the identity backup of this same phone back. Never one of another phone, and never a ' .
                        'changed number.',
                    5,
                ),
                'modem' => $replan(
                    'The modem is of another region',
                    'The firmware page names another region.',
                    'Write the firmware of this region.',
                    2,
                ),
            ],
            'slot-not-bootable' => [
                'empty' => $replan(
                    'Nothing whole lies in this slot',
                    'The record of this run names what went where.',
                    'Make the other slot active and restart, or send the build again.',
                    4,
                ),
                'tries' => $again(
                    'The bootloader has counted too many failed starts',
                    'It worked before.',
                    'Make the slot active again; that sets the count back.',
                    2,
                ),
            ],
            'unlock-refused' => [
                'switch' => $again(
                    'The switch in the developer options is off',
                    'Look there.',
                    'Allow unlocking, then do the step again.',
                    4,
                ),
                'wait' => $replan(
                    'The maker\'s wait is not over',
                    'It names hours or days.',
                    'Wait as long as it says. Do not begin it anew.',
                    3,
                ),
                'guard' => $stop(
                    'A theft lock or the maker\'s guard',
                    'It asks for an account.',
                    'The owner signs out first. There is no way around it, and none is offered.',
                    2,
                ),
            ],
        ];
    }
}
