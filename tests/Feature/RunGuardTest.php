<?php

declare(strict_types=1);

use App\Models\PackageRecord;
use App\Models\Run;
use App\Models\WorkJob;
use App\Run\DatabaseJournal;
use App\Run\KitFiles;
use App\Run\PhoneFromUnit;
use App\Run\RehearsalLink;
use App\Run\StandInLink;
use Illuminate\Support\Facades\Queue;
use function Pest\Laravel\getJson;
use function Pest\Laravel\postJson;
use function Pest\Laravel\putJson;
use Symfony\Component\Process\Process;
use Tests\Support\DemoBench;
use Tests\Support\Ports;
use Tests\Support\World;
use Tornavis\Core\Run\EventKind;
use Tornavis\Core\Run\FileChanged;
use Tornavis\Core\Run\Journal;
use Tornavis\Core\Run\JournalEvent;
use Tornavis\Core\Run\Link;
use Tornavis\Core\Run\LinkAnswer;
use Tornavis\Core\Run\LinkLost;
use Tornavis\Core\Run\RunEngine;

use Tornavis\Core\Run\RunState;
use Tornavis\Core\Words\OperationName;
use Tornavis\StandIn\PhoneShelf;

/*
 * What a run does is what was shown: the same plan, the same files, and nothing more after a stop.
 */

uses(DemoBench::class);

const BUILD = 'saltern-15.2-20260903-bowline.zip';

beforeEach(function () {
    Queue::fake();
});

/** The run of SK-04's job, with its build moved into a folder where it can be replaced. */
function runWithOwnFile(): array
{
    $folder = storage_path('own-' . bin2hex(random_bytes(3)));
    mkdir($folder);
    copy(World::path(BUILD), $folder . '/' . BUILD);
    PackageRecord::query()
        ->where('name', BUILD)
        ->update(['path' => $folder . '/' . BUILD]);
    $run = Run::query()->findOrFail(postJson('/api/jobs/1/run', shown(1))->assertCreated()->json('id'));

    return [$run, $folder . '/' . BUILD];
}

/** Carries the run out until it asks or is done; opens gates. */
function goOn(Run $run, ?Link $link = null): RunState
{
    $kit = KitFiles::ofPlan($run->plan);
    $link ??= new RehearsalLink(
        PhoneFromUnit::make(World::unit('SK-04'), World::sheet('bowline')),
        World::files([...World::SALTERN, World::FIRMWARE]),
    );
    $journal = new DatabaseJournal($run);
    for ($turn = 0; $turn < 200; $turn++) {
        $state = (new RunEngine($run->plan, $journal, $link, $kit))->advance();
        if ($state->status === RunState::GATED) {
            postJson("/api/runs/{$run->id}/release", [
                'word' => 'SK-04',
                'question' => $state->question->sequence,
            ])->assertOk();
        } elseif ($state->status !== RunState::RUNNING) {
            return $state;
        }
    }

    return $state;
}

it(
    'asks before anything is written where a file of the kit is another one, and goes on with the planned one',
    function () {
        [$run, $path] = runWithOwnFile();
        file_put_contents($path, 'another build of the same name');
        $state = goOn($run);

        expect($state->status)
            ->toBe(RunState::ASKED)
            ->and($state->question?->text('about'))
            ->toBe('file')
            ->and($state->question?->text('says'))
            ->toContain(BUILD . ' is not the file that was planned')
            ->and(
                array_filter(
                    $run->events(),
                    static fn(JournalEvent $event): bool => $event->kind === EventKind::Sent &&
                        $event->text('operation') === 'sideload',
                ),
            )
            ->toBe([]);
        copy(World::path(BUILD), $path);
        postJson("/api/runs/{$run->id}/tell", [
            'answer' => 'again',
            'question' => $state->question->sequence,
        ])->assertOk();
        expect(goOn($run)->question?->text('about'))->not->toBe('file');
    },
);

it('asks at the first gate where the file of a later step is another one, before anything is written', function () {
    [$run, $path] = runWithOwnFile();
    file_put_contents($path, 'another build of the same name');
    $state = goOn($run);

    // The build goes in late; the firmware would have been written by then.
    expect($state->question?->text('about'))
        ->toBe('file')
        ->and(
            array_filter(
                $run->events(),
                static fn(JournalEvent $event): bool => in_array(
                    $event->kind,
                    [EventKind::Gate, EventKind::Released],
                    true,
                ),
            ),
        )
        ->toBe([])
        ->and(
            array_filter(
                $state->steps,
                static fn(string $done, int $number): bool => $done === 'done' &&
                    $run->plan['steps'][$number - 1]['writes'],
                ARRAY_FILTER_USE_BOTH,
            ),
        )
        ->toBe([]);
});

it('asks where a file is gone, and is content with one that was only touched', function () {
    [$run, $path] = runWithOwnFile();
    touch($path, time() + 50);
    $kit = KitFiles::ofPlan($run->plan);
    $kit->check(BUILD);
    unlink($path);

    expect(goOn($run)->question?->text('says'))->toContain(BUILD . ' is no longer on the shelf');
});

it('takes the planned file and no other of the same name', function () {
    [$run, $path] = runWithOwnFile();
    $folder = dirname($path) . '/second';
    mkdir($folder);
    file_put_contents("{$folder}/" . BUILD, 'another build of the same name');
    $other = PackageRecord::query()
        ->where('name', BUILD)
        ->firstOrFail()
        ->replicate();
    $other->fill(['path' => "{$folder}/" . BUILD, 'sha256' => hash_file('sha256', "{$folder}/" . BUILD)])->save();
    expect(KitFiles::ofPlan($run->plan)->path(BUILD))->toBe($path);

    PackageRecord::query()
        ->where('path', $path)
        ->update(['missing' => true]);
    expect(fn() => KitFiles::ofPlan($run->plan)->check(BUILD))->toThrow(
        FileChanged::class,
        'not the file that was planned',
    );
});

it('compares what is sent as it is sent, and the phone is asked for nothing where it differs', function () {
    [$run, $path] = runWithOwnFile();
    $port = Ports::free();
    $phones = config()->string('tornavis.phones');
    (new PhoneShelf($phones))->keep(
        PhoneFromUnit::make(
            World::unit('SK-07', [
                'mode' => 'recovery',
                'slot.b.recovery.family' => 'Wicket',
                'slot.b.recovery.version' => '4.1',
            ]),
            World::sheet('bowline'),
        ),
    );
    $before = (string) file_get_contents("{$phones}/SKF3A07Q41.json");
    $process = new Process(
        [PHP_BINARY, base_path('artisan'), 'tornavis:stand-in', "--port={$port}", '--speed=4000'],
        null,
        ['TORNAVIS_PHONES' => $phones, 'TORNAVIS_DATA' => storage_path()],
    );
    $process->start();
    $process->waitUntil(static fn(string $type, string $output): bool => str_contains($output, 'listens'));
    $kit = KitFiles::ofPlan($run->plan);
    $kit->check(BUILD);
    // Between the comparison and the sending.
    file_put_contents($path, 'x', FILE_APPEND);
    $send = fn() => (new StandInLink($port))
        ->to('SKF3A07Q41', 'one', $kit)
        ->carryOut(OperationName::Sideload, ['package' => BUILD, 'slot' => 'b'], static fn(): null => null);
    expect($send)
        ->toThrow(FileChanged::class, 'not the file that was planned')
        ->and(file_get_contents("{$phones}/SKF3A07Q41.json"))
        ->toBe($before);

    // Two programs on one phone: the second is kept off until the first leaves.
    $first = (new StandInLink($port))->to('SKF3A07Q41', 'one', $kit);
    $second = (new StandInLink($port))->to('SKF3A07Q41', 'two', $kit);
    $first->carryOut(OperationName::Reboot, ['mode' => 'bootloader'], static fn(): null => null);
    expect(fn() => $second->carryOut(OperationName::Reboot, ['mode' => 'system'], static fn(): null => null))
        ->toThrow(LinkLost::class, 'Another program works with this phone: one')
        ->and($second->observe()->facts['mode'])
        ->toBe('bootloader');
    $first->leave();
    expect(
        $second->carryOut(OperationName::Reboot, ['mode' => 'recovery'], static fn(): null => null)->facts,
    )->toHaveKey('mode');
    $process->stop(2);
});

it('starts nothing that was not shown', function (Closure $change) {
    $shown = shown(1);
    $change();
    $answer = postJson('/api/jobs/1/run', $shown);
    if ($answer->status() === 409 && str_contains((string) $answer->json('message'), 'the run cannot start')) {
        expect(Run::query()->count())->toBe(0);

        return;
    }
    $answer->assertStatus(409);
    expect($answer->json('message'))
        ->toContain('has changed since it was shown')
        ->and($answer->json('difference'))
        ->toBeArray()
        ->and(Run::query()->count())
        ->toBe(0);
    postJson('/api/jobs/1/run', shown(1))->assertCreated();
})->with([
    'another kit' => [
        fn() => WorkJob::query()
            ->findOrFail(1)
            ->update(['kit' => array_slice(WorkJob::query()->findOrFail(1)->kit, 0, 2)]),
    ],
    'another house rule' => [
        fn() => putJson(
            '/api/house-rules',
            [
                'formatOrder' => 'after',
                'preInstallSlot' => 'active',
            ] + getJson('/api/house-rules')->json('rules'),
        ),
    ],
    'another file of the same name' => [
        fn() => PackageRecord::query()
            ->where('name', BUILD)
            ->update(['sha256' => str_repeat('a', 64), 'document->sha256' => str_repeat('a', 64)]),
    ],
    'another phone' => [
        fn() => App\Models\UnitRecord::query()
            ->where('label', 'SK-04')
            ->firstOrFail()
            ->learn(
                Tornavis\Core\Fact\Fact::of(
                    'slot.b.firmware.version',
                    '5.2.11',
                    Tornavis\Core\Fact\Source::Phone,
                    'bootloader',
                    now()->toIso8601String(),
                ),
            ),
    ],
]);

it('starts what was shown, also after something that has no part in it', function () {
    $shown = shown(1);
    postJson('/api/units/SK-04/notes', ['text' => 'A scratch on the back'])->assertCreated();
    PackageRecord::query()->where('name', 'sweep-1.1.zip')->delete();
    postJson('/api/jobs/1/run', $shown)->assertCreated();
});

it('starts nothing without a seal', function () {
    postJson('/api/jobs/1/run', ['link' => 'stand-in'])->assertUnprocessable();
    expect(Run::query()->count())->toBe(0);
});

/** A journal into which a person's stop comes at the worst moment: after the run has looked, before it writes. */
function stoppedBetween(DatabaseJournal $journal, Closure $stop): Journal
{
    return new class ($journal, $stop) implements Journal {
        public function __construct(private DatabaseJournal $journal, private Closure $stop) {}

        public function append(EventKind $kind, ?int $step, array $data): JournalEvent
        {
            return $this->journal->append($kind, $step, $data);
        }

        public function appendAfter(?JournalEvent $last, array $lines): void
        {
            ($this->stop)();
            $this->journal->appendAfter($last, $lines);
        }

        public function events(): array
        {
            return $this->journal->events();
        }
    };
}

it('lets a stop win that comes between looking and doing', function () {
    [$run] = runWithOwnFile();
    $link = new RehearsalLink(PhoneFromUnit::make(World::unit('SK-04'), World::sheet('bowline')), []);
    (new RunEngine($run->plan, new DatabaseJournal($run), $link))->advance();
    $journal = stoppedBetween(new DatabaseJournal($run), fn() => postJson("/api/runs/{$run->id}/stop")->assertOk());
    $state = (new RunEngine($run->plan, $journal, $link))->advance();

    expect($state->status)
        ->toBe(RunState::STOPPED)
        ->and(array_filter($run->events(), static fn(JournalEvent $event): bool => $event->kind === EventKind::Intend))
        ->toBe([]);
});

it('lets a stop win that comes while a step is under way, whatever the step brings', function (bool $ok) {
    [$run] = runWithOwnFile();
    (new RunEngine($run->plan, new DatabaseJournal($run), new Tornavis\Core\Run\Hands()))->advance();
    $link = new class ($run->id, $ok) implements Link {
        public function __construct(private int $run, private bool $ok) {}

        public function name(): string
        {
            return 'stand-in';
        }

        public function observe(): LinkAnswer
        {
            return new LinkAnswer(true, '', 0, [], 0);
        }

        public function carryOut(OperationName $operation, array $parameters, callable $progress): LinkAnswer
        {
            postJson("/api/runs/{$this->run}/stop")->assertOk();

            return new LinkAnswer($this->ok, $this->ok ? '' : 'It does not want to.', $this->ok ? 0 : 7, [], 1);
        }
    };
    $state = (new RunEngine($run->plan, new DatabaseJournal($run), $link))->advance();
    expect($state->status)->toBe(RunState::STOPPED)->and($state->question)->toBeNull();
    expect((new RunEngine($run->plan, new DatabaseJournal($run), $link))->advance()->status)->toBe(RunState::STOPPED);
})->with([true, false]);

it('takes an answer to the question that stands, once', function () {
    [$run] = runWithOwnFile();
    $journal = new DatabaseJournal($run);
    $journal->append(EventKind::Started, null, ['link' => 'stand-in']);
    $first = $journal->append(EventKind::Asked, 1, [
        'about' => 'failure',
        'says' => 'a',
        'todo' => 'b',
        'answers' => ['again', 'stop'],
    ]);
    $answer = ['answer' => 'again', 'question' => $first->sequence];
    postJson("/api/runs/{$run->id}/tell", $answer)->assertOk();
    postJson("/api/runs/{$run->id}/tell", $answer)->assertStatus(409);
    $second = $journal->append(EventKind::Asked, 1, [
        'about' => 'failure',
        'says' => 'c',
        'todo' => 'd',
        'answers' => ['again', 'stop'],
    ]);
    postJson("/api/runs/{$run->id}/tell", $answer)
        ->assertStatus(409)
        ->assertJsonPath('error', 'Overtaken');
    postJson("/api/runs/{$run->id}/tell", ['question' => $second->sequence] + $answer)->assertOk();
    expect(
        array_filter($run->events(), static fn(JournalEvent $event): bool => $event->kind === EventKind::Told),
    )->toHaveCount(2);
});

it('holds an ended run for final', function (string $what, array $body) {
    [$run] = runWithOwnFile();
    $journal = new DatabaseJournal($run);
    $journal->append(EventKind::Started, null, ['link' => 'stand-in']);
    $journal->append(EventKind::Ended, null, ['ok' => true, 'says' => '', 'seconds' => 1]);
    postJson("/api/runs/{$run->id}/{$what}", $body)->assertStatus(409);
    expect($run->state()->status)->toBe(RunState::ENDED)->and($run->events())->toHaveCount(2);
})->with([
    ['stop', []],
    ['something-else', ['note' => 'x']],
    ['tell', ['answer' => 'again']],
    ['release', ['word' => 'SK-04']],
    ['go-on', []],
]);

it('asks a person where the program itself fails on a step, and goes on afterwards', function () {
    [$run] = runWithOwnFile();
    $engine = new RunEngine($run->plan, new DatabaseJournal($run), new Tornavis\Core\Run\Hands());
    $engine->advance();
    expect($engine->fault('Division by zero')->question?->text('says'))->toBe('This program failed: Division by zero');
    postJson("/api/runs/{$run->id}/tell", ['answer' => 'again'])
        ->assertOk()
        ->assertJsonPath('status', 'running');
});

it('waits for a database that is locked, and for no other error, whatever the line itself says', function () {
    [$run] = runWithOwnFile();
    $journal = new DatabaseJournal($run, patient: true);
    // Another line with the same number: an error of its own, in a line that speaks of a lock.
    Illuminate\Support\Facades\DB::unprepared(
        "CREATE TRIGGER refuses BEFORE INSERT ON journal_events BEGIN SELECT RAISE(ABORT, 'no'); END",
    );
    $write = fn() => $journal->append(EventKind::Noted, null, [
        'note' => 'The bootloader is locked, the disk is full.',
    ]);
    expect($write)->toThrow(Illuminate\Database\QueryException::class);
});
