<?php

declare(strict_types=1);

use App\Prove\CheckedFiles;
use App\Prove\Mutants\Hunt;
use App\Prove\Mutants\Mutant;
use App\Prove\Mutants\MutantRun;
use App\Prove\Mutants\PlannerMutants;
use App\Prove\RandomBench;
use Symfony\Component\Process\Process;
use Tests\Support\World;
use Tornavis\Core\Phone\ModelSheet;

/*
 * Deliberate mistakes: each in the planner is noticed by rule, proof or simulated phone, each in the physics of the
 * phone by the tests of the stand-in.
 */

/** @return array<string, Mutant> */
function witnessMistakes(): array
{
    return Mutant::listed(base_path('app/Prove/Mutants/witness.json'));
}

/** @param list<string> $names */
function hunted(array $names, int $count): array
{
    // The same bench as the command's, so that each child draws what was drawn here.
    $sheets = array_map(ModelSheet::read(...), glob(base_path('demo/models/*.json')) ?: []);
    $normal = Hunt::normal(new RandomBench($sheets, CheckedFiles::in(World::shelf()), 1), $count);

    return (new MutantRun(World::shelf(), 1))->of($names, $normal, static fn(string $line): null => null);
}

it('knows the place of every mistake', function () {
    $all = [...PlannerMutants::all(), ...witnessMistakes()];
    $lost = array_filter($all, static fn(Mutant $one): bool => $one->places() !== 1);

    expect(array_keys($lost))
        ->toBe([])
        ->and(count(PlannerMutants::all()))
        ->toBeGreaterThanOrEqual(60)
        ->and(count(witnessMistakes()))
        ->toBeGreaterThanOrEqual(20);
});

it('notices some mistakes of the planner', function () {
    $found = hunted(
        ['wipe for format', 'recovery put back into the other slot', 'restart left out after the format'],
        400,
    );

    expect(array_filter($found, is_null(...)))
        ->toBe([])
        ->and(array_column($found, 'by'))
        ->toContain('phone')
        ->toContain('proof');
});

it('notices every mistake of the planner', function () {
    expect(array_keys(array_filter(hunted(array_keys(PlannerMutants::all()), 12_000), is_null(...))))->toBe([]);
})->group('whole');

/** Whether the tests of the stand-in fail with a mistake in its physics. */
function isNoticedByItsTests(string $name): bool
{
    $process = new Process(
        [PHP_BINARY, 'vendor/bin/pest', '--testsuite=StandIn', '--stop-on-failure', '--no-coverage'],
        base_path(),
        [Mutant::VARIABLE => $name],
        timeout: 300,
    );
    $process->run();

    return $process->getExitCode() !== 0 && str_contains($process->getOutput(), 'failed');
}

it('notices a mistake in the physics of the phone, and none where there is none', function () {
    expect(isNoticedByItsTests('a wipe ends the keys'))->toBeTrue()->and(isNoticedByItsTests(''))->toBeFalse();
});

it('notices every mistake in the physics of the phone', function (string $name) {
    expect(isNoticedByItsTests($name))->toBeTrue();
})
    ->with(fn() => array_keys(Mutant::listed(dirname(__DIR__, 2) . '/app/Prove/Mutants/witness.json')))
    ->group('whole');
