<?php

declare(strict_types=1);

use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Plan\Plan;
use Tornavis\Core\Plan\Planner;
use Tornavis\Core\Plan\Step;
use Tornavis\Core\Situation\HouseRules;
use Tornavis\Core\Tests\Fixture;
use Tornavis\Core\Words\Intent;
use Tornavis\Core\Words\PackageKind;

/*
 * What a plan says of itself is so: reasons of house rules that were overruled, gates, and files of another job.
 */

/** @return list<string> the reasons of one step */
function reasonsOf(Plan $plan, string $key): array
{
    foreach ($plan->steps as $step) {
        if (str_starts_with($step->draft->key, $key)) {
            return array_map(static fn($one): string => $one->text, $step->draft->reasons);
        }
    }

    return [];
}

function freshPlan(HouseRules $house, array $phone = [], array $build = [], ?ModelSheet $sheet = null): Plan
{
    $sheet ??= Fixture::twoSlots();
    $recovery = Fixture::recovery($sheet, [Field::ABILITIES => ['sideload', 'file-system']]);

    return Planner::plan(
        Fixture::situation($sheet, [Fixture::build($sheet, $build), $recovery], $phone, house: $house),
    );
}

it('gives the true reason where the format comes before the build against the house rule', function () {
    $says = static fn(Plan $plan): string => implode(' ', reasonsOf($plan, 'erase.format'));
    $after = new HouseRules(formatOrder: 'after');
    $staged = new HouseRules(formatOrder: 'after', route: 'storage');

    expect($says(freshPlan(new HouseRules())))
        ->toContain('so that nothing of the old')
        ->not->toContain('against your house rule')
        ->and($says(freshPlan($after)))
        ->toContain('puts it after the build')
        ->and($says(freshPlan($staged)))
        ->toContain('copied to the internal storage')
        ->and($says(freshPlan($after, ['data.fileSystem' => 'ext4'], [Field::FILE_SYSTEM => 'f2fs'])))
        ->toContain('the file system');
});

it('says at the lock alone that nothing but the lock goes', function () {
    $plan = freshPlan(new HouseRules(), ['locks.screen' => true, 'data.empty' => false]);
    $gates = array_map(static fn(Step $one): ?string => $one->gate, $plan->steps);
    $locks = array_values(array_filter($gates, static fn(?string $one): bool => str_contains((string) $one, 'lock')));

    expect($locks[0] ?? '')->toBe('This step takes screen lock and biometrics.');
});

it('names a file of another job, and the job', function (PackageKind $kind, string $name, string $job) {
    $sheet = Fixture::twoSlots();
    $file = Fixture::package($kind, $name, [Field::CODENAMES => ['ashlar']], ['system' => 1 << 30]);
    $alone = Planner::plan(Fixture::situation($sheet, [$file]));
    $beside = Planner::plan(Fixture::situation($sheet, [Fixture::build($sheet), Fixture::recovery($sheet), $file]));
    $said = static fn(Plan $plan, string $key): string => implode(
        ' ',
        array_map(
            static fn($one): string => $one->key === $key ? "{$one->found} {$one->reason} {$one->remedy?->text}" : '',
            $plan->findings,
        ),
    );

    expect($said($alone, 'KIT-1'))
        ->toContain("{$name}, a {$kind->value}")
        ->toContain("Plan the job \"{$job}\"")
        ->and($said($beside, "KIT-2:{$name}"))
        ->toContain('job');
})->with([
    [PackageKind::GenericImage, 'file.img', 'Generic image'],
    [PackageKind::StockBundle, 'file.zip', 'Back to stock'],
]);

it('offers to take a generic image out of a payload that is for any phone', function (array $codenames, bool $offers) {
    $sheet = Fixture::twoSlots();
    $payload = Fixture::build($sheet, [Field::CODENAMES => $codenames]);
    $kinds = [];
    foreach (Planner::plan(Fixture::situation($sheet, [$payload], [], Intent::GenericImage))->findings as $one) {
        $kinds = $one->key === 'KIT-2:generic image' ? array_column($one->remedy->kinds ?? [], 'value') : $kinds;
    }

    expect($kinds)->toBe($offers ? ['take-out'] : ['get-file']);
})->with([[[], true], [['ashlar'], false]]);
