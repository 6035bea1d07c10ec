<?php

declare(strict_types=1);

use Tornavis\Core\Package\Container;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Plan\Plan;
use Tornavis\Core\Plan\Planner;
use Tornavis\Core\Plan\Step;
use Tornavis\Core\Plan\Verdict;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\Severity;
use Tornavis\Core\Situation\Answers;
use Tornavis\Core\Situation\HouseRules;
use Tornavis\Core\Tests\Fixture;
use Tornavis\Core\Words\Intent;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\RemedyKind;
use Tornavis\Core\Words\StepKey;

/*
 * Root goes in after the build that works with it alone; what a publisher has wiped is wiped before the build, and
 * nothing is where the house wants an update to wipe nothing.
 */

const ON_LINTEL = [
    'slot.-.os.family' => 'Lintel',
    'slot.-.os.stock' => false,
    'slot.-.os.signer' => 'key',
    'slot.-.os.version' => '1.0',
    'data.writtenBy' => 'Lintel',
];

function withCaches(): ModelSheet
{
    $sheet = Fixture::oneSlot()->toArray();
    $sheet['partitions'][] = ['name' => 'cache', 'sizeBytes' => 100 << 20, 'perSlot' => false];

    return ModelSheet::fromArray($sheet, 'a sheet with caches');
}

/** @return list<string> titles of the steps, from the first wipe or install on */
function wipesOf(Intent $intent, string $wipes = 'asked', array $asked = ['caches', 'system']): array
{
    $sheet = withCaches();
    $build = Fixture::build($sheet, [Field::WIPES => $asked, Field::SIGNER => 'key']);
    $phone = $intent === Intent::UpdateInPlace ? ON_LINTEL : [];
    $house = new HouseRules(updateWipes: $wipes);
    $plan = Planner::plan(Fixture::situation($sheet, [$build, Fixture::recovery($sheet)], $phone, $intent, $house));
    $titles = array_map(static fn(Step $one): string => $one->draft->operation->title(), $plan->steps);

    return array_values(
        array_filter($titles, static fn(string $one): bool => preg_match('/Wipe|Sideload/', $one) === 1),
    );
}

it('wipes what the publisher asks for before the build, and nothing by the other house rule', function () {
    $sent = 'Sideload Lintel 2.0';

    expect(wipesOf(Intent::Fresh))
        ->toBe(['Wipe caches', 'Wipe system', $sent])
        ->and(wipesOf(Intent::UpdateInPlace))
        ->toBe(['Wipe caches', 'Wipe system', $sent])
        ->and(wipesOf(Intent::UpdateInPlace, asked: []))
        ->toBe([$sent, 'Wipe caches'])
        ->and(wipesOf(Intent::UpdateInPlace, 'nothing'))
        ->toBe([$sent]);
});

function rooted(array $build, bool $hasRoot): Plan
{
    $sheet = Fixture::twoSlots();
    $facts = [Field::CODENAMES => ['ashlar'], Field::FAMILY => 'Crowbar', Field::VERSION => '27'];
    $root = Fixture::holding(Fixture::package(PackageKind::Root, 'crowbar.zip', $facts), Container::ScriptedZip);
    $build = Fixture::build($sheet, [Field::BRINGS_RECOVERY => true, ...$build]);

    return Planner::plan(Fixture::situation($sheet, [$build, Fixture::recovery($sheet), ...$hasRoot ? [$root] : []]));
}

it('puts root in after a build that works with root alone', function () {
    $keys = array_map(
        static fn(Step $one): string => $one->draft->key,
        rooted([Field::NEEDS_ROOT => true], hasRoot: true)->steps,
    );
    $places = array_map(static fn(string $key): int|false => array_search($key, $keys, true), [
        'install.build',
        StepKey::AddonPackage->of('0-root'),
        'prove.first-boot',
    ]);

    expect($places)
        ->toBe(array_filter($places, is_int(...)))
        ->and($places[0])
        ->toBeLessThan($places[1])
        ->and($places[1])
        ->toBeLessThan($places[2])
        ->and(rooted([Field::NEEDS_ROOT => true], hasRoot: false)->verdict->level)
        ->toBe('stop');
});

it('adds root by the recovery that runs, once the build has written over its image', function (
    Closure $sheet,
    ?bool $brings,
    string $level,
    ?RemedyKind $remedy,
) {
    $sheet = ModelSheet::fromArray(['recoveryHome' => 'boot'] + $sheet()->toArray(), 'test');
    $slot = $sheet->slots[0];
    $root = Fixture::holding(
        Fixture::package(PackageKind::Root, 'crowbar-27.zip', [
            Field::CODENAMES => [$sheet->codename],
            Field::FAMILY => 'Crowbar',
            Field::VERSION => '27',
        ]),
        Container::ScriptedZip,
    );
    $newer = [Field::VERSION => '9.0', Field::UPDATE_TYPE => null, Field::SIGNER => null];
    $build = Fixture::build($sheet, [Field::FAMILY => 'Quoin Base', Field::BRINGS_RECOVERY => $brings, ...$newer]);
    $phone = [
        "slot.{$slot}.recovery.family" => 'Corbie',
        "slot.{$slot}.recovery.version" => '1.4',
        "slot.{$slot}.recovery.abilities" => ['sideload', 'decrypt'],
    ];
    $situation = Fixture::situation($sheet, [$build, $root], $phone, Intent::UpdateInPlace);
    $keys = array_map(static fn(Finding $one): string => $one->key, Planner::plan($situation)->findings);
    $plan = Planner::plan($situation->with(answers: Answers::toEverything($keys)));
    $stops = array_filter($plan->findings, static fn(Finding $one): bool => $one->severity === Severity::Stop);

    expect($plan->verdict->level)
        ->toBe($level)
        ->and((array_values($stops)[0] ?? null)?->remedy?->kinds[0] ?? null)
        ->toBe($remedy);
})->with([
    'one slot, no recovery comes along' => [fn() => Fixture::oneSlot(), false, Verdict::CLEAR, null],
    'one slot, one comes along' => [fn() => Fixture::oneSlot(), true, Verdict::CLEAR, null],
    'the other slot, none comes along' => [fn() => Fixture::twoSlots(), false, Verdict::STOP, RemedyKind::LeaveOut],
]);
