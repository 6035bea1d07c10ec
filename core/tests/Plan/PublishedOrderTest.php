<?php

declare(strict_types=1);

use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Plan\Planner;
use Tornavis\Core\Situation\Answers;
use Tornavis\Core\Situation\HouseRules;
use Tornavis\Core\Tests\Fixture;
use Tornavis\Core\Words\OperationName;
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

it('stops where the job has the other order, whatever a person agrees to', function (array $agreed) {
    $sheet = Fixture::twoSlots();
    $firmware = Fixture::firmware($sheet, '3.2', [Field::AFTER => ['build']]);
    $kit = [Fixture::build($sheet, [Field::FIRMWARE_MIN => '3.2']), Fixture::recovery($sheet), $firmware];
    $keys = array_map(
        fn($one): string => "{$one->key} {$one->severity->value}",
        Planner::plan(Fixture::situation($sheet, $kit, answers: new Answers($agreed)))->findings,
    );

    expect($keys)->toContain("ORDER-3:{$firmware->name()}/build stop");
})->with([[[]], [['ORDER-3:firmware-3.2-ashlar.zip/build']]]);

it('counts a place in the order where a file goes in, and not where it is copied', function () {
    $sheet = Fixture::twoSlots();
    $services = Fixture::package(PackageKind::Services, 's.zip', [
        Field::RELEASE => '15',
        Field::ARCHITECTURE => 'arm64',
        Field::AFTER => ['build'],
    ]);
    $kit = [Fixture::build($sheet), Fixture::recovery($sheet), $services];
    $phone = ['card.present' => true, 'card.freeBytes' => 8 << 30];
    $plan = Planner::plan(Fixture::situation($sheet, $kit, $phone, house: new HouseRules(route: 'storage')));
    $rules = array_map(fn($one): string => $one->rule->value, $plan->findings);
    $copied = array_filter($plan->steps, fn($one): bool => $one->draft->operation->name() === OperationName::CopyTo);

    expect($copied)->not->toBe([])->and($rules)->not->toContain('ORDER-3');
});
