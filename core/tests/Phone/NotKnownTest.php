<?php

declare(strict_types=1);

use Tests\Support\Judged;
use Tests\Support\World;
use Tornavis\Core\Phone\Layout;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\Partition;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\Unit;
use Tornavis\Core\Plan\Planner;
use Tornavis\Core\Situation\Answers;
use Tornavis\Core\Situation\BackupChoice;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\BackupPart;
use Tornavis\Core\Words\Intent;
use Tornavis\Core\Words\PartitionLayout;

/**
 * A sheet of the demo with other values; null leaves one out.
 *
 * @param  array<string, mixed>  $otherwise
 * @param  array<string, ?int>  $sizes  by partition
 */
function sheetWith(string $codename, array $otherwise = [], array $sizes = []): ModelSheet
{
    $data = ['version' => 2] + array_filter($otherwise + World::sheet($codename)->toArray(), fn($one) => $one !== null);
    foreach ($data['partitions'] as $index => $row) {
        if (array_key_exists($row['name'], $sizes)) {
            $data['partitions'][$index] = array_filter(
                ['sizeBytes' => $sizes[$row['name']]] + $row,
                static fn(mixed $one): bool => $one !== null,
            );
        }
    }

    return ModelSheet::fromArray($data, 'x');
}

/** @param array<string, mixed> $otherwise */
function jobOn(ModelSheet $sheet, string $unit, array $kit, Intent $intent, array $otherwise = []): Situation
{
    $of = World::situation($unit, $kit, $otherwise, intent: $intent);

    return new Situation($sheet, $of->unit, $of->kit, $of->intent, $of->at, $of->house, $of->answers);
}

it('has null for everything that nobody has said', function () {
    $sheet = ModelSheet::fromArray(['format' => 'tornavis/model-sheet', 'version' => 2, 'codename' => 'nixie'], 'x');

    expect([
        $sheet->maker,
        $sheet->architecture,
        $sheet->launchApi,
        $sheet->recoveryHome,
        $sheet->dynamicLayout,
        $sheet->hasTwoSlots(),
        $sheet->chargePercentPerMinute,
        $sheet->systemIsLogical(),
        $sheet->newEncryption(),
        $sheet->grades->of('slots'),
    ])
        ->each->toBeNull()
        ->and([$sheet->partitions, $sheet->fileSystems, $sheet->variants])
        ->each->toBe([])
        ->and($sheet->title())
        ->toBe('nixie');
});

it('reads what older documents wrote for "not known" as null', function () {
    $sheet = sheetWith('bowline', ['variants' => [['model' => 'OF-301', 'chipset' => 'unknown']]], ['vendor' => 0]);

    expect($sheet->partition('vendor')?->sizeBytes)
        ->toBeNull()
        ->and($sheet->variant('OF-301')?->chipset)
        ->toBeNull()
        ->and(World::sheet('bowline')->partition('vendor')?->sizeBytes)
        ->toBeGreaterThan(0);
});

it('asks for room in super where a partition that stays has no known size', function (
    ?int $vendor,
    array $otherwise,
    string $severity,
    string $words,
) {
    $sheet = sheetWith('bowline', sizes: ['vendor' => $vendor]);
    $findings = Judged::findings(
        'LAYOUT-1',
        jobOn($sheet, 'SK-07', [Judged::GENERIC], Intent::GenericImage, $otherwise),
    );

    expect(Judged::gravest($findings))->toBe($severity)->and(Judged::said($findings))->toContain($words);
})->with([
    'left out' => [null, [], 'stop', 'Nobody knows how large vendor of slot A'],
    'written as 0' => [0, [], 'stop', 'Nobody knows how large vendor of slot A'],
    'read on the phone' => [null, ['slot.a.size.vendor' => 805306368], 'clear', 'everything that is there'],
    'on the sheet' => [805306368, [], 'clear', 'everything that is there'],
]);

it('asks for the size of super where an image goes there, and not where it is tried beside', function () {
    $sheet = sheetWith('bowline', ['superBytes' => null, 'superGroups' => null]);
    $judged = static fn(Intent $intent): string => Judged::gravest(
        Judged::findings('LAYOUT-1', jobOn($sheet, 'SK-07', [Judged::GENERIC], $intent)),
    );

    expect([$judged(Intent::GenericImage), $judged(Intent::TrialBeside)])->toBe(['stop', 'silent']);
});

it('says that the room for a build is not known instead of that there is room', function (
    array $sizes,
    string $severity,
) {
    $situation = jobOn(sheetWith('bowline', sizes: $sizes), 'SK-07', World::DRIFTGLASS, Intent::Fresh);

    expect(Judged::gravest(Judged::findings('LAYOUT-1', $situation)))->toBe($severity);
})->with([[['boot' => null], 'note'], [[], 'clear']]);

it('does not count a partition of unknown size as nothing in a backup', function (array $sizes, bool $isKnown) {
    $unit = World::unit('SK-07');
    $answers = new Answers(backUp: [BackupPart::System]);
    $sheet = sheetWith('bowline', sizes: $sizes);
    $choice = new BackupChoice(
        new Situation($sheet, $unit, [], Intent::BackUp, '2026-12-01T10:00:00Z', answers: $answers),
    );

    expect($choice->bytes() !== null)
        ->toBe($isKnown)
        ->and($choice->lacksSizes())
        ->toBe(!$isKnown);
})->with([[['boot' => null], false], [[], true]]);

describe('the layout of a model that got its dynamic one later', function () {
    $old = PartitionLayout::Old;
    $new = PartitionLayout::Dynamic;

    it('follows from the maker\'s own system, and from no other', function (array $facts, array $layouts) {
        $state = World::unit('SK-11', $facts)->state();
        $of = static fn(string $slot): ?PartitionLayout => Layout::of($state, World::sheet('prusik'), $slot);

        expect([$of('a'), $of('b')])->toBe($layouts);
    })->with([
        'the maker\'s own' => [[], [$old, $old]],
        'another' => [['slot.a.os.stock' => false], [null, null]],
        'nobody knows whose' => [['slot.a.os.stock' => null], [null, null]],
        'none at all' => [['slot.a.os.state' => 'none'], [null, null]],
        'another, and read in one slot' => [['slot.a.os.stock' => false, 'slot.a.layout' => 'dynamic'], [$new, null]],
    ]);

    it('is asked before a build goes in, once for each slot', function (array $facts, array $asked) {
        $findings = Judged::findings('LAYOUT-2', World::situation('SK-11', Judged::PRUSIK, $facts));
        $keys = array_map(static fn($one): string => $one->key, $findings);

        expect(array_values(array_filter($keys, static fn(string $one): bool => str_contains($one, ':layout/'))))->toBe(
            $asked,
        );
    })->with([
        [['slot.a.os.stock' => false], ['LAYOUT-2:layout/a', 'LAYOUT-2:layout/b']],
        [['slot.a.os.stock' => false, 'slot.a.layout' => 'dynamic', 'slot.b.layout' => 'dynamic'], []],
        [[], []],
    ]);

    it('is read from the variables of the bootloader', function (string $lines, ?string $layout) {
        $head = "(bootloader) product:prusik\n(bootloader) slot-count:2\n(bootloader) current-slot:a\n";
        $said = World::reading($head . $lines)->unitStatement('slot.a.layout');

        expect($said?->value)->toBe($layout);
    })->with([
        'a size, and no word of logical' => ["(bootloader) partition-size:system_a: 0xC0000000\n", 'old'],
        'called logical' => ["(bootloader) is-logical:system_a:yes\n", 'dynamic'],
        'called not logical' => ["(bootloader) is-logical:system_a:no\n", 'old'],
        'a size, where others are called logical' => [
            "(bootloader) partition-size:system_a: 0xC0000000\n(bootloader) is-logical:vendor_a:yes\n",
            null,
        ],
        'no size' => ["(bootloader) partition-size:boot_a: 0x4000000\n", null],
    ]);
});

it('keeps what was read before the slots were known, and gives it to the slot in use', function () {
    $facts = [
        ['name' => 'slot.-.os.release', 'value' => '13', 'source' => 'typed'],
        ['name' => 'slot.active', 'value' => 'b', 'source' => 'phone'],
    ];
    $unit = Unit::kept(['label' => 'NX-1', 'codename' => 'bowline', 'facts' => $facts]);
    $release = static fn(ModelSheet $sheet): State => $unit->placedIn($sheet)->state();

    expect($release(sheetWith('bowline'))->text('slot.b.os.release'))
        ->toBe('13')
        ->and($release(sheetWith('bowline', ['slots' => null]))->text('slot.-.os.release'))
        ->toBe('13');
    $unit->refuseImpossible(sheetWith('bowline', ['slots' => null]), '2026-12-01T10:00:00Z');
});

it('draws the steps for the first slot as long as nobody knows which is in use', function () {
    $facts = [
        ['name' => 'slot.-.os.release', 'value' => '13', 'source' => 'typed'],
        ['name' => 'slot.-.os.buildId', 'value' => 'deck-1', 'source' => 'typed'],
        ['name' => 'slot.a.os.buildId', 'value' => 'deck-2', 'source' => 'phone'],
    ];
    $unit = Unit::kept(['label' => 'NX-1', 'codename' => 'bowline', 'facts' => $facts]);
    $state = (new Situation(World::sheet('bowline'), $unit, [], Intent::BackUp, '2026-09-14T10:00:00Z'))->state;

    expect($state->text('slot.a.os.release'))
        ->toBe('13')
        ->and($state->text('slot.a.os.buildId'))
        ->toBe('deck-2')
        ->and($state->activeSlot())
        ->toBeNull()
        ->and($unit->placedIn(World::sheet('bowline'))->state()->text('slot.a.os.release'))
        ->toBeNull();
});

it('plans no clear run on a sheet that knows only the codename', function (Intent $intent, array $kit) {
    $sheet = ModelSheet::fromArray(['format' => 'tornavis/model-sheet', 'version' => 2, 'codename' => 'bowline'], 'x');
    $plan = Planner::plan(jobOn($sheet, 'SK-07', $kit, $intent));

    expect($plan->verdict->level)->toBe('stop');
})->with([
    [Intent::Fresh, World::DRIFTGLASS],
    [Intent::GenericImage, [Judged::GENERIC]],
    [Intent::BackUp, []],
    [Intent::Kernel, ['ferrule-15.1-becket.img']],
]);

it('takes a partition of the maker for one of each only where that is known', function () {
    $rows = [['name' => 'boot'], ['name' => 'super']];
    $perSlot = static fn(?int $slots): array => array_map(
        static fn(Partition $one): ?bool => $one->perSlot,
        sheetWith('bowline', [
            'slots' => $slots,
            'partitions' => [...$rows, ['name' => 'vendor_boot']],
            'superGroups' => null,
        ])->partitions,
    );

    expect($perSlot(1))
        ->toBe([false, false, false])
        ->and($perSlot(2))
        ->toBe([null, false, null])
        ->and($perSlot(null))
        ->toBe([null, false, null]);
});
