<?php

declare(strict_types=1);

use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Plan\Planner;
use Tornavis\Core\Situation\Answers;
use Tornavis\Core\Tests\Fixture;
use Tornavis\Core\Words\PackageKind;

/** Severity of what is said about an order that a root package asks for. */
function orderSays(array $after, array $more = [], array $phone = [], array $agreed = []): string
{
    $sheet = Fixture::twoSlots();
    $root = Fixture::package(PackageKind::Root, 'wedge.zip', [Field::FAMILY => 'Wedge', Field::AFTER => $after]);
    $kit = [Fixture::build($sheet), Fixture::recovery($sheet), $root, ...array_map(fn($one) => $one($sheet), $more)];
    $situation = Fixture::situation($sheet, $kit, $phone, answers: new Answers($agreed));
    foreach (Planner::plan($situation)->findings as $finding) {
        if ($finding->rule->value === 'ORDER-3') {
            return $finding->severity->value;
        }
    }

    return 'silent';
}

it('never ignores what a publisher asks to be there first', function (
    array $after,
    array $more,
    array $phone,
    string $says,
) {
    expect(orderSays($after, $more, $phone))->toBe($says);
})->with([
    'what the plan brings' => [['build'], [], [], 'silent'],
    'what is in the kit, and goes in before' => [
        ['services'],
        [
            fn($sheet) => Fixture::package(PackageKind::Services, 's.zip', [
                Field::RELEASE => '15',
                Field::ARCHITECTURE => 'arm64',
            ]),
        ],
        [],
        'silent',
    ],
    'what nobody has' => [['Prop 2'], [], [], 'settle'],
    'what the phone has' => [
        ['Anvil 3'],
        [],
        ['slot.a.kernel.name' => 'Anvil', 'slot.a.kernel.version' => '3'],
        'silent',
    ],
    'a kind that nobody has' => [['services'], [], ['slot.a.os.services' => null], 'silent'],
]);

it('takes a word that it is there', function () {
    expect(orderSays(['Prop 2'], agreed: ['ORDER-3:wedge.zip/Prop 2']))->toBe('note');
});

it('stops where the job has the other order', function () {
    $sheet = Fixture::twoSlots();
    $firmware = Fixture::firmware($sheet, '3.2', [Field::AFTER => ['build']]);
    $kit = [Fixture::build($sheet, [Field::FIRMWARE_MIN => '3.2']), Fixture::recovery($sheet), $firmware];
    $keys = array_map(
        fn($one): string => "{$one->key} {$one->severity->value}",
        Planner::plan(Fixture::situation($sheet, $kit))->findings,
    );

    expect($keys)->toContain("ORDER-3:{$firmware->name()}/build stop");
});
