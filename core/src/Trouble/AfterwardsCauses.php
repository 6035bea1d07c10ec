<?php

declare(strict_types=1);

namespace Tornavis\Core\Trouble;

/** What is missing or odd although the phone works. */
final class AfterwardsCauses
{
    /**
     * @return array<string, array<string, Cause>> symptom → id → cause
     */
    public static function table(): array
    {
        return [
            'strange-names' => [
                'keys' => Cause::again(
                    'The recovery cannot read the encryption, or its keys are gone',
                    'It did not ask for the code, or did not take it.',
                    'Use sideload or the memory card. After a format restart the recovery.',
                    4,
                ),
                'stale' => Cause::again(
                    'It has not restarted since the format',
                    'The data was just formatted.',
                    'Restart the recovery, then look again.',
                    3,
                ),
            ],
            'no-decrypt' => [
                'old' => Cause::replan(
                    'The recovery is too old for this encryption',
                    'Compare its abilities with what the build asks for.',
                    'Put in the recovery that the build names, or use sideload, which needs no storage.',
                    4,
                ),
                'code' => Cause::again(
                    'It needs the screen lock\'s code',
                    'It asks for one.',
                    'Type the code of the installed system.',
                    3,
                ),
            ],
            'no-services' => [
                'missing' => Cause::replan(
                    'No services bundle went in',
                    'The kit has none, and the build brings none.',
                    'Services have to go in before the first boot; that means a format.',
                    4,
                ),
                'release' => Cause::replan(
                    'A bundle for another release or processor',
                    'Compare both on the shelf.',
                    'Send the build again, then the right bundle.',
                    2,
                ),
            ],
            'certification' => [
                'unlocked' => Cause::stop(
                    'An open bootloader or a foreign build',
                    'It is so on every phone like this one.',
                    'Nothing is wrong. Such apps may refuse; keep another device for them.',
                    5,
                ),
            ],
            'radio-serial' => [
                'identity' => Cause::stop(
                    'The identity partition was written over',
                    'The about page shows no serial number of the radio.',
                    'Write the identity backup of this same phone back. Never one of another phone, and never a ' .
                        'changed number.',
                    5,
                ),
                'modem' => Cause::replan(
                    'The modem is of another region',
                    'The firmware page names another region.',
                    'Write the firmware of this region.',
                    2,
                ),
            ],
        ];
    }
}
