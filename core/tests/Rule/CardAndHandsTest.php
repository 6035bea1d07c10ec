<?php

declare(strict_types=1);

use Tornavis\Core\Ledger\LedgerEntry;
use Tornavis\Core\Operation\CopyTo;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Plan\Plan;
use Tornavis\Core\Plan\Planner;
use Tornavis\Core\Reading\PrintedText;
use Tornavis\Core\Reading\TextReader;
use Tornavis\Core\Situation\HouseRules;
use Tornavis\Core\Tests\Fixture;
use Tornavis\Core\Words\Intent;
use Tornavis\Core\Words\LossClass;

/*
 * A card that goes with the data, room for what is copied, an update that is still being merged, and what of the phone
 * does not work.
 */

const WITH_CARD = ['card.present' => true, 'card.freeBytes' => 16 << 30, 'data.holds.card' => true];

function freshWith(array $otherwise, ?Package $build = null, string $route = 'sideload'): Plan
{
    $sheet = Fixture::twoSlots();
    $kit = [$build ?? Fixture::build($sheet), Fixture::recovery($sheet)];

    return Planner::plan(Fixture::situation($sheet, $kit, $otherwise, house: new HouseRules(route: $route)));
}

/** @return array<string, string> how grave each finding of a rule is, by its key */
function saidBy(Plan $plan, string $rule): array
{
    $said = [];
    foreach ($plan->findings as $one) {
        if ($one->rule->value === $rule && $one->severity->value !== 'clear') {
            $said[$one->key] = $one->severity->value;
        }
    }

    return $said;
}

function fateOf(Plan $plan, LossClass $class): ?string
{
    foreach ($plan->ledger->entries ?? [] as $entry) {
        if ($entry->class === $class) {
            return $entry->outcome;
        }
    }

    return null;
}

/** A build whose file is too large for the length that some cards can note. */
function largeBuild(): Package
{
    $data = Fixture::build(Fixture::twoSlots())->toArray();
    $data['sizeBytes'] = 5 << 30;

    return Package::fromArray($data);
}

it('asks before an erase whether the card is used as internal storage, and counts it with the data then', function () {
    expect(saidBy(freshWith(WITH_CARD), 'ERASE-5'))
        ->toBe(['ERASE-5:card' => 'settle'])
        ->and(fateOf(freshWith(WITH_CARD + ['card.adopted' => true]), LossClass::Card))
        ->toBe(LedgerEntry::RETURNS)
        ->and(fateOf(freshWith(WITH_CARD + ['card.adopted' => false]), LossClass::Card))
        ->toBe(LedgerEntry::KEPT)
        ->and(saidBy(freshWith(['card.present' => false]), 'ERASE-5'))
        ->toBe([]);
});

it('copies nothing to a card that no recovery reads, or that holds no file of this size', function () {
    $place = fn(array $card, ?Package $build = null): array => array_values(
        array_filter(
            array_map(
                static fn($one) => $one->draft->operation instanceof CopyTo
                    ? $one->draft->operation->parameters()['place']
                    : null,
                freshWith(WITH_CARD + $card, $build, 'storage')->steps,
            ),
        ),
    );

    expect($place(['card.adopted' => false])[0] ?? null)
        ->toBe('card')
        ->and($place(['card.adopted' => true])[0] ?? null)
        ->toBe('internal')
        ->and($place(['card.adopted' => false, 'card.fileSystem' => 'vfat'], largeBuild())[0] ?? null)
        ->toBe('internal')
        ->and($place(['card.adopted' => false, 'card.fileSystem' => 'exfat'], largeBuild())[0] ?? null)
        ->toBe('card')
        ->and(saidBy(freshWith(WITH_CARD + ['card.adopted' => false], largeBuild(), 'storage'), 'ERASE-5'))
        ->toBe(['ERASE-5:card/file' => 'settle']);
});

it('lays no set on a card that no recovery reads, and asks where nobody knows', function () {
    $sheet = Fixture::twoSlots();
    $plan = static fn(array $card): Plan => Planner::plan(
        Fixture::situation($sheet, [], WITH_CARD + $card, Intent::BackUp),
    );

    expect(saidBy($plan([]), 'ERASE-5'))
        ->toBe(['ERASE-5:card' => 'settle'])
        ->and(saidBy($plan(['card.adopted' => false]), 'ERASE-5'))
        ->toBe([])
        ->and(saidBy($plan(['card.adopted' => true]), 'ERASE-5'))
        ->toBe([]);
});

it('writes nothing into super while an update is being merged', function () {
    expect(saidBy(freshWith(['update.merging' => true]), 'LAYOUT-6'))
        ->toBe(['LAYOUT-6' => 'stop'])
        ->and(saidBy(freshWith(['update.merging' => false]), 'LAYOUT-6'))
        ->toBe([])
        ->and(saidBy(freshWith(['update.merging' => null]), 'LAYOUT-6'))
        ->toBe([]);
});

it('says what keys and screen that do not work mean for the way', function () {
    expect(saidBy(freshWith(['keys.work' => false, 'screen.touch' => false]), 'PREP-9'))
        ->toBe(['PREP-9:keys' => 'settle', 'PREP-9:touch' => 'settle'])
        ->and(saidBy(freshWith(['keys.work' => false, 'mode' => 'off']), 'PREP-9'))
        ->toBe(['PREP-9:keys' => 'stop'])
        ->and(saidBy(freshWith(['keys.work' => true, 'screen.touch' => true]), 'PREP-9'))
        ->toBe([]);
});

it('reads from the mounts whether a card is used as internal storage', function (string $line, array $told) {
    $reading = TextReader::read(PrintedText::of("/dev/block/dm-5 /data f2fs rw,noatime 0 0\n{$line}"));
    $card = [];
    foreach ($reading->all as $one) {
        if (str_starts_with($one->name, 'card.')) {
            $card[$one->name] = $one->value;
        }
    }

    expect($card)->toEqual($told);
})->with([
    [
        '/dev/block/dm-7 /mnt/expand/0f3c2a51-7d5e-4b1a-9a60-2f4f9d3b8c11 ext4 rw,noatime 0 0',
        ['card.present' => true, 'card.adopted' => true],
    ],
    [
        '/dev/block/vold/public:179,1 /mnt/media_rw/6A1F-09C3 vfat rw,nosuid 0 0',
        ['card.present' => true, 'card.adopted' => false, 'card.fileSystem' => 'vfat'],
    ],
    ['/dev/fuse /storage/emulated fuse rw,nosuid 0 0', []],
]);
