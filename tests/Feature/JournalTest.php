<?php

declare(strict_types=1);

use App\Models\JournalLine;
use App\Models\Run;
use App\Models\UnitRecord;
use App\Run\DatabaseJournal;
use Illuminate\Support\Facades\Queue;
use function Pest\Laravel\getJson;
use function Pest\Laravel\postJson;
use Tests\Support\DemoBench;
use Tornavis\Core\Run\EventKind;

use Tornavis\Core\Run\JournalEvent;
use Tornavis\Core\Run\RunState;

uses(DemoBench::class);

beforeEach(function () {
    Queue::fake();
    $this->run = Run::query()->findOrFail(postJson('/api/jobs/1/run', shown(1))->json('id'));
});

it('gives two writers numbers of their own and one chain', function () {
    $worker = new DatabaseJournal($this->run);
    $page = new DatabaseJournal(Run::query()->findOrFail($this->run->id));
    $worker->append(EventKind::Started, null, []);
    $page->append(EventKind::Stopped, 1, ['wayBack' => 'x']);
    $worker->append(EventKind::Progress, 1, ['percent' => 1]);
    $events = $this->run->events();

    expect(array_map(static fn(JournalEvent $event): int => $event->sequence, $events))
        ->toBe([1, 2, 3])
        ->and($events[2]->previous)
        ->toBe($events[1]->hash)
        ->and($this->run->record()->toArray()['journalIsWhole'])
        ->toBeTrue();
});

it('keeps every kind of value as it was, so that the hash still holds when it is read back', function () {
    $data = [
        'text' => 'Grüße "quoted" / slash',
        'number' => 12,
        'share' => 0.5,
        'whole' => 3.0,
        'list' => ['a', 'b'],
        'nothing' => null,
        'flag' => true,
        'deep' => ['x' => ['y' => 1]],
    ];
    (new DatabaseJournal($this->run))->append(EventKind::Answered, 1, $data);
    $event = $this->run->events()[0];

    expect($event->data)->toBe($data)->and($event->isWhole())->toBeTrue();
});

it('repeats the folded status beside the run, for searching', function (array $kinds, string $status) {
    $journal = new DatabaseJournal($this->run);
    foreach ($kinds as $kind) {
        $journal->append($kind, 1, ['seen' => false, 'answers' => ['again']]);
    }

    expect($this->run->refresh()->status)
        ->toBe($status)
        ->and($this->run->state()->status)
        ->toBe($status);
})->with([
    [[EventKind::Started], RunState::RUNNING],
    [[EventKind::Started, EventKind::Gate], RunState::GATED],
    [[EventKind::Started, EventKind::Gate, EventKind::Released], RunState::RUNNING],
    [[EventKind::Started, EventKind::Asked], RunState::ASKED],
    [[EventKind::Started, EventKind::Asked, EventKind::Told], RunState::RUNNING],
    [[EventKind::Started, EventKind::Lost], RunState::LOST],
    [[EventKind::Started, EventKind::Lost, EventKind::Returned], RunState::RUNNING],
    [[EventKind::Started, EventKind::Stopped], RunState::STOPPED],
    [[EventKind::Started, EventKind::Ended], RunState::ENDED],
]);

it('takes the answers of a person and refuses those that do not fit', function () {
    $journal = new DatabaseJournal($this->run);
    $journal->append(EventKind::Started, null, []);
    $id = $this->run->id;
    postJson("/api/runs/{$id}/release", ['word' => 'SK-04'])
        ->assertStatus(409)
        ->assertJsonPath('error', 'RunRefusal');
    $journal->append(EventKind::Gate, 4, ['reason' => 'first write', 'word' => 'SK-04']);
    postJson("/api/runs/{$id}/release", ['word' => 'SK-40'])
        ->assertUnprocessable()
        ->assertJsonPath('expected', 'the label of the phone that this job is for');
    postJson("/api/runs/{$id}/release", ['word' => 'SK-04'])
        ->assertOk()
        ->assertJsonPath('status', 'running');
    postJson("/api/runs/{$id}/something-else", ['note' => 'a blue screen'])
        ->assertOk()
        ->assertJsonPath('status', 'asked');
    postJson("/api/runs/{$id}/tell", ['answer' => 'seen'])->assertUnprocessable();
    postJson("/api/runs/{$id}/tell", ['answer' => 'stop'])
        ->assertOk()
        ->assertJsonPath('status', 'stopped');
    postJson("/api/runs/{$id}/go-on")
        ->assertOk()
        ->assertJsonPath('status', 'running');
    postJson("/api/runs/{$id}/stop")
        ->assertOk()
        ->assertJsonPath('status', 'stopped');

    expect(getJson("/api/runs/{$id}/record")->json('deviations'))->toHaveCount(3);
});

it('shows in the record when a line was changed behind the database\'s back', function () {
    (new DatabaseJournal($this->run))->append(EventKind::Started, null, ['link' => 'stand-in']);
    (new DatabaseJournal($this->run))->append(EventKind::Judged, 1, ['seen' => false, 'reason' => 'no']);
    $line = JournalLine::query()->where('sequence', 2)->firstOrFail();
    $forged = $line->event()->toArray();
    $forged['data'] = ['seen' => true, 'reason' => 'yes'];
    $events = [$this->run->events()[0], JournalEvent::fromArray($forged)];

    expect(Tornavis\Core\Record\Record::of($this->run->plan, $events)->toArray()['journalIsWhole'])->toBeFalse();
});

it('teaches the unit what the phone showed at the end, and keeps what was known before', function () {
    $unit = UnitRecord::query()->where('label', 'SK-04')->firstOrFail();
    $before = count($unit->unit()->facts);
    $journal = new DatabaseJournal($this->run);
    $journal->append(EventKind::Started, null, []);
    foreach ($this->run->plan['steps'] as $step) {
        $journal->append(EventKind::Judged, $step['number'], ['seen' => true, 'reason' => 'seen']);
    }
    (new App\Jobs\AdvanceRun($this->run->id))->handle(app(App\Run\StandInLink::class));
    $state = $unit->refresh()->unit()->state();

    expect($this->run->refresh()->status)
        ->toBe(RunState::ENDED)
        ->and($state->text('slot.a.os.buildId'))
        ->toBe('saltern-15.2-20260903-bowline')
        ->and($state->fact('slot.a.os.buildId')->where)
        ->toBe("run {$this->run->id}")
        ->and(count($unit->unit()->facts))
        ->toBeGreaterThan($before);
});
