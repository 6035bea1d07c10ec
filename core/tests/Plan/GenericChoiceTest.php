<?php

declare(strict_types=1);

use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Plan\Plan;
use Tornavis\Core\Plan\Planner;
use Tornavis\Core\Plan\Step;
use Tornavis\Core\Plan\Verdict;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Situation\Answers;
use Tornavis\Core\Tests\Fixture;
use Tornavis\Core\Words\Intent;
use Tornavis\Core\Words\PackageKind;

/*
 * Generic images: which of two, a trial that is there, and a file that switches encryption off.
 */

function genericFor(ModelSheet $sheet, string $name, array $facts = []): Package
{
    return Fixture::package(
        PackageKind::GenericImage,
        "{$name}.img",
        [
            Field::FAMILY => 'Spandrel',
            Field::VERSION => '15',
            Field::RELEASE => '15',
            Field::ARCHITECTURE => 'arm64',
            Field::SLOT_SCHEME => $sheet->hasTwoSlots() ? 'two' : 'one',
            ...$facts,
        ],
        ['system' => 1 << 30],
    );
}

function genericPlan(ModelSheet $sheet, array $kit, array $phone = []): Plan
{
    $slot = $sheet->slots[0];
    $situation = Fixture::situation(
        $sheet,
        $kit,
        [
            "slot.{$slot}.verification.on" => false,
            'card.present' => true,
            'card.adopted' => false,
            'card.freeBytes' => 30 << 30,
            ...$phone,
        ],
        Intent::GenericImage,
    );
    $keys = array_map(static fn(Finding $one): string => $one->key, Planner::plan($situation)->findings);

    return Planner::plan($situation->with(answers: Answers::toEverything($keys)));
}

function genericSays(Plan $plan, string $key): ?string
{
    $found = array_filter($plan->findings, static fn(Finding $one): bool => $one->key === $key);

    return (array_values($found)[0] ?? null)?->severity->value;
}

/** @return list<string> */
function genericKeys(Plan $plan): array
{
    return array_map(static fn(Step $step): string => $step->draft->key, $plan->steps);
}

it('takes the image of two that is made for the launch api', function (
    array $first,
    array $second,
    string $count,
    ?int $taken,
) {
    $sheet = Fixture::twoSlots();
    $kit = [genericFor($sheet, 'spandrel-old', $first), genericFor($sheet, 'spandrel-new', $second)];
    $plan = genericPlan($sheet, $kit);

    expect(genericSays($plan, 'KIT-2:generic image'))->toBe($count);
    if ($taken !== null) {
        $write = array_filter($plan->steps, static fn(Step $one): bool => $one->draft->key === 'install.b-generic');
        expect(array_values($write)[0]->draft->operation->parameters()['package'])->toBe($kit[$taken]->name());
    }
})->with([
    'one fits' => [[Field::LAUNCH_API_MAX => 28], [Field::LAUNCH_API_MIN => 29], 'note', 1],
    'the other fits' => [[Field::LAUNCH_API_MIN => 30], [Field::LAUNCH_API_MAX => 29], 'note', 0],
    'both fit' => [[Field::LAUNCH_API_MIN => 30], [Field::LAUNCH_API_MIN => 29], 'stop', null],
    'nothing is stated' => [[], [], 'stop', null],
]);

it('stops a single image for other launch apis', function (array $facts, ?string $severity) {
    $sheet = Fixture::twoSlots();

    expect(genericSays(genericPlan($sheet, [genericFor($sheet, 'spandrel', $facts)]), 'FIT-4:launch-range'))->toBe(
        $severity,
    );
})->with([[[Field::LAUNCH_API_MAX => 29], 'stop'], [[Field::LAUNCH_API_MIN => 29], 'clear'], [[], null]]);

it('discards a trial first', function (?string $trial, bool $leaves) {
    $sheet = Fixture::twoSlots();
    $plan = genericPlan($sheet, [genericFor($sheet, 'spandrel')], ['trial.family' => $trial]);
    $keys = genericKeys($plan);

    expect($plan->verdict->level)->toBe(Verdict::CLEAR)->and(in_array('prep.leave-trial', $keys, true))->toBe($leaves);
    if ($leaves) {
        expect(array_search('prep.leave-trial', $keys, true))->toBeLessThan(array_search('erase.data', $keys, true));
    }
})->with([['Spandrel', true], [null, false]]);

it('installs what switches encryption off, after the image and before the first boot', function (
    Closure $sheet,
    ?string $severity,
    string $ends,
) {
    $sheet = $sheet();
    $disabler = Fixture::package(PackageKind::EncryptionDisabler, 'plain-1.zip', [
        Field::FAMILY => 'Plain',
        Field::VERSION => '1',
    ]);
    $kit = [genericFor($sheet, 'spandrel'), Fixture::recovery($sheet), $disabler];
    $plan = genericPlan($sheet, $kit, ['locks.screen' => true]);
    $keys = genericKeys($plan);

    expect(genericSays($plan, 'ERASE-8:disabler'))->toBe($severity);
    if ($severity === 'mind') {
        $order = array_map(static fn(string $key): int|false => array_search($key, $keys, true), [
            'prep.remove-lock',
            'install.b-generic',
            'addon.c0-encryption-disabler',
            'prove.first-boot',
        ]);
        $sorted = $order;
        sort($sorted);
        expect($order)
            ->toBe($sorted)
            ->and($order)
            ->not->toContain(false)
            ->and($plan->end->text('data.encryption'))
            ->toBe($ends);
    }
})->with([
    'by the recovery' => [fn() => Fixture::oneSlot(['encryptions' => ['file', 'none']]), 'mind', 'none'],
    'from the userspace bootloader' => [fn() => Fixture::twoSlots(['encryptions' => ['file', 'none']]), 'stop', ''],
]);

/** A model whose system has a partition of its own. */
function withoutSuper(ModelSheet $sheet): ModelSheet
{
    $own = array_filter($sheet->toArray()['partitions'], static fn(array $one): bool => $one['name'] !== 'super');
    $partitions = array_map(
        static fn(array $one): array => $one['logical'] ?? false
            ? ['logical' => false, 'sizeBytes' => 3 << 30] + $one
            : $one,
        array_values($own),
    );
    $rest = array_diff_key($sheet->toArray(), ['superBytes' => 0, 'superGroups' => 0]);

    return ModelSheet::fromArray(['dynamicLayout' => 'none', 'partitions' => $partitions] + $rest, 'test');
}

/** A one-slot model with a PC flash mode and super. */
function flashModeWithSuper(): ModelSheet
{
    $sheet = Fixture::twoSlots()->toArray();
    $partitions = array_map(static fn(array $one): array => ['perSlot' => false] + $one, [
        ...$sheet['partitions'],
        ['name' => 'recovery', 'sizeBytes' => 96 << 20],
    ]);

    return ModelSheet::fromArray(
        ['slots' => 1, 'pcFlash' => true, 'recoveryHome' => 'recovery', 'partitions' => $partitions] + $sheet,
        'test',
    );
}

it('writes the image where this phone takes it', function (Closure $sheet, bool $hasRecovery, array $modes) {
    $sheet = $sheet();
    $kit = [genericFor($sheet, 'spandrel'), ...$hasRecovery ? [Fixture::recovery($sheet)] : []];
    $plan = genericPlan($sheet, $kit);
    $inTurn = [];
    foreach ($plan->steps as $step) {
        if (in_array($step->draft->key, ['erase.data', 'erase.format', 'install.b-generic'], true)) {
            $inTurn[$step->draft->key] = $step->draft->operation->mode()->value;
        }
    }
    $provesDownload = in_array('base.prove', genericKeys($plan), true);

    expect($plan->verdict->level)
        ->toBe(Verdict::CLEAR)
        ->and($inTurn)
        ->toBe($modes)
        ->and($provesDownload)
        ->toBe($sheet->pcFlash !== true);
})->with([
    'two slots, inside super' => [
        fn() => Fixture::twoSlots(),
        true,
        ['erase.data' => 'bootloader', 'install.b-generic' => 'userspace-bootloader'],
    ],
    'two slots, without super' => [
        fn() => withoutSuper(Fixture::twoSlots()),
        true,
        ['erase.data' => 'bootloader', 'install.b-generic' => 'bootloader'],
    ],
    'one slot, without super' => [
        fn() => Fixture::oneSlot(),
        true,
        ['erase.format' => 'recovery', 'install.b-generic' => 'recovery'],
    ],
    'one slot, without super and recovery' => [
        fn() => Fixture::oneSlot(),
        false,
        ['erase.data' => 'bootloader', 'install.b-generic' => 'bootloader'],
    ],
    'one slot, PC flash mode, inside super' => [
        fn() => flashModeWithSuper(),
        true,
        ['erase.data' => 'userspace-bootloader', 'install.b-generic' => 'userspace-bootloader'],
    ],
]);
