<?php

declare(strict_types=1);

use Tests\Support\Judged;
use Tests\Support\World;
use Tornavis\Core\Plan\Planner;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\RemedyKind;
use Tornavis\Core\Words\RuleId;

/*
 * A slot of which nobody knows whether it holds any firmware.
 */

/** A phone with an empty slot B, into which the build goes. */
function withEmptySlot(array $build, array $slot, array $more = [], ?string $active = 'a'): Situation
{
    $bare = ['firmwareMin' => null, 'firmwareSlots' => null, 'bringsFirmware' => null, ...$build];
    $kit = [World::altered('driftglass-15.1-20260820-bowline.zip', $bare), ...array_slice(World::DRIFTGLASS, 1)];
    $empty = [
        'slot.active' => $active,
        'slot.b.firmware.version' => null,
        'slot.b.os.state' => null,
        'slot.b.os.buildId' => null,
        'slot.b.successful' => null,
    ];

    return World::situation('SK-07', [...$kit, ...$more], [...$empty, ...$slot]);
}

/** @return list<Finding> what is said of the firmware in slot B */
function ofSlotB(Situation $situation): array
{
    return array_values(
        array_filter(
            Judged::findings('BASE-1', $situation),
            static fn(Finding $one): bool => str_ends_with($one->key, ':b'),
        ),
    );
}

it('asks whether the slot that a build goes into holds firmware, where nothing was seen to start there', function (
    array $build,
    array $slot,
    array $more,
    ?string $active,
    string $severity,
) {
    expect(Judged::gravest(ofSlotB(withEmptySlot($build, $slot, $more, $active))))->toBe($severity);
})->with([
    'not known' => [[], [], [], 'a', 'settle'],
    'its firmware is known' => [[], ['slot.b.firmware.version' => '5.2.8'], [], 'a', 'silent'],
    'a system is there' => [[], ['slot.b.os.state' => 'complete'], [], 'a', 'silent'],
    'only a system in part' => [[], ['slot.b.os.state' => 'incomplete'], [], 'a', 'settle'],
    'the bootloader says that it has started' => [[], ['slot.b.successful' => true], [], 'a', 'silent'],
    'the bootloader says that it has not' => [[], ['slot.b.successful' => false], [], 'a', 'settle'],
    'the build brings firmware' => [['bringsFirmware' => '5.2.11'], [], [], 'a', 'silent'],
    'the build goes into the slot in use' => [[], [], [], 'b', 'silent'],
    'which slot is in use is not known' => [[], [], [], null, 'silent'],
]);

it('writes the firmware of the kit there, and nothing where it is not needed', function (array $slot, int $steps) {
    $plan = Planner::plan(withEmptySlot([], $slot, ['firmware-5.2.11-bowline.zip']));
    $titles = array_column(World::document($plan)['steps'], 'title');
    $firmware = array_filter($titles, static fn(string $one): bool => str_contains($one, 'irmware'));
    $open = array_filter(
        $plan->findings,
        static fn(Finding $one): bool => $one->rule === RuleId::Base1 && $one->asks(),
    );

    expect(count($firmware))->toBe($steps)->and($open)->toBe([]);
})->with([
    'not known' => [[], 1],
    'known' => [['slot.b.firmware.version' => '5.2.8'], 0],
]);

it('takes a word where nobody knows, and names a file where the bootloader has said no', function (
    ?bool $started,
    array $shelf,
    RemedyKind $kind,
) {
    $of = withEmptySlot([], ['slot.b.successful' => $started]);
    $shelf = array_map(World::package(...), $shelf);
    $situation = new Situation($of->sheet, $of->unit, $of->kit, $of->intent, $of->at, shelf: $shelf);

    expect(ofSlotB($situation)[0]->remedy?->isOf($kind))->toBeTrue();
})->with([
    'not known' => [null, ['slot-copy-1.2.zip'], RemedyKind::EnterFact],
    'it has not, and a slot copy lies there' => [false, ['slot-copy-1.2.zip'], RemedyKind::AddFile],
    'it has not, and firmware lies there' => [false, ['firmware-5.2.11-bowline.zip'], RemedyKind::AddFile],
    'it has not, and another phone\'s firmware lies there' => [
        false,
        ['firmware-11.1.2-prusik.zip'],
        RemedyKind::GetFile,
    ],
]);
