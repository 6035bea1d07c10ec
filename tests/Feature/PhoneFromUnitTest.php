<?php

declare(strict_types=1);

use App\Run\PhoneFromUnit;
use Tests\Support\World;
use Tornavis\StandIn\ReportedFacts;

/*
 * What is known of a phone means the same to the simulated phone that is made of it.
 */

it('is of the phone what is known of it', function (array $known, array $shown) {
    $phone = PhoneFromUnit::make(World::unit('SK-07', $known), World::sheet('bowline'));
    $facts = ReportedFacts::of($phone);

    expect(array_intersect_key($facts, $shown))->toEqual($shown);
})->with([
    'a system in part, of which nobody knows the build' => [
        ['mode' => 'recovery', 'slot.b.os.state' => 'incomplete', 'slot.b.os.buildId' => null],
        ['slot.b.os.state' => 'incomplete'],
    ],
    'no system' => [['mode' => 'recovery', 'slot.b.os.state' => 'none'], ['slot.b.os.state' => 'none']],
    'a root package' => [['slot.a.root' => 'Crowbar 27.1'], ['slot.a.root' => 'Crowbar 27.1']],
]);

it('leaves new data open where encryption is switched off, and encrypts it as the system does', function (
    array $known,
    string $encryption,
) {
    $known += ['slot.active' => 'a', 'mode' => 'system', 'data.empty' => true, 'data.encryption' => 'none'];
    $phone = PhoneFromUnit::make(World::unit('SK-07', $known), World::sheet('bowline'));
    $shown = null;
    foreach ((new Tornavis\StandIn\Behaviour($phone))->to(['do' => 'wait-first-boot']) as $progress) {
        $shown = $progress;
    }

    expect($phone->dataEncryption)->toBe($encryption);
})->with([
    'switched off' => [['slot.a.encryption.off' => true], 'none'],
    'not switched off' => [['slot.a.encryption.off' => false, 'slot.a.os.encrypts' => 'file'], 'file'],
]);
