<?php

declare(strict_types=1);

use Tornavis\Core\Situation\Job\Job;
use Tornavis\Core\Words\Intent;
use Tornavis\Core\Words\RuleId;
use Tornavis\Core\Words\StepKey;

const ROOMS = ['core/src' => 'Tornavis\Core', 'app' => 'App', 'standin/src' => 'Tornavis\StandIn'];

/** One way down: each layer imports only the ones before it. The picture is in docs/architecture.md. */
const CORE_LAYERS = [
    'Words',
    'Fact',
    'Format',
    'Requirement',
    'Package',
    'Phone',
    'Reading',
    'Draft',
    'Identity',
    'Situation',
    'Operation',
    'Space',
    'Rule',
    'Sequence',
    'Ledger',
    'Budget',
    'Proof',
    'Plan',
    'Kit',
    'Trouble',
    'Run',
    'Record',
];

const APP_LAYERS = [
    'Language',
    'Data',
    'Events',
    'Models',
    'Shelf',
    'Run',
    'Planning',
    'Demo',
    'Backup',
    'Bench',
    'Prove',
    'Jobs',
    'Listeners',
    'Serve',
    'Http',
    'Providers',
    'Console',
];

arch('the core imports no framework and no other room')
    ->expect('Tornavis\Core')
    ->not->toUse(['Illuminate', 'App', 'Tornavis\StandIn', 'Tornavis\Demo', 'Symfony', 'React', 'Facebook'])
    // Starts the system's programs that unpack, with a limit.
    ->ignoring('Symfony\Component\Process');

it('lets each layer of a room import only itself and the layers before it', function (string $room, array $layers) {
    $upwards = [];
    foreach (Symfony\Component\Finder\Finder::create()->in(base_path($room))->name('*.php') as $file) {
        $here = explode('/', $file->getRelativePathname())[0];
        $code = (string) preg_replace('~/\*.*?\*/|//[^\n]*~s', '', $file->getContents());
        preg_match_all('~\b' . preg_quote(ROOMS[$room], '~') . '\\\\(\w+)\\\\\w~', $code, $imports);
        foreach (array_unique([...$imports[1], $here]) as $there) {
            $isKnown = in_array($there, $layers, true);
            if (!$isKnown || array_search($there, $layers, true) > array_search($here, $layers, true)) {
                $upwards[] = "{$file->getRelativePathname()} imports {$there}";
            }
        }
    }

    expect($upwards)->toBe([]);
})->with([['core/src', CORE_LAYERS], ['app', APP_LAYERS]]);

arch('the stand-in is a witness: it knows nothing of fit, plan and proof')
    ->expect('Tornavis\StandIn')
    ->not->toUse(['Tornavis\Core', 'Tornavis\Demo', 'App', 'Illuminate']);

arch('the demo recipe knows formats, not rules')
    ->expect('Tornavis\Demo')
    ->not->toUse([
        'Tornavis\Core\Rule',
        'Tornavis\Core\Plan',
        'Tornavis\Core\Proof',
        'Tornavis\StandIn',
        'App',
        'Illuminate',
    ]);

arch('only the link and the witness speak with the stand-in')
    ->expect('Tornavis\StandIn')
    ->toOnlyBeUsedIn([
        'App\Run',
        'App\Prove',
        'App\Demo',
        'App\Console\Commands\StandInCommand',
        'Tornavis\StandIn',
        'Tests',
    ]);

/** What reads a clock, draws a number or reaches outside; and the classes that make a time of "now". */
const OUTSIDE = [
    ...['time', 'microtime', 'hrtime', 'date', 'getdate', 'localtime', 'mktime', 'strtotime', 'idate', 'now'],
    ...['date_create', 'date_create_immutable', 'rand', 'mt_rand', 'random_int', 'random_bytes', 'uniqid'],
    ...['fopen', 'fsockopen', 'curl_init', 'proc_open', 'exec', 'shell_exec', 'sleep', 'usleep'],
];

it('reads no clock, random number or network in the heart', function () {
    $layers = array_diff(CORE_LAYERS, ['Format', 'Package']);
    $found = [];
    foreach ($layers as $layer) {
        foreach (
            Symfony\Component\Finder\Finder::create()->in(base_path("core/src/{$layer}"))->name('*.php')
            as $file
        ) {
            preg_match_all('/(?<![>:$\w])(?<!function )(\w+)\((?!\'php:)/', $file->getContents(), $calls);
            // A date that is formatted is given its time; without one it is that of now.
            $makesTimes =
                preg_match('/new \\\\DateTime(Immutable)?\((?!"@)/', $file->getContents()) === 1 ||
                preg_match('/\bgmdate\([^,()]*\)/', $file->getContents()) === 1;
            array_push(
                $found,
                ...array_map(static fn(string $call): string => "{$file->getRelativePathname()}: {$call}", [
                    ...array_intersect($calls[1], OUTSIDE),
                    ...$makesTimes ? ['new DateTime'] : [],
                ]),
            );
        }
    }

    expect($found)->toBe([]);
});

arch('strict types everywhere')
    ->expect(['App', 'Tornavis\Core', 'Tornavis\StandIn', 'Tornavis\Demo'])
    ->toUseStrictTypes();

arch('no forgotten debugging')
    ->expect(['dd', 'dump', 'var_dump', 'print_r', 'ray'])
    ->not->toBeUsed();

it('keeps each rule in a class that is found by its id', function () {
    foreach ([...Tornavis\Core\Rule\FitRules::ALL, ...Tornavis\Core\Rule\StepRules::ALL] as $class) {
        $name = substr($class, (int) strrpos($class, '\\') + 1);
        $id = str_replace('-', '', strtolower($class::id()->value));

        expect(strtolower($name))->toStartWith($id)->and($class::purpose())->toEndWith('.');
    }
});

it('says of each rule when it speaks and why', function () {
    foreach (glob(base_path('core/src/Rule/*/*.php')) ?: [] as $file) {
        $code = (string) file_get_contents($file);
        expect($code)->toMatch('~/\\*\\*\n \\* (Speaks|Contributes) .*?\n \\* Why: ~s', basename($file));
    }
});

it('registers every rule that lies in a folder of rules', function () {
    $root = dirname(__DIR__, 2) . '/core/src';
    $lying = array_map(
        static fn(string $path): string => 'Tornavis\\Core\\Rule\\' .
            basename(dirname($path)) .
            '\\' .
            basename($path, '.php'),
        glob("{$root}/Rule/*/*.php") ?: [],
    );

    expect([...Tornavis\Core\Rule\FitRules::ALL, ...Tornavis\Core\Rule\StepRules::ALL])->toEqualCanonicalizing($lying);
});

it('names facts about a phone only in their table', function () {
    $named = [];
    foreach (Symfony\Component\Finder\Finder::create()->in(base_path('core/src'))->name('*.php') as $file) {
        if (in_array($file->getFilename(), ['StateField.php', 'FactName.php'], true)) {
            continue;
        }
        preg_match_all(
            '/([\'"])((?:slot|data|bootloader|battery|card|os)\.[a-zA-Z{$][^\'" ]*)\1/',
            $file->getContents(),
            $found,
        );
        foreach ($found[2] as $name) {
            $plain = (string) preg_replace('/\{\$[^}]*\}/', 'a', $name);
            if (Tornavis\Core\Phone\FactName::field($plain) !== null) {
                $named[] = "{$file->getRelativePathname()}: {$name}";
            }
        }
    }

    expect($named)->toBe([]);
});

it('names steps by their enum', function () {
    $named = [];
    foreach (Symfony\Component\Finder\Finder::create()->in(base_path('core/src/Rule'))->name('*.php') as $file) {
        preg_match_all('/[\'"]([a-z]+\.[a-z0-9-]*)[\'".{]/', $file->getContents(), $found);
        foreach ($found[1] as $key) {
            if (StepKey::isBeginningOfKey($key)) {
                $named[] = "{$file->getRelativePathname()}: {$key}";
            }
        }
    }

    expect($named)->toBe([]);
});

it('asks the class of a job, and nowhere the intent', function () {
    $asking = [];
    foreach (['Rule', 'Operation', 'Space', 'Sequence', 'Ledger', 'Budget', 'Proof', 'Trouble'] as $layer) {
        foreach (
            Symfony\Component\Finder\Finder::create()->in(base_path("core/src/{$layer}"))->name('*.php')
            as $file
        ) {
            if (preg_match('/\bIntent::|->intent\b/', $file->getContents()) === 1) {
                $asking[] = $file->getRelativePathname();
            }
        }
    }

    expect($asking)->toBe([]);
});

it('has a job that each rule of some jobs speaks in', function () {
    $named = array_merge(...array_map(static fn(Intent $intent): array => Job::of($intent)->rules(), Intent::cases()));
    foreach (Tornavis\Core\Rule\StepRules::ALL as $class) {
        expect(in_array($class::id(), $named, true))->toBeTrue("no job asks {$class} for steps");
    }
    foreach (Tornavis\Core\Rule\FitRules::OF_SOME_JOBS as $id) {
        expect(in_array($id, $named, true))->toBeTrue("no job is judged by {$id->value}");
    }
});

it('has a purpose in the handbook for every rule that may be named', function () {
    // MODE is what the sequencer gives as its reason; it is no rule of the work.
    $named = array_column(
        array_filter(RuleId::cases(), static fn(RuleId $rule): bool => $rule !== RuleId::Mode),
        'value',
    );

    expect(array_keys(Tornavis\Core\Rule\Rulebook::all()))->toEqualCanonicalizing($named);
});

/**
 * @return list<string> paths of the files that people write, from the project's folder
 */
function writtenFiles(): array
{
    $folders = 'app bench bootstrap config core/src core/tests database demo/src resources routes standin tests';
    $files = Symfony\Component\Finder\Finder::create()
        ->in(array_map(base_path(...), explode(' ', $folders)))
        ->exclude('generated')
        ->exclude('cache')
        ->name(['*.php', '*.vue', '*.ts', '*.css']);

    return array_values(
        array_map(static fn(SplFileInfo $file): string => $file->getPathname(), iterator_to_array($files)),
    );
}

it('holds no name of the demo world in core and stand-in', function () {
    $names = [];
    foreach (glob(base_path('demo/models/*.json')) ?: [] as $file) {
        $sheet = json_decode((string) file_get_contents($file), true);
        array_push($names, $sheet['codename'], ...$sheet['aliases'] ?? []);
    }
    array_push($names, 'demo', 'saltern', 'driftglass', 'lamplight', 'larder', 'wicket', 'lychgate', 'latchkey');
    $found = [];
    foreach (
        Symfony\Component\Finder\Finder::create()->in([base_path('core/src'), base_path('standin/src')])
        as $file
    ) {
        foreach ($file->isFile() ? $names : [] as $name) {
            if (preg_match("/(?<![a-z_]){$name}(?![a-z])/i", $file->getContents()) === 1) {
                $found[] = "{$file->getRelativePathname()}: {$name}";
            }
        }
    }

    expect($found)->toBe([]);
});

it('gives every address a name', function () {
    $nameless = [];
    foreach (Illuminate\Support\Facades\Route::getRoutes()->getRoutes() as $route) {
        if ($route->getName() === null) {
            $nameless[] = $route->uri();
        }
    }

    expect($nameless)->toBe([]);
});

it('keeps every file of the product at 300 lines', function () {
    $long = array_filter(
        writtenFiles(),
        static fn(string $path): bool => preg_match('~/tests/~', $path) === 0 && count(file($path) ?: []) > 300,
    );

    expect(array_values($long))->toBe([]);
});

it('keeps every line at 120 columns', function () {
    $long = [];
    foreach (writtenFiles() as $path) {
        foreach (file($path, FILE_IGNORE_NEW_LINES) ?: [] as $index => $line) {
            if (mb_strlen($line) > 120) {
                $long[] = $path . ':' . ($index + 1);
            }
        }
    }

    expect($long)->toBe([]);
});
