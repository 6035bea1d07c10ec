<?php

declare(strict_types=1);

use Tornavis\Core\Ledger\Ledger;
use Tornavis\Core\Ledger\LedgerEntry;
use Tornavis\Core\Operation\BackUp;
use Tornavis\Core\Operation\FormatData;
use Tornavis\Core\Operation\ProveLink;
use Tornavis\Core\Phone\Backup as BackupSet;
use Tornavis\Core\Phone\Unit;
use Tornavis\Core\Rule\StepDraft;
use Tornavis\Core\Sequence\ExpectedStates;
use Tornavis\Core\Situation\Answers;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Tests\Fixture;
use Tornavis\Core\Words\LossClass;
use Tornavis\Core\Words\Phase;

/**
 * The ledger's entry for one class, for a phone that is only looked at, backed up and formatted.
 *
 * @param  list<BackupSet>  $backups
 * @param  array<string, mixed>  $otherwise
 * @param  list<LossClass>  $backedUp
 */
function entryFor(
    LossClass $class,
    array $backups = [],
    array $otherwise = [],
    array $backedUp = [],
    ?Answers $answers = null,
): LedgerEntry {
    $sheet = Fixture::twoSlots();
    $holds = ['data.holds.photos' => true, 'data.holds.apps' => true];
    $plain = Fixture::situation($sheet, [Fixture::build($sheet)], [...$holds, ...$otherwise]);
    $unit = new Unit($plain->unit->label, $plain->unit->codename, $plain->unit->facts, $backups);
    $situation = new Situation(
        $plain->sheet,
        $unit,
        $plain->kit,
        $plain->intent,
        $plain->at,
        answers: $answers ?? new Answers(),
    );
    $steps = [
        new StepDraft('look', Phase::Prepare, new ProveLink(Tornavis\Core\Words\Mode::System, null), []),
        ...$backedUp === [] ? [] : [new StepDraft('back-up', Phase::Prepare, new BackUp($backedUp), [])],
        new StepDraft('format', Phase::Erase, new FormatData('f2fs'), []),
    ];
    $ledger = Ledger::of($steps, ExpectedStates::over($steps, $situation->state, $situation->sheet), $situation);
    foreach ($ledger->entries as $entry) {
        if ($entry->class === $class) {
            return $entry;
        }
    }
    throw new LogicException('Every class has an entry.');
}

$backup = fn(string $id, string $place, string $at): BackupSet => new BackupSet($id, [LossClass::Photos], $place, $at);

it('names the step that takes a class', function () {
    expect(entryFor(LossClass::Photos)->step)
        ->toBe(2)
        ->and(entryFor(LossClass::Photos, backedUp: [LossClass::Apps])->step)
        ->toBe(3);
});

it('brings a class back from the newest backup off the phone', function () use ($backup) {
    $entry = entryFor(LossClass::Photos, [
        $backup('old', 'computer', '2026-01-01T00:00:00Z'),
        $backup('new', 'card', '2026-09-01T00:00:00Z'),
        $backup('newest, but on the phone', 'phone', '2026-09-14T00:00:00Z'),
    ]);

    expect($entry->outcome)
        ->toBe(LedgerEntry::RETURNS)
        ->and($entry->backup)
        ->toBe('new')
        ->and($entry->isOpen())
        ->toBeFalse();
});

it('is lost where no backup holds it, until it has to be accepted as lost, by name', function () use ($backup) {
    $open = entryFor(LossClass::Apps, [$backup('photos', 'computer', '2026-01-01T00:00:00Z')]);
    $waived = entryFor(LossClass::Apps, answers: new Answers(waived: [LossClass::Apps]));
    $other = entryFor(LossClass::Apps, answers: new Answers(waived: [LossClass::Photos]));

    expect($open->outcome)
        ->toBe(LedgerEntry::LOST)
        ->and($open->isOpen())
        ->toBeTrue()
        ->and($waived->isOpen())
        ->toBeFalse()
        ->and($waived->outcome)
        ->toBe(LedgerEntry::LOST)
        ->and($other->isOpen())
        ->toBeTrue();
});

it('counts what the plan itself backs up as returning, and still asks', function () {
    $entry = entryFor(LossClass::Apps, backedUp: [LossClass::Apps]);

    expect($entry->outcome)
        ->toBe(LedgerEntry::RETURNS)
        ->and($entry->backedUpByPlan)
        ->toBeTrue()
        ->and($entry->isOpen())
        ->toBeTrue();
});

it('keeps apart what is kept, what is not there and what nobody knows', function () {
    expect(entryFor(LossClass::RadioIdentity)->outcome)
        ->toBe(LedgerEntry::KEPT)
        ->and(entryFor(LossClass::Esim)->outcome)
        ->toBe(LedgerEntry::ABSENT)
        ->and(entryFor(LossClass::Card)->outcome)
        ->toBe(LedgerEntry::ABSENT)
        ->and(entryFor(LossClass::Card, otherwise: ['card.present' => true])->outcome)
        ->toBe(LedgerEntry::KEPT)
        ->and(entryFor(LossClass::Esim, otherwise: ['data.holds.esim' => null])->known)
        ->toBeFalse()
        ->and(entryFor(LossClass::Esim, otherwise: ['data.holds.esim' => null])->outcome)
        ->toBe(LedgerEntry::LOST);
});

it('says what to do by hand for each class that no backup brings back', function () {
    foreach (LossClass::cases() as $class) {
        expect($class->label())->not->toBe('')->and($class->consequence())->toEndWith('.');
    }
    expect(LossClass::SecondFactor->canBeBackedUp())->toBeFalse()->and(LossClass::Photos->canBeBackedUp())->toBeTrue();
});

it('brings a class back from a whole set only together with the system in it', function () {
    $set = static fn(bool $system): BackupSet => new BackupSet(
        'whole',
        [LossClass::Photos],
        'computer',
        '2026-09-01T00:00:00Z',
        BackupSet::RECOVERY,
        ['family' => 'Quoin Base', 'firmware' => '3.1'],
        system: $system,
    );
    $whole = entryFor(LossClass::Photos, [$set(true)], ['data.encryption' => 'none']);
    $copies = entryFor(
        LossClass::Photos,
        [$set(true), new BackupSet('copies', [LossClass::Photos], 'computer', '2026-08-01T00:00:00Z')],
        ['data.encryption' => 'none'],
    );

    expect([$whole->outcome, $whole->backup, $whole->wayBack, $whole->isOpen()])
        ->toBe([LedgerEntry::WITH_OLD, null, 'whole', true])
        ->and([$copies->outcome, $copies->backup, $copies->wayBack, $copies->isOpen()])
        ->toBe([LedgerEntry::RETURNS, 'copies', null, false]);
});

it('counts no set on a card that goes with the data', function () use ($backup) {
    $sets = [$backup('new', 'card', '2026-09-01T00:00:00Z')];
    $card = ['card.present' => true];

    expect(entryFor(LossClass::Photos, $sets, $card + ['card.adopted' => true])->outcome)
        ->toBe(LedgerEntry::LOST)
        ->and(entryFor(LossClass::Photos, $sets, $card + ['card.adopted' => false])->outcome)
        ->toBe(LedgerEntry::RETURNS);
});

it('counts a second system among what a format takes, and asks about it', function () {
    $there = entryFor(LossClass::SecondSystem, otherwise: ['second.family' => 'Spandrel']);

    expect([$there->outcome, $there->isOpen()])
        ->toBe([LedgerEntry::LOST, true])
        ->and(entryFor(LossClass::SecondSystem)->outcome)
        ->toBe(LedgerEntry::ABSENT);
});
