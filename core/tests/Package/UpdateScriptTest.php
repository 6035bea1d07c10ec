<?php

declare(strict_types=1);

use Tornavis\Core\Package\PackageError;
use Tornavis\Core\Package\Script\ScriptFacts;
use Tornavis\Core\Package\Script\ScriptParser;

$read = fn(string $script): ScriptFacts => ScriptFacts::of(ScriptParser::parse($script, 'test.zip', 'update script'));

it('reads the accepted codenames out of a chain of alternatives', function () use ($read) {
    $facts = $read(
        'assert(getprop("ro.product.device") == "marl" || getprop("ro.build.product") == "marl" || "splice" == ' .
            'getprop("ro.product.device") || abort("no"));',
    );

    expect($facts->demands)
        ->toBe(['codenames' => ['marl', 'splice']])
        ->and($facts->notUnderstood)
        ->toBe([]);
});

it('takes an assertion written as an alternative to giving up', function () use ($read) {
    expect(
        $read('getprop("ro.bootloader") == "2.7" || getprop("ro.bootloader") == "2.8" || abort("bootloader");')
            ->demands,
    )->toBe(['bootloaders' => ['2.7', '2.8']]);
});

it('knows the build time that an install must not be older than', function () use ($read) {
    expect($read('!less_than_int(1749600000, getprop("ro.build.date.utc")) || abort("older");')->buildTime)->toBe(
        1_749_600_000,
    );
});

it('lists what it does not understand as it stands', function () use ($read) {
    $facts = $read(
        "# a comment\nui_print(\"x\");\nassert(battery_is_sound(\"50\"));\nassert(getprop(\"ro.product.device\") " .
            "== \"marl\" || getprop(\"ro.bootloader\") == \"1\");",
    );

    expect($facts->notUnderstood)
        ->toBe(['battery_is_sound("50")', 'getprop("ro.product.device") == "marl" || getprop("ro.bootloader") == "1"'])
        ->and($facts->demands)
        ->toBe([]);
});

it('reads a demand that a script checks by itself in the words with which it gives up', function (
    string $words,
    array $said,
) use ($read) {
    $facts = $read("run_program(\"/tmp/check.sh\") == \"0\" || abort(\"{$words}\");");
    $values = array_map(static fn(array $one): mixed => $one[0], $facts->said);

    expect($values)
        ->toBe($said)
        ->and($facts->notUnderstood === [])
        ->toBe($said !== []);
})->with([
    ['This package requires vendor 9.2.11 or newer', ['requires.vendor.min' => '9.2.11']],
    ['E1004: Firmware 3.4 or newer is needed!', ['requires.firmware.min' => '3.4']],
    ['The check failed', []],
    ['This package is for device: marl', []],
    ['Vendor 9.2.11 is recommended', []],
]);

it('takes no step of the install for a demand', function (string $script) use ($read) {
    expect($read($script)->notUnderstood)->toBe([]);
})->with([
    'assert(update_dynamic_partitions(package_extract_file("operations.txt")));',
    'block_image_update(map_partition("system"), "a", "b", "c") || abort("E1001: Failed to update system image.");',
    'assert(unmap_partition("system"));',
]);

it('finds every partition that is written, also inside conditions', function () use ($read) {
    expect(
        $read(
            'if is_mounted("/x") then package_extract_file("boot.img", "/dev/block/by-name/boot"); else ' .
                'block_image_update("/dev/block/by-name/system", "a", "b", "c"); endif;',
        )->writes,
    )->toBe(['boot', 'system']);
});

it('lists a statement that makes no sense, and reads on after it', function (string $statement) use ($read) {
    $after = "\nassert(getprop(\"ro.product.device\") == \"marl\");\npackage_extract_file(\"b\", \"boot\");";
    $facts = $read("ui_print(\"a\");\n{$statement}{$after}");

    expect($facts->notUnderstood)
        ->toBe([$statement])
        ->and($facts->demands)
        ->toBe(['codenames' => ['marl']])
        ->and($facts->writes)
        ->toBe(['boot']);
})->with(['assert(getprop("x") == );', '$b();', 'set x = 4 * 5;', 'a("b";', 'if a() then b();']);

it('refuses what no honest script has', function (string $script) {
    expect(fn() => ScriptParser::parse($script, 'test.zip', 'update script'))->toThrow(PackageError::class, 'line 1');
})->with([[str_repeat('!', 500) . 'a()'], [str_repeat('(', 500) . 'a()']]);

it('reads conditions as community tools write them', function (string $script, array $demands) use ($read) {
    $facts = $read($script);

    expect($facts->demands)->toBe($demands)->and($facts->notUnderstood)->toBe([]);
})->with([
    'a condition with an abort' => [
        'if getprop("ro.product.device") != "marl" && getprop("ro.product.device") != "splice" then abort("E3004: ' .
        'not for this phone"); endif;',
        ['codenames' => ['marl', 'splice']],
    ],
    'an abort in the other branch' => [
        'if getprop("ro.bootloader") == "2.7" then ui_print("ok"); else abort("bootloader"); endif;',
        ['bootloaders' => ['2.7']],
    ],
    'a choice in one call' => [
        'ifelse(getprop("ro.build.version.release") == "13", ui_print("base"), abort("base 13 is needed"));',
        ['baseReleases' => ['13']],
    ],
    'several statements as one argument' => [
        'ifelse(is_mounted("/system"), unmount("/system"); ui_print("off"); , ui_print("was off")); ' .
        'assert(getprop("ro.product.device") == "marl");',
        ['codenames' => ['marl']],
    ],
    'a part of a property' => [
        'is_substring("marl", getprop("ro.product.device")) || abort("no");',
        ['codenames' => ['marl']],
    ],
    'two conditions at once' => [
        'assert(getprop("ro.product.device") == "marl" && getprop("ro.build.id") == "B7");',
        ['codenames' => ['marl'], 'baseBuilds' => ['B7']],
    ],
    'a model that is excluded' => [
        'if getprop("ro.product.model") == "TL-5K" then abort("not this one"); endif;',
        ['excludes' => ['TL-5K']],
    ],
    'nothing that is asked' => ['if is_mounted("/data") then ui_print("mounted"); endif;', []],
]);

it('keeps the words of an abort with what is not understood', function () use ($read) {
    expect($read('run_program("/tmp/check") || abort("E1001: the phone is not ready");')->notUnderstood)->toBe([
        'run_program("/tmp/check") (or it stops with: E1001: the phone is not ready)',
    ]);
});

it('knows the build time however it is compared', function (string $script) use ($read) {
    $facts = $read($script);

    expect($facts->buildTime)->toBe(1_749_600_000)->and($facts->notUnderstood)->toBe([]);
})->with([
    '!less_than_int(1749600000, getprop("ro.build.date.utc")) || abort("older");',
    'assert(!less_than_int(1749600000, getprop("ro.build.date.utc")));',
    'if less_than_int(1749600000, getprop("ro.build.date.utc")) then abort("older"); endif;',
    'if greater_than_int(getprop("ro.build.date.utc"), 1749600000) then abort("older"); endif;',
]);

it('finds what is written in every form', function (string $script, array $writes) use ($read) {
    expect($read($script)->writes)->toBe($writes);
})->with([
    'mapped' => ['block_image_update(map_partition("system"), package_extract_file("l"), "d", "p");', ['system']],
    'mapped and extracted' => ['package_extract_file("v.img", map_partition("vendor"));', ['vendor']],
    'put together' => ['package_extract_file("b", "/dev/block/by-name/" + "boot");', ['boot']],
    'a folder' => ['package_extract_dir("system", "/system");', ['system']],
    'a file in a folder' => ['package_extract_file("f", "/vendor/etc/f.rc");', ['vendor']],
    'a raw image' => ['write_raw_image("/tmp/boot.img", "boot");', ['boot']],
    'the recovery\'s own folders' => [
        'package_extract_dir("install", "/tmp/install"); package_extract_file("m", "/data/m");',
        [],
    ],
]);

it('takes the size of a block image from its transfer list', function (string $list, int $blocks) {
    expect(Tornavis\Core\Package\Script\TransferList::bytes($list))->toBe($blocks * 4096);
})->with([
    ["4\n900\n0\n0\nerase 2,1000,1200\nnew 4,0,500,600,1000\nzero 2,500,600\n", 1200],
    ["4\n900\n0\n0\nnew 2,0,900\n", 900],
    ["1\n77\n", 77],
    ['not a list', 0],
]);
