<?php

declare(strict_types=1);

use Tornavis\Core\Phone\Backup;
use Tornavis\Core\Phone\Unit;
use Tornavis\Core\Plan\Plan;
use Tornavis\Core\Plan\Planner;
use Tornavis\Core\Situation\Answers;
use Tornavis\Core\Situation\HouseRules;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Tests\Fixture;
use Tornavis\Core\Words\Intent;
use Tornavis\Core\Words\LossClass;

/*
 * A backup counts with its age, and a whole set is the way back that each step names.
 */

function freshAfter(Backup $set, HouseRules $house = new HouseRules(), array $agreed = []): Plan
{
    $sheet = Fixture::twoSlots();
    $phone = ['data.holds.photos' => true, 'data.empty' => false];
    $plain = Fixture::situation($sheet, [Fixture::build($sheet), Fixture::recovery($sheet)], $phone);
    $unit = new Unit($plain->unit->label, $plain->unit->codename, $plain->unit->facts, [$set]);

    return Planner::plan(
        new Situation($sheet, $unit, $plain->kit, Intent::Fresh, $plain->at, $house, new Answers($agreed)),
    );
}

function photosMadeAt(string $at): Backup
{
    return new Backup('Photos', [LossClass::Photos], 'computer', $at);
}

/** @return array{?string, ?string} how grave what is said about the photos is, and what is found */
function saidOfPhotos(Plan $plan): array
{
    foreach ($plan->findings as $one) {
        if (in_array($one->key, ['PREP-3:photos', 'PREP-3:photos/age'], true)) {
            return [$one->severity->value, $one->found];
        }
    }

    return [null, null];
}

it('says how old a backup is, and has an old one decided', function () {
    $day = substr(Fixture::AT, 0, 10);
    $old = date('c', strtotime("{$day} -2 years"));
    $new = date('c', strtotime("{$day} -3 days"));

    expect(saidOfPhotos(freshAfter(photosMadeAt($new)))[0])
        ->toBe('clear')
        ->and(saidOfPhotos(freshAfter(photosMadeAt($old))))
        ->toBe(['settle', 'backup Photos, 24 months old'])
        ->and(saidOfPhotos(freshAfter(photosMadeAt($old), new HouseRules(backupFreshDays: 0)))[0])
        ->toBe('clear')
        ->and(saidOfPhotos(freshAfter(photosMadeAt($old), agreed: ['PREP-3:photos/age']))[0])
        ->toBe('note')
        // Agreeing to a backup at the start says nothing of an old one.
        ->and(saidOfPhotos(freshAfter(photosMadeAt($old), agreed: ['PREP-3:photos']))[0])
        ->toBe('settle');
});

it('names a whole set as the way back wherever the old system or its data is gone', function () {
    $set = new Backup('Whole', [LossClass::Photos], 'computer', Fixture::AT, Backup::RECOVERY, system: true);
    $texts = static fn(Plan $plan): array => array_map(static fn($one): string => $one->wayBack->text, $plan->steps);
    $levels = array_map(static fn($one): string => $one->wayBack->level, freshAfter($set)->steps);
    foreach ($texts(freshAfter($set)) as $index => $text) {
        expect(str_contains($text, 'The backup Whole is the way back'))->toBe($levels[$index] !== 'free');
    }

    expect(implode(' ', $texts(freshAfter(photosMadeAt(Fixture::AT)))))->not->toContain(
        'is the way back to the system',
    );
});

it('names no set on a card that goes with the data', function () {
    $set = new Backup('Whole', [LossClass::Photos], 'card', Fixture::AT, Backup::RECOVERY, system: true);
    $state = Fixture::unit(Fixture::twoSlots(), ['card.present' => true, 'card.adopted' => true])->state();
    $plain = Fixture::unit(Fixture::twoSlots(), ['card.present' => true, 'card.adopted' => false])->state();

    expect($set->outlastsErase($state))->toBeFalse()->and($set->outlastsErase($plain))->toBeTrue();
});
