<?php

declare(strict_types=1);

use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Plan\Planner;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Situation\Answers;
use Tornavis\Core\Situation\KitSuggestion;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Situation\Stock;
use Tornavis\Core\Tests\Fixture;
use Tornavis\Core\Words\Intent;
use Tornavis\Core\Words\PackageKind;

/** An older build of the same family with all that people add to it. */
function furnishedPhone(): array
{
    return [
        'slot.a.os.family' => 'Lintel',
        'slot.a.os.version' => '1.9',
        'slot.a.os.patchLevel' => '2025-11-05',
        'slot.a.os.signer' => 'key',
        'slot.a.os.release' => '15',
        'slot.a.os.stock' => false,
        'slot.a.os.services' => 'Pantry 15',
        'slot.a.root' => 'Wedge 3',
        'slot.a.kernel.name' => 'Anvil',
        'slot.a.recovery.family' => 'Corbie',
        'slot.a.recovery.version' => '1.4',
        'slot.a.recovery.abilities' => ['sideload', 'decrypt', 'backup'],
    ];
}

/** A file that brings something back. */
function bringsBack(PackageKind $kind, string $family): Package
{
    return Fixture::package($kind, strtolower($family) . '.zip', [
        Field::FAMILY => $family,
        Field::VERSION => '3',
        Field::RELEASE => '15',
        Field::CODENAMES => $kind === PackageKind::Kernel ? ['ashlar'] : null,
        Field::ARCHITECTURE => 'arm64',
    ]);
}

/** @return array<string, Finding> findings about what goes, by what it is */
function departures(Situation $situation): array
{
    $found = [];
    foreach (Planner::plan($situation)->findings as $finding) {
        if ($finding->rule->value === 'ORDER-5') {
            $found[substr($finding->key, strlen('ORDER-5:'))] = $finding;
        }
    }

    return $found;
}

function updating(ModelSheet $sheet, array $more = [], array $otherwise = [], array $build = []): Situation
{
    return Fixture::situation(
        $sheet,
        [Fixture::build($sheet, [Field::SIGNER => 'key', Field::BRINGS_SERVICES => false, ...$build]), ...$more],
        [...furnishedPhone(), ...$otherwise],
        Intent::UpdateInPlace,
    );
}

it('says what an update takes out, and what the kit puts in again', function (
    string $what,
    PackageKind $kind,
    string $family,
    string $fact,
) {
    $sheet = Fixture::twoSlots();
    $lost = departures(updating($sheet))[$what];
    $kept = departures(updating($sheet, [bringsBack($kind, $family)]))[$what] ?? null;

    expect($lost->severity->value)
        ->toBe('settle')
        ->and($lost->found)
        ->toContain('will be gone')
        ->and($kept?->severity->value)
        ->toBe('clear')
        ->and(departures(updating($sheet, otherwise: [$fact => null])))
        ->not->toHaveKey($what);
})->with([
    ['services', PackageKind::Services, 'Pantry', 'slot.a.os.services'],
    ['root package', PackageKind::Root, 'Wedge', 'slot.a.root'],
    ['kernel', PackageKind::Kernel, 'Anvil', 'slot.a.kernel.name'],
]);

it('keeps still about services that the build brings itself', function () {
    $sheet = Fixture::twoSlots();

    expect(departures(updating($sheet, build: [Field::BRINGS_SERVICES => true])))->not->toHaveKey('services');
});

it('names the file of the shelf that keeps it, or takes a word', function () {
    $sheet = Fixture::twoSlots();
    $situation = updating($sheet);
    $wedge = bringsBack(PackageKind::Root, 'Wedge');
    $shelf = new Situation(
        $sheet,
        $situation->unit,
        $situation->kit,
        Intent::UpdateInPlace,
        Fixture::AT,
        shelf: [bringsBack(PackageKind::Root, 'Other'), $wedge],
    );
    $agreed = $situation->with(answers: new Answers(['ORDER-5:root package']));

    expect(departures($shelf)['root package']->remedy?->file)
        ->toBe($wedge)
        ->and(departures($shelf)['root package']->takesAWord())
        ->toBeTrue()
        ->and(departures($agreed)['root package']->severity->value)
        ->toBe('note');
});

it('says it of a kernel that is written over boot', function (string $home, bool $goes) {
    $sheet = Fixture::twoSlots(['recoveryHome' => $home]);
    $kernel = Fixture::package(
        PackageKind::Kernel,
        'anvil.img',
        [Field::CODENAMES => ['ashlar'], Field::FAMILY => 'Anvil', Field::RELEASE => '15', Field::PARTITION => 'boot'],
        ['boot' => 4096],
    );
    $found = departures(Fixture::situation($sheet, [$kernel], furnishedPhone(), Intent::Kernel));

    expect($found)
        ->toHaveKey('root package')
        ->not->toHaveKey('services')
        ->and(isset($found['recovery']))
        ->toBe($goes);
})->with([['boot', true], ['vendor_boot', false]]);

it('says it of a trial where the data goes, and of a second system where what starts it does', function () {
    $sheet = Fixture::twoSlots();
    $phone = ['trial.family' => 'Lintel Trial', 'second.family' => 'Other'];
    $kit = [Fixture::build($sheet), Fixture::recovery($sheet)];
    $found = departures(Fixture::situation($sheet, $kit, $phone));
    $update = departures(updating($sheet, [], $phone));
    $recovery = departures(Fixture::situation($sheet, [Fixture::recovery($sheet)], $phone, Intent::Recovery));

    expect($found)
        ->toHaveKey('trial')
        ->not->toHaveKey('second system')
        ->and($update)
        ->toHaveKey('second system')
        ->and($recovery)
        ->toBe([]);
});

it('announces a build without services in every plan', function (?bool $brings, bool $hasBundle, string $severity) {
    $sheet = Fixture::twoSlots();
    $bundle = $hasBundle ? [bringsBack(PackageKind::Services, 'Pantry')] : [];
    $kit = [Fixture::build($sheet, [Field::BRINGS_SERVICES => $brings]), Fixture::recovery($sheet), ...$bundle];
    $keys = array_column(
        array_map(
            fn(Finding $one): array => [$one->key, $one->severity->value],
            Planner::plan(Fixture::situation($sheet, $kit))->findings,
        ),
        1,
        0,
    );

    expect($keys['FIT-6:none'] ?? 'silent')->toBe($severity);
})->with([[false, false, 'mind'], [null, false, 'mind'], [true, false, 'silent'], [false, true, 'silent']]);

it('suggests the recovery that an update would write over, and leaves one alone that stays', function (
    bool $brings,
    bool $suggested,
) {
    $sheet = Fixture::twoSlots();
    $build = Fixture::build($sheet, [Field::BRINGS_RECOVERY => $brings]);
    $recovery = Fixture::recovery($sheet);
    $unit = Fixture::unit($sheet, furnishedPhone());
    $kit = KitSuggestion::of(Intent::UpdateInPlace, $build, $sheet, $unit, Stock::of([$recovery]));

    expect(in_array($recovery, $kit, true))->toBe($suggested);
})->with([[false, true], [true, false]]);

it('names the languages and extras that the next build does not bring', function (array $brings, ?string $found) {
    $sheet = Fixture::twoSlots();
    $kit = [
        Fixture::build($sheet, [Field::BRINGS_EXTRAS => $brings === [] ? null : $brings]),
        Fixture::recovery($sheet, [Field::HEADER_VERSION => 4]),
    ];
    $phone = ['slot.a.os.extras' => ['northern languages', 'a camera of the maker']];

    expect(departures(Fixture::situation($sheet, $kit, $phone))['extras']->found ?? null)->toBe($found);
})->with([
    'none' => [[], 'northern languages, a camera of the maker will be gone'],
    'one of them' => [['northern languages'], 'a camera of the maker will be gone'],
    'both' => [['a camera of the maker', 'northern languages'], null],
]);
