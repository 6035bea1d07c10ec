<?php

declare(strict_types=1);

use App\Models\Run;
use App\Models\SheetRecord;
use App\Models\UnitRecord;
use App\Models\WorkJob;
use App\Run\DatabaseJournal;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Queue;
use function Pest\Laravel\postJson;
use Symfony\Component\Process\Process;
use Tests\Support\World;
use Tornavis\Core\Run\EventKind;
use Tornavis\Core\Run\Hands;
use Tornavis\Core\Run\JournalEvent;
use Tornavis\Core\Run\Link;
use Tornavis\Core\Run\LinkAnswer;
use Tornavis\Core\Run\RunEngine;
use Tornavis\Core\Run\RunRefusal;
use Tornavis\Core\Run\RunState;
use Tornavis\Core\Words\Intent;

use Tornavis\Core\Words\OperationName;

/*
 * A journal in a file, as in use: several processes write it at once, and the disk can be full.
 */
beforeEach(function () {
    $this->database = (string) tempnam(sys_get_temp_dir(), 'tornavis-journal-');
    config([
        'database.connections.file' => ['database' => $this->database] + config()->array('database.connections.sqlite'),
    ]);
    DB::setDefaultConnection('file');
    Artisan::call('migrate', ['--force' => true, '--database' => 'file']);
    UnitRecord::keep(World::unit('SK-07'));
    $job = new WorkJob(['intent' => Intent::Fresh, 'kit' => [], 'answers' => []]);
    $job->unit()->associate(UnitRecord::query()->firstOrFail());
    $job->save();
    $this->run = $job->runs()->create([
        'unit_label' => 'SK-07',
        'codename' => 'bowline',
        'build' => 'Saltern 15.2',
        'status' => RunState::NOT_STARTED,
        'plan' => World::document(World::plan('SK-07', World::SALTERN)),
    ]);
});

afterEach(function () {
    DB::setDefaultConnection('sqlite');
    DB::purge('file');
    array_map(unlink(...), glob("{$this->database}*") ?: []);
});

it('keeps one unbroken chain when four processes write at the same time', function () {
    $code =
        'require $argv[1]."/vendor/autoload.php"; $app = require $argv[1]."/bootstrap/app.php"; ' .
        '$app->make(Illuminate\Contracts\Console\Kernel::class)->bootstrap();' .
        '$journal = new App\Run\DatabaseJournal(App\Models\Run::query()->findOrFail(1)); for ($i = 0; $i < 25; ' .
        '$i++) { $journal->append(Tornavis\Core\Run\EventKind::Progress, 1, ["percent" => $i]); }';
    $writers = array_map(function () use ($code): Process {
        $writer = new Process([PHP_BINARY, '-r', $code, '--', base_path()], null, [
            'DB_DATABASE' => $this->database,
            'APP_ENV' => 'production',
        ]);
        $writer->start();

        return $writer;
    }, range(1, 4));
    foreach ($writers as $writer) {
        expect($writer->wait())->toBe(0, $writer->getOutput() . $writer->getErrorOutput());
    }
    $events = $this->run->events();

    expect(array_map(static fn(JournalEvent $event): int => $event->sequence, $events))
        ->toBe(range(1, 100))
        ->and($this->run->record()->toArray()['journalIsWhole'])
        ->toBeTrue();
});

it('sends nothing to the phone when the disk is full, and goes on once there is room', function () {
    $link = new class implements Link {
        public int $asked = 0;

        public function name(): string
        {
            return 'stand-in';
        }

        public function observe(): LinkAnswer
        {
            return new LinkAnswer(true, '', 0, ['mode' => 'system'], 1);
        }

        public function carryOut(OperationName $operation, array $parameters, callable $progress): LinkAnswer
        {
            $this->asked++;

            return new LinkAnswer(true, 'done', 0, [], 1);
        }
    };
    $journal = new DatabaseJournal($this->run);
    $engine = new RunEngine($this->run->plan, $journal, $link);
    $engine->advance();
    $pages = DB::selectOne('pragma page_count')->page_count;
    DB::statement("pragma max_page_count = {$pages}");
    // What is left on the last pages is used up first.
    $refusal = null;
    for ($i = 0; $i < 400 && $refusal === null; $i++) {
        try {
            $journal->append(EventKind::Progress, 1, ['shows' => str_repeat('x', 500)]);
        } catch (RunRefusal $refusal) {
        }
    }
    expect($refusal?->what)->toContain('the disk is full')->and($refusal?->where)->toBe($this->database);

    // The connection is a new one; the same again for a line of any length, with SQLite's own way to end the
    // transaction.
    DB::statement(
        "create trigger full before insert on journal_events begin select raise(rollback, 'database or disk is " .
            "full'); end",
    );
    $kept = $this->run->events();
    expect(fn() => $engine->advance())
        ->toThrow(RunRefusal::class, 'disk is full')
        ->and(fn() => $engine->advance())
        ->toThrow(RunRefusal::class, 'disk is full')
        ->and($link->asked)
        ->toBe(0)
        ->and($this->run->events())
        ->toEqual($kept);

    DB::statement('drop trigger full');
    $state = $engine->advance();
    expect($link->asked)
        ->toBe(1)
        ->and($state->steps[1])
        ->toBe('done')
        ->and($this->run->record()->toArray()['journalIsWhole'])
        ->toBeTrue();
});

it(
    'shows nobody half of what a person did: a worker that looks meanwhile finds the step as it was, or done',
    function () {
        Queue::fake();
        SheetRecord::keep(World::sheet('bowline'));
        $journal = new DatabaseJournal($this->run);
        (new RunEngine($this->run->plan, $journal, new Hands()))->advance();
        (new RunEngine($this->run->plan, $journal, new Hands()))->advance();
        // A worker has a connection of its own.
        config(['database.connections.worker' => config()->array('database.connections.file')]);
        $seen = [];
        DB::listen(function ($query) use (&$seen): void {
            if ($query->connectionName === 'file' && str_starts_with($query->sql, 'insert into "journal_events"')) {
                $events = Run::on('worker')->findOrFail($this->run->id)->events();
                $seen[] = RunState::fold($this->run->plan, $events)->status;
            }
        });
        postJson("/api/runs/{$this->run->id}/tell", ['answer' => 'seen', 'evidence' => 'SKF3A07Q41'])
            ->assertOk()
            ->assertJsonPath('status', RunState::RUNNING);
        DB::purge('worker');

        expect($seen)
            ->toBe([RunState::ASKED, RunState::ASKED, RunState::ASKED])
            ->and($this->run->state()->steps[1])
            ->toBe('done');
    },
);
