<?php

declare(strict_types=1);

use Tornavis\Core\Operation\FormatData;
use Tornavis\Core\Operation\Operation;
use Tornavis\Core\Operation\ProveLink;
use Tornavis\Core\Operation\SetActive;
use Tornavis\Core\Operation\SignOut;
use Tornavis\Core\Rule\Constraint;
use Tornavis\Core\Rule\Contribution;
use Tornavis\Core\Rule\StepDraft;
use Tornavis\Core\Sequence\ContradictionError;
use Tornavis\Core\Sequence\Sequencer;
use Tornavis\Core\Tests\Fixture;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\Phase;
use Tornavis\Core\Words\RuleId;

$draft = fn(string $key, Operation $operation, Phase $phase = Phase::Base): StepDraft => new StepDraft(
    $key,
    $phase,
    $operation,
    [],
);
$prove = fn(Mode $mode): ProveLink => new ProveLink($mode, null);

/** @param list<StepDraft> $steps @return list<string> */
function keysOf(array $steps): array
{
    return array_map(static fn(StepDraft $step): string => $step->key, $steps);
}

it('keeps what belongs to one mode together, with the fewest restarts', function () use ($draft, $prove) {
    $steps = Sequencer::order(
        [
            $draft('a', $prove(Mode::Bootloader)),
            $draft('b', $prove(Mode::Recovery)),
            $draft('c', new SetActive('b')),
            $draft('d', new FormatData('f2fs')),
            $draft('e', new SignOut()),
        ],
        [],
        Mode::System,
        Fixture::twoSlots(),
    );

    expect(keysOf($steps))->toBe(['e', 'a/to-bootloader', 'a', 'c', 'b/to-recovery', 'b', 'd']);
});

it('goes through the modes in between where there is no direct way', function () use ($draft, $prove) {
    expect(
        keysOf(Sequencer::order([$draft('a', $prove(Mode::Sideload))], [], Mode::Bootloader, Fixture::twoSlots())),
    )->toBe(['a/to-recovery', 'a/to-sideload', 'a']);
});

it('satisfies every constraint even where that costs a restart', function () use ($draft, $prove) {
    $steps = Sequencer::order(
        [
            $draft('first', $prove(Mode::Recovery)),
            $draft('second', new SetActive('b')),
            $draft('third', new FormatData('f2fs')),
        ],
        [new Constraint('first', 'second', RuleId::Order1), new Constraint('second', 'third', RuleId::Order1)],
        Mode::Recovery,
        Fixture::twoSlots(),
    );

    expect(keysOf($steps))->toBe(['first', 'second/to-bootloader', 'second', 'third/to-recovery', 'third']);
});

it('orders by the beginning of a key, so that one constraint speaks of a whole part', function () use ($draft, $prove) {
    $steps = Sequencer::order(
        [
            $draft('late.one', $prove(Mode::System)),
            $draft('early.one', $prove(Mode::System)),
            $draft('early.two', new SignOut()),
        ],
        [new Constraint('early.', 'late.', RuleId::Order1)],
        Mode::System,
        Fixture::twoSlots(),
    );

    expect(keysOf($steps))->toBe(['early.one', 'early.two', 'late.one']);
});

it('gives the same order whatever else was asked before', function () use ($draft, $prove) {
    $make = fn(): array => keysOf(
        Sequencer::order(
            array_map(
                fn(int $i) => $draft("k{$i}", $prove($i % 2 === 0 ? Mode::Recovery : Mode::Bootloader)),
                range(1, 10),
            ),
            [],
            Mode::System,
            Fixture::twoSlots(),
        ),
    );

    expect($make())->toBe($make());
});

it('explains a contradiction by the steps and the rules that make it', function () use ($draft, $prove) {
    try {
        Sequencer::order(
            [$draft('a', $prove(Mode::System)), $draft('b', new SignOut())],
            [new Constraint('a', 'b', RuleId::Order1), new Constraint('b', 'a', RuleId::Prep5)],
            Mode::System,
            Fixture::twoSlots(),
        );
    } catch (ContradictionError $error) {
        expect($error->what)
            ->toContain('Sign out of every account')
            ->and($error->where)
            ->toContain('ORDER-1')
            ->and($error->where)
            ->toContain('PREP-5');

        return;
    }
    PHPUnit\Framework\Assert::fail('Nothing was thrown.');
});

it('says so when a mode cannot be left', function () use ($draft) {
    Sequencer::order([$draft('a', new SignOut())], [], Mode::Dead, Fixture::twoSlots());
})->throws(ContradictionError::class, 'no way from Dead');

it('enters and leaves the flash mode of an old phone with its keys', function () use ($draft, $prove) {
    $chart = static fn(string $key): array => [['key' => $key, 'fromSecond' => 0, 'toSecond' => 8]];
    $keys = ['download' => $chart('volume down'), 'recovery' => $chart('volume up')];
    $steps = Sequencer::order(
        [$draft('a', $prove(Mode::Download)), $draft('b', $prove(Mode::Recovery))],
        [new Constraint('a', 'b', RuleId::Order1)],
        Mode::System,
        Fixture::oneSlot(['pcFlash' => true, 'keys' => $keys]),
    );

    expect(array_map(static fn(StepDraft $step): string => $step->operation->name()->value, $steps))
        ->toBe(['enter-by-keys', 'prove-link', 'enter-by-keys', 'prove-link'])
        ->and($steps[0]->operation->instruction())
        ->toContain('volume down');
});

it('refuses more steps than it can hold, and an order that leaves too much open, at once', function () use (
    $draft,
    $prove,
) {
    $steps = static fn(int $count): array => array_map(
        static fn(int $i): StepDraft => $draft("s{$i}", $prove($i % 2 === 0 ? Mode::Recovery : Mode::Bootloader)),
        range(1, $count),
    );
    $order = static fn(int $count): array => Sequencer::order($steps($count), [], Mode::System, Fixture::twoSlots());

    expect(static fn() => $order(Sequencer::MOST_STEPS + 1))
        ->toThrow(ContradictionError::class, 'would have 61 steps')
        ->and(static fn() => $order(40))
        ->toThrow(ContradictionError::class, 'orders of 40 steps are possible');
});

it('throws while the plan is made where a rule names a step key that does not exist', function () use ($draft, $prove) {
    $misspelt = $draft('base.prvoe', $prove(Mode::Bootloader));
    $right = new Constraint('base.', 'recovery.image.', RuleId::Order1);

    expect(fn() => new Contribution([$misspelt]))
        ->toThrow(LogicException::class, 'base.prvoe')
        ->and(fn() => new Contribution([], [new Constraint('base.prove', 'recovry.', RuleId::Order1)]))
        ->toThrow(LogicException::class, 'recovry.')
        ->and((new Contribution([], [$right]))->constraints)
        ->toBe([$right]);
});
