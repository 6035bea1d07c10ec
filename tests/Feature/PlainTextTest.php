<?php

declare(strict_types=1);

use App\Models\PackageRecord;
use App\Models\Run;
use App\Models\UnitRecord;
use App\Run\DatabaseJournal;
use App\Shelf\IsolatedReader;
use App\Shelf\Shelf;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\Queue;
use League\CommonMark\GithubFlavoredMarkdownConverter;
use function Pest\Laravel\get;
use function Pest\Laravel\getJson;
use function Pest\Laravel\postJson;
use Symfony\Component\Console\Output\BufferedOutput;
use Tests\Support\DemoBench;
use Tests\Support\TestRun;

use Tornavis\Core\Phone\Note;
use Tornavis\Core\Phone\Unit;
use Tornavis\Core\Run\EventKind;

/*
 * What others have named and written is text on every page and in every file: it marks nothing, and steers no terminal.
 */

uses(DemoBench::class);

const HOSTILE = "a\x1b[201~ | **b** <img src=x> [c](https://d.example) \u{202e}piz";

beforeEach(function () {
    Queue::fake();
});

/** Elements of the page as another's reader of Markdown makes it. */
function elementsOf(string $markdown): array
{
    preg_match_all('#<(?!/)(\w+)#', (new GithubFlavoredMarkdownConverter())->convert($markdown)->getContent(), $found);

    return array_values(array_unique($found[1]));
}

it('writes notes and words of others into a record as text, in each language', function (string $language) {
    $run = Run::query()->findOrFail(postJson('/api/jobs/1/run', shown(1))->assertCreated()->json('id'));
    $journal = new DatabaseJournal($run);
    $journal->append(EventKind::Started, null, ['link' => 'stand-in']);
    $journal->append(EventKind::Noted, 1, ['note' => HOSTILE . "\n# heading"]);
    $journal->append(EventKind::Asked, 1, ['about' => 'something-else', 'says' => HOSTILE, 'answers' => ['stop']]);
    $journal->append(EventKind::Stopped, 1, ['note' => HOSTILE, 'wayBack' => HOSTILE]);
    speaking($language);
    $page = (string) get("/api/runs/{$run->id}/record.md")
        ->assertOk()
        ->getContent();
    expect(preg_match('/[\x00-\x08\x0b-\x1f\x7f]|\x{202e}/u', $page))
        ->toBe(0)
        ->and($page)
        ->toContain('a\\\\u{1b}')
        ->and(array_diff(elementsOf($page), ['h1', 'h2', 'p', 'table', 'thead', 'tr', 'th', 'tbody', 'td', 'ul', 'li']))
        ->toBe([]);
    // The file that is taken home says what was said, and a table for spreadsheets nothing that is run.
    expect(get("/api/runs/{$run->id}/run.jsonl")->getContent())->toContain('\u001b[201~');
    expect(get("/api/runs/{$run->id}/run.csv")->getContent())->not->toContain("\x1b");
})->with(['en', 'de']);

it('writes a plan as text, in each language', function (string $language) {
    UnitRecord::labelled('SK-04')->change(
        static fn(Unit $unit): Unit => $unit->withNote(new Note('2026-09-01', HOSTILE)),
    );
    speaking($language);
    $page = (string) get('/api/jobs/1/plan.md')->assertOk()->getContent();
    $allowed = ['h1', 'h2', 'p', 'strong', 'ul', 'ol', 'li'];
    expect(array_diff(elementsOf($page), $allowed))->toBe([])->and($page)->toContain('## ');
    // What is a mark of the page stays one.
    expect(elementsOf($page))->toContain('strong')->toContain('ol');
})->with(['en', 'de']);

it('shows a name of a file that turns or steers as what it is, and takes it home as it is', function () {
    $folder = TestRun::own() . '/plain-' . bin2hex(random_bytes(4));
    mkdir($folder);
    $name = "a\x1b[201~b\u{202e}piz.zip";
    file_put_contents("{$folder}/{$name}", 'x');
    (new Shelf($folder, app(IsolatedReader::class)))->look();
    $record = PackageRecord::query()->latest('id')->firstOrFail();
    expect($record->name)->toBe($name);
    $shown = 'a\u{1b}[201~b\u{202e}piz.zip';
    expect(array_column(getJson('/api/shelf')->json('packages'), 'name'))->toContain($shown)->not->toContain($name);
    expect(getJson("/api/shelf/{$record->id}")->json('name'))->toBe($shown);
    $archive = json_decode((string) get('/api/bench/archive')->streamedContent(), true);
    expect(array_column($archive['packages'], 'name'))->toContain($name);

    // On a terminal it is written out, and in JSON for programs it is escaped.
    $output = new BufferedOutput();
    Artisan::call('tornavis:inspect', ['files' => ["{$folder}/{$name}"]], $output);
    $said = $output->fetch();
    expect($said)->toContain($shown)->not->toContain("\x1b")->not->toContain("\u{202e}");
    Artisan::call('tornavis:inspect', ['files' => ["{$folder}/{$name}"], '--json' => true], $output);
    $said = $output->fetch();
    expect($said)->not->toContain("\u{202e}")->and(json_encode(json_decode($said, true)))->toContain('\u202e');
});

it('leaves answers that hold nothing hidden as they are, escapes of their own too', function () {
    UnitRecord::labelled('SK-04')->change(
        static fn(Unit $unit): Unit => $unit->withNote(
            new Note('2026-09-01T00:00:00Z', 'a \u001b \b C:\fonts and "ü"'),
        ),
    );
    expect((string) getJson('/api/units/SK-04')->getContent())->toContain(
        'a \\\\u001b \\\\b C:\\\\fonts and \"\u00fc\"',
    );
});

it('takes no mark of others on a terminal for one of its own', function () {
    $folder = TestRun::own() . '/marks-' . bin2hex(random_bytes(4));
    mkdir($folder);
    file_put_contents("{$folder}/<href=x>y", 'x');
    $output = new BufferedOutput(decorated: true);
    Artisan::call('tornavis:inspect', ['files' => ["{$folder}/<href=x>y"]], $output);
    expect($output->fetch())->toContain('<href=x>y')->not->toContain("\x1b]8;;");
});
