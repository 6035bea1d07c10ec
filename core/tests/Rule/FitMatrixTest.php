<?php

declare(strict_types=1);

use Tests\Support\World;
use Tornavis\Core\Kit\FitMatrix;
use Tornavis\Core\Rule\Severity;

/*
 * Which build fits which phone, with what the shelf holds beside it.
 */

/**
 * The verdict on one cell.
 *
 * @param  list<string>  $beside  files on the shelf beside the build
 * @param  array<string, mixed>  $otherwise
 * @return array{level: string, rule: string, words: string}
 */
function cellOf(string $unit, string $build, array $beside = [], array $otherwise = []): array
{
    $phone = World::unit($unit, $otherwise);
    $shelf = array_map(World::package(...), [$build, ...$beside]);
    $matrix = FitMatrix::of([[$phone, World::sheet((string) $phone->codename)]], [$shelf[0]], $shelf);

    return $matrix->verdicts[$matrix->cells[0][0]];
}

it('says in a word whether a build fits', function (
    string $unit,
    string $build,
    array $beside,
    array $otherwise,
    string $level,
    string $words,
) {
    $cell = cellOf($unit, $build, $beside, $otherwise);

    expect($cell['level'])->toBe($level)->and($cell['words'])->toContain($words);
})->with([
    'with all that it needs on the shelf' => [
        'SK-07',
        World::SALTERN[0],
        array_slice(World::SALTERN, 1),
        [],
        'clear',
        'Fits',
    ],
    'with firmware that is on the shelf' => [
        'SK-04',
        World::SALTERN[0],
        [...array_slice(World::SALTERN, 1), World::FIRMWARE],
        [],
        'clear',
        'with firmware first',
    ],
    'without firmware' => ['SK-04', World::SALTERN[0], array_slice(World::SALTERN, 1), [], 'stop', '5.2.11'],
    'without a recovery' => ['SK-07', World::SALTERN[0], [], [], 'stop', 'Wicket 4.0 or newer: none'],
    'for a look-alike' => ['SK-07', 'saltern-15.2-20260903-bowlane.zip', [], [], 'stop', 'look-alike'],
    'for another phone' => ['SK-06', World::SALTERN[0], [], [], 'stop', 'Made for bowline'],
    'of a variant that nobody has seen' => [
        'SK-07',
        World::SALTERN[0],
        array_slice(World::SALTERN, 1),
        ['variant.model' => null],
        'settle',
        'variant',
    ],
    'signed in, which is no question of fit' => [
        'SK-07',
        World::SALTERN[0],
        array_slice(World::SALTERN, 1),
        ['locks.accounts' => true, 'battery.percent' => 3],
        'clear',
        'Fits',
    ],
]);

it('keeps each verdict once, however many cells say the same', function () {
    $units = array_map(static fn(int $n): array => [World::unit('SK-07'), World::sheet('bowline')], range(1, 5));
    $builds = [World::package(World::SALTERN[0]), World::package('lamplight-9.4-20250611-marl.zip')];
    $matrix = FitMatrix::of($units, $builds, array_map(World::package(...), World::SALTERN));

    expect($matrix->cells)
        ->toHaveCount(5)
        ->and(array_unique(array_map(json_encode(...), $matrix->cells)))
        ->toHaveCount(1)
        ->and($matrix->verdicts)
        ->toHaveCount(2);
});

it('gives all findings of a cell, the worst first', function () {
    $findings = FitMatrix::cell(World::unit('SK-04'), World::sheet('bowline'), World::package(World::SALTERN[0]), [
        World::package(World::SALTERN[0]),
    ]);
    $order = array_flip(
        array_map(static fn(Severity $s): string => $s->value, [
            Severity::Stop,
            Severity::Settle,
            Severity::Mind,
            Severity::Note,
            Severity::Clear,
        ]),
    );
    $ranks = array_map(static fn($finding): int => $order[$finding->severity->value], $findings);
    $sorted = $ranks;
    sort($sorted);

    expect($ranks)
        ->toBe($sorted)
        ->and($findings[0]->severity)
        ->toBe(Severity::Stop)
        ->and(count($findings))
        ->toBeGreaterThan(5);
});
