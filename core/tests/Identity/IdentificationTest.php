<?php

declare(strict_types=1);

use Tests\Support\Judged;
use Tests\Support\World;
use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Identity\Candidate;
use Tornavis\Core\Identity\Clues;
use Tornavis\Core\Identity\Identification;
use Tornavis\Core\Identity\TextIntake;
use Tornavis\Core\Phone\FactName;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\Unit;
use Tornavis\Core\Phone\Variant;
use Tornavis\Core\Reading\ReadingError;
use Tornavis\Core\Reading\Statement;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Intent;

$sheets = fn(): array => array_map(ModelSheet::read(...), glob(dirname(__DIR__, 3) . '/demo/models/*.json') ?: []);

it('finds the model from what was read off a phone, or says what would decide it', function (
    Clues $clues,
    ?string $codename,
    ?string $model,
    string $says,
) use ($sheets) {
    $found = Identification::of($clues, $sheets());

    expect($found->answer()?->sheet->codename)
        ->toBe($codename)
        ->and($found->answer()?->variant?->model)
        ->toBe($model)
        ->and($found->says())
        ->toContain($says);
})->with([
    'a model number' => [new Clues(model: 'VS-6D'), 'carrick', 'VS-6D', 'It is carrick: its model number is VS-6D.'],
    'a model number in other letters' => [new Clues(model: ' vs-6p'), 'carrack', 'VS-6P', 'VS-6P'],
    'a codename alone' => [new Clues(codename: 'bowline'), 'bowline', null, 'Which of its variants it is, is open'],
    'a codename with the chipset of a variant' => [
        new Clues(codename: 'bowline', model: 'OF-301K', chipset: 'Vesper 9'),
        'bowline',
        'OF-301K',
        'Its chipset is Vesper 9',
    ],
    'a shop name' => [
        new Clues(name: 'Slate 6', maker: 'Velmora'),
        null,
        null,
        'several codenames can hide behind one shop name',
    ],
    'a second shop name' => [new Clues(name: 'Slate 6 Studio'), null, null, 'Read the model number'],
    'a look-alike' => [new Clues(codename: 'carrock'), null, null, 'Every sheet that could match is contradicted'],
    'a model number under another codename' => [
        new Clues(codename: 'carrick', model: 'VS-6P'),
        null,
        null,
        'two phones may have been mixed up',
    ],
    'another chipset than the variant has' => [
        new Clues(model: 'OF-301', chipset: 'Vesper 9'),
        null,
        null,
        'contradicted',
    ],
    'nothing' => [new Clues(), null, null, 'Nothing is known yet'],
    'a phone without a sheet' => [new Clues(model: 'ZZ-1'), null, null, 'No model sheet here matches'],
]);

it('names a look-alike by its letters', function () use ($sheets) {
    $against = array_merge(
        ...array_map(
            static fn(Candidate $c): array => $c->contradictions,
            Identification::of(new Clues(codename: 'carrock'), $sheets())->candidates,
        ),
    );

    expect(implode(' ', $against))
        ->toContain('only looks like carrick (letter 5: o instead of i)')
        ->toContain('only looks like carrack');
});

it('never answers with a sheet that contradicts an observed fact', function () use ($sheets) {
    mt_srand(7);
    $all = $sheets();
    $pick = static fn(array $values): mixed => mt_rand(0, 2) === 0 ? null : $values[mt_rand(0, count($values) - 1)];
    $variants = array_merge(...array_map(static fn(ModelSheet $sheet): array => $sheet->variants, $all));
    $answers = 0;
    for ($round = 0; $round < 4000; $round++) {
        $clues = new Clues(
            $pick(array_map(static fn(ModelSheet $s): string => $s->codename, $all)),
            $pick(array_map(static fn(Variant $v): string => $v->model, $variants)),
            $pick(['Qorin 730', 'Qorin 850', 'Vesper 9']),
            twoSlots: $pick([true, false]),
            launchApi: $pick([19, 28, 31, 33]),
        );
        $sheet = Identification::of($clues, $all)->answer()?->sheet;
        if ($sheet === null) {
            continue;
        }
        $answers++;
        $models = array_map(static fn(Variant $v): string => $v->model, $sheet->variants);
        $chipsets = array_map(
            static fn(Variant $v): string => $v->chipset,
            array_filter(
                $sheet->variants,
                static fn(Variant $v): bool => $clues->model === null || $v->model === $clues->model,
            ),
        );
        expect([null, $sheet->codename])
            ->toContain($clues->codename)
            ->and([null, ...$models])
            ->toContain($clues->model)
            ->and([null, ...$chipsets])
            ->toContain($clues->chipset)
            ->and([null, $sheet->hasTwoSlots()])
            ->toContain($clues->twoSlots)
            ->and([null, $sheet->launchApi])
            ->toContain($clues->launchApi);
    }
    expect($answers)->toBeGreaterThan(100);
});

it('reads a property dump: facts with their lines, values over several lines, strange lines counted', function () {
    $reading = World::reading(
        World::dump([
            'ro.boot.slot_suffix' => '_b',
            'persist.note' => "two\nlines",
            'ro.crypto.type' => 'file',
            'ro.boot.flash.locked' => '0',
        ]) . "a stray line\r\n",
    );
    $facts = array_column(
        array_map(static fn(Statement $one): array => $one->toArray('name'), $reading->unit),
        'value',
        'name',
    );

    // The second line of a value belongs to no form, and neither does the stray one.
    expect($reading->notUnderstood)
        ->toBe(2)
        ->and($facts)
        ->toMatchArray([
            'serial' => 'SKF3A07Q41',
            'variant.model' => 'OF-301',
            'slot.active' => 'b',
            'slot.b.os.release' => '14',
            'bootloader.unlocked' => true,
            'data.encryption' => 'file',
        ])
        ->and(Clues::of($reading)->codename)
        ->toBe('bowline')
        ->and(Clues::of($reading)->twoSlots)
        ->toBeTrue();
});

it('takes no half value from a dump that is cut off, and keeps what is whole', function () {
    $whole = World::dump();
    $reading = World::reading(substr($whole, 0, (int) strpos($whole, 'ro.serialno') + 14));

    expect(Clues::of($reading)->codename)->toBe('bowline')->and($reading->serial())->toBeNull();
});

it('refuses a dump of another phone and says which value gives it away', function (array $differs, string $message) {
    $unit = World::unit('SK-07');
    expect(
        fn() => TextIntake::of(
            $unit,
            World::sheet('bowline'),
            World::reading(World::dump($differs)),
            '2026-09-15T08:00:00Z',
        ),
    )->toThrow(ReadingError::class, $message);
})->with([
    'another codename' => [
        ['ro.product.device' => 'carrick', 'ro.serialno' => 'SKF3A09Z99'],
        'its codename is carrick, SK-07 has bowline',
    ],
    'another serial number' => [['ro.serialno' => 'SKF3A09Z99'], 'its serial number is SKF3A09Z99'],
    'another variant, without a serial number' => [
        ['ro.product.model' => 'OF-301K', 'ro.serialno' => ''],
        'its model number is OF-301K',
    ],
]);

it('keeps the model of a phone whose ported build shows another one, and asks', function (
    array $differs,
    ?string $shows,
    bool $isAnswered,
    bool $asks,
) {
    $unit = World::unit('SK-07');
    $at = '2026-09-15T08:00:00Z';
    $intake = TextIntake::of($unit, World::sheet('bowline'), World::reading(World::dump($differs)), $at);
    $said = Fact::of('codename', 'bowline', Source::Settled, 'asked by a plan', $at);
    $after = $unit->withFacts(...$intake->facts, ...$isAnswered ? [$said] : []);
    $situation = new Situation(World::sheet('bowline'), $after, [], Intent::BackUp, $at);
    $keys = array_map(static fn(Finding $one): string => $one->key, Judged::findings('FIT-1', $situation));

    expect($intake->shows)
        ->toBe($shows)
        ->and($after->state()->text('variant.model'))
        ->toBe($unit->state()->text('variant.model'))
        ->and($after->state()->text('slot.a.os.patchLevel'))
        ->toBe('2026-08-01')
        ->and(in_array('FIT-1:shown', $keys, true))
        ->toBe($asks);
})->with([
    'the codename of another' => [
        ['ro.product.device' => 'carrick', 'ro.build.version.security_patch' => '2026-08-01'],
        'carrick',
        false,
        true,
    ],
    'the model number of another' => [
        ['ro.product.model' => 'OF-301K', 'ro.build.version.security_patch' => '2026-08-01'],
        'OF-301K',
        false,
        true,
    ],
    'once a person has said what it is' => [
        ['ro.product.device' => 'carrick', 'ro.build.version.security_patch' => '2026-08-01'],
        'carrick',
        true,
        false,
    ],
    'its own' => [['ro.build.version.security_patch' => '2026-08-01'], null, false, false],
]);

it('takes no other codename from the bootloader itself, whatever its serial number', function () {
    $list = "(bootloader) product: carrick\n(bootloader) serialno: SKF3A07Q41\n(bootloader) unlocked: yes\n";

    expect(
        fn() => TextIntake::of(
            World::unit('SK-07'),
            World::sheet('bowline'),
            World::reading($list),
            '2026-09-15T08:00:00Z',
        ),
    )->toThrow(ReadingError::class, 'its codename is carrick');
});

it('shows no other model any more once its system shows its own', function (array $differs, ?string $shows) {
    $read = static fn(Unit $unit, array $values): Unit => $unit->withFacts(
        ...TextIntake::of($unit, World::sheet('bowline'), World::reading(World::dump($values)), '2026-09-15T08:00:00Z')
            ->facts,
    );
    $ported = $read(World::unit('SK-07'), ['ro.product.device' => 'carrick']);

    expect($ported->state()->text('variant.shown'))
        ->toBe('carrick')
        ->and($read($ported, $differs)->state()->text('variant.shown'))
        ->toBe($shows);
})->with(['its own' => [[], null], 'a third' => [['ro.product.device' => 'corbel'], 'corbel']]);

it('says what a dump changes', function () {
    $intake = TextIntake::of(
        World::unit('SK-07'),
        World::sheet('bowline'),
        World::reading(World::dump(['ro.build.version.security_patch' => '2026-08-01'])),
        '2026-09-15T08:00:00Z',
    );

    expect($intake->changes)->toContain([
        'name' => FactName::label('slot.a.os.patchLevel'),
        'from' => World::unit('SK-07')->state()->text('slot.a.os.patchLevel') ?? 'unknown',
        'to' => '2026-08-01',
        'line' => '[ro.build.version.security_patch]: [2026-08-01]',
        'lineNumber' => 9,
    ]);
});

it('keeps what an about page says of the system, whatever slot that is in', function (?string $active, array $names) {
    $about = "Model number: OF-301\nPlatform release: 14\nBuild number: deck-14.0.8-of301\n";
    $unit = new Unit('NX-1', 'bowline', $active === null ? [] : [Fact::of('slot.active', $active, Source::Phone)]);
    $taken = TextIntake::of($unit, World::sheet('bowline'), World::reading($about), '2026-09-15T08:00:00Z');
    $ofSlot = array_filter(
        array_map(static fn(Fact $one): string => $one->name, $taken->facts),
        static fn(string $name): bool => str_starts_with($name, 'slot.'),
    );

    expect(array_values($ofSlot))->toBe($names);
})->with([
    'in slot B' => ['b', ['slot.b.os.release', 'slot.b.os.buildId', 'slot.b.os.state']],
    'not known yet' => [null, ['slot.-.os.release', 'slot.-.os.buildId', 'slot.-.os.state']],
]);
