<?php

declare(strict_types=1);

use Tests\Support\Judged;
use Tests\Support\World;
use Tornavis\Core\Draft\SheetAnswer;
use Tornavis\Core\Draft\SheetMerge;
use Tornavis\Core\Format\FormatError;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Plan\Plan;
use Tornavis\Core\Plan\Planner;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Intent;

/**
 * The sheet of SK-07's model as if it had been drafted.
 *
 * @param  list<string>  $without  fields that are not known
 * @param  list<string>  $assumed
 */
function drafted(array $without, array $assumed = []): ModelSheet
{
    $data = ['pcFlash' => false] + World::sheet('bowline')->toArray();
    $known = array_diff_key($data, array_flip($without));

    return ModelSheet::fromArray(
        ['version' => 2] + $known + ($assumed === [] ? [] : ['assumed' => $assumed]),
        'drafted',
    );
}

function withSheet(ModelSheet $sheet, array $kit = World::DRIFTGLASS, Intent $intent = Intent::Fresh): Situation
{
    $of = World::situation('SK-07', $kit, intent: $intent);

    return new Situation($sheet, $of->unit, $of->kit, $of->intent, $of->at, $of->house, $of->answers);
}

it(
    'stops a plan that needs what the sheet leaves open, asks where it is guessed, and says nothing otherwise',
    function (array $without, array $assumed, string $gravest) {
        expect(Judged::gravest(Judged::findings('FIT-14', withSheet(drafted($without, $assumed)))))->toBe($gravest);
    },
)->with([
    'slots unknown' => [['slots', 'partitions', 'superGroups', 'recoveryHome'], [], 'stop'],
    'recovery unknown' => [['recoveryHome'], [], 'stop'],
    'recovery guessed, in a document of an older version' => [[], ['recoveryHome'], 'settle'],
    'shop name unknown' => [['name', 'maker'], [], 'silent'],
    'launch api unknown, no generic image' => [['launchApi'], [], 'silent'],
    'processor unknown, a services bundle in the kit' => [['architecture'], [], 'stop'],
    'all known' => [[], [], 'silent'],
]);

it('asks for no processor where every file is bound to the codename', function () {
    $kit = array_values(array_diff(World::DRIFTGLASS, ['larder-mini-15-arm64.zip']));

    expect(Judged::gravest(Judged::findings('FIT-14', withSheet(drafted(['architecture']), $kit))))->toBe('silent');
});

it('plans the same from a drafted sheet that knows what the job needs', function () {
    $whole = Planner::plan(withSheet(World::sheet('bowline')));
    $drafted = Planner::plan(withSheet(drafted(['maker', 'name', 'launchApi', 'battery'])));
    $titles = static fn(Plan $plan): array => array_column(World::document($plan)['steps'], 'title');

    expect($titles($drafted))->toBe($titles($whole))->and($drafted->verdict->level)->toBe($whole->verdict->level);
});

it('reads version 1 as before, where nothing may be left out', function () {
    $data = World::sheet('bowline')->toArray();
    unset($data['slots']);

    expect(fn() => ModelSheet::fromArray($data, 'x'))->toThrow(FormatError::class);
});

it('finds the data of a phone that calls it by its other name', function () {
    $data = World::sheet('marl')->toArray();
    foreach ($data['partitions'] as $index => $row) {
        $data['partitions'][$index]['name'] = $row['name'] === 'data' ? 'userdata' : $row['name'];
    }

    expect(ModelSheet::fromArray($data, 'x')->partition('data')?->name)->toBe('userdata');
});

it('takes from another sheet what is new or was only inferred, and never what was read here', function () {
    $here = drafted(['superBytes', 'superGroups'], ['recoveryHome']);
    $data = World::sheet('bowline')->toArray();
    $there = ModelSheet::fromArray(
        ['version' => 2, 'recoveryHome' => 'boot', 'launchApi' => 30, 'superBytes' => 6442450944] + $data,
        'there',
    );
    $merge = SheetMerge::of($here, $there);

    expect($merge->added)
        ->toContain('superBytes', 'recoveryHome')
        ->and($merge->sheet()->recoveryHome->value)
        ->toBe('boot')
        ->and($merge->sheet()->launchApi)
        ->toBe(33)
        ->and($merge->differs)
        ->toBe([['field' => 'launchApi', 'here' => 33, 'there' => 30]]);
});

it('adds nothing to a sheet that was entered whole, and no second name of one partition', function () {
    $row = ['name' => 'userdata', 'perSlot' => false];
    $there = ModelSheet::fromArray(
        [
            'version' => 2,
            'rollbackIndex' => 9,
            'partitions' => [...World::sheet('marl')->toArray()['partitions'], $row],
        ] + World::sheet('marl')->toArray(),
        'there',
    );
    $whole = SheetMerge::of(World::sheet('marl'), $there);
    $drafted = SheetMerge::of(ModelSheet::fromArray(['version' => 2] + World::sheet('marl')->toArray(), 'x'), $there);

    expect($whole->sheet()->toArray())
        ->toBe(World::sheet('marl')->toArray())
        ->and(array_column($drafted->document['partitions'], 'name'))
        ->not->toContain('userdata');
});

it('stops an update in place of a build whose publisher asks for a format, and of no other', function (
    array $facts,
    string $gravest,
) {
    $build = World::altered('lamplight-9.4-20250611-marl.zip', $facts);
    $findings = array_filter(
        Judged::findings('UPDATE-1', World::situation('SK-06', [$build], intent: Intent::UpdateInPlace)),
        static fn($one): bool => str_contains($one->need, 'keeps the data'),
    );

    expect(Judged::gravest(array_values($findings)))->toBe($gravest);
})->with([[['needsErase' => 'format'], 'stop'], [[], 'silent']]);

it('asks where images go in from a computer, only for a job that writes from one', function (
    array $assumed,
    Intent $intent,
    bool $asks,
) {
    $unit = ['slot.a.recovery.family' => 'Wicket', 'slot.a.recovery.abilities' => ['sideload', 'backup', 'decrypt']];
    $of = World::situation('SK-07', $intent === Intent::Fresh ? World::DRIFTGLASS : [], $unit, intent: $intent);
    $situation = new Situation(drafted([], $assumed), $of->unit, $of->kit, $intent, $of->at);
    $fields = array_merge(
        ...array_map(
            static fn(Finding $one): array => array_column($one->remedy->models ?? [], 'field'),
            Judged::findings('FIT-14', $situation),
        ),
    );

    expect(in_array('pcFlash', $fields, true))->toBe($asks);
})->with([
    'guessed, and a build with its recovery' => [['pcFlash'], Intent::Fresh, true],
    'known, and a build with its recovery' => [[], Intent::Fresh, false],
    'guessed, and a backup in the recovery that is there' => [['pcFlash'], Intent::BackUp, false],
]);

it('writes where it was said that images go in', function (string $said, string $mode) {
    $sheet = SheetAnswer::said(drafted([], ['pcFlash']), 'pcFlash', $said, '2026-09-14T12:00:00Z');
    $situation = withSheet($sheet);

    expect(Judged::findings('FIT-14', $situation))
        ->toBe([])
        ->and($situation->modes->forFlashing()->value)
        ->toBe($mode)
        ->and($sheet->grades->of('pcFlash')?->value)
        ->toBe('said');
})->with([['yes', 'download'], ['no', 'bootloader']]);

it('takes no other word for where images go in', function () {
    SheetAnswer::said(drafted([], ['pcFlash']), 'pcFlash', 'perhaps', '2026-09-14T12:00:00Z');
})->throws(FormatError::class);

/** The sheet of SK-07's model as if it had been drafted and no partition for verification headers were known. */
function withoutHeaders(?bool $has): ModelSheet
{
    $data = drafted([])->toArray();
    $isOther = static fn(array $row): bool => ($row['verification'] ?? false) !== true;
    $data['partitions'] = array_values(array_filter($data['partitions'], $isOther));

    return ModelSheet::fromArray(($has === null ? [] : ['verification' => $has]) + $data, 'drafted');
}

it('asks for verification headers before a foreign system starts, unless they are known to be off', function (
    ?bool $has,
    ?bool $isOn,
    array $kit,
    string $asked,
    string $image,
) {
    $intent = $kit === World::DRIFTGLASS ? Intent::Fresh : Intent::GenericImage;
    $of = World::situation('SK-07', $kit, ['slot.a.verification.on' => $isOn], intent: $intent);
    $sheet = withoutHeaders($has);
    $sheet = $has === null ? $sheet : SheetAnswer::said($sheet, 'verification', $has ? 'yes' : 'no', $of->at);
    $situation = new Situation($sheet, $of->unit, $of->kit, $intent, $of->at);

    expect(Judged::gravest(Judged::findings('FIT-14', $situation)))
        ->toBe($asked)
        ->and(Judged::gravest(Judged::findings('LAYOUT-4', $situation)))
        ->toBe($image);
})->with([
    'not known' => [null, null, ['saltern-generic-15-arm64.img'], 'stop', 'silent'],
    'not known, and off' => [null, false, ['saltern-generic-15-arm64.img'], 'silent', 'silent'],
    'not known, for a build of its own' => [null, null, World::DRIFTGLASS, 'silent', 'silent'],
    'said to be there' => [true, null, ['saltern-generic-15-arm64.img'], 'silent', 'stop'],
    'said to be there, and off' => [true, false, ['saltern-generic-15-arm64.img'], 'silent', 'silent'],
    'said not to be there' => [false, null, ['saltern-generic-15-arm64.img'], 'silent', 'silent'],
]);
