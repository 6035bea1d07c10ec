<?php

declare(strict_types=1);

use Tests\Support\World;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\BootCheck;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Plan\Planner;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\Severity;
use Tornavis\Core\Run\Learned;
use Tornavis\Core\Run\PlannedStep;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\OperationName;
use Tornavis\Core\Words\RuleId;

/*
 * What a recovery starts with: what its publisher lists, and what it was seen to start with.
 */

/** A phone whose images beside the recovery are of two builds. */
function ofTwoBuilds(array $otherwise = []): State
{
    return World::unit('SK-07', [
        'slot.a.verification.on' => false,
        'slot.a.recovery.family' => 'Wicket',
        'slot.a.image.boot' => 'old',
        'slot.a.image.dtbo' => 'new',
        ...$otherwise,
    ])->state();
}

/** The first such step of a plan; of restarts the one into the recovery. */
function stepOf(OperationName $operation): PlannedStep
{
    $plan = World::document(World::plan('SK-07', World::SALTERN));
    foreach (PlannedStep::allOf($plan) as $step) {
        $leads = $step->parameters['mode'] ?? Mode::Recovery->value;
        if ($step->operation === $operation && $leads === Mode::Recovery->value) {
            return $step;
        }
    }
    throw new LogicException('No such step.');
}

/** What is known after a step of a run that ended well. */
function afterStep(State $state, OperationName $operation, array $seen): State
{
    return $state->with(Learned::recovery([...$state->values(), ...$seen], stepOf($operation)));
}

it('takes a recovery that was seen to run for one that starts, until something under it is written', function (
    OperationName $operation,
    array $seen,
    array $since,
    bool $starts,
) {
    $state = afterStep(ofTwoBuilds(), $operation, $seen)->with($since);

    expect(BootCheck::recoveryObstacle($state, World::sheet('bowline'), 'a') === null)->toBe($starts);
})->with([
    'not seen' => [OperationName::Reboot, ['mode' => 'bootloader'], [], false],
    'seen' => [OperationName::Reboot, ['mode' => 'recovery'], [], true],
    'seen, and learned what it can' => [
        OperationName::Reboot,
        ['mode' => 'recovery'],
        ['slot.a.recovery.abilities' => ['sideload']],
        true,
    ],
    'seen, and the data emptied since' => [OperationName::Reboot, ['mode' => 'recovery'], ['data.empty' => true], true],
    'seen, and an image written since' => [
        OperationName::Reboot,
        ['mode' => 'recovery'],
        ['slot.a.image.dtbo' => 'newer'],
        false,
    ],
    'seen, and another recovery written since' => [
        OperationName::Reboot,
        ['mode' => 'recovery'],
        ['slot.a.recovery.version' => '9.9'],
        false,
    ],
    'only started once' => [
        OperationName::Reboot,
        ['mode' => 'recovery', 'recovery.running' => ['sideload']],
        [],
        false,
    ],
    'after a step that is no restart' => [OperationName::FormatData, ['mode' => 'recovery'], [], false],
]);

it('forgets a recovery only where the phone shows that it did not come', function (array $shown, ?string $family) {
    $known = ['mode' => 'bootloader', 'slot.active' => 'a', 'slot.a.recovery.family' => 'Wicket'];
    $knows = Learned::of($known, $shown, stepOf(OperationName::Reboot));

    expect($knows['slot.a.recovery.family'])->toBe($family);
})->with([
    'nothing shown yet' => [[], 'Wicket'],
    'something else shown' => [['battery.percent' => 80], 'Wicket'],
    'in its bootloader again' => [['mode' => 'bootloader'], null],
    'in its recovery' => [['mode' => 'recovery'], 'Wicket'],
]);

it('needs for a recovery the images that its publisher lists', function (array $listed, array $images, bool $starts) {
    $owners = array_combine(array_map(fn(string $one) => "slot.a.image.{$one}", array_keys($images)), $images);
    $state = ofTwoBuilds(['slot.a.recovery.needs' => $listed, ...$owners]);

    expect(BootCheck::recoveryObstacle($state, World::sheet('bowline'), 'a') === null)->toBe($starts);
})->with([
    'nobody has listed any' => [[], [], false],
    'one of them' => [['dtbo'], [], true],
    'both, and of two builds' => [['boot', 'dtbo'], [], false],
    'both, and of one build' => [['boot', 'dtbo'], ['boot' => 'new'], true],
]);

it('plans a build whose page lists fewer images than the phone starts from', function (array $recovery, bool $proven) {
    $kit = [
        World::altered('saltern-15.2-20260903-bowline.zip', ['preInstall' => ['dtbo'], 'recoveryFamily' => null]),
        World::altered('wicket-4.1-bowline.img', $recovery),
        'saltern-15.2-dtbo-bowline.img',
    ];
    $situation = World::situation('SK-07', $kit, ['slot.a.image.boot' => 'deck-14.0.8-of301']);
    $stops = array_filter(
        Planner::plan($situation)->findings,
        static fn(Finding $one): bool => $one->rule === RuleId::Proof && $one->severity === Severity::Stop,
    );

    expect($stops === [])->toBe($proven);
})->with([
    'with the recovery of the build' => [[Field::PART_OF => 'saltern-15.2-20260903-bowline'], true],
    'with a recovery of its family' => [[Field::FAMILY => 'Saltern'], true],
    'with somebody else\'s' => [[], false],
]);
