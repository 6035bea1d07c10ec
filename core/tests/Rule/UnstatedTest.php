<?php

declare(strict_types=1);

use App\Prove\BareFile;
use Tests\Support\Judged;
use Tests\Support\World;
use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Operation\Install\InstallBuild;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\Unit;
use Tornavis\Core\Plan\Planner;
use Tornavis\Core\Rule\FileQuestion;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRules;
use Tornavis\Core\Run\PlannedStep;
use Tornavis\Core\Situation\Answers;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Tests\Fixture;
use Tornavis\Core\Words\Intent;
use Tornavis\Core\Words\PackageKind;

/*
 * What a file does not state is never taken for what the phone is.
 */

const OLD_FIRMWARE = ['slot.a.firmware.version' => '5.1.0', 'slot.b.firmware.version' => '5.1.0'];

it('asks for which region firmware is that names none, where that decides', function (
    string $phone,
    array $kit,
    array $facts,
    array $file,
    string $severity,
) {
    $files = [...array_slice($kit, 0, -1), World::altered(end($kit), $file)];
    $said = Judged::findings('BASE-5', World::situation($phone, $files, $facts));
    $region = array_filter($said, static fn(Finding $one): bool => str_starts_with($one->key, 'BASE-5:region'));

    expect(Judged::gravest(array_values($region)))->toBe($severity);
})->with([
    'it names the phone\'s' => ['SK-07', [...World::DRIFTGLASS, World::FIRMWARE], OLD_FIRMWARE, [], 'clear'],
    'it names none, and the model is sold in two' => [
        'SK-07',
        [...World::DRIFTGLASS, World::FIRMWARE],
        OLD_FIRMWARE,
        ['region' => null],
        'settle',
    ],
    'it names none, and is not written' => [
        'SK-07',
        [...World::DRIFTGLASS, World::FIRMWARE],
        [],
        ['region' => null],
        'silent',
    ],
    'it names none, and the model has no regions' => [
        'SK-11',
        [...Judged::PRUSIK, 'firmware-11.1.2-prusik.zip'],
        ['slot.a.firmware.version' => '10.0.0', 'slot.b.firmware.version' => '10.0.0'],
        [],
        'silent',
    ],
]);

/** The sheet of SK-07's model as it was drafted, with what is known of its one variant. */
function draftedVariant(array $variant): ModelSheet
{
    $variants = [['model' => 'OF-301'] + $variant];

    return ModelSheet::fromArray(['version' => 2, 'variants' => $variants] + World::sheet('bowline')->toArray(), 'x');
}

it('asks what a phone is where a file excludes what nobody knows of it', function (
    array $excludes,
    array $variant,
    string $severity,
) {
    $build = World::altered(World::DRIFTGLASS[0], ['excludes' => $excludes, 'models' => null, 'chipsets' => null]);
    $of = World::situation('SK-07', [$build, 'wicket-4.1-bowline.img'], ['variant.chipset' => null]);
    $unit = new Unit($of->unit->label, 'bowline', $of->unit->facts, []);
    $situation = new Situation(draftedVariant($variant), $unit, $of->kit, Intent::Fresh, $of->at);
    $said = array_filter(Judged::findings('FIT-2', $situation), static fn(Finding $one): bool => $one->key === 'FIT-2');

    expect(Judged::gravest(array_values($said)))->toBe($severity);
})->with([
    'another model of the list' => [['OF-301'], ['chipset' => 'Qorin 730'], 'stop'],
    'a chipset, which is not known' => [['Vesper 9'], [], 'settle'],
    'a chipset that it has not' => [['Vesper 9'], ['chipset' => 'Qorin 730', 'carrier' => 'none'], 'clear'],
    'a carrier, which is not known' => [['Northline'], ['chipset' => 'Qorin 730'], 'settle'],
    'the carrier that it is of' => [['Northline'], ['chipset' => 'Qorin 730', 'carrier' => 'Northline'], 'stop'],
]);

it('takes an image for the build\'s that is the very one in it, and no other', function (bool $isSame, int $uses) {
    $build = World::package(World::DRIFTGLASS[0]);
    $facts = ['partOf' => null, 'sha256' => null];
    $image = World::altered('driftglass-15.1-dtbo-bowline.img', $facts)->withSha256(
        $isSame ? (string) $build->imageFor('dtbo')?->sha256 : str_repeat('0', 64),
    );
    $kit = [$build, 'wicket-4.1-bowline.img', 'driftglass-15.1-boot-bowline.img', $image];
    $situation = World::situation('SK-07', $kit);
    $keys = Finding::keysOf(Planner::plan($situation)->findings);
    $plan = Planner::plan($situation->with(answers: Answers::toEverything($keys)));
    $row = array_column($plan->toArray()['kit'], null, 'name')['driftglass-15.1-dtbo-bowline.img'];

    expect($row['usedInSteps'])->toHaveCount($uses);
})->with(['the very one' => [true, 1], 'another' => [false, 0]]);

it('asks into which partition an image goes, where its form fits several', function (
    string $image,
    ?string $said,
    bool $asks,
) {
    $kit = array_map(
        static fn(string $one): string|Package => $one !== $image
            ? $one
            : BareFile::of(World::package($one))->withFacts(
                ...array_map(
                    static fn(string $name, string $value): Fact => Fact::of($name, $value, Source::Typed, 'its page'),
                    array_keys(array_filter(['kind' => 'partition image', 'partition' => $said])),
                    array_values(array_filter(['kind' => 'partition image', 'partition' => $said])),
                ),
            ),
        World::DRIFTGLASS,
    );
    $questions = array_merge(
        [],
        ...array_map(
            static fn(Finding $one): array => $one->remedy->files ?? [],
            Judged::findings('KIT-1', World::situation('SK-07', $kit)),
        ),
    );
    $places = array_filter($questions, static fn(FileQuestion $one): bool => $one->field === Field::PARTITION);

    expect($places !== [])
        ->toBe($asks)
        ->and(array_map(static fn(FileQuestion $one): ?string => $one->likely, array_values($places)))
        ->toBe($asks ? ['boot'] : []);
})->with([
    'a boot image' => ['driftglass-15.1-boot-bowline.img', null, true],
    'a boot image that somebody has placed' => ['driftglass-15.1-boot-bowline.img', 'boot', false],
    'a device tree table, which goes nowhere else' => ['driftglass-15.1-dtbo-bowline.img', null, false],
    'none without a card' => ['none', null, false],
]);

/** The files that a person is asked about, by rule and field; "silent" where none is. */
function askedOfFiles(Situation $situation, string $rule, string $field): array
{
    $asked = [];
    foreach (Judged::findings($rule, $situation) as $finding) {
        foreach ($finding->asks() ? $finding->remedy->files ?? [] : [] as $one) {
            $asked[$one->field] = array_keys($one->choices);
        }
    }

    return array_map(strval(...), $asked[$field] ?? ['silent']);
}

/** A file without its card, of which a person has said something. */
function bareWith(string $file, array $said): Package
{
    $fact = static fn(string $name, mixed $value): Fact => Fact::of($name, $value, Source::Typed, 'its page');

    return BareFile::of(World::package($file))->withFacts(...array_map($fact, array_keys($said), array_values($said)));
}

it('asks which firmware a build needs of which nobody states it', function (bool $isBare, array $said, array $asks) {
    $build = $isBare ? bareWith(World::DRIFTGLASS[0], $said) : World::package(World::DRIFTGLASS[0]);
    $situation = World::situation('SK-07', [$build, ...array_slice(World::DRIFTGLASS, 1)]);

    expect(askedOfFiles($situation, 'KIT-1', 'asksFirmware'))
        ->toBe($asks[0])
        ->and(askedOfFiles($situation, 'BASE-1', 'firmwareMin'))
        ->toBe($asks[1]);
})->with([
    'without a card' => [true, [], [['no', 'yes'], ['silent']]],
    'without a card, its kind said' => [true, ['kind' => 'build'], [['no', 'yes'], ['silent']]],
    'it is said to ask for none' => [true, ['asksFirmware' => false], [['silent'], ['silent']]],
    'it is said to ask for some' => [true, ['asksFirmware' => true], [['silent'], ['5.2.11']]],
    'it is said for which' => [true, ['firmwareMin' => '5.2.8'], [['silent'], ['silent']]],
    'with its card' => [false, [], [['silent'], ['silent']]],
]);

it('asks which vendor a build needs that leaves the one of the phone', function (
    string $file,
    array $said,
    array $asks,
) {
    $unit = ['driftglass-14.3-20260701-carrick.zip' => 'SK-02'][$file] ?? 'SK-07';
    $situation = World::situation($unit, [bareWith($file, $said), 'vendor-9.4-carrick.zip']);

    expect(askedOfFiles($situation, 'KIT-1', 'asksVendor'))
        ->toBe($asks[0])
        ->and(askedOfFiles($situation, 'BASE-2', 'vendorMin'))
        ->toBe($asks[1]);
})->with([
    'apart' => ['driftglass-14.3-20260701-carrick.zip', [], [['no', 'yes'], ['silent']]],
    'it is said to ask for none' => [
        'driftglass-14.3-20260701-carrick.zip',
        ['asksVendor' => false],
        [['silent'], ['silent']],
    ],
    'it is said to ask for some' => [
        'driftglass-14.3-20260701-carrick.zip',
        ['asksVendor' => true],
        [['silent'], ['9.2', '9.4']],
    ],
    'written along with the build' => [World::DRIFTGLASS[0], [], [['silent'], ['silent']]],
]);

/** What of the effects of a step the phone contradicts that shows these facts. */
function contradicted(array $effects, array $shows): array
{
    $step = [
        'number' => 1,
        'title' => 'Install',
        'operation' => 'sideload',
        'parameters' => [],
        'mode' => 'sideload',
        'writes' => true,
        'effects' => $effects,
        'gate' => null,
        'evidence' => '',
        'whenItFails' => '',
        'wayBack' => ['text' => ''],
        'midway' => [],
        'expectedSeconds' => 60,
        'instruction' => '',
    ];

    return PlannedStep::allOf(['steps' => [$step]])[0]->contradictedBy($shows);
}

it('compares with the phone only what somebody has stated', function (string $name, mixed $value, bool $isCompared) {
    $effects = ['slot.a.recovery.family' => 'Wicket', 'slot.a.recovery.abilities' => ['sideload'], $name => $value];

    expect(contradicted($effects, [$name => 'another']) !== [])->toBe($isCompared);
})->with([
    'a version' => ['slot.a.recovery.version', '4.1', true],
    'a version that nobody has stated' => ['slot.a.recovery.version', null, false],
    'no root' => ['slot.a.root', null, true],
    'no services' => ['slot.a.os.services', 'none', true],
    'services that nobody has stated' => ['slot.a.os.services', null, false],
]);

it('expects neither a recovery nor services of a build that states nothing of them', function (
    ?bool $states,
    ?string $services,
    ?array $abilities,
) {
    $said = fn(string $name): Fact => Fact::of($name, $states, Source::Typed, 'its page');
    $build = BareFile::of(World::package(World::DRIFTGLASS[0]));
    $build = $states === null ? $build : $build->withFacts($said('bringsServices'), $said('bringsRecovery'));
    $effects = (new InstallBuild($build, 'b'))->effects(World::unit('SK-07')->state(), World::sheet('bowline'));
    $own = "the one in {$build->name()}'s own";
    $shows = $states === true ? ['slot.b.os.services' => 'its own'] : ['slot.b.recovery.family' => $own];

    expect($effects['slot.b.os.services'])
        ->toBe($services)
        ->and($effects['slot.b.recovery.abilities'])
        ->toBe($abilities)
        ->and(contradicted($effects, $shows) === [])
        ->toBe($states !== false);
})->with([
    'nothing' => [null, null, null],
    'that it brings none' => [false, 'none', []],
    'that it brings its own' => [true, 'its own', ['sideload']],
]);

it('has a file of the kit said first that may be the recovery, before it names another one', function (
    ?string $kind,
    Source $source,
    bool $isFirst,
) {
    $sheet = Fixture::twoSlots();
    $shelf = [Fixture::recovery($sheet)];
    $plain = Fixture::package(PackageKind::PartitionImage, 'some.img', [Field::KIND => null], ['boot' => 4096]);
    $file = $kind === null ? $plain : $plain->withFacts(Fact::of(Field::KIND, $kind, $source, 'its form'));
    $situation = new Situation(
        $sheet,
        Fixture::unit($sheet),
        [Fixture::build($sheet), $file],
        Intent::Fresh,
        Fixture::AT,
        shelf: $shelf,
    );
    $remedy = null;
    foreach (FitRules::look($situation) as $one) {
        $remedy = $one->key === 'RECOVERY-1' ? $one->remedy : $remedy;
    }

    expect(str_contains($remedy->text ?? '', 'Say first what some.img is'))->toBe($isFirst);
})->with([
    'nobody knows what it is' => [null, Source::Card, true],
    'guessed' => ['partition image', Source::Assumed, true],
    'stated' => ['partition image', Source::Card, false],
]);
