<?php

declare(strict_types=1);

use Tornavis\StandIn\PhoneMode;
use Tornavis\StandIn\RefusedError;
use Tornavis\StandIn\Tests\PhoneFactory;
use Tornavis\StandIn\UpdateScript;

/*
 * Scripts of update packages, carried out. The expressions are those of the installer's published language.
 */

it('stops where a script stops, and only there', function (string $script, ?string $stops) {
    $phone = PhoneFactory::make(['builtLike' => ['bowline_m']]);
    $phone->partitions['system_a']['label']['os'] += ['buildTime' => 1_750_000_000];

    expect((new UpdateScript($script, $phone))->abort)->toBe($stops);
})->with([
    'its codename' => ['assert(getprop("ro.product.device") == "bowline");', null],
    'another' => ['assert(getprop("ro.product.device") == "carrick" || abort("for carrick"));', 'for carrick'],
    'one of two' => [
        'getprop("ro.product.device") == "carrick" || getprop("ro.build.product") == "bowline" || abort("no");',
        null,
    ],
    'built alike' => ['assert(getprop("ro.product.device") == "bowline_m");', null],
    'a plain assertion' => ['assert(getprop("ro.product.model") == "X");', 'assert failed'],
    'older than the phone' => ['!less_than_int(1749600000, getprop("ro.build.date.utc")) || abort("older");', 'older'],
    'newer than the phone' => ['!less_than_int(1780000000, getprop("ro.build.date.utc")) || abort("older");', null],
    'a condition' => ['if getprop("ro.bootloader") == "5.2.11" then ui_print("ok") else abort("base") endif;', null],
    'its other branch' => ['if getprop("ro.bootloader") != "5.2.11" then "" else abort("base"); endif;', 'base'],
    'the accepted firmware' => ['assert(maker.verify_trustzone("5.2.10", "5.2.11") == "1");', null],
    'firmware that is not' => ['assert(maker.verify_trustzone("5.2.10") == "1");', 'assert failed'],
    'part of a text' => ['is_substring("line", getprop("ro.product.device")) || abort("no");', null],
    'the end of a text, and a comment' => ["# assert(\n\"a\" + \"b\" == \"ab\" && (!(\"\")) || abort(\"no\")", null],
    'nonsense' => [')) ; , == endif', null],
    'too deep' => [str_repeat('(', 5000), 'the script is nested too deeply'],
]);

it('writes in the order of the script, and no further than it comes', function () {
    $script = new UpdateScript(
        'package_extract_file("boot.img", "/dev/block/by-name/boot"); ' .
            'block_image_update("/dev/block/by-name/system_b", package_extract_file("x.list"), "n", "p");' .
            'abort("stop"); package_extract_file("x.img", "/dev/block/by-name/vendor");',
        PhoneFactory::make(),
    );

    expect(array_column($script->writes, 'partition'))
        ->toBe(['boot', 'system_b'])
        ->and($script->abort)
        ->toBe('stop');
});

it('names the calls that it does not know', function () {
    expect((new UpdateScript('own.call("x"); mount("a");', PhoneFactory::make()))->unknown)->toBe(['own.call']);
});

/** A package with a script that writes images. */
function packageWith(string $script): string
{
    $path = (string) tempnam(sys_get_temp_dir(), 'package');
    $zip = new ZipArchive();
    $zip->open($path, ZipArchive::CREATE | ZipArchive::OVERWRITE);
    $zip->addFromString('META-INF/com/google/android/updater-script', $script);
    foreach (['boot', 'system'] as $partition) {
        $label = json_encode(['part' => $partition, 'of' => 'deck-15']);
        $zip->addFromString("{$partition}.img", "\0LABEL\0{$label}\0");
    }
    $zip->close();

    return $path;
}

it('leaves what was written before a script stops half written, and ends with status 7', function () {
    $phone = PhoneFactory::singleSlot(['mode' => PhoneMode::SIDELOAD]);
    $file = packageWith('package_extract_file("boot.img", "/dev/block/by-name/boot"); abort("E3: no");');
    try {
        PhoneFactory::ask($phone, ['do' => 'sideload', 'file' => $file]);
        PHPUnit\Framework\Assert::fail('It was not refused.');
    } catch (RefusedError $refused) {
        expect($refused->status)->toBe(7)->and($refused->getMessage())->toContain('E3: no');
    }

    expect($phone->written('boot', '-'))
        ->toMatchArray(['of' => 'deck-15', 'whole' => false])
        ->and($phone->written('system', '-')['of'])
        ->toBe('sheet-12');
});

it('writes nothing that the script does not write', function () {
    $phone = PhoneFactory::singleSlot(['mode' => PhoneMode::SIDELOAD]);
    PhoneFactory::ask($phone, [
        'do' => 'sideload',
        'file' => packageWith('package_extract_file("boot.img", "/dev/block/by-name/boot");'),
    ]);

    expect($phone->written('boot', '-')['of'])
        ->toBe('deck-15')
        ->and($phone->written('system', '-')['of'])
        ->toBe('sheet-12');
});
