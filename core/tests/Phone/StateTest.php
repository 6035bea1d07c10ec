<?php

declare(strict_types=1);

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Format\FormatError;
use Tornavis\Core\Phone\FactName;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Words\Mode;

$battery = fn(int $percent, Source $source, ?string $at): Fact => Fact::of(
    'battery.percent',
    $percent,
    $source,
    '',
    $at,
);

it('lets the later observation supersede the earlier one, whoever made it and in whatever zone', function () use (
    $battery,
) {
    expect(
        State::of(
            $battery(82, Source::Phone, '2026-09-14T09:00:00+00:00'),
            $battery(60, Source::Typed, '2026-09-14T12:00:00+02:00'),
        )->int('battery.percent'),
    )
        ->toBe(60)
        ->and(
            State::of(
                $battery(82, Source::Phone, '2026-09-14T10:30:00+00:00'),
                $battery(60, Source::Typed, '2026-09-14T12:00:00+02:00'),
            )->int('battery.percent'),
        )
        ->toBe(82);
});

it('believes the phone before what was typed at the same moment, and an assumption never', function () use ($battery) {
    $at = '2026-09-14T09:00:00+00:00';

    expect(State::of($battery(82, Source::Phone, $at), $battery(60, Source::Typed, $at))->int('battery.percent'))
        ->toBe(82)
        ->and(
            State::of(
                $battery(60, Source::Typed, $at),
                $battery(99, Source::Assumed, '2027-01-01T00:00:00+00:00'),
            )->int('battery.percent'),
        )
        ->toBe(60);
});

it('never takes unknown for no', function () {
    $state = State::of(Fact::of('locks.screen', null, Source::Phone), Fact::of('locks.accounts', false, Source::Phone));

    expect($state->flag('locks.screen'))
        ->toBeNull()
        ->and($state->flag('locks.accounts'))
        ->toBeFalse()
        ->and($state->flag('card.present'))
        ->toBeNull()
        ->and($state->fact('card.present')->text())
        ->toBe('unknown');
});

it('does not change when something is changed from it, and names the changes', function () use ($battery) {
    $before = State::of($battery(82, Source::Phone, null));
    $after = $before->with(['battery.percent' => 50, 'mode' => 'recovery']);

    expect($before->int('battery.percent'))
        ->toBe(82)
        ->and($before->changesTo($after))
        ->toBe(['battery.percent' => 50, 'mode' => 'recovery'])
        ->and($after->mode())
        ->toBe(Mode::Recovery);
});

it('knows the shortest way between two modes', function (Mode $from, Mode $to, ?array $way) {
    expect($from->wayTo($to))->toBe($way);
})->with([
    [Mode::System, Mode::System, []],
    [Mode::System, Mode::Sideload, [Mode::Recovery, Mode::Sideload]],
    [Mode::Sideload, Mode::Bootloader, [Mode::Recovery, Mode::Bootloader]],
    [Mode::Dead, Mode::System, null],
]);

it('refuses a name that does not exist instead of reading it as unknown, or of keeping it', function (string $name) {
    $state = State::of(Fact::of('locks.screen', true, Source::Phone));

    expect(fn() => $state->flag($name))
        ->toThrow(LogicException::class, "There is no fact {$name}")
        ->and(fn() => $state->with([$name => true]))
        ->toThrow(LogicException::class, "There is no fact {$name}");
})->with(['locks.scren', 'slot.c.os.family', 'data.holds.teapots', 'slot.{slot}.root']);

it('reads each slot into what it holds', function () {
    $state = State::of(
        Fact::of('slot.a.os.buildId', 'one', Source::Phone),
        Fact::of('slot.a.os.state', 'complete', Source::Phone),
        Fact::of('slot.b.os.buildId', 'two', Source::Phone),
        Fact::of('slot.b.firmware.version', '15.0', Source::Phone),
        Fact::of('slot.b.image.boot', 'two', Source::Phone),
    );

    expect($state->slot('a')->os->buildId)
        ->toBe('one')
        ->and($state->slot('a')->os->isComplete())
        ->toBeTrue()
        ->and($state->slot('b')->os->isComplete())
        ->toBeFalse()
        ->and($state->slot('a')->firmware)
        ->toBeNull()
        ->and($state->slot('b')->firmware?->text)
        ->toBe('15.0')
        ->and($state->slot('b')->image('boot'))
        ->toBe('two')
        ->and($state->slot('b')->image('dtbo'))
        ->toBeNull()
        ->and($state->with(['slot.a.os.buildId' => 'three'])->slot('a')->os->buildId)
        ->toBe('three');
});

it('takes what a person types as a value of the type that the field has', function (
    string $name,
    string $text,
    mixed $value,
) {
    expect(FactName::typed($name, $text, 'the form'))->toBe($value);
})->with([
    'a version that looks like a number' => ['slot.a.os.release', '15', '15'],
    'a number' => ['battery.percent', ' 88 ', 88],
    'yes' => ['locks.screen', 'Yes', true],
    'no' => ['locks.screen', 'no', false],
    'nobody knows' => ['battery.percent', 'unknown', null],
    'nothing' => ['serial', ' ', null],
    'a list' => ['slot.a.recovery.abilities', 'sideload, backup ,', ['sideload', 'backup']],
]);

it('refuses what a field cannot have, with what it can', function (string $name, string $text, string $expected) {
    expect(fn() => FactName::typed($name, $text, 'the form'))->toThrow(FormatError::class, $expected);
})->with([
    ['battery.percent', 'half', 'a whole number from 0 to 100'],
    ['battery.percent', '101', 'a whole number from 0 to 100'],
    ['data.usedBytes', '99999999999999999999', 'a whole number'],
    ['locks.screen', 'perhaps', 'yes or no'],
    ['no.such', '1', 'a name listed'],
]);
