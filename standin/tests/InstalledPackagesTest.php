<?php

declare(strict_types=1);

use Tornavis\StandIn\PhoneMode;
use Tornavis\StandIn\Tests\PhoneFactory;

/*
 * What the recovery of the simulated phone does with packages that bring firmware or another recovery.
 */

/** A zip with a script that nobody reads here; what it writes is told along. */
function scriptedZip(): string
{
    $path = tempnam(sys_get_temp_dir(), 'zip');
    $zip = new ZipArchive();
    $zip->open((string) $path, ZipArchive::CREATE | ZipArchive::OVERWRITE);
    $zip->addFromString('note.txt', 'made for a test');
    $zip->close();

    return (string) $path;
}

it('writes the firmware of every slot, and leaves the system', function () {
    $phone = PhoneFactory::make(['mode' => PhoneMode::SIDELOAD]);
    $system = $phone->written('system', $phone->activeSlot);
    PhoneFactory::ask($phone, [
        'do' => 'sideload',
        'file' => scriptedZip(),
        'stated' => array_fill_keys(['modem', 'trust'], ['of' => 'firmware 9', 'firmware' => '9.1']),
    ]);

    expect(array_map($phone->firmwareVersion(...), ['a', 'b']))
        ->toBe(['9.1', '9.1'])
        ->and($phone->written('system', $phone->activeSlot))
        ->toBe($system)
        ->and($phone->mode)
        ->toBe(PhoneMode::RECOVERY);
});

it('puts another recovery where the first one is', function () {
    $phone = PhoneFactory::singleSlot(['mode' => PhoneMode::SIDELOAD]);
    $other = ['family' => 'Lanyard', 'version' => '2.0', 'abilities' => ['backup']];
    PhoneFactory::ask($phone, [
        'do' => 'sideload',
        'file' => scriptedZip(),
        'stated' => ['recovery' => ['of' => 'Lanyard', 'recovery' => $other]],
    ]);

    expect($phone->recovery('-'))->toBe($other);
});
