<?php

declare(strict_types=1);

use App\Run\DrawnModel;
use App\Run\PhoneFromUnit;
use App\Run\Rehearsal;
use Tests\Support\World;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\Unit;
use Tornavis\Core\Plan\Planner;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Situation\Answers;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Intent;

/** @param list<string> $fields that the sheet leaves out */
function sheetWithout(string $codename, array $fields): ModelSheet
{
    $data = ['version' => 2, 'pcFlash' => false] + World::sheet($codename)->toArray();

    return ModelSheet::fromArray(array_diff_key($data, array_flip($fields)), 'x');
}

/** @return array<string, mixed> the rows of a sheet's partitions without the mark of firmware */
function withoutFirmware(ModelSheet $sheet): array
{
    $strip = static fn(array $row): array => array_diff_key($row, ['firmware' => true]);

    return ['partitions' => array_map($strip, $sheet->toArray()['partitions'])] + $sheet->toArray();
}

it('rehearses a plan on a model whose sheet leaves things open', function (string $what) {
    $unit = World::unit('SK-07', ['battery.percent' => 95]);
    $sheet = match ($what) {
        'which partitions hold firmware' => ModelSheet::fromArray(withoutFirmware(sheetWithout('bowline', [])), 'x'),
        default => sheetWithout('bowline', ['maker', 'name', 'battery', 'fileSystems', 'encryptions']),
    };
    $kit = array_map(World::package(...), World::DRIFTGLASS);
    $situation = new Situation($sheet, $unit, $kit, Intent::Fresh, '2026-09-14T12:00:00Z');
    $open = Planner::plan($situation);
    $keys = array_map(static fn(Finding $one): string => $one->key, $open->findings);
    $plan = Planner::plan($situation->with(answers: Answers::toEverything($keys)));
    $rehearsal = Rehearsal::of(World::document($plan), $unit, $sheet, World::files(World::DRIFTGLASS));

    expect($plan->verdict->level)->toBe('clear')->and($rehearsal->says)->toBe('The phone started.');
})->with(['which partitions hold firmware', 'everything that decides nothing']);

it('draws the same model for the same sheet, keeps what is known, and changes no whole sheet', function () {
    $sheet = sheetWithout('bowline', ['partitions', 'superGroups', 'recoveryHome', 'architecture']);
    $drawn = DrawnModel::of($sheet);

    expect($drawn->toArray())
        ->toBe(DrawnModel::of($sheet)->toArray())
        ->and($drawn->recoveryHome)
        ->not->toBeNull()
        ->and($drawn->partition('system')?->sizeBytes)
        ->toBeGreaterThan(0)
        ->and($drawn->launchApi)
        ->toBe(33)
        ->and($drawn->firmwarePartitions())
        ->not->toBe([])
        ->and(DrawnModel::of(World::sheet('bowline')))
        ->toBe(World::sheet('bowline'));
});

it('makes a phone that runs of one of which little is known', function () {
    $facts = [['name' => 'mode', 'value' => 'system', 'source' => 'phone']];
    $unit = Unit::kept(['label' => 'NX-1', 'codename' => 'bowline', 'facts' => $facts]);
    $phone = PhoneFromUnit::make($unit, sheetWithout('bowline', ['partitions', 'superGroups', 'recoveryHome']));

    expect($phone->mode)
        ->toBe('system')
        ->and($phone->toArray()['partitions'])
        ->toHaveKeys(['boot_a', 'system_a', 'vendor_a', 'modem_a']);
});
