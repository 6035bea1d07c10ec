<?php

declare(strict_types=1);

use Tests\Support\Judged;
use Tests\Support\World;
use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Phone\Backup;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\Unit;
use Tornavis\Core\Plan\Planner;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\Severity;
use Tornavis\Core\Situation\Answers;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Situation\Workplace;
use Tornavis\Core\Words\Intent;
use Tornavis\Core\Words\LossClass;

it('says which of several sets would go back in: the newest that fits and lies off the phone', function (
    array $places,
    ?string $chosen,
) {
    $unit = World::unit('SK-13');
    $sets = array_map(
        static fn(string $place, int $day): Backup => new Backup(
            "set {$day}",
            [LossClass::Apps],
            $place,
            "2026-09-0{$day}T10:00:00Z",
            Backup::RECOVERY,
            ['family' => 'Lamplight'],
        ),
        $places,
        range(1, count($places)),
    );
    $situation = new Situation(
        World::sheet('marl'),
        new Unit('SK-13', 'marl', $unit->facts, $sets),
        [],
        Intent::RestoreBackup,
        'now',
    );

    expect($situation->restore->set()?->id)->toBe($chosen);
})->with([[['computer', 'computer'], 'set 2'], [['computer', 'phone'], 'set 2'], [['phone', 'phone'], 'set 2']]);

it('raises a statement that two sources contradict, and falls silent when it is settled', function () {
    $facts = [
        ...World::unit('SK-07')->facts,
        Fact::of('variant.model', 'OF-301N', Source::Typed, 'about page', '2026-09-14T11:00:00Z'),
    ];
    $situation = static fn(array $facts): Situation => new Situation(
        World::sheet('bowline'),
        new Unit('SK-07', 'bowline', $facts),
        [World::package(World::SALTERN[0])],
        Intent::Fresh,
        'now',
    );

    $findings = array_values(
        array_filter(
            Judged::findings('FIT-8', $situation($facts)),
            static fn(Finding $f): bool => str_contains($f->key, 'unit/'),
        ),
    );
    expect(Judged::gravest($findings))
        ->toBe('settle')
        ->and(Judged::said($findings))
        ->toContain('OF-301')
        ->toContain('OF-301N')
        ->toContain('two phones may have been mixed up')
        ->and(
            array_filter(
                Judged::findings('FIT-8', $situation(World::unit('SK-07')->facts)),
                static fn(Finding $f): bool => str_contains($f->key, 'unit/'),
            ),
        )
        ->toBe([]);
});

it('points to the stable build on the shelf when a nightly one is chosen, and to nothing otherwise', function (
    string $chosen,
    array $shelf,
    string $severity,
) {
    $open = World::situation('SK-09', [$chosen]);
    $situation = new Situation(
        $open->sheet,
        $open->unit,
        $open->kit,
        Intent::Fresh,
        'now',
        shelf: array_map(World::package(...), $shelf),
    );

    expect(Judged::gravest(Judged::findings('FIT-10', $situation)))->toBe($severity);
})->with([
    ['driftglass-15.2-20260915-becket-nightly.zip', ['driftglass-15.1-20260902-becket.zip'], 'mind'],
    ['driftglass-15.2-20260915-becket-nightly.zip', ['driftglass-15.1-20260820-bowline.zip'], 'silent'],
    ['driftglass-15.1-20260902-becket.zip', ['driftglass-15.2-20260915-becket-nightly.zip'], 'silent'],
]);

it('knows the command tools of this workplace', function (
    ?string $version,
    array $bad,
    string $severity,
    string $words,
) {
    $open = World::situation('SK-07', World::SALTERN);
    $situation = new Situation(
        $open->sheet,
        $open->unit,
        $open->kit,
        Intent::Fresh,
        'now',
        workplace: new Workplace($version, $bad),
    );
    $findings = Judged::findings('PREP-6', $situation);

    expect(Judged::gravest($findings))->toBe($severity)->and(Judged::said($findings))->toContain($words);
})->with([
    'no list, no version' => [null, [], 'silent', ''],
    'a list, no version' => [null, ['34.0.1' => 'drops long transfers'], 'mind', 'Enter the version'],
    'a version with a fault' => ['34.0.1', ['34.0.1' => 'drops long transfers'], 'settle', 'drops long transfers'],
    'a version without' => ['35.0.2', ['34.0.1' => 'drops long transfers'], 'clear', 'not on the list'],
]);

it('reminds of cable, port, driver, screen and quiet until each is ticked', function () {
    $open = Judged::findings('PREP-7', World::situation('SK-07', World::SALTERN));
    $keys = array_map(
        static fn(Finding $f): string => $f->key,
        array_filter($open, static fn(Finding $f): bool => $f->severity === Severity::Mind),
    );
    $ticked = Judged::findings('PREP-7', World::situation('SK-07', World::SALTERN, answers: new Answers($keys)));

    expect(count($keys))->toBe(5)->and(Judged::gravest($ticked))->toBe('clear');
});

it('offers the file on the shelf that mends a base, and only one that does', function (
    string $rule,
    array $shelf,
    string $remedy,
) {
    $open = World::situation('SK-02', Judged::CARRICK);
    $situation = new Situation(
        $open->sheet,
        $open->unit,
        $open->kit,
        Intent::Fresh,
        'now',
        shelf: array_map(World::package(...), $shelf),
    );

    expect(Judged::said(Judged::findings($rule, $situation)))->toContain($remedy);
})->with([
    ['BASE-2', ['vendor-9.4-carrick.zip'], 'Add vendor-9.4-carrick.zip from the shelf to the kit.'],
    ['BASE-2', ['vendor-9.5-dev-carrick.zip'], 'Get vendor 9.4 or newer, stable channel for carrick.'],
]);

it('finds that the key which signs the demo\'s updates is the key on its phone', function () {
    expect(World::package(Judged::MARL)->facts->text('signer'))->toBe(Judged::LAMPLIGHT_KEY);
});

it('has a finding and no half plan where the sheet lacks what is wanted', function (
    Intent $intent,
    array $kit,
    array $without,
    string $rule,
) {
    $data = World::sheet('carrick')->toArray();
    $data['partitions'] = array_values(
        array_filter(
            $data['partitions'],
            static fn(array $partition): bool => !in_array($partition['name'], $without, true),
        ),
    );
    $situation = new Situation(
        ModelSheet::fromArray($data),
        World::unit('SK-02', ['battery.percent' => 90]),
        array_map(World::package(...), $kit),
        $intent,
        'now',
    );
    $plan = Planner::plan($situation);
    $stops = array_values(
        array_unique(
            array_map(
                static fn(Finding $f): string => $f->rule->value,
                array_filter($plan->findings, static fn(Finding $f): bool => $f->severity === Severity::Stop),
            ),
        ),
    );

    expect($stops)->toContain($rule)->and($plan->steps)->toBe([]);
})->with([
    'no system partition for an image' => [
        Intent::GenericImage,
        [Judged::GENERIC, 'wicket-4.1-carrick.img'],
        ['system'],
        'LAYOUT-1',
    ],
    'no boot partition for a bundle' => [Intent::BackToStock, ['hull-13.0-becket-eu.zip'], ['boot'], 'FIT-1'],
]);

it('stops where two builds are in the kit, and says to leave one out', function () {
    $plan = Planner::plan(World::situation('SK-07', [...World::SALTERN, World::DRIFTGLASS[0]]));

    expect($plan->steps)->toBe([])->and(Judged::said($plan->findings))->toContain('Leave all but one');
});

it('brings back the set that was chosen by what it holds, and only one that fits', function (
    ?string $chosen,
    ?string $taken,
    string $words,
) {
    $unit = World::unit('SK-13');
    $fits = array_values(
        array_filter($unit->backups, static fn(Backup $set): bool => $set->id === 'before the update'),
    )[0];
    $older = new Backup(
        'messages only',
        [LossClass::Messages],
        'computer',
        '2025-01-11T08:00:00+00:00',
        Backup::RECOVERY,
        $fits->base,
    );
    $situation = new Situation(
        World::sheet('marl'),
        new Unit($unit->label, $unit->codename, $unit->state()->facts(), [...$unit->backups, $older]),
        [],
        Intent::RestoreBackup,
        '2026-09-14T12:00:00Z',
        answers: new Answers(backup: $chosen),
    );

    expect($situation->restore->set()?->id)
        ->toBe($taken)
        ->and(Judged::said(Judged::findings('BACK-1', $situation)))
        ->toContain($words);
})->with([
    'none chosen' => [null, 'before the update', 'the newest of those'],
    'an older one' => ['messages only', 'messages only', 'the one that you chose'],
    'one from another base' => ['first set', null, 'none that fits this phone'],
    'plain copies' => ['pictures', null, 'Choose another set'],
    'one that is not there' => ['lost', null, 'Choose another set'],
]);

it('names the files and rules where a build asks for what the rules put after it', function () {
    $kit = [
        World::altered('driftglass-15.1-20260820-bowline.zip', ['after' => ['services']]),
        ...array_slice(World::DRIFTGLASS, 1),
    ];
    $stop = array_values(
        array_filter(
            Planner::plan(World::situation('SK-07', $kit))->findings,
            static fn(Finding $f): bool => $f->rule->value === 'ORDER-2',
        ),
    );

    expect($stop)
        ->toHaveCount(1)
        ->and($stop[0]->reason)
        ->toContain('Sideload Driftglass 15.1')
        ->toContain('Larder mini')
        ->toContain('ORDER-1')
        ->toContain('ORDER-3')
        ->not->toContain('First boot');
});

it('puts add-ons in by kind, but for what their publishers say', function (array $kit, array $order) {
    expect(
        array_map(
            static fn(Package $p): string => $p->name(),
            World::situation('SK-09', $kit, intent: Intent::AddOn)->files->addOns(),
        ),
    )->toBe($order);
})->with([
    'by kind' => [
        ['latchkey-4.2.zip', 'radio-fix-1-becket.zip', 'larder-mini-15-arm64.zip'],
        ['larder-mini-15-arm64.zip', 'radio-fix-1-becket.zip', 'latchkey-4.2.zip'],
    ],
    'a fix that asks for root' => [
        [
            World::altered('radio-fix-1-becket.zip', ['after' => ['root']]),
            'latchkey-4.2.zip',
            'larder-mini-15-arm64.zip',
        ],
        ['larder-mini-15-arm64.zip', 'latchkey-4.2.zip', 'radio-fix-1-becket.zip'],
    ],
]);
