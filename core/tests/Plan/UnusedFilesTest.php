<?php

declare(strict_types=1);

use Tests\Support\World;
use Tornavis\Core\Plan\Planner;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Situation\Answers;
use Tornavis\Core\Words\Intent;

/*
 * A file that lies in the kit and that no step uses is named, with the reason.
 */

/** @return array<string, string> reason of what is said of each file that no step uses, by severity and file */
function unused(Intent $intent, string $label, array $kit, array $facts = []): array
{
    $situation = World::situation($label, $kit, $facts, intent: $intent);
    $keys = array_map(static fn(Finding $f): string => $f->key, Planner::plan($situation)->findings);
    $plan = Planner::plan($situation->with(answers: Answers::toEverything($keys)));
    expect($plan->steps)->not->toBe([]);
    $said = [];
    foreach ($plan->findings as $finding) {
        if (str_starts_with($finding->need, 'A use for ')) {
            $said["{$finding->severity->value} " . substr($finding->key, strlen('KIT-2:'))] = $finding->reason;
        }
    }
    $used = array_filter($plan->toArray()['kit'], static fn(array $row): bool => $row['usedInSteps'] !== []);
    expect(count($used) + count($said))->toBe(count($kit));

    return $said;
}

it('names what no step uses, and why', function (Intent $intent, array $kit, array $facts, array $said) {
    expect(unused($intent, 'SK-07', [...World::DRIFTGLASS, ...$kit], $facts))->toBe($said);
})->with([
    'everything is used' => [Intent::Fresh, [World::FIRMWARE], ['slot.b.firmware.version' => '5.1.0'], []],
    'firmware that is there' => [
        Intent::Fresh,
        [World::FIRMWARE],
        ['slot.a.firmware.version' => '5.2.11', 'slot.b.firmware.version' => '5.2.11'],
        [
            'note firmware-5.2.11-bowline.zip' =>
                'The firmware of the phone serves; nothing has to be written in its place.',
        ],
    ],
    'images of another build' => [
        Intent::Fresh,
        ['saltern-15.2-boot-bowline.img'],
        [],
        [
            'mind saltern-15.2-boot-bowline.img' =>
                'It is a part of saltern-15.2-20260903-bowline, and Driftglass 15.1 goes in. The plan leaves it out.',
        ],
    ],
    'a cleaner without a new layout' => [
        Intent::Fresh,
        ['sweep-1.1.zip'],
        [],
        [
            'mind sweep-1.1.zip' =>
                'It is used after a file that changes the layout, and none does. The plan leaves it out.',
        ],
    ],
    'an image whose build nobody names' => [
        Intent::Fresh,
        [World::altered('saltern-15.2-dtbo-bowline.img', ['partOf' => null])],
        [],
        [
            'mind saltern-15.2-dtbo-bowline.img' =>
                'Nothing says which build it is a part of; images of two builds do not start together. ' .
                'The plan leaves it out.',
        ],
    ],
]);

it('says of a recovery that it is there, and writes another one', function (array $recovery, array $said) {
    $facts = ['slot.-.recovery.family' => $recovery[0], 'slot.-.recovery.version' => $recovery[1]];

    expect(unused(Intent::Fresh, 'SK-06', ['lamplight-9.4-20250611-marl.zip', 'lychgate-2.2-marl.img'], $facts))->toBe(
        $said,
    );
})->with([
    'the same' => [
        ['Lychgate', '2.2'],
        ['note lychgate-2.2-marl.img' => 'The phone has this recovery already; it is not written again.'],
    ],
    'an older one' => [['Lychgate', '2.1'], []],
]);

it('plans nothing for a vendor that is there, and writes another one', function (string $has, array $said) {
    $facts = ['slot.-.vendor.version' => $has, 'slot.-.vendor.channel' => 'stable', 'slot.-.os.vendorMin' => '9.0'];

    expect(unused(Intent::Base, 'SK-02', ['vendor-9.4-carrick.zip', 'wicket-4.1-carrick.img'], $facts))->toBe($said);
})->with([
    'the same' => [
        '9.4',
        [
            'note vendor-9.4-carrick.zip' => 'The phone has this vendor already; it is not written again.',
            'mind wicket-4.1-carrick.img' => 'This job needs no recovery. The plan leaves it out.',
        ],
    ],
    'an older one' => ['9.3', []],
]);
