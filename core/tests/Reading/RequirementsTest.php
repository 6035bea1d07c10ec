<?php

declare(strict_types=1);

use Tornavis\Core\Reading\PrintedText;
use Tornavis\Core\Reading\TextReader;

/**
 * What a page asks for, by field.
 *
 * @return array<string, mixed>
 */
function asked(string $page): array
{
    $asked = [];
    foreach (TextReader::read(PrintedText::of($page))->requirements as $one) {
        $asked[$one->name] = $one->value;
    }

    return $asked;
}

it('finds the requirement that a sentence states', function (string $sentence, array $asks) {
    expect(asked($sentence))->toEqual($asks);
})->with([
    ['Minimum firmware: OB-3.1.0', ['requires.firmware.min' => 'OB-3.1.0']],
    ['Firmware 13.0 or newer is required.', ['requires.firmware.min' => '13.0']],
    ['You must be on firmware v12.5.', ['requires.firmware.min' => '12.5']],
    [
        'Requires firmware 5.2.11 on both slots.',
        ['requires.firmware.min' => '5.2.11', 'requires.firmware.slots' => 'both'],
    ],
    ['Vendor 9.4 or later is required', ['requires.vendor.min' => '9.4']],
    ['Needs a stable vendor.', ['requires.vendor.channel' => 'stable']],
    [
        'Recovery: Wicket 4.1 or newer is required.',
        ['requires.recovery.min' => '4.1', 'requires.recovery.family' => 'Wicket'],
    ],
    ['You need to install with Wicket recovery.', ['requires.recovery.family' => 'Wicket']],
    ['You must come from stock 13.', ['requires.stockRelease' => '13']],
    ['Formatting data is required.', ['requires.erase' => 'format']],
    ['3. Format data', ['requires.erase' => 'format']],
    ['A clean flash is mandatory.', ['requires.erase' => 'wipe']],
    ['Data must be f2fs.', ['requires.fileSystem' => 'f2fs']],
    ['This build includes the services.', ['brings.services' => true]],
    ['Services are not included.', ['brings.services' => false]],
    ['Do not install on OF-301K.', ['excludes' => ['OF-301K']]],
    ["Known issues:\n- The fingerprint reader is slow", ['knownProblems' => ['The fingerprint reader is slow']]],
    ['Wireless display does not work.', ['knownProblems' => ['Wireless display does not work']]],
    [
        'If you come from another build, formatting data is required.',
        [
            'requires.erase' => 'format',
            'conditions' => ['If you come from another build, formatting data is required'],
        ],
    ],
]);

it('takes no recommendation, change, denial or chat for a requirement', function (string $sentence, array $asks) {
    expect(asked($sentence))->toEqual($asks);
})->with([
    ['Firmware 13.0 is recommended.', ['conditions' => ['Recommended: Firmware 13.0 is recommended']]],
    ['No firmware update is required.', []],
    ['It does not require firmware 13.0.', []],
    ['Updated firmware to 13.0', []],
    ["Changelog\n- vendor 9.4 is now required for building", []],
    ["Known issues:\nNone", []],
    ['Firmware 13.0 works fine for me.', []],
    ['Thanks to everyone who tested recovery 4.1!', []],
    ['[ro.vendor.build.version.incremental]: [9.4 or newer required]', []],
]);
