<?php

declare(strict_types=1);

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Phone\Unit;
use Tornavis\Core\Situation\HouseRules;

const SEEN = '2026-09-15T10:00:00+00:00';

/** A phone with one value that was seen at one time. */
function seen(string $name, string|int|bool $value): Unit
{
    return new Unit('X-1', null, [Fact::of($name, $value, Source::Phone, 'system', SEEN)]);
}

it('forgets by its time what changes by itself, and says what was seen last', function (
    string $name,
    string|int|bool $value,
    string $stillCounts,
    string $tooLate,
    string $says,
) {
    $house = new HouseRules();
    $unit = seen($name, $value);

    expect($house->ageing($stillCounts)->of($unit)->state()->fact($name)->value)->toBe($value);
    $old = $house->ageing($tooLate)->of($unit)->state()->fact($name);
    expect($old->known())->toBeFalse()->and($old->where)->toBe($says);
})->with([
    'battery' => ['battery.percent', 82, '2026-09-15T21:00:00Z', '2026-11-26T10:00:00Z', 'last seen 72 days ago: 82 %'],
    'mode' => ['mode', 'system', '2026-09-15T21:00:00Z', '2026-09-16T01:00:00Z', 'last seen 15 hours ago: system'],
    'accounts' => ['locks.accounts', false, '2026-09-18T09:00:00Z', '2026-09-19T10:00:00Z', 'last seen 4 days ago: no'],
    'slot' => ['slot.active', 'a', '2026-10-14T10:00:00Z', '2026-10-20T10:00:00Z', 'last seen 35 days ago: a'],
]);

it('never forgets what stays, or a phone that loops', function (string $name, string|bool $value) {
    $unit = seen($name, $value);

    expect((new HouseRules())->ageing('2030-01-01T00:00:00Z')->of($unit))->toBe($unit);
})->with([['serial', 'ABC'], ['bootloader.unlocked', true], ['mode', 'boot-loop'], ['slot.a.os.release', '14']]);

it('forgets nothing where the house counts for ever', function () {
    $house = new HouseRules(batteryFreshHours: 0);

    expect(
        $house->ageing('2030-01-01T00:00:00Z')->of(seen('battery.percent', 82))->state()->fact('battery.percent')
            ->value,
    )->toBe(82);
});
