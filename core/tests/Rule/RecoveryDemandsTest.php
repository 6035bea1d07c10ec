<?php

declare(strict_types=1);

use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Rule\FitRules;
use Tornavis\Core\Tests\Fixture;
use Tornavis\Core\Words\Intent;

/*
 * What a card asks of the recovery is asked only where the job does something with it.
 */

const OWN_RECOVERY = [
    'slot.a.recovery.family' => "Lintel 1.9's own",
    'slot.a.recovery.version' => '1.9',
    'slot.a.recovery.abilities' => ['sideload'],
    'slot.a.os.family' => 'Lintel',
];

/** @return list<string> keys of what the rules about the recovery stop at */
function recoveryStops(array $build, array $phone, bool $inKit, Intent $intent = Intent::UpdateInPlace): array
{
    $sheet = Fixture::twoSlots();
    $kit = [Fixture::build($sheet, $build), ...$inKit ? [Fixture::recovery($sheet)] : []];
    $stops = [];
    foreach (FitRules::look(Fixture::situation($sheet, $kit, $phone, $intent)) as $one) {
        if (str_starts_with($one->key, 'RECOVERY-') && $one->severity->value === 'stop') {
            $stops[] = $one->key;
        }
    }

    return $stops;
}

it('demands images beside a recovery only where the recovery is written', function () {
    $build = [Field::PRE_INSTALL => ['dtbo']];

    expect(recoveryStops($build, OWN_RECOVERY, inKit: false))
        ->toBe([])
        ->and(recoveryStops($build, OWN_RECOVERY, inKit: true, intent: Intent::Fresh))
        ->toBe(['RECOVERY-2:dtbo'])
        ->and(recoveryStops($build, [], inKit: false))
        ->toBe(['RECOVERY-1', 'RECOVERY-2:dtbo']);
});

it('takes the recovery that a build has brought for one of its family', function (string $family, array $stops) {
    expect(recoveryStops([Field::RECOVERY_FAMILY => $family], OWN_RECOVERY, inKit: false))->toBe($stops);
})->with([['Lintel', []], ['Corbie', ['RECOVERY-1']], ['Lint', ['RECOVERY-1']]]);
