<?php

declare(strict_types=1);

use Tests\Support\World;
use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FindingAction;
use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Words\LossClass;
use Tornavis\Core\Words\RuleId;

/** @return list<array{do: string, fact: ?string, file: ?string, loss: ?string}> */
function actionsOf(Remedy $remedy, Fact ...$facts): array
{
    $finding = Finding::toSettle(RuleId::Base5, 'need', 'found', 'reason', $remedy, facts: array_values($facts));

    return array_map(static fn(FindingAction $action): array => $action->toArray(), $finding->actions());
}

it('offers to enter the first fact that nobody has seen, and nothing to enter where all are known', function () {
    $known = Fact::of('slot.a.firmware.region', 'EU', Source::Phone);
    $unknown = Fact::of('variant.model', null, Source::Phone);

    expect(array_column(actionsOf(Remedy::enterFactOrAgree('either'), $known, $unknown), 'fact', 'do'))
        ->toBe(['enter-fact' => 'variant.model', 'agree' => null])
        ->and(array_column(actionsOf(Remedy::enterFactOrAgree('either'), $known), 'do'))
        ->toBe(['agree'])
        ->and(actionsOf(Remedy::enterFact('enter it'), $known))
        ->toBe([]);
});

it('names the file that is added and the loss that is accepted', function () {
    $file = World::package(World::FIRMWARE);

    expect(actionsOf(Remedy::addFile($file)))
        ->toBe([
            [
                'do' => 'add-file',
                'fact' => null,
                'label' => null,
                'choices' => [],
                'file' => World::FIRMWARE,
                'loss' => null,
                'partition' => null,
                'question' => null,
                'models' => [],
                'files' => [],
            ],
        ])
        ->and(array_column(actionsOf(Remedy::backUpOrAcceptLoss(LossClass::Photos, 'or')), 'loss', 'do'))
        ->toBe(['let-plan-do-it' => 'photos', 'accept-loss' => 'photos']);
});

it('takes a word by what the remedy is, and never by how it is said', function () {
    $settle = static fn(Remedy $remedy): bool => Finding::toSettle(RuleId::Fit9, 'n', 'f', 'r', $remedy)->takesAWord();

    expect($settle(Remedy::agree('Say yes.')))
        ->toBeTrue()
        ->and($settle(Remedy::letPlanDoIt('It begins with it.')))
        ->toBeTrue()
        ->and($settle(Remedy::doFirst('Agree with your neighbour first.')))
        ->toBeFalse()
        ->and(Finding::stop(RuleId::Fit9, 'n', 'f', 'r', Remedy::agree('Agree.'))->takesAWord())
        ->toBeFalse();
});
