<?php

declare(strict_types=1);

namespace Tornavis\Core\Reading;

/**
 * What a failure looks like where it is printed, and what a success looks like that ends it.
 *
 * Source of the wording: what the open platform's recovery, installer, bootloader protocol and debugging protocol
 * print, and how people say it.
 */
final class SymptomTable
{
    /**
     * What ends a matter well. A line that has one of the words and fits the pattern overrules what failed before it.
     */
    public const SUCCESSES = [
        'install' => [
            'words' => 'succe|status|complete|finished|rc=|ended|xfer',
            'pattern' =>
                '^(?!.*\b(?:not|never|un|without|fail\w*|until|when|if|after|should|expect\w*)\b' .
                ').*(?:script succeeded|(?:status|rc|code|error)\W{0,2}0\b|kSuccess|install(?:ation|ed)?\b' .
                '.{0,20}\b(?:complete|completed|successful\w*|succeeded|finished|success)|total xfer|' .
                'update (?:was )?(?:successful\w*|succeeded|complete))',
        ],
        'transfer' => [
            'words' => 'xfer|succe|status',
            'pattern' => 'total xfer|script succeeded|status 0\b|install(?:ation)? (?:complete|success)',
        ],
        'write' => [
            'words' => 'okay|finished',
            'pattern' =>
                '\b(?:writing|flashing|resizing|erasing|creating|sending)\b.*\bOKAY\b|^finished\. total time|^OKAY \[',
        ],
        'link' => [
            'words' => "\tdevice|\trecovery|\tsideload|boot|device|recovery|sideload|okay",
            'pattern' =>
                '^\s*(?!.*(?:no devices|not found))[\w.:-]*\d[\w.:-]*\s+(?:device|recovery|sideload|' .
                'bootloader|[a-z]{4}bootd?)\b|\bOKAY\b',
        ],
        'data' => [
            'words' => 'decrypt',
            'pattern' => '(?:data |user \d+ )?(?:successfully|was) decrypted|decrypt\w* (?:was )?success',
        ],
        'boot' => [
            'words' => 'boot_completed|boot completed|booted',
            'pattern' => 'boot_completed\W+1|boot completed|(?:has )?booted (?:fine|up|normally|successfully)',
        ],
        'unlock' => [
            'words' => 'unlock',
            'pattern' =>
                '^(?!.*\b(?:not|fail\w*|cannot|refused)\b).*(?:unlocked\W+(?:yes|true)|(?:was|is|been|' .
                'successfully) unlocked|unlock\w* success)',
        ],
    ];

    /**
     * @return list<SymptomRule>
     */
    public static function rules(): array
    {
        return [...InstallSymptoms::rules(), ...LinkSymptoms::rules(), ...StartSymptoms::rules()];
    }
}
