<?php

declare(strict_types=1);

use Tests\Support\Judged;
use Tests\Support\World;
use Tornavis\Core\Draft\SheetDraft;
use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Identity\TextIntake;
use Tornavis\Core\Phone\Conflicts;
use Tornavis\Core\Phone\Unit;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Intent;

/*
 * Two dumps in one paste: of a phone before and after something was done to it, or of who knows when.
 */

const PASTED_AT = '2026-09-14T10:00:00Z';

/** @return array<string, list<string>> values that stand against each other, by fact */
function sidesOf(Unit $unit): array
{
    return array_map(
        static fn(array $sides): array => array_map(static fn(Fact $one): string => $one->text(), $sides),
        Conflicts::of($unit->facts),
    );
}

it('lets both answers of one paste reach the phone, and asks which one holds', function (
    array $first,
    array $second,
    array $sides,
) {
    $reading = World::reading(World::dump($first) . "\n" . World::dump($second));
    $drafted = SheetDraft::of('SK-07', $reading, [])->unit(PASTED_AT);
    $unit = World::unit('SK-07');
    $taken = TextIntake::of($unit, World::sheet('bowline'), $reading, PASTED_AT);
    $after = new Unit($unit->label, $unit->codename, [...$unit->facts, ...$taken->facts], []);
    $situation = new Situation(World::sheet('bowline'), $after, [], Intent::BackUp, PASTED_AT);
    $asked = array_map(static fn($one): string => $one->key, Judged::findings('FIT-8', $situation));

    expect(sidesOf($drafted))
        ->toBe($sides)
        ->and(sidesOf($after))
        ->toBe($sides)
        ->and($asked)
        ->toBe(array_map(static fn(string $name): string => "FIT-8:unit/{$name}", array_keys($sides)));
})->with([
    'the same twice' => [[], [], []],
    'other firmware' => [[], ['ro.bootloader' => '5.2.8'], ['slot.a.firmware.version' => ['5.2.8', '5.2.11']]],
    'another slot, which changes with every update' => [[], ['ro.boot.slot_suffix' => '_b'], []],
]);

it('asks nothing about a later paste, nor once a person has decided', function () {
    $reading = World::reading(World::dump() . "\n" . World::dump(['ro.bootloader' => '5.2.8']));
    $unit = SheetDraft::of('SK-07', $reading, [])->unit(PASTED_AT);
    [$name] = [...array_keys(sidesOf($unit)), ''];
    $later = SheetDraft::of('SK-07', World::reading(World::dump()), [])->unit('2026-09-14T11:00:00Z');
    $decided = Fact::of($name, '5.2.8', Source::Settled, 'a person', '2026-09-14T10:05:00Z');
    $with = static fn(Fact ...$facts): Unit => new Unit('SK-07', 'bowline', [...$unit->facts, ...$facts], []);

    expect($name)
        ->toBe('slot.a.firmware.version')
        ->and(sidesOf($with(...$later->facts)))
        ->toBe([])
        ->and(sidesOf($with($decided)))
        ->toBe([]);
});
