<?php

declare(strict_types=1);

use Tests\Support\Judged;
use Tests\Support\World;
use Tornavis\Core\Draft\SheetAnswer;
use Tornavis\Core\Operation\DisableVerification;
use Tornavis\Core\Operation\Flash\FlashStockBundle;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Plan\Plan;
use Tornavis\Core\Plan\Planner;
use Tornavis\Core\Plan\Step;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Tests\Fixture;
use Tornavis\Core\Words\Intent;
use Tornavis\Core\Words\OperationName;
use Tornavis\Core\Words\PackageKind;

/*
 * Whether a phone starts what its verification headers do not know: by what is changed, who checks it, and what the
 * model's bootloader does.
 */

/** The sheet of a model whose recovery lives in vendor boot and that checks what it starts. */
function checking(?string $unverified, array $headers = ['seal'], array $otherwise = []): ModelSheet
{
    return Fixture::verified($headers, [...$unverified === null ? [] : ['unverified' => $unverified], ...$otherwise]);
}

/**
 * @param  list<Package>  $kit
 * @param  array<string, string|int|bool|list<string>|null>  $phone
 */
function verificationPlan(ModelSheet $sheet, array $kit, Intent $intent, array $phone = []): Plan
{
    $on = ['slot.a.verification.on' => true, 'slot.b.verification.on' => true, 'slot.a.image.boot' => 'base-3.1'];

    return Planner::plan(Fixture::situation($sheet, $kit, [...$on, ...$phone], $intent));
}

/**
 * @return array<string, string> severity by key, of what is said about verification and the proof
 */
function verificationFindings(Plan $plan): array
{
    $said = [];
    foreach ($plan->findings as $one) {
        if (preg_match('/^(LAYOUT-4|BASE-4|PROOF)\b/', $one->key) === 1) {
            $said[$one->key] = $one->severity->value;
        }
    }

    return $said;
}

/**
 * @return list<string>
 */
function switchedOff(Plan $plan): array
{
    $steps = array_filter(
        $plan->steps,
        static fn(Step $one): bool => $one->draft->operation->name() === OperationName::DisableVerification,
    );

    return array_values(
        array_map(
            static fn(Step $one): string => implode(',', $one->draft->operation->parameters()['partitions']),
            $steps,
        ),
    );
}

/** The kit of a job that changes nothing but start images. */
function startImageKit(ModelSheet $sheet, Intent $intent): array
{
    $writes = [...$sheet->startPartitions(), 'system', 'product', 'vendor', ...$sheet->verificationPartitions()];

    return match ($intent) {
        Intent::Recovery => [Fixture::recovery($sheet, [Field::HEADER_VERSION => 4])],
        Intent::AddOn => [
            Fixture::package(PackageKind::Root, 'keyring-1.zip', [Field::FAMILY => 'Keyring', Field::VERSION => '1']),
        ],
        default => [Fixture::build($sheet, [Field::WRITES => $writes]), Fixture::recovery($sheet)],
    };
}

$jobs = [
    'a fresh install' => [Intent::Fresh, []],
    'a recovery alone' => [Intent::Recovery, []],
    'root into a verified boot image' => [
        Intent::AddOn,
        [
            'slot.a.recovery.family' => 'Corbie',
            'slot.a.recovery.version' => '1.4',
            'slot.a.recovery.abilities' => ['sideload', 'decrypt', 'backup'],
        ],
    ],
];

it('asks once what the bootloader does, and goes by the answer', function (Intent $intent, array $phone) {
    $said = static function (?string $unverified, array $more = []) use ($intent, $phone): array {
        $sheet = checking($unverified);
        $plan = verificationPlan($sheet, startImageKit($sheet, $intent), $intent, [...$phone, ...$more]);

        return [verificationFindings($plan)['LAYOUT-4:unverified'] ?? null, $plan->verdict->level];
    };
    $off = ['slot.a.verification.on' => false, 'slot.b.verification.on' => false];

    expect($said(null))
        ->toBe(['settle', 'settle'])
        ->and($said('warns'))
        ->toBe(['mind', 'clear'])
        ->and($said(null, $off))
        ->toBe([null, 'clear'])
        ->and($said('refuses', $off))
        ->toBe([null, 'clear']);
})->with($jobs);

it('needs every image where the bootloader refuses, and uses those that are there', function (
    Intent $intent,
    array $phone,
) {
    $plan = static function (string $unverified, array $images) use ($intent, $phone): Plan {
        $sheet = checking($unverified, ['seal', 'seal_system']);
        $headers = array_map(static fn(string $one): Package => Fixture::header($sheet, $one), $images);

        return verificationPlan($sheet, [...startImageKit($sheet, $intent), ...$headers], $intent, $phone);
    };
    $both = ['seal', 'seal_system'];

    expect(verificationFindings($plan('refuses', ['seal'])))
        ->toMatchArray(['LAYOUT-4:seal' => 'clear', 'LAYOUT-4:seal_system' => 'stop'])
        ->and($plan('refuses', $both)->verdict->level)
        ->toBe('clear')
        ->and(switchedOff($plan('refuses', $both)))
        ->toBe($both)
        ->and(switchedOff($plan('warns', $both)))
        ->toBe($both)
        ->and(switchedOff($plan('warns', ['seal'])))
        ->toBe([]);
})->with($jobs);

it('needs it off for what the system checks itself, whatever the bootloader does', function (
    array $headers,
    array $writes,
    string $level,
) {
    $sheet = checking('warns', $headers);
    $all = [...$sheet->startPartitions(), 'system', 'product', 'vendor', ...$writes];
    $kit = [Fixture::build($sheet, [Field::WRITES => $all]), Fixture::recovery($sheet)];

    $images = array_map(static fn(string $one): Package => Fixture::header($sheet, $one), $headers);

    expect(verificationPlan($sheet, $kit, Intent::Fresh)->verdict->level)
        ->toBe($level)
        ->and(verificationPlan($sheet, [...$kit, ...$images], Intent::Fresh)->verdict->level)
        ->toBe('clear');
})->with([
    'a build without headers into a slot whose old ones stay' => [['seal'], [], 'stop'],
    'a build with its own' => [['seal'], ['seal'], 'clear'],
    'a build with one of two' => [['seal', 'seal_system'], ['seal'], 'stop'],
]);

it('is off once the last image says so', function () {
    $sheet = checking('refuses', ['seal', 'seal_system']);
    $state = Fixture::unit($sheet, ['slot.a.verification.on' => true])->state();
    $first = new DisableVerification(Fixture::header($sheet), ['seal'], 'a', false);
    $last = new DisableVerification(Fixture::header($sheet, 'seal_system'), ['seal_system'], 'a');
    $between = $state->with($first->effects($state, $sheet));

    expect($between->slot('a')->verificationOn)
        ->toBeTrue()
        ->and($between->with($last->effects($between, $sheet))->slot('a')->verificationOn)
        ->toBeFalse();
});

it('holds an image against the firmware that is there when it is written', function (
    string $of,
    array $phone,
    array $firmware,
    string $severity,
) {
    $sheet = checking('refuses');
    $build = Fixture::build($sheet, [
        Field::WRITES => [...$sheet->startPartitions(), 'system', 'product', 'vendor', 'seal'],
        Field::FIRMWARE_MIN => '3.1',
    ]);
    $newer = array_map(static fn(string $version): Package => Fixture::firmware($sheet, $version), $firmware);
    $files = [$build, Fixture::recovery($sheet), Fixture::header($sheet, 'seal', $of), ...$newer];
    $said = verificationFindings(verificationPlan($sheet, $files, Intent::Fresh, $phone));

    expect($said["BASE-4:seal-{$of}-ashlar.img"] ?? null)->toBe($severity);
})->with([
    'as it is' => ['3.1', [], [], 'clear'],
    'of firmware that the plan writes before it' => [
        '3.4',
        ['slot.a.firmware.version' => '3.0', 'slot.b.firmware.version' => '3.0'],
        ['3.4'],
        'clear',
    ],
    'of the firmware that the plan replaces' => [
        '3.0',
        ['slot.a.firmware.version' => '3.0', 'slot.b.firmware.version' => '3.0'],
        ['3.4'],
        'stop',
    ],
    'by the number of the maker\'s build' => [
        'base-3.1',
        ['slot.a.firmware.version' => null, 'slot.b.firmware.version' => '3.1', 'slot.a.os.stock' => true],
        [],
        'clear',
    ],
    'of another build than the maker\'s' => ['base-3.0', ['slot.a.os.stock' => true], [], 'stop'],
]);

it('keeps the answer with the model', function () {
    $sheet = SheetAnswer::said(checking(null), 'unverified', 'refuses', Fixture::AT);

    expect($sheet->unverified?->value)
        ->toBe('refuses')
        ->and(fn() => SheetAnswer::said(checking(null), 'unverified', 'perhaps', Fixture::AT))
        ->toThrow(Tornavis\Core\Format\FormatError::class, 'unverified');
});

it('asks for no rollback index before the image of the very firmware that runs', function (
    string $of,
    ?int $phone,
    ?string $severity,
) {
    $sheet = checking('refuses');
    $image = Fixture::package(PackageKind::VerificationImage, 'seal.img', [
        Field::CODENAMES => ['ashlar'],
        Field::PARTITION => 'seal',
        Field::PART_OF => $of,
        Field::ROLLBACK_INDEX => 4,
    ]);
    $kit = [...startImageKit($sheet, Intent::Fresh), $image];
    $said = null;
    $plan = verificationPlan($sheet, $kit, Intent::Fresh, ['bootloader.rollbackIndex' => $phone]);
    foreach ($plan->findings as $one) {
        $said = $one->key === 'BASE-6:seal.img' ? $one->severity->value : $said;
    }

    expect($said)->toBe($severity);
})->with([
    'that runs, and nobody has read the index' => ['3.1', null, null],
    'another one, and nobody has read the index' => ['3.0', null, 'settle'],
    'that runs, with a lower index' => ['3.1', 5, 'stop'],
    'that runs, with the same index' => ['3.1', 4, 'clear'],
]);

it('is on again once the maker\'s bundle brings a header', function (?bool $was, array $brings, ?bool $is) {
    $sheet = checking('refuses', ['seal', 'seal_system']);
    $images = array_fill_keys(['boot', ...$brings], 4096);
    $bundle = Fixture::package(PackageKind::StockBundle, 'base.zip', [Field::CODENAMES => ['ashlar']], $images);
    $state = Fixture::unit($sheet, ['slot.a.verification.on' => $was])->state();
    $after = $state->with((new FlashStockBundle($bundle, array_keys($images), 'a'))->effects($state, $sheet));

    expect($after->slot('a')->verificationOn)->toBe($is);
})->with([
    'both' => [false, ['seal', 'seal_system'], true],
    'one, where the other one is off' => [false, ['seal'], true],
    'none, where they are off' => [false, [], false],
    'one, where nobody knows the other one' => [null, ['seal'], null],
]);

it('asks for no image for a new layout whose publisher writes none', function (
    string $unverified,
    array $build,
    ?string $severity,
) {
    $sheet = ModelSheet::fromArray(['unverified' => $unverified] + World::sheet('prusik')->toArray(), 'test');
    $writes = World::package(Judged::PRUSIK[0])->facts->list(Field::WRITES);
    $kit = array_map(
        static fn(string $name): Package => $name === Judged::PRUSIK[0]
            ? World::altered($name, ['preInstall' => ['boot'], 'writes' => [...$writes, 'verify'], ...$build])
            : World::package($name),
        array_filter(Judged::PRUSIK, static fn(string $name): bool => !str_starts_with($name, 'verify-')),
    );
    $situation = new Situation(
        $sheet,
        World::unit('SK-11', ['slot.a.verification.on' => true, 'slot.b.verification.on' => true]),
        array_values($kit),
        Intent::Fresh,
        '2026-09-14T12:00:00Z',
    );
    $of = array_filter(
        Judged::findings('LAYOUT-4', $situation),
        static fn(Finding $one): bool => $one->key === 'LAYOUT-4:verify',
    );

    expect((array_values($of)[0] ?? null)?->severity->value)->toBe($severity);
})->with([
    'a bootloader that warns, a build with its header' => ['warns', [], null],
    'a bootloader that refuses' => ['refuses', [], 'stop'],
    'a build without a header' => ['warns', ['writes' => ['boot', 'system', 'vendor']], 'stop'],
    'a publisher who lists the image' => ['warns', ['preInstall' => ['boot', 'verify']], 'stop'],
    'a publisher who lists nothing' => ['warns', ['preInstall' => []], 'stop'],
]);
