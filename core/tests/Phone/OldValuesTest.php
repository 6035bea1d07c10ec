<?php

declare(strict_types=1);

use Tornavis\Core\Format\FormatError;
use Tornavis\Core\Phone\Unit;

/** A unit of version 1 with one fact. */
function oldUnit(string $name, mixed $value, int $version = 1): array
{
    $fact = ['name' => $name, 'value' => $value, 'source' => 'typed', 'where' => 'a form'];

    return [
        'format' => 'tornavis/unit',
        'version' => $version,
        'label' => 'A-1',
        'codename' => null,
        'facts' => [$fact],
    ];
}

it('carries a free text of an older unit over to the word that it has now', function (
    string $name,
    string $was,
    string $now,
) {
    $unit = Unit::fromArray(oldUnit($name, $was));
    expect($unit->facts[0]->value)
        ->toBe($now)
        ->and($unit->facts[0]->where)
        ->toBe("a form, as \"{$was}\"")
        ->and(Unit::carriedNotes(oldUnit($name, $was)))
        ->toHaveCount(1)
        // What it is written as can be read again, without a word more.
        ->and(Unit::fromArray($unit->toArray()))
        ->toEqual($unit)
        ->and(Unit::carriedNotes($unit->toArray()))
        ->toBe([]);
    // In today's version it is refused.
    expect(fn() => Unit::fromArray(oldUnit($name, $was, 2)))->toThrow(FormatError::class, 'does not fit');
})->with([
    ['battery.condition', 'good', 'sound'],
    ['battery.condition', 'Bloated', 'swollen'],
    ['battery.condition', 'HOT', 'hot'],
    ['mode', 'Recovery', 'recovery'],
    ['mode', 'Userspace Bootloader', 'userspace-bootloader'],
    ['slot.active', 'A', 'a'],
    ['data.encryption', 'Metadata', 'metadata'],
    ['data.encryption', 'unencrypted', 'none'],
    ['data.fileSystem', 'F2FS', 'f2fs'],
    ['slot.a.os.release', '15 beta', '15'],
    ['slot.a.os.patchLevel', 'September 2026', '2026-09'],
    ['slot.a.os.patchLevel', '5 September 2026', '2026-09-05'],
    ['slot.a.os.patchLevel', 'September 05, 2026', '2026-09-05'],
    ['bootloader.waitStarted', '2026-09-05 10:00', '2026-09-05T10:00:00+00:00'],
]);

it('makes a text unknown that has no word now, and keeps it beside', function (string $name, string $was) {
    $unit = Unit::fromArray(oldUnit($name, $was));
    expect($unit->facts[0]->value)
        ->toBeNull()
        ->and($unit->facts[0]->where)
        ->toContain($was)
        ->and(Unit::carriedNotes(oldUnit($name, $was))[0])
        ->toContain($was);
})->with([
    ['battery.condition', 'a bit tired'],
    ['mode', 'somewhere'],
    ['slot.a.os.patchLevel', 'Brumaire 2026'],
    ['slot.a.os.release', 'beta 15'],
    ['data.fileSystem', 'ext 4!'],
]);

it('leaves what is a word already, and what was never free text, as it is', function (string $name, mixed $value) {
    expect(Unit::fromArray(oldUnit($name, $value))->facts[0]->value)
        ->toBe($value)
        ->and(Unit::carriedNotes(oldUnit($name, $value)))
        ->toBe([]);
})->with([
    ['battery.condition', 'sound'],
    ['mode', 'boot-loop'],
    ['slot.a.os.patchLevel', '2026-09-05'],
    ['slot.a.os.family', 'GOOD'],
    ['battery.percent', 40],
    ['mode', null],
]);

it('still refuses in an older unit what was never a value', function () {
    expect(fn() => Unit::fromArray(oldUnit('battery.percent', 'good')))->toThrow(FormatError::class, 'does not fit');
    expect(fn() => Unit::fromArray(oldUnit('battery.mood', 'good')))->toThrow(FormatError::class, 'no such fact');
});
