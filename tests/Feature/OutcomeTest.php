<?php

declare(strict_types=1);

use App\Prove\Belief;
use App\Prove\Drawn;
use App\Prove\Outcome;
use App\Prove\Witness;
use App\Prove\Worth;
use Tests\Support\World;
use Tornavis\Core\Words\Intent;

/*
 * What becomes of a phone is judged by what it was, not by what was believed of it; a rule is worth what happens
 * without it.
 */

const BASE_OF_BECKET = ['firmware-13.1-becket-in.zip'];

const OLD_BASE = ['slot.a.firmware.version' => '13.0', 'slot.b.firmware.version' => '13.0'];

/** @param array<string, mixed> $otherwise */
function baseOfBecket(array $otherwise): Drawn
{
    $situation = World::situation('SK-09', BASE_OF_BECKET, $otherwise + OLD_BASE, intent: Intent::Base);

    return new Drawn($situation->unit, $situation->sheet, $situation, Belief::COMPLETE);
}

it('says what a rule is worth that alone stops a plan', function (int $index, array $stops, ?string $kind) {
    $drawn = baseOfBecket(['bootloader.rollbackIndex' => $index]);
    $witness = Witness::ofDrawn($drawn);

    expect($witness->stops)->toBe($stops)->and(Worth::of($drawn, $witness, false)?->kind)->toBe($kind);
})->with([
    'firmware below the fused index' => [9, ['BASE-6:firmware-13.1-becket-in.zip'], Worth::HARM],
    'firmware at it' => [3, [], null],
]);

it('judges a phone by what it really is', function (array $really, string $outcome) {
    $believed = baseOfBecket([]);
    $truth = World::situation('SK-09', [], $really + OLD_BASE)->unit;
    $witness = Witness::ofDrawn(new Drawn($truth, $believed->sheet, $believed->situation, Belief::MISTYPED));

    expect($witness->outcome?->kind)->toBe($outcome);
})->with([
    'as believed' => [[], Outcome::PROMISED],
    'another model number' => [['variant.model' => 'NK-4 EU'], Outcome::NAMED],
    'a lower fused index' => [['bootloader.rollbackIndex' => 1], Outcome::PROMISED],
    'a higher fused index' => [['bootloader.rollbackIndex' => 9], Outcome::NAMED],
    'a locked bootloader' => [['bootloader.unlocked' => false], Outcome::NAMED],
]);
