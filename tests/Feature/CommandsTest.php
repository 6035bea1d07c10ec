<?php

declare(strict_types=1);

use Illuminate\Support\Facades\Artisan;
use Tests\Support\TestRun;
use Tests\Support\World;
use Tornavis\Core\Situation\HouseRules;

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

/** The phones of the demo world were last seen a moment before. */
const SEEN_JUST_NOW = ['--at' => '2026-09-14T12:00:00Z'];

it('exits with 0 for a clear plan, 1 for something to decide, 2 for a stop', function (
    string $unit,
    array $kit,
    int $code,
) {
    expect(Artisan::call('tornavis:plan', words($unit, $kit, SEEN_JUST_NOW)))->toBe($code);
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
    $same = ['--json' => true, '--at' => '2026-09-15T08:00:00Z'];
    Artisan::call('tornavis:plan', words('SK-04', [...World::SALTERN, World::FIRMWARE], $same));
    $first = Artisan::output();
    Artisan::call('tornavis:plan', words('SK-04', [...World::SALTERN, World::FIRMWARE], $same));

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

/**
 * A file with answers to a plan.
 *
 * @param  array<string, mixed>  $answers
 */
function answersFile(array $answers): string
{
    $file = (string) tempnam(TestRun::own(), 'answers');
    file_put_contents($file, json_encode(['format' => 'tornavis/answers', 'version' => 1] + $answers));

    return $file;
}

/** @return array<string, mixed> */
function plannedBy(array $words): array
{
    Artisan::call('tornavis:plan', $words + ['--json' => true]);

    return json_decode(Artisan::output(), true, 64, JSON_THROW_ON_ERROR);
}

it('takes each answer by its key, and only that one', function () {
    $open = plannedBy(words('SK-08', World::SALTERN));
    $waiting = array_values(array_filter($open['findings'], fn(array $one): bool => $one['takesAWord']));
    expect($waiting)->not->toBeEmpty();
    $keys = array_column($waiting, 'key');
    $given = plannedBy(words('SK-08', World::SALTERN, ['--answers' => answersFile(['agreed' => [$keys[0]]])]));
    $still = array_column(array_filter($given['findings'], fn(array $one): bool => $one['takesAWord']), 'key');

    expect($still)->not->toContain($keys[0])->toEqualCanonicalizing(array_slice($keys, 1));
});

it('takes what may be lost class by class, and a fact that was asked for', function () {
    $losses = fn(array $plan): array => array_column(
        array_filter($plan['findings'], fn(array $one): bool => $one['severity'] === 'settle'),
        'key',
    );
    $open = plannedBy(words('SK-08', World::SALTERN, SEEN_JUST_NOW));
    $waived = plannedBy(
        words('SK-08', World::SALTERN, ['--answers' => answersFile(['waived' => ['photos']])] + SEEN_JUST_NOW),
    );
    $low = plannedBy(
        words('SK-07', World::DRIFTGLASS, [
            '--answers' => answersFile(['facts' => ['battery.condition' => 'swollen']]),
        ]),
    );

    expect(array_values(array_diff($losses($open), $losses($waived))))
        ->toBe(['PREP-3:photos'])
        ->and($low['verdict']['level'])
        ->toBe('stop')
        ->and(plannedBy(words('SK-07', World::DRIFTGLASS, SEEN_JUST_NOW))['verdict']['level'])
        ->toBe('clear');
});

it('asks for other command tools where the version named has a fault', function (string $version, string $severity) {
    $file = answersFile([
        'toolVersion' => $version,
        'badTools' => [['version' => '4.1', 'fault' => 'It reports healthy phones as broken.']],
    ]);
    $plan = plannedBy(words('SK-07', World::DRIFTGLASS, ['--answers' => $file]));

    expect(array_column($plan['findings'], 'severity', 'key')['PREP-6'])->toBe($severity);
})->with([['4.1', 'settle'], ['4.2', 'clear']]);

it('names the word that is not allowed and the choices', function (array $answers, array $says) {
    $code = Artisan::call('tornavis:plan', words('SK-07', World::DRIFTGLASS, ['--answers' => answersFile($answers)]));
    $output = Artisan::output();

    expect($code)->toBe(65)->and($output)->toContain(...$says);
})->with([
    [['waived' => ['fotos']], ['fotos', 'photos', 'contacts']],
    [['facts' => ['battery.condition' => 'Swollen']], ['Swollen', 'swollen', 'hot']],
    [['facts' => ['battery.condishun' => 'hot']], ['battery.condishun', 'unit.md']],
    [['files' => ['x.zip' => ['architektur' => 'arm64']]], ['architektur', 'architecture']],
    [['files' => ['x.zip' => ['architecture' => 'arm65']]], ['arm65', 'arm64']],
]);

it('refuses on the command line what a phone of the model cannot have', function (string $fact, bool $refused) {
    $file = answersFile(['facts' => [$fact => 'Saltern']]);

    $found = Artisan::call('tornavis:plan', words('SK-07', World::DRIFTGLASS, ['--answers' => $file]));

    expect($found === 65)->toBe($refused);
})->with([['slot.-.os.family', true], ['slot.a.os.family', false]]);

it('names files of the shelf as remedies, as alternatives and for the kit', function () {
    $shelf = ['--shelf' => World::shelf()];
    $blocked = words('SK-04', World::SALTERN);
    $without = plannedBy($blocked);
    $with = plannedBy($blocked + $shelf);
    $suggested = words('SK-04', [World::SALTERN[0]]) + $shelf + ['--suggest' => true, '--json' => true];
    $code = Artisan::call('tornavis:plan', $suggested);
    $kit = array_column(json_decode(Artisan::output(), true, 64, JSON_THROW_ON_ERROR)['kit'], 'name');

    expect($without)
        ->not->toHaveKey('alternatives')
        ->and($with['verdict']['level'])
        ->toBe('stop')
        ->and(json_encode($with['findings']))
        ->toContain('Add ' . World::FIRMWARE)
        ->and($with['alternatives'])
        ->not->toBeEmpty()
        ->and($with['suggestedKit'])
        ->toContain(World::FIRMWARE)
        ->and($kit)
        ->toContain(World::FIRMWARE)
        ->and($code)
        ->toBeLessThan(2);
});

it('counts what changes by itself for as long as the house has it, as on the pages', function (
    string $at,
    array $house,
    bool $isAsked,
) {
    $file = (string) tempnam(sys_get_temp_dir(), 'house');
    file_put_contents($file, json_encode($house + (new HouseRules())->toArray()));
    $more = ['--at' => $at, '--house-rules' => $file];
    $plan = plannedBy(words('SK-07', World::DRIFTGLASS, $more));
    $open = array_filter($plan['findings'], static fn(array $one): bool => $one['severity'] === 'settle');

    expect(in_array('PREP-2', array_column($open, 'rule'), true))->toBe($isAsked);
})->with([
    'an hour later' => ['2026-09-14T13:00:00Z', [], false],
    'a month later' => ['2026-10-14T12:00:00Z', [], true],
    'a month later, in a house where it counts for ever' => ['2026-10-14T12:00:00Z', ['batteryFreshHours' => 0], false],
]);

it('plans for the time that is given, and for now where none is', function () {
    $then = plannedBy(words('SK-07', World::DRIFTGLASS, ['--at' => '2026-05-01T12:00:00Z']));
    $now = plannedBy(words('SK-07', World::DRIFTGLASS));

    expect($then['at'])
        ->toBe('2026-05-01T12:00:00Z')
        ->and(abs(strtotime($now['at']) - time()))
        ->toBeLessThan(60)
        ->and(Artisan::call('tornavis:plan', words('SK-07', World::DRIFTGLASS, ['--at' => 'tomorrow'])))
        ->toBe(64);
});

it('says in one line that a file is not there', function (string $option) {
    $words = words('SK-07', World::DRIFTGLASS);
    $words[$option] = $option === '--package' ? ['/nowhere/build.zip'] : '/nowhere/it';
    $code = Artisan::call('tornavis:plan', $words);

    expect($code)->toBe(65)->and(substr_count(trim(Artisan::output()), "\n"))->toBe(0);
})->with(['--model', '--unit', '--package', '--house-rules', '--answers', '--shelf']);

it('tells a model as the pages do', function (array $clues, int $code, ?string $answer) {
    $found = Artisan::call('tornavis:identify', $clues + ['--sheets' => base_path('demo/models'), '--json' => true]);

    expect(json_decode(Artisan::output(), true, 64, JSON_THROW_ON_ERROR)['answer'] ?? null)
        ->toBe($answer)
        ->and($found)
        ->toBe($code);
})->with([
    [['--codename' => 'bowline'], 0, 'bowline'],
    [['--codename' => 'bowlina'], 1, null],
    [['--maker' => 'Hawser'], 1, null],
]);

it('unpacks on the command line, and says what it made', function () {
    $folder = sys_get_temp_dir() . '/tornavis-cli-' . bin2hex(random_bytes(4));
    mkdir($folder);
    copy(World::path('wicket-4.1-becket.img'), "{$folder}/wicket.img");
    exec("xz -0 {$folder}/wicket.img");
    $code = Artisan::call('tornavis:unpack', ['file' => "{$folder}/wicket.img.xz"]);

    expect($code)
        ->toBe(0)
        ->and(trim(Artisan::output()))
        ->toBe("{$folder}/wicket.img")
        ->and(hash_file('sha256', "{$folder}/wicket.img"))
        ->toBe(World::package('wicket-4.1-becket.img')->sha256)
        ->and(Artisan::call('tornavis:unpack', ['file' => "{$folder}/wicket.img.xz"]))
        ->toBe(65);
});

it('asks for a clue, and for a folder that is there', function () {
    expect(Artisan::call('tornavis:identify', []))
        ->toBe(64)
        ->and(Artisan::call('tornavis:identify', ['--model' => 'x', '--sheets' => '/nowhere']))
        ->toBe(65);
});
