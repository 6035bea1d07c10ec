<?php

declare(strict_types=1);

use App\Http\Middleware\SpokenLanguage;
use App\Language\CoreTexts;
use App\Language\Languages;
use App\Language\SourceTexts;
use App\Prove\CheckedFiles;
use App\Prove\RandomBench;
use function Pest\Laravel\getJson;
use function Pest\Laravel\postJson;
use Tests\Support\DemoBench;
use Tests\Support\World;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Plan\Planner;

/*
 * What the core says, in another language: that nothing of the source is missing in a catalogue, and that a text is
 * said as a whole or left as it is.
 */

uses(DemoBench::class);

/** Words that German has not; a text that still has one was not translated, or only in part. */
const ENGLISH = '/\b(the|is|are|this|that|with|not|from|by|has|which|only|before|after|you|into|needs|of|and|for)\b/';

function places(string $text): string
{
    preg_match_all('/\{\w+\}/', $text, $found);
    sort($found[0]);

    return implode(' ', $found[0]);
}

/**
 * @return list<string> every text in it for people, and none of the files' or the phone's own
 */
function textsIn(mixed $value, string $field = ''): array
{
    if (is_string($value)) {
        return str_contains($value, ' ') ? [$value] : [];
    }
    $texts = [];
    foreach (is_array($value) ? $value : [] as $name => $one) {
        if (!in_array($name, ['facts', 'key', 'kit', 'build', 'effects', 'midway', 'before', 'after'], true)) {
            array_push($texts, ...textsIn($one, is_int($name) ? $field : $name));
        }
    }

    return $texts;
}

/** @return list<string> what publishers and makers say, in their own words */
function saidByOthers(): array
{
    // An extra of a random phone.
    $said = ['the maker\'s camera'];
    foreach (CheckedFiles::in(World::shelf()) as $package) {
        foreach ([Field::CONDITIONS, Field::KNOWN_PROBLEMS, Field::BRINGS_EXTRAS] as $field) {
            array_push($said, ...$package->facts->list($field));
        }
        $said[] = $package->name();
    }
    foreach (glob(base_path('demo/models/*.json')) ?: [] as $file) {
        $said[] = ModelSheet::read($file)->unlockNote ?? '';
    }

    return array_filter($said, static fn(string $one): bool => str_contains($one, ' ') || str_contains($one, '-'));
}

it('has every text of the source in the catalogue of each language, with the same places for values', function () {
    $source = array_keys(SourceTexts::in(array_map(base_path(...), SourceTexts::FOLDERS)));
    expect(count($source))->toBeGreaterThan(2000);
    foreach (Languages::others() as $language) {
        $core = Languages::core($language);
        $open = array_filter($core, static fn(string $said): bool => $said === '');
        $displaced = array_filter(
            $core,
            static fn(string $said, string $english): bool => places($said) !== places($english),
            ARRAY_FILTER_USE_BOTH,
        );

        expect(array_diff($source, array_keys($core)))
            ->toBe([], "missing in {$language}: php artisan tornavis:texts")
            ->and(array_diff(array_keys($core), $source))
            ->toBe([], 'no longer said: php artisan tornavis:texts')
            ->and(array_keys($open))
            ->toBe([])
            ->and($displaced)
            ->toBe([]);
    }
});

it('reads texts out of a source as they are said, and nothing that is compared or looked for', function () {
    $code = <<<'PHP'
    <?php
    $kinds = ['a key of a list' => 'A value of a list'];
    $said = "The phone shows {$state->label()}; " . ($again ? 'look again' : 'go on') . '.';
    $else = 'It has ' . implode(', ', $this->names) . " in {$slot->value} and {$other->value}.";
    if ($text === 'what is compared' || str_contains($text, 'what is looked for')) {
        throw new \LogicException('What a programmer reads.');
    }
    preg_match('/a pattern with words/', $text);
    PHP;

    expect(array_keys(SourceTexts::ofFile($code)))->toBe([
        'A value of a list',
        'The phone shows {state}; {again}.',
        'look again',
        'go on',
        'It has {names} in {slot} and {other}.',
    ]);
});

it('says a text by its form, its values too, and leaves alone what it does not know', function (
    string $english,
    string $german,
) {
    $texts = new CoreTexts(
        [
            'The phone shows {state}.' => 'Das Telefon zeigt: {state}.',
            'Back up {what}{slot}' => '{what} sichern{slot}',
            'in slot {slot}' => 'in Slot {slot}',
            'App data' => 'App-Daten',
            'Contacts' => 'Kontakte',
            'Nothing was sent.' => 'Nichts wurde gesendet.',
            '{name} is {value}' => '{name} ist {value}',
            '{count} days' => '{count} Tage',
            'Battery' => 'Akku',
            'made for {name}' => 'gemacht für {name}',
        ],
        [' and ' => ' und '],
    );

    expect($texts->say($english))->toBe($german);
})->with([
    'a whole text' => ['Nothing was sent.', 'Nichts wurde gesendet.'],
    'a name as a value' => ['The phone shows SK-04.', 'Das Telefon zeigt: SK-04.'],
    'several sentences' => [
        'The phone shows SK-04. Nothing was sent.',
        'Das Telefon zeigt: SK-04. Nichts wurde gesendet.',
    ],
    'values that are texts, in a list' => ['Back up app data and contacts', 'App-Daten und Kontakte sichern'],
    'two places that touch' => ['Back up contacts in slot B', 'Kontakte in Slot B sichern'],
    'the end of another text' => ['Contacts in slot A', 'Kontakte in Slot A'],
    'a capital that the source has not' => ['Made for bowlane', 'Gemacht für bowlane'],
    'space around it' => [' Nothing was sent. ', ' Nichts wurde gesendet. '],
    'a short form with a value that is known' => ['Battery is 82', 'Akku ist 82'],
    // Siblings: what only looks as if it were of a form.
    'a note of a person' => [
        'The blue cable is fine and the phone is mine.',
        'The blue cable is fine and the phone is mine.',
    ],
    'a sentence that ends as a text does' => ['Nordhus asks for three days', 'Nordhus asks for three days'],
    'what a phone prints' => ['FAILED (remote: no such partition)', 'FAILED (remote: no such partition)'],
    'nothing' => ['', ''],
]);

it('leaves a text alone that was made to be hard, and does not take the memory of the machine for it', function (
    string $hard,
) {
    expect(Languages::texts('de')->say($hard))->toBe($hard);
})->with([
    'many sentences' => [trim(str_repeat('Zq x. ', 240))],
    'many colons' => [rtrim(str_repeat('zq: ', 300), ': ') . ' zq'],
    'many joints' => [str_repeat('zq and zq, zq; ', 90) . 'zq'],
    'many brackets' => [str_repeat('(', 600) . 'zq' . str_repeat(')', 600)],
    'nothing but a word of many forms' => [rtrim(str_repeat('is is to of ', 100))],
    'more than anybody says' => [str_repeat('Nothing was sent. ', 100)],
]);

it('says the plans of random phones in German to the last word', function (int $seed) {
    $sheets = array_map(ModelSheet::read(...), glob(base_path('demo/models/*.json')) ?: []);
    $bench = new RandomBench($sheets, CheckedFiles::in(World::shelf()), $seed);
    $german = Languages::texts('de');
    $others = saidByOthers();
    $english = [];
    $count = 0;
    for ($i = 0; $i < 120; $i++) {
        foreach (textsIn(Planner::plan($bench->next())->toArray()) as $text) {
            $count++;
            $said = str_replace($others, '', $german->say($text));
            // An installer asks in its own words, and a bootloader answers in its own.
            $quoted = preg_match('/ asks: |\(the careful one\)|"Write not allowed|"\w+" of /', $text) === 1;
            if (!$quoted && preg_match(ENGLISH, $said) === 1) {
                $english[$said] = $text;
            }
        }
    }

    expect($count)->toBeGreaterThan(3000)->and($english)->toBe([]);
})->with([3, 17]);

it('translates no field whose values a page compares', function () {
    $compared = ['intents.schema.json' => ['takes'], 'run-events.schema.json' => ['wants', 'answers']];
    foreach (glob(base_path('docs/formats/{,api/}*.schema.json'), GLOB_BRACE) ?: [] as $file) {
        $closed = $compared[basename($file)] ?? [];
        preg_match_all('/"(\w+)":\s*\{\s*"enum"/', (string) file_get_contents($file), $found);
        expect(array_intersect([...$closed, ...$found[1]], SpokenLanguage::FIELDS))->toBe([], basename($file));
    }
});

describe('the pages in German', function () {
    beforeEach(function () {
        speaking('de');
    });

    it('are answered in German, and by the same plan', function () {
        $german = getJson('/api/jobs/1')->assertOk();
        speaking('en');
        $english = getJson('/api/jobs/1')->assertOk();

        expect($german->json('plan.steps.0.instruction'))
            ->not->toBe($english->json('plan.steps.0.instruction'))
            ->and($german->json('plan.steps.*.key'))
            ->toBe($english->json('plan.steps.*.key'))
            ->and($german->json('seal'))
            ->toBe($english->json('seal'))
            ->and($german->headers->get('ETag'))
            ->not->toBe($english->headers->get('ETag'));
    });

    it('leave as it is what is taken home as a file, and what a page sends back', function (string $path) {
        $german = getJson($path)->assertOk()->getContent();
        speaking('en');

        expect($german)->toBe(getJson($path)->getContent());
    })->with(['/api/jobs/1/plan.json', '/api/sheets/halyard', '/api/phrasebook', '/api/sheet-pack']);

    it('say the plan in Markdown in German, line by line', function () {
        $page = getJson('/api/jobs/1/plan.md')->assertOk()->getContent();

        expect($page)->toContain('Warum:')->not->toContain('Why:');
    });

    it('are refused in German', function () {
        postJson('/api/units/SK-04/notes', ['note' => ''])
            ->assertUnprocessable()
            ->assertJsonPath('message', 'Die Notiz ist leer. Schreib sie zuerst auf.');
    });

    it('find a rule and an article by their words in German and in English', function () {
        $titles = static fn(string $word): array => array_column(
            getJson("/api/search?q={$word}")->json('hits'),
            'title',
        );

        expect($titles('Werkbank'))
            ->toContain('Werkbank')
            ->and($titles('Formatieren'))
            ->toContain('Leeren und Formatieren')
            ->and($titles('nightly'))
            ->not->toBe([]);
    });

    it('are in English where the language that is asked for has no catalogue', function () {
        speaking('../../etc/passwd');

        expect(getJson('/api/intents')->json('intents.0.title'))->toBe('Fresh install');
    });
});
