<?php

declare(strict_types=1);

use App\Models\Run;
use App\Run\DatabaseJournal;
use Illuminate\Support\Facades\Queue;
use function Pest\Laravel\postJson;
use Tests\Support\DemoBench;
use Tornavis\Core\Run\EventKind;
use Tornavis\Core\Run\Journal;
use Tornavis\Core\Run\JournalEvent;
use Tornavis\Core\Run\MemoryJournal;
use Tornavis\Core\Run\Overtaken;

/** What every journal has to pass, wherever it keeps its lines. */
uses(DemoBench::class);

dataset('journals', [
    'in memory' => [fn(): Journal => new MemoryJournal('2026-09-14T12:00:00Z')],
    'in the database' => [
        function (): Journal {
            Queue::fake();

            return new DatabaseJournal(Run::query()->findOrFail(postJson('/api/jobs/1/run', shown(1))->json('id')));
        },
    ],
]);

it('gives back what was written, in order, in a chain without a gap', function (Journal $journal) {
    $data = [
        'text' => "ü \"quoted\" / \\ \n",
        'share' => 0.5,
        'list' => ['a'],
        'nothing' => null,
        'deep' => ['x' => 1],
    ];
    $first = $journal->append(EventKind::Started, null, $data);
    $journal->append(EventKind::Intend, 1, []);
    $journal->append(EventKind::Noted, 1, ['note' => 'a note']);
    $events = $journal->events();

    expect($events[0])
        ->toEqual($first)
        ->and($events[0]->data)
        ->toBe($data)
        ->and(array_map(static fn(JournalEvent $event): int => $event->sequence, $events))
        ->toBe([1, 2, 3])
        ->and($events[0]->previous)
        ->toBe(JournalEvent::BEGINNING);
    foreach ($events as $index => $event) {
        expect($event->isWhole())->toBeTrue();
        expect($event->previous)->toBe($events[$index - 1]->hash ?? JournalEvent::BEGINNING);
    }
})->with('journals');

it('writes lines together, and none where something has come in between', function (Journal $journal) {
    $known = $journal->append(EventKind::Started, null, []);
    $lines = [[EventKind::Intend, 1, []], [EventKind::Sent, 1, ['operation' => 'reboot']]];
    $journal->appendAfter($known, $lines);

    expect(static fn() => $journal->appendAfter($known, $lines))
        ->toThrow(Overtaken::class)
        ->and(array_map(static fn(JournalEvent $event): EventKind => $event->kind, $journal->events()))
        ->toBe([EventKind::Started, EventKind::Intend, EventKind::Sent]);
})->with('journals');

it('lets a note come in between, and takes the first line only where there is none', function (Journal $journal) {
    $journal->appendAfter(null, [[EventKind::Started, null, []]]);
    $known = $journal->events()[0];
    $journal->append(EventKind::Noted, null, ['note' => 'meanwhile']);
    $journal->appendAfter($known, [[EventKind::Intend, 1, []]]);

    expect(static fn() => $journal->appendAfter(null, [[EventKind::Started, null, []]]))
        ->toThrow(Overtaken::class)
        ->and($journal->events())
        ->toHaveCount(3);
})->with('journals');
