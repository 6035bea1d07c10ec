<?php

declare(strict_types=1);

use Tests\Support\World;
use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Words\Intent;

/**
 * What a job misses where the phone ends in a state that these facts make of the ready one.
 *
 * @param  list<string>  $kit
 * @param  array<string, mixed>  $end
 */
function missedBy(string $unit, Intent $intent, array $kit, array $end): ?string
{
    $situation = World::situation($unit, $kit, intent: $intent);
    $state = $situation->state->with($end);

    return $situation->job->goal($situation)->missed($state, $situation->slots->active());
}

it('misses an add-on that is not there at the end, and is content where it is', function (string $file, array $there) {
    $slot = World::situation('SK-07', [$file], intent: Intent::AddOn)->slots->active();
    $end = [];
    foreach ($there as $name => $value) {
        $end["slot.{$slot}.{$name}"] = $value;
    }
    $absent = array_fill_keys(array_keys($end), null);

    expect(missedBy('SK-07', Intent::AddOn, [$file], $absent))
        ->toContain('nothing known')
        ->and(missedBy('SK-07', Intent::AddOn, [$file], array_map(static fn(): string => 'Another 1.0', $end)))
        ->toContain('Another 1.0')
        ->and(missedBy('SK-07', Intent::AddOn, [$file], $end))
        ->toBeNull();
})->with([
    'services' => ['larder-mini-15-arm64.zip', ['os.services' => 'Larder mini 15']],
    'root' => ['latchkey-4.2.zip', ['root' => 'Latchkey 4.2']],
]);

it('misses what is left of a trial where the trial was the job', function () {
    $trial = ['trial.family' => 'Saltern'];
    $kit = ['latchkey-4.2.zip'];
    $slot = World::situation('SK-07', $kit, intent: Intent::AddOn)->slots->active();
    $done = ["slot.{$slot}.root" => 'Latchkey 4.2'];

    expect(missedBy('SK-07', Intent::TrialBeside, ['saltern-generic-15-arm64.img'], $trial))
        ->toContain('trial')
        ->and(missedBy('SK-07', Intent::TrialBeside, ['saltern-generic-15-arm64.img'], []))
        ->toBeNull()
        ->and(missedBy('SK-07', Intent::AddOn, $kit, $done + $trial))
        ->toBeNull();
});

it('misses what a backup should have brought back, and is content where all of it is there', function () {
    $situation = World::situation('SK-13', [], intent: Intent::RestoreBackup);
    $set = $situation->restore->set();
    expect($set)->not->toBeNull();
    $back = ['mode' => 'system'];
    foreach ($set->classes as $class) {
        $back["data.holds.{$class->value}"] = true;
    }
    $last = array_key_last($back);

    expect(missedBy('SK-13', Intent::RestoreBackup, [], $back))
        ->toBeNull()
        ->and(missedBy('SK-13', Intent::RestoreBackup, [], [$last => false] + $back))
        ->toContain('would not be back')
        ->and(missedBy('SK-13', Intent::RestoreBackup, [], [$last => null] + $back))
        ->toContain('would not be back');
});

it('misses a phone that was brought back and is still outside its system', function (string $mode, ?string $says) {
    $missed = missedBy('SK-07', Intent::BringBack, [], ['mode' => $mode]);

    expect($missed)->toBe($says);
})->with([['recovery', 'At the end the phone would not be in its system.'], ['system', null]]);

it('has a goal for every intent that something can miss', function (Intent $intent) {
    $situation = World::situation('SK-07', World::SALTERN, intent: $intent);
    $nothing = State::of(
        Fact::of('mode', 'dead', Source::Phone),
        Fact::of('trial.family', 'left over', Source::Phone),
        Fact::of('second.family', 'left over', Source::Phone),
        Fact::of('bootloader.unlocked', false, Source::Phone),
    );

    expect($situation->job->goal($situation)->missed($nothing, 'a'))->toBeString();
})->with(Intent::cases());
