<?php

declare(strict_types=1);

use App\Run\Rehearsal;
use Tests\Support\World;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Plan\Plan;
use Tornavis\Core\Plan\Planner;
use Tornavis\Core\Plan\Verdict;
use Tornavis\Core\Situation\Answers;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Intent;

/*
 * A kernel in a slot whose verification is on, carried out on the simulated phone: its model's bootloader refuses or
 * warns, and it has one verification partition or two.
 */

/** A becket whose bootloader refuses or warns, with a second verification partition where it is wanted. */
function checkedBecket(string $does, bool $hasTwo): ModelSheet
{
    $document = World::sheet('becket')->toArray();
    $second = ['name' => 'verify_system', 'sizeBytes' => 65536, 'perSlot' => true, 'verification' => true];
    /** @var list<array<string, mixed>> $rows */
    $rows = $document['partitions'];
    $document['partitions'] = $hasTwo ? [...$rows, $second] : $rows;

    return ModelSheet::fromArray(['unverified' => $does] + $document);
}

/** @param  list<string>  $headers  of the phone, for which the kit has an image */
function checkedKernel(ModelSheet $sheet, array $headers): Plan
{
    $files = ['verify-13.1-becket.img', 'verify-11.1.2-prusik.img'];
    $kit = [World::package('ferrule-15.1-becket.img')];
    foreach ($headers as $index => $partition) {
        $kit[] = World::altered($files[$index], [
            Field::CODENAMES => ['becket'],
            Field::PARTITION => $partition,
            Field::PART_OF => '13.1',
        ]);
    }
    $on = ['slot.b.verification.on' => true];
    $plan = static fn(Answers $answers): Plan => Planner::plan(
        new Situation(
            $sheet,
            World::unit('SK-09', $on),
            $kit,
            Intent::Kernel,
            '2026-09-14T12:00:00Z',
            answers: $answers,
        ),
    );
    $keys = array_map(static fn($one): string => $one->key, $plan(new Answers())->findings);

    return $plan(new Answers($keys));
}

it('starts with a kernel that verification does not know, as the plan says', function (
    string $does,
    array $phone,
    array $images,
    int $switchedOff,
) {
    $sheet = checkedBecket($does, count($phone) === 2);
    $plan = checkedKernel($sheet, $images);
    $names = array_map(static fn($one): string => $one->draft->operation->name()->value, $plan->steps);
    $files = World::files(['ferrule-15.1-becket.img', 'verify-13.1-becket.img', 'verify-11.1.2-prusik.img']);
    $rehearsal = Rehearsal::of(World::document($plan), $plan->situation->unit, $sheet, $files);

    expect($plan->verdict->level)
        ->toBe(Verdict::CLEAR)
        ->and(count(array_keys($names, 'disable-verification', true)))
        ->toBe($switchedOff)
        ->and([$rehearsal->says, $rehearsal->differences])
        ->toBe(['The phone started.', []]);
})->with([
    'it warns, and there is no image' => ['warns', ['verify'], [], 0],
    'it refuses, with its image' => ['refuses', ['verify'], ['verify'], 1],
    'it refuses, with two images' => ['refuses', ['verify', 'verify_system'], ['verify', 'verify_system'], 2],
]);

it('stops before what the phone would refuse', function (array $phone, array $images) {
    expect(checkedKernel(checkedBecket('refuses', count($phone) === 2), $images)->verdict->level)->toBe(Verdict::STOP);
})->with([
    'no image' => [['verify'], []],
    'one image of two' => [['verify', 'verify_system'], ['verify']],
]);
