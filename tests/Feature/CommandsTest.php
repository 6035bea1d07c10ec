<?php

declare(strict_types=1);

use Illuminate\Support\Facades\Artisan;
use Tests\Support\World;

/**
 * @param  list<string>  $kit
 * @return array<string, mixed>
 */
function words(string $unit, array $kit, array $more = []): array
{
    $demo = base_path('demo');
    $codename = World::unit($unit)->codename;

    return [
        '--model' => "{$demo}/models/{$codename}.json",
        '--unit' => "{$demo}/units/{$unit}.json",
        '--package' => array_map(World::path(...), $kit),
    ] + $more;
}

it('exits with 0 for a clear plan, 1 for something to settle, 2 for a stop', function (
    string $unit,
    array $kit,
    int $code,
) {
    expect(Artisan::call('tornavis:plan', words($unit, $kit)))->toBe($code);
})->with([['SK-07', World::DRIFTGLASS, 0], ['SK-08', World::SALTERN, 1], ['SK-04', World::SALTERN, 2]]);

it('exits with 64 for wrong words and 65 for a file that cannot be used', function (array $words, int $code) {
    expect(Artisan::call('tornavis:plan', $words))->toBe($code);
})->with([
    [[], 64],
    [['--model' => 'x.json'], 64],
    [fn() => ['--intent' => 'dance'] + words('SK-07', World::SALTERN), 64],
    [fn() => words('SK-07', []), 64],
    [fn() => ['--unit' => '/nowhere.json'] + words('SK-07', World::SALTERN), 65],
    [fn() => ['--unit' => base_path('demo/models/bowline.json')] + words('SK-07', World::SALTERN), 65],
    [fn() => ['--unit' => base_path('demo/units/SK-08.json')] + words('SK-07', World::SALTERN), 65],
]);

it('writes a plan that its own validator accepts', function () {
    Artisan::call('tornavis:plan', words('SK-07', World::DRIFTGLASS, ['--json' => true]));
    $file = (string) tempnam(sys_get_temp_dir(), 'plan');
    file_put_contents($file, Artisan::output());

    expect(Artisan::call('tornavis:validate', ['file' => $file]))->toBe(0);
    file_put_contents($file, str_replace('"words"', '"word"', (string) file_get_contents($file)));
    expect(Artisan::call('tornavis:validate', ['file' => $file]))
        ->toBe(65)
        ->and(Artisan::output())
        ->toContain('/verdict');
});

it('gives the same plan to the byte on every call', function () {
    Artisan::call('tornavis:plan', words('SK-04', [...World::SALTERN, World::FIRMWARE], ['--json' => true]));
    $first = Artisan::output();
    Artisan::call('tornavis:plan', words('SK-04', [...World::SALTERN, World::FIRMWARE], ['--json' => true]));

    expect(Artisan::output())->toBe($first)->and(strlen($first))->toBeGreaterThan(10_000);
});

it('rehearses each unit of the demo world, and the phone ends as the proof says', function (string $unit, array $kit) {
    $code = Artisan::call('tornavis:rehearse', words($unit, $kit));
    $says = Artisan::output();

    expect($says)->toContain('The phone started.')->toContain('Proof and phone agree')->and($code)->toBe(0);
})->with([
    ['SK-07', World::DRIFTGLASS],
    ['SK-07', World::SALTERN],
    ['SK-04', [...World::SALTERN, World::FIRMWARE]],
    ['SK-08', World::SALTERN],
]);

it('rehearses under every house rule', function (array $rules) {
    $file = (string) tempnam(sys_get_temp_dir(), 'rules');
    file_put_contents($file, json_encode(['format' => 'tornavis/house-rules', 'version' => 1] + $rules));

    expect(Artisan::call('tornavis:rehearse', words('SK-07', World::DRIFTGLASS, ['--house-rules' => $file])))->toBe(
        0,
        Artisan::output(),
    );
})->with([
    [['preInstallSlot' => 'active']],
    [['formatOrder' => 'after']],
    [['preInstallSlot' => 'active', 'formatOrder' => 'after']],
]);

it('does not rehearse what must not be run', function () {
    expect(Artisan::call('tornavis:rehearse', words('SK-04', World::SALTERN)))->toBe(2);
});

it('inspects every demo file, and says what is wrong with a bad one', function () {
    $files = array_merge(glob(World::shelf() . '/*.zip') ?: [], glob(World::shelf() . '/*.img') ?: []);
    $code = Artisan::call('tornavis:inspect', ['files' => $files, '--json' => true]);
    $packages = json_decode(Artisan::output(), true, 64, JSON_THROW_ON_ERROR);
    $errors = array_values(array_filter($packages, static fn(array $one): bool => isset($one['error'])));

    expect($code)
        ->toBe(65)
        ->and($packages)
        ->toHaveCount(count($files))
        ->and(array_column($errors, 'what'))
        ->toEqualCanonicalizing([
            'The file begins like a zip but its directory is missing',
            'The entry ../../outside.txt climbs out of the archive',
            'The file ends too early',
        ]);
});

it('inspects in words', function () {
    $code = Artisan::call('tornavis:inspect', ['files' => [World::path('lamplight-9.3-20250120-marl.zip')]]);

    expect($code)
        ->toBe(0)
        ->and(Artisan::output())
        ->toContain('Lamplight 9.3, build')
        ->toContain('The sources disagree about codenames')
        ->toContain('Not understood: battery_is_sound("50")');
});
