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

it('finds every partition that is written, also inside conditions', function () use ($read) {
    expect(
        $read(
            'if is_mounted("/x") then package_extract_file("boot.img", "/dev/block/by-name/boot"); else ' .
                'block_image_update("/dev/block/by-name/system", "a", "b", "c"); endif;',
        )->writes,
    )->toBe(['boot', 'system']);
});

it('names the line where a script stops making sense', function (string $script, string $line) {
    expect(fn() => ScriptParser::parse($script, 'test.zip', 'update script'))->toThrow(PackageError::class, $line);
})->with([
    ["ui_print(\"a\");\nassert(getprop(\"x\") == );", 'line 2'],
    ["a(\"b\"\n", 'end'],
    ["a();\n\n\$b();", 'line 3'],
    ['if a() then b();', 'end'],
    [str_repeat('!', 500) . 'a()', 'nested'],
]);
