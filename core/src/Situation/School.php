<?php

declare(strict_types=1);

namespace Tornavis\Core\Situation;

/** A question on which careful people differ, with what each answer costs and saves. */
final readonly class School
{
    /**
     * @param  string  $rule  name of the house rule: "formatOrder"
     * @param  list<array{value: string|int, label: string, reason: string, cost: string, saving: string}>  $choices
     *     the careful one first
     */
    public function __construct(public string $rule, public string $question, public array $choices) {}

    /**
     * @return list<self>
     */
    public static function all(): array
    {
        $choice = static fn(
            string|int $value,
            string $label,
            string $reason,
            string $cost,
            string $saving,
        ): array => compact('value', 'label', 'reason', 'cost', 'saving');

        return [
            new self('preInstallSlot', 'Where the recovery goes on a phone with two slots', [
                $choice(
                    'spare',
                    'The spare slot',
                    'The installed system keeps starting until the build itself goes in.',
                    'One slot switch more, and the spare slot needs sound firmware.',
                    'A way back with all data up to the format.',
                ),
                $choice(
                    'active',
                    'The slot in use',
                    'Most pages write it this way, and the spare slot is left alone.',
                    'The installed system does not start again from the first write on.',
                    'One step.',
                ),
            ]),
            new self('formatOrder', 'When data is formatted', [
                $choice(
                    'before',
                    'Before the build goes in',
                    'Nothing of the old encryption is left when the build goes in.',
                    'If the build then refuses the phone, the data is gone already.',
                    'Fewer surprises with recoveries that mount data.',
                ),
                $choice(
                    'after',
                    'After the build went in',
                    'An install that fails costs no data.',
                    'A recovery that insists on mounting data may complain in between.',
                    'The data, if the build refuses the phone.',
                ),
            ]),
            new self('afterFormat', 'Whether the recovery restarts after a format', [
                $choice(
                    'when-needed',
                    'Only where the storage is used next',
                    'A sideload does not touch the storage, so nothing is gained by a restart.',
                    'A recovery that shows the old storage until it restarts.',
                    'A minute.',
                ),
                $choice(
                    'always',
                    'Always',
                    'Many pages ask for it, and it does no harm.',
                    'A minute, and one mode change more.',
                    'Surprises with recoveries that cannot mount right after a format.',
                ),
            ]),
            new self('route', 'How packages reach the recovery', [
                $choice(
                    'sideload',
                    'Streamed from the computer',
                    'Nothing has to lie on the phone, so no erase can take it along.',
                    'Phone and cable must not be touched for the whole install.',
                    'Copying, and room on the phone.',
                ),
                $choice(
                    'storage',
                    'From storage',
                    'An install that does not hang on the cable.',
                    'Copying first; on internal storage only after the format and a restart.',
                    'A broken install when a cable is loose.',
                ),
            ]),
            ...BaseSchools::all(),
            new self('rootOrder', 'When a root package goes in', [
                $choice(
                    'along',
                    'With the build',
                    'Everything goes in on one way through the recovery.',
                    'If the phone then loops, it is not known which of the two it was.',
                    'A second way through the recovery.',
                ),
                $choice(
                    'after-boot',
                    'After the first boot',
                    'The build is seen to start by itself before anything changes it.',
                    'A restart into the recovery more, and no signing in before it.',
                    'The search for what made the phone loop.',
                ),
            ]),
            new self('servicesOrder', 'When a services bundle goes in', [
                $choice(
                    'before-boot',
                    'Before the first boot',
                    'Services get their rights when the system starts for the first time.',
                    'If the phone then loops, it is not known which of the two it was.',
                    'A second reset.',
                ),
                $choice(
                    'with-reset',
                    'After it, with another reset',
                    'The build is seen to start by itself; the reset gives the services their rights.',
                    'A second format and a second set-up.',
                    'The search for what made the phone loop.',
                ),
            ]),
            new self('bothSlots', 'How both slots get what a build needs', [
                $choice(
                    'firmware',
                    'By a firmware package',
                    'It is one write for each slot, and shorter.',
                    'A firmware package has to be found for this region.',
                    'A second install of the build.',
                ),
                $choice(
                    'build-twice',
                    'By installing the build twice',
                    'Both slots hold the same build, with what it brings along.',
                    'It is the longer way, and nothing old is left to fall back to.',
                    'The search for a firmware package.',
                ),
            ]),
            new self('recoveryUse', 'Whether a recovery that lives in the boot image is written', [
                $choice(
                    'installed',
                    'It is written',
                    'It is still there after a restart in the middle of the work.',
                    'The installed system may not start again from that slot.',
                    'A second start from the computer after each restart.',
                ),
                $choice(
                    'once',
                    'It is only started',
                    'Nothing is written before the build itself goes in.',
                    'It is gone at the next restart, and the phone has to be led to it again.',
                    'A write to the slot in use.',
                ),
            ]),
            new self('switchCaches', 'Whether a switch of builds empties the caches', [
                $choice(
                    'wipe',
                    'They are emptied',
                    'What the old build left there can confuse the new one.',
                    'Twenty seconds.',
                    'Odd faults in the first days.',
                ),
                $choice(
                    'leave',
                    'They are left alone',
                    'The format takes the data, and most systems empty their caches by themselves.',
                    'Rarely an odd fault.',
                    'A step.',
                ),
            ]),
            new self('updateWipes', 'What an update in place wipes', [
                $choice(
                    'asked',
                    'The caches, and what its publisher asks for',
                    'What the old build left there can confuse the new one.',
                    'A minute.',
                    'Odd faults in the first days.',
                ),
                $choice(
                    'nothing',
                    'Nothing at all',
                    'Most updates go in over what is there, and the system empties its caches by itself.',
                    'What the publisher asks for is not done; rarely an odd fault.',
                    'A step, and every wipe that could go wrong.',
                ),
            ]),
            new self('updater', 'How an update in place goes in', [
                $choice(
                    'hand',
                    'By hand, in the recovery',
                    'Updaters of systems fail often enough that people do it by hand.',
                    'A recovery and a computer.',
                    'An update that stops half way and does not say why.',
                ),
                $choice(
                    'system',
                    "By the system's own updater",
                    'The phone goes on working meanwhile, and nothing has to be restarted by hand.',
                    'It takes longer, and says little when it fails.',
                    'The way through the recovery.',
                ),
            ]),
            new self('channel', 'Which of several files goes into a kit', [
                $choice(
                    'stable',
                    'The newest stable, official one',
                    'It was tried by more people than the one of last night.',
                    'Fixes arrive weeks later.',
                    'Being the first to find a fault.',
                ),
                $choice(
                    'newest',
                    'The newest of all',
                    'You need a fix that only a nightly has.',
                    'Faults that nobody has met yet.',
                    'Waiting for the next stable one.',
                ),
            ]),
            ...AgeSchools::all(),
            new self('batteryFloorPercent', 'The least charge to begin with', [
                $choice(
                    60,
                    '60 percent',
                    'Enough for the longest install here with a second try.',
                    'Some charging before the work.',
                    'A phone that does not die half way.',
                ),
                $choice(
                    80,
                    '80 percent',
                    'For old batteries whose percentages are not to be trusted.',
                    'More charging.',
                    'Doubts about the battery.',
                ),
                $choice(
                    50,
                    '50 percent',
                    'For batteries that are known to be sound.',
                    'Less room for a second try.',
                    'Time.',
                ),
                $choice(30, '30 percent', 'The lowest that practitioners name.', 'No room for a second try.', 'Time.'),
            ]),
            new self('batteryReservePercent', 'What must be left at the end', [
                $choice(
                    20,
                    '20 percent',
                    'Room to get out of trouble after the last step.',
                    'Sometimes more charging.',
                    'A phone that can still be helped.',
                ),
                $choice(
                    40,
                    '40 percent',
                    'Room for a whole second install.',
                    'More charging.',
                    'A charge in the middle of trouble.',
                ),
                $choice(10, '10 percent', 'Only for short jobs.', 'Little room for trouble.', 'Time.'),
            ]),
        ];
    }
}
