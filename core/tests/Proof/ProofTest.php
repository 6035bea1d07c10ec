<?php

declare(strict_types=1);

use Tests\Support\World;
use Tornavis\Core\Budget\Budget;
use Tornavis\Core\Operation\Reboot;
use Tornavis\Core\Phone\BootCheck;
use Tornavis\Core\Plan\Planner;
use Tornavis\Core\Plan\Step;
use Tornavis\Core\Proof\Proof;
use Tornavis\Core\Rule\StepDraft;
use Tornavis\Core\Sequence\ExpectedStates;
use Tornavis\Core\Situation\Answers;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Intent;

/** @return list<StepDraft> */
function draftsOf(string $unit, array $kit): array
{
    return array_map(static fn(Step $step): StepDraft => $step->draft, World::plan($unit, $kit)->steps);
}

/** @param list<StepDraft> $steps */
function proofOf(array $steps, Situation $situation): Proof
{
    $walk = ExpectedStates::over(
        $steps,
        $situation->state->with(['slot.running' => $situation->slots->active()]),
        $situation->sheet,
    );

    return Proof::of($walk, $situation, Budget::of($steps, $walk, $situation));
}

it('holds for the plan that was offered', function () {
    $situation = World::situation('SK-04', [...World::SALTERN, World::FIRMWARE]);
    expect(proofOf(draftsOf('SK-04', [...World::SALTERN, World::FIRMWARE]), $situation)->problems)->toBe([]);
});

it('refuses the plan when a step that matters is left out', function (string $operation, string $problem) {
    $situation = World::situation('SK-04', [...World::SALTERN, World::FIRMWARE]);
    $steps = array_values(
        array_filter(
            draftsOf('SK-04', [...World::SALTERN, World::FIRMWARE]),
            static fn(StepDraft $draft): bool => $draft->key !== $operation,
        ),
    );
    $proof = proofOf($steps, $situation);

    expect($proof->holds())->toBeFalse()->and(implode(' ', $proof->problems))->toContain($problem);
})->with([
    ['recovery.image.recovery', 'holds no recovery to start'],
    ['recovery.slot', 'would land in slot'],
    ['erase.format', 'only Ostrand Deck can read the data'],
    ['install.build', 'not saltern-15.2-20260903-bowline'],
    ['prove.first-boot/to-system', 'would be in the recovery, not in the system'],
    ['base.prove/to-bootloader', 'not in the bootloader'],
    ['base.prove', 'would write in the bootloader, where nobody has seen this phone'],
    ['recovery.prove', 'would write in the recovery, where nobody has seen this phone'],
]);

it('refuses services that would land in the old slot', function () {
    $situation = World::situation('SK-07', World::DRIFTGLASS);
    $steps = array_values(
        array_filter(
            draftsOf('SK-07', World::DRIFTGLASS),
            static fn(StepDraft $draft): bool => $draft->key !== 'addon.b-restart',
        ),
    );

    expect(
        implode(
            ' ',
            ExpectedStates::over($steps, $situation->state->with(['slot.running' => 'a']), $situation->sheet)->problems,
        ),
    )->toContain('would land in slot b, not in a');
});

it('changes nothing by a restart into the mode that the phone is in', function () {
    $situation = World::situation('SK-07', World::SALTERN);
    $mode = Tornavis\Core\Words\Mode::Bootloader;
    $state = $situation->state->with(['mode' => 'bootloader', 'slot.running' => 'a']);
    $walk = ExpectedStates::over(
        [new StepDraft('x', Tornavis\Core\Words\Phase::Base, new Reboot($mode, $mode), [])],
        $state,
        $situation->sheet,
    );

    expect($state->changesTo($walk->end))->toBe([]);
});

it('knows why a slot would not start', function (array $otherwise, ?string $obstacle) {
    $situation = World::situation('SK-07', World::SALTERN, $otherwise);

    expect(BootCheck::obstacle($situation->state, $situation->sheet, 'a'))->toBe($obstacle);
})->with([
    'as it came' => [[], null],
    'half written' => [['slot.a.os.state' => 'incomplete'], 'its system was written only in part'],
    'nothing there' => [['slot.a.os.state' => 'none'], 'it holds no system'],
    'nobody knows' => [['slot.a.os.state' => null], 'it is not known whether it holds a system'],
    'a foreign boot image' => [
        ['slot.a.image.boot' => 'saltern-15.2-20260903-bowline'],
        'its boot image belongs to saltern-15.2-20260903-bowline',
    ],
    'firmware too old for it' => [['slot.a.os.firmwareMin' => '5.3.0'], 'its firmware 5.2.11 is below 5.3.0'],
    'data of another family' => [['data.writtenBy' => 'Saltern'], 'only Saltern can read the data'],
    'no data at all' => [['data.writtenBy' => 'Saltern', 'data.empty' => true], null],
]);

/**
 * The proof of a job's plan without one of its steps.
 *
 * @param  list<string>  $kit
 * @param  array<string, mixed>  $otherwise
 * @return list<string>
 */
function withoutStep(string $key, Intent $intent, string $unit, array $kit, array $otherwise = []): array
{
    $agrees = new Answers(
        array_map(
            static fn($f): string => $f->key,
            Planner::plan(World::situation($unit, $kit, $otherwise, intent: $intent))->findings,
        ),
        Tornavis\Core\Words\LossClass::cases(),
    );
    $situation = World::situation($unit, $kit, $otherwise, answers: $agrees, intent: $intent);
    $drafts = array_map(static fn(Step $step): StepDraft => $step->draft, Planner::plan($situation)->steps);
    $left = array_values(
        array_filter($drafts, static fn(StepDraft $draft): bool => !str_starts_with($draft->key, $key)),
    );
    expect(count($left))->toBeLessThan(count($drafts));

    return proofOf($left, $situation)->problems;
}

it('keeps what was promised about the data, the battery and the end', function (
    string $key,
    Intent $intent,
    string $unit,
    array $kit,
    array $otherwise,
    string $problem,
) {
    expect(implode(' ', withoutStep($key, $intent, $unit, $kit, $otherwise)))->toContain($problem);
})->with([
    'a fresh install over the same family, without its format' => [
        'erase.',
        Intent::Fresh,
        'SK-06',
        ['lamplight-9.4-20250611-marl.zip'],
        [],
        'would still be there for the new system',
    ],
    'a switch without its format' => [
        'erase.',
        Intent::SwitchBuild,
        'SK-06',
        ['lamplight-9.4-20250611-marl.zip'],
        [],
        'would still be there for the new system',
    ],
    'the maker\'s system without the erase' => [
        'stock.b-erase',
        Intent::BackToStock,
        'SK-09',
        ['hull-13.0-becket-eu.zip'],
        ['variant.model' => 'NK-4 EU'],
        'would still be there for the new system',
    ],
    'the maker\'s system into super, where the phone was not seen before the first write' => [
        'base.userspace',
        Intent::BackToStock,
        'SK-09',
        ['hull-13.0-becket-eu.zip'],
        ['variant.model' => 'NK-4 EU'],
        'would write in the userspace bootloader, where nobody has seen this phone',
    ],
    'an install on an empty battery' => [
        'prep.charge',
        Intent::Fresh,
        'SK-06',
        ['lamplight-9.4-20250611-marl.zip'],
        ['battery.percent' => 2],
        'The battery would be empty in step',
    ],
    'a kernel that is not written' => [
        'stock.kernel',
        Intent::Kernel,
        'SK-09',
        ['ferrule-15.1-becket.img'],
        [],
        'not Ferrule',
    ],
    'a recovery that is not written' => [
        'recovery.',
        Intent::Recovery,
        'SK-06',
        ['lychgate-2.4-second-stage-marl.img'],
        [],
        'not 2.4',
    ],
    'a second system that stays' => [
        'addon.',
        Intent::RemoveSecond,
        'SK-05',
        ['remove-second-3-splice.zip'],
        [],
        'second system would still be there',
    ],
    'a bootloader that stays locked' => ['unlock.unlock', Intent::Unlock, 'SK-01', [], [], 'still be locked'],
]);
