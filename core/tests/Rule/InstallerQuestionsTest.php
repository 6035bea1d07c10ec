<?php

declare(strict_types=1);

use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Plan\Plan;
use Tornavis\Core\Plan\Planner;
use Tornavis\Core\Plan\PlanPage;
use Tornavis\Core\Situation\Answers;
use Tornavis\Core\Tests\Fixture;
use Tornavis\Core\Words\PackageKind;

/** A package whose installer asks one thing. */
function askingPackage(): Package
{
    $question = [
        'id' => 'extras',
        'asks' => 'Add the extras?',
        'careful' => 'no',
        'choices' => [
            ['id' => 'no', 'label' => 'No', 'changes' => 'Nothing more goes in.'],
            ['id' => 'yes', 'label' => 'Yes', 'changes' => 'Two more apps go in.'],
        ],
    ];

    return Fixture::package(PackageKind::Services, 'pantry.zip', [
        Field::FAMILY => 'Pantry',
        Field::RELEASE => '15',
        Field::ARCHITECTURE => 'arm64',
        Field::QUESTIONS => [json_encode($question)],
    ]);
}

function askedPlan(Answers $answers): Plan
{
    $sheet = Fixture::twoSlots();
    $kit = [Fixture::build($sheet), Fixture::recovery($sheet), askingPackage()];

    return Planner::plan(Fixture::situation($sheet, $kit, answers: $answers));
}

it('asks before the run what an installer asks, and names the answer where it comes up', function (
    Answers $answers,
    string $level,
    string $instruction,
) {
    $plan = askedPlan($answers);
    $steps = array_filter($plan->steps, fn($step): bool => str_starts_with($step->draft->key, 'addon.c'));
    $said = implode(' ', array_map(fn($step): string => $step->draft->operation->instruction(), $steps));

    expect($plan->verdict->level)->toBe($level);
    $instruction === ''
        ? expect($said)->not->toContain('When it asks')
        : expect($said)->toContain($instruction)->and(PlanPage::markdown($plan))->toContain($instruction);
})->with([
    'not answered' => [new Answers(), 'settle', ''],
    'answered' => [new Answers(questions: ['pantry.zip/extras' => 'yes']), 'clear', 'choose Add the extras? Yes.'],
    'the careful one agreed to' => [new Answers(['KIT-3:pantry.zip/extras']), 'clear', 'choose Add the extras? No.'],
    'a choice that there is not' => [new Answers(questions: ['pantry.zip/extras' => 'maybe']), 'settle', ''],
]);

it('shows every choice with what it changes, and which one is careful', function () {
    $finding = array_values(
        array_filter(askedPlan(new Answers())->findings, fn($one): bool => $one->rule->value === 'KIT-3'),
    )[0];
    $action = $finding->actions()[0]->toArray();

    expect($finding->reason)
        ->toContain('Two more apps go in.')
        ->toContain('No: Nothing more goes in. (the careful one)')
        ->and($action['do'])
        ->toBe('choose')
        ->and($action['question']['key'])
        ->toBe('pantry.zip/extras')
        ->and(array_column($action['question']['choices'], 'id'))
        ->toBe(['no', 'yes']);
});

it('says what root changes where it is chosen', function (bool $hasRoot) {
    $sheet = Fixture::twoSlots();
    $root = $hasRoot ? [Fixture::package(PackageKind::Root, 'wedge.zip', [Field::FAMILY => 'Wedge'])] : [];
    $plan = Planner::plan(Fixture::situation($sheet, [Fixture::build($sheet), Fixture::recovery($sheet), ...$root]));
    $said = array_filter($plan->findings, fn($one): bool => str_starts_with($one->key, 'KIT-3:root'));

    expect(count($said))->toBe($hasRoot ? 1 : 0);
})->with([true, false]);
