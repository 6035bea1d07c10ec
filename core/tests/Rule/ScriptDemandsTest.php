<?php

declare(strict_types=1);

use Tornavis\Core\Package\Package;
use Tornavis\Core\Plan\Planner;
use Tornavis\Core\Situation\Answers;
use Tornavis\Core\Situation\HouseRules;
use Tornavis\Core\Tests\Fixture;
use Tornavis\Core\Words\Intent;

/*
 * A demand of a script that nobody could read is decided before an erase, and mentioned where the data stays.
 */

/** A build whose script asks for something that nobody could read. */
function buildThatAsks(): Package
{
    $data = Fixture::build(Fixture::twoSlots())->toArray();
    $data['notUnderstood'] = ['battery_is_sound("50")'];

    return Package::fromArray($data);
}

/** @return ?array{string, bool} how grave the question is, and whether the person's word settles it */
function unreadDemand(string $formatOrder, Intent $intent = Intent::Fresh, array $agreed = []): ?array
{
    $sheet = Fixture::twoSlots();
    $build = buildThatAsks();
    $situation = Fixture::situation(
        $sheet,
        [$build, Fixture::recovery($sheet)],
        [],
        $intent,
        new HouseRules(formatOrder: $formatOrder),
        new Answers($agreed),
    );
    foreach (Planner::plan($situation)->findings as $one) {
        if ($one->key === "FIT-8:{$build->name()}#0") {
            return [$one->severity->value, $one->takesAWord()];
        }
    }

    return null;
}

it('decides it where the data is gone before the build could refuse', function () {
    expect(unreadDemand('before'))
        ->toBe(['settle', true])
        ->and(unreadDemand('before', agreed: ['FIT-8:' . buildThatAsks()->name() . '#0'])[0] ?? null)
        ->toBe('note')
        ->and(unreadDemand('after'))
        ->toBe(['mind', false])
        ->and(unreadDemand('before', Intent::UpdateInPlace)[0] ?? null)
        ->toBe('mind');
});
