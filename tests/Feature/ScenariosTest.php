<?php

declare(strict_types=1);

use App\Prove\Changes;
use App\Run\Rehearsal;
use Tests\Support\World;
use Tornavis\Core\Ledger\LedgerEntry;
use Tornavis\Core\Plan\Plan;
use Tornavis\Core\Plan\Planner;
use Tornavis\Core\Plan\Step;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Situation\Answers;
use Tornavis\Core\Situation\HouseRules;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Intent;
use Tornavis\Core\Words\LossClass;

/*
 * One plan for every job and every class of phone, each carried out to its end on a simulated phone.
 */

/**
 * The plan of a person who agrees to what only waits for a word and gives up what would be lost.
 *
 * @param  list<string>  $kit
 * @param  array<string, mixed>  $otherwise
 * @return array{Situation, Plan}
 */
function agreed(
    Intent $intent,
    string $unit,
    array $kit,
    array $otherwise = [],
    HouseRules $house = new HouseRules(),
): array {
    $open = World::situation($unit, $kit, $otherwise, $house, intent: $intent);
    $keys = array_map(static fn(Finding $finding): string => $finding->key, Planner::plan($open)->findings);
    $situation = World::situation(
        $unit,
        $kit,
        $otherwise,
        $house,
        answers: new Answers($keys, LossClass::cases()),
        intent: $intent,
    );

    return [$situation, Planner::plan($situation)];
}

/** @return list<string> what the plan does, without the steps that only look */
function deeds(Plan $plan): array
{
    $titles = array_map(static fn(Step $step): string => $step->draft->operation->title(), $plan->steps);

    return array_values(
        array_filter(
            $titles,
            static fn(string $title): bool => !str_starts_with($title, 'Prove the link') &&
                !str_starts_with($title, 'Check build'),
        ),
    );
}

/** @return list<string> classes of data that do not stay where they are */
function goes(Plan $plan): array
{
    $ledger = $plan->ledger ?? throw new RuntimeException('The plan has no ledger.');
    $entries = array_filter(
        $ledger->entries,
        static fn(LedgerEntry $entry): bool => in_array($entry->toArray()['outcome'], ['lost', 'returns'], true),
    );

    return array_values(array_map(static fn(LedgerEntry $entry): string => $entry->class->value, $entries));
}

it('plans, and the phone ends as the proof said', function (
    Intent $intent,
    string $unit,
    array $kit,
    array $otherwise,
    array $deeds,
    array $goes,
    HouseRules $house = new HouseRules(),
) {
    [$situation, $plan] = agreed($intent, $unit, $kit, $otherwise, $house);
    $rehearsal = Rehearsal::of(World::document($plan), $situation->unit, $situation->sheet, World::files($kit));

    expect(deeds($plan))
        ->toBe($deeds)
        ->and(goes($plan))
        ->toBe($goes)
        ->and($rehearsal->says)
        ->toBe('The phone started.')
        ->and($rehearsal->differences)
        ->toBe([])
        ->and($plan->steps[array_key_last($plan->steps)]->draft->operation->title())
        ->toStartWith('Check build');
})->with('jobs');

$changed = function (
    Intent $intent,
    string $unit,
    array $kit,
    array $otherwise,
    array $deeds,
    array $goes,
    HouseRules $house = new HouseRules(),
) {
    [, $plan] = agreed($intent, $unit, $kit, $otherwise, $house);
    $changes = Changes::of($plan, World::files($kit));

    expect($changes->wrong)
        ->toBe([])
        ->and($changes->refused)
        ->toBeGreaterThan(1)
        ->and($changes->refused + $changes->allowed)
        ->toBe(2 * count($plan->steps) - 1);
};

it('has no step whose place the proof lets go and the phone does not', $changed)->with('every ninth job');

it('has none in any job', $changed)->with('jobs')->group('whole');

dataset('jobs', jobs(...));

dataset(
    'every ninth job',
    static fn(): array => array_filter(jobs(), static function (): bool {
        static $number = 0;

        return $number++ % 9 === 0;
    }),
);

/**
 * @return array<string, array{
 *     Intent,
 *     string,
 *     list<string>,
 *     array<string, mixed>,
 *     list<string>,
 *     list<string>,
 *     6?: HouseRules
 * }>
 */
function jobs(): array
{
    return [
        'a phone left in its recovery, whose system a restart brings back with its data' => [
            Intent::BringBack,
            'SK-07',
            [],
            [
                'mode' => 'recovery',
                'slot.a.recovery.family' => 'Wicket',
                'slot.a.recovery.version' => '4.1',
                'slot.a.recovery.abilities' => ['sideload'],
            ],
            ['Restart into the system'],
            [],
        ],
        'a phone whose system is half written and whose battery is low, charged and installed anew without its ' .
        'system' => [
            Intent::Fresh,
            'SK-07',
            World::SALTERN,
            [
                'mode' => 'bootloader',
                'battery.percent' => 20,
                'locks.screen' => true,
                'slot.a.os.state' => 'incomplete',
                'slot.a.image.boot' => 'an image written in part',
                'slot.a.image.dtbo' => 'an image written in part',
                'slot.a.image.vendor_boot' => 'an image written in part',
                'data.writtenBy' => 'a key that is lost',
            ],
            [
                'Charge to 60 percent',
                'boot of Saltern 15.2 into slot B',
                'dtbo of Saltern 15.2 into slot B',
                'Wicket 4.1 into slot B',
                'Make slot B the active one',
                'Restart into the recovery',
                'Format data',
                'Start sideload in the recovery',
                'Sideload Saltern 15.2 into slot A',
                'Restart into the system',
                'First boot',
            ],
            ['apps', 'app-data', 'photos', 'screen-lock'],
        ],
        'a phone left waiting for a package, whose system a restart brings back' => [
            Intent::BringBack,
            'SK-07',
            [],
            [
                'mode' => 'sideload',
                'slot.a.recovery.family' => 'Wicket',
                'slot.a.recovery.version' => '4.1',
                'slot.a.recovery.abilities' => ['sideload'],
            ],
            ['Leave sideload for the recovery', 'Restart into the system'],
            [],
        ],
        'a phone left half written, which its other slot brings back on empty data' => [
            Intent::BringBack,
            'SK-07',
            [],
            [
                'mode' => 'bootloader',
                'slot.active' => 'b',
                'slot.b.os.state' => 'incomplete',
                'slot.b.image.boot' => 'an image written in part',
                'slot.b.image.dtbo' => 'an image written in part',
                'slot.b.image.vendor_boot' => 'an image written in part',
                'data.empty' => true,
            ],
            ['Make slot A the active one', 'Restart into the system', 'First boot'],
            [],
        ],

        'a fresh install on one slot, the vendor first, then the build, then the services' => [
            Intent::Fresh,
            'SK-02',
            [
                'driftglass-14.3-20260701-carrick.zip',
                'vendor-9.4-carrick.zip',
                'wicket-4.1-carrick.img',
                'larder-mini-14-arm64.zip',
            ],
            [],
            [
                'Charge to 60 percent',
                'Remove screen lock and biometrics',
                'Restart into the bootloader',
                'Wicket 4.1',
                'Restart into the recovery',
                'Format data',
                'Start sideload in the recovery',
                'Sideload Velmora vendor 9.4',
                'Start sideload in the recovery',
                'Sideload Driftglass 14.3',
                'Start sideload in the recovery',
                'Sideload Larder mini 14',
                'Restart into the system',
                'First boot',
            ],
            ['apps', 'app-data', 'messages', 'photos', 'screen-lock'],
        ],
        'a fresh install where the vendor is right and is left as it is' => [
            Intent::Fresh,
            'SK-02',
            ['driftglass-14.3-20260701-carrick.zip', 'wicket-4.1-carrick.img'],
            ['slot.-.vendor.version' => '9.4'],
            [
                'Charge to 60 percent',
                'Remove screen lock and biometrics',
                'Restart into the bootloader',
                'Wicket 4.1',
                'Restart into the recovery',
                'Format data',
                'Start sideload in the recovery',
                'Sideload Driftglass 14.3',
                'Restart into the system',
                'First boot',
            ],
            ['apps', 'app-data', 'messages', 'photos', 'screen-lock'],
        ],
        'a fresh install with a root package, last of all' => [
            Intent::Fresh,
            'SK-02',
            [
                'driftglass-14.3-20260701-carrick.zip',
                'vendor-9.4-carrick.zip',
                'wicket-4.1-carrick.img',
                'latchkey-4.2.zip',
            ],
            ['battery.percent' => 90],
            [
                'Remove screen lock and biometrics',
                'Restart into the bootloader',
                'Wicket 4.1',
                'Restart into the recovery',
                'Format data',
                'Start sideload in the recovery',
                'Sideload Velmora vendor 9.4',
                'Start sideload in the recovery',
                'Sideload Driftglass 14.3',
                'Start sideload in the recovery',
                'Sideload Latchkey 4.2',
                'Restart into the system',
                'First boot',
            ],
            ['apps', 'app-data', 'messages', 'photos', 'screen-lock'],
        ],
        'a fresh install where the recovery lives in boot and is put there again after the build' => [
            Intent::Fresh,
            'SK-09',
            ['driftglass-15.1-20260902-becket.zip', 'wicket-4.1-becket.img', 'larder-mini-15-arm64.zip'],
            [],
            [
                'Restart into the bootloader',
                'Wicket 4.1 into slot A',
                'Make slot A the active one',
                'Restart into the recovery',
                'Format data',
                'Start sideload in the recovery',
                'Sideload Driftglass 15.1 into slot B',
                'Put Wicket 4.1 into boot of slot B',
                'Restart the recovery',
                'Start sideload in the recovery',
                'Sideload Larder mini 15 into slot B',
                'Restart into the system',
                'First boot',
            ],
            ['apps', 'app-data', 'photos', 'second-factor'],
        ],
        'a switch between open builds, which leaves the firmware alone' => [
            Intent::SwitchBuild,
            'SK-09',
            ['driftglass-15.1-20260902-becket.zip', 'wicket-4.1-becket.img'],
            ['slot.b.os.family' => 'Saltern', 'data.writtenBy' => 'Saltern'],
            [
                'Restart into the bootloader',
                'Wicket 4.1 into slot A',
                'Make slot A the active one',
                'Restart into the recovery',
                'Format data',
                'Start sideload in the recovery',
                'Sideload Driftglass 15.1 into slot B',
                'Put Wicket 4.1 into boot of slot B',
                'Restart into the system',
                'First boot',
            ],
            ['apps', 'app-data', 'photos', 'second-factor'],
        ],
        'an update on two slots, with the services going in again' => [
            Intent::UpdateInPlace,
            'SK-09',
            ['driftglass-15.1-20260902-becket.zip', 'wicket-4.1-becket.img', 'larder-mini-15-arm64.zip'],
            ['slot.b.os.version' => '15.0'],
            [
                'Restart into the bootloader',
                'Wicket 4.1 into slot A',
                'Make slot A the active one',
                'Restart into the recovery',
                'Start sideload in the recovery',
                'Sideload Driftglass 15.1 into slot B',
                'Put Wicket 4.1 into boot of slot B',
                'Restart the recovery',
                'Start sideload in the recovery',
                'Sideload Larder mini 15 into slot B',
                'Restart into the system',
                'First boot',
            ],
            [],
        ],
        'a fresh install with the recovery that is there' => [
            Intent::Fresh,
            'SK-06',
            ['lamplight-9.4-20250611-marl.zip', 'lychgate-2.2-marl.img'],
            [],
            [
                'Restart into the recovery',
                'Format data',
                'Start sideload in the recovery',
                'Sideload Lamplight 9.4',
                'Restart into the system',
                'First boot',
            ],
            ['apps', 'app-data'],
        ],
        'an update in place with its caches wiped and nothing else' => [
            Intent::UpdateInPlace,
            'SK-06',
            ['lamplight-9.4-20250611-marl.zip'],
            [],
            [
                'Restart into the recovery',
                'Start sideload in the recovery',
                'Sideload Lamplight 9.4',
                'Wipe caches',
                'Restart into the system',
                'First boot',
            ],
            [],
        ],
        'an update in place with the root package put in again' => [
            Intent::UpdateInPlace,
            'SK-06',
            ['lamplight-9.4-20250611-marl.zip', 'latchkey-4.2.zip'],
            ['slot.-.root' => 'Latchkey 4.2'],
            [
                'Restart into the recovery',
                'Start sideload in the recovery',
                'Sideload Lamplight 9.4',
                'Wipe caches',
                'Start sideload in the recovery',
                'Sideload Latchkey 4.2',
                'Restart into the system',
                'First boot',
            ],
            [],
        ],
        'a switch that erases what the other OS wrote' => [
            Intent::SwitchBuild,
            'SK-06',
            ['lamplight-9.4-20250611-marl.zip'],
            ['slot.-.os.family' => 'Driftglass', 'data.writtenBy' => 'Driftglass'],
            [
                'Restart into the recovery',
                'Wipe caches',
                'Format data',
                'Start sideload in the recovery',
                'Sideload Lamplight 9.4',
                'Restart into the system',
                'First boot',
            ],
            ['apps', 'app-data'],
        ],
        'a backup that goes back in' => [
            Intent::RestoreBackup,
            'SK-13',
            [],
            [],
            [
                'Copy the set "before the update" to the internal storage',
                'Wipe caches',
                'Wipe data',
                'Restore the backup "before the update"',
                'Restart into the system',
            ],
            [],
        ],
        'a second system that goes' => [
            Intent::RemoveSecond,
            'SK-05',
            ['remove-second-3-splice.zip'],
            [],
            [
                'Restart into the recovery',
                'Start sideload in the recovery',
                'Sideload Second-system remover 3',
                'Restart into the system',
            ],
            ['second-system'],
        ],
        'a recovery in a partition of its own' => [
            Intent::Recovery,
            'SK-02',
            ['wicket-4.1-carrick.img'],
            [],
            [
                'Charge to 60 percent',
                'Restart into the bootloader',
                'Wicket 4.1',
                'Restart into the recovery',
                'Restart into the system',
            ],
            [],
        ],
        'another recovery in a partition of its own' => [
            Intent::Recovery,
            'SK-02',
            ['wicket-4.1-carrick.img'],
            ['battery.percent' => 90],
            ['Restart into the bootloader', 'Wicket 4.1', 'Restart into the recovery', 'Restart into the system'],
            [],
        ],
        'a second recovery, put in by the first one that is there' => [
            Intent::Recovery,
            'SK-06',
            ['lychgate-2.4-second-stage-marl.img'],
            [],
            [
                'Restart into the recovery',
                'Put Lychgate 2.4 into recovery',
                'Restart the recovery',
                'Restart into the system',
            ],
            [],
        ],
        'first one recovery and then another by means of it' => [
            Intent::Recovery,
            'SK-06',
            ['lychgate-2.4-second-stage-marl.img', 'lychgate-2.2-marl.img'],
            ['slot.-.recovery.family' => null, 'slot.-.recovery.version' => null],
            [
                'Restart into the bootloader',
                'Lychgate 2.2',
                'Restart into the recovery',
                'Put Lychgate 2.4 into recovery',
                'Restart the recovery',
                'Restart into the system',
            ],
            [],
        ],
        'a recovery in boot, started once and then put in by itself' => [
            Intent::Recovery,
            'SK-09',
            ['wicket-4.1-becket.img'],
            ['battery.percent' => 90],
            [
                'Restart into the bootloader',
                'Start Wicket 4.1 once',
                'Put Wicket 4.1 into boot of slot B',
                'Restart into the system',
            ],
            [],
        ],
        'a recovery as a part of vendor boot' => [
            Intent::Recovery,
            'SK-07',
            ['wicket-4.1-bowline.img'],
            [],
            [
                'Restart into the bootloader',
                'Put Wicket 4.1 into vendor boot of slot A',
                'Restart into the recovery',
                'Restart into the system',
            ],
            [],
        ],
        'a generic image through the userspace bootloader, verification off first' => [
            Intent::GenericImage,
            'SK-09',
            ['saltern-generic-15-arm64.img', 'verify-13.1-becket.img'],
            ['battery.percent' => 90],
            [
                'Restart into the userspace bootloader',
                'Restart into the bootloader',
                'Switch verification off in slot B',
                'Erase data from the bootloader',
                'Restart into the userspace bootloader',
                'Saltern Generic 15 into slot B',
                'Restart into the system',
                'First boot',
            ],
            ['apps', 'app-data', 'photos', 'second-factor'],
        ],
        'a generic image on an older phone, written by its recovery' => [
            Intent::GenericImage,
            'SK-02',
            ['saltern-generic-15-arm64-raw.img', 'wicket-4.1-carrick.img'],
            ['battery.percent' => 90],
            [
                'Remove screen lock and biometrics',
                'Restart into the bootloader',
                'Wicket 4.1',
                'Restart into the recovery',
                'Format data',
                'Restart the recovery',
                'Copy Saltern Generic 15 to the internal storage',
                'Install Saltern Generic 15 from the internal storage',
                'Restart into the system',
                'First boot',
            ],
            ['apps', 'app-data', 'messages', 'photos', 'screen-lock'],
        ],
        'a generic image tried beside the installed system, and removed again' => [
            Intent::TrialBeside,
            'SK-07',
            ['saltern-generic-15-arm64.img'],
            [],
            ['Start Saltern Generic 15 beside the installed system', 'Leave the trial and remove it'],
            [],
        ],
        'a kernel that is a boot image, written to the slot in use' => [
            Intent::Kernel,
            'SK-09',
            ['ferrule-15.1-becket.img'],
            [],
            ['Restart into the bootloader', 'Ferrule 15.1 into slot B', 'Restart into the system'],
            [],
        ],
        'a fix by a recovery that is only started once' => [
            Intent::AddOn,
            'SK-09',
            ['radio-fix-1-becket.zip', 'wicket-4.1-becket.img'],
            [],
            [
                'Restart into the bootloader',
                'Start Wicket 4.1 once',
                'Start sideload in the recovery',
                'Sideload Radio fix 1 into slot B',
                'Restart into the system',
            ],
            [],
        ],
        'a root package alone' => [
            Intent::AddOn,
            'SK-06',
            ['latchkey-4.2.zip'],
            [],
            [
                'Restart into the recovery',
                'Start sideload in the recovery',
                'Sideload Latchkey 4.2',
                'Restart into the system',
            ],
            [],
        ],
        'services and root together, in their order' => [
            Intent::AddOn,
            'SK-02',
            ['larder-mini-14-arm64.zip', 'wicket-4.1-carrick.img', 'latchkey-4.2.zip'],
            ['slot.-.os.release' => '14', 'battery.percent' => 90],
            [
                'Restart into the bootloader',
                'Wicket 4.1',
                'Restart into the recovery',
                'Start sideload in the recovery',
                'Sideload Larder mini 14',
                'Start sideload in the recovery',
                'Sideload Latchkey 4.2',
                'Restart into the system',
            ],
            [],
        ],
        'the maker\'s system again, logical partitions in the userspace bootloader' => [
            Intent::BackToStock,
            'SK-09',
            ['hull-13.0-becket-eu.zip'],
            ['variant.model' => 'NK-4 EU', 'slot.a.firmware.region' => 'EU', 'slot.b.firmware.region' => 'EU'],
            [
                'Restart into the bootloader',
                'Restart into the userspace bootloader',
                'Restart into the bootloader',
                'Nordhus Hull 13.0: boot, dtbo, verify, modem, trust, power into slot B',
                'Erase data from the bootloader',
                'Restart into the userspace bootloader',
                'Nordhus Hull 13.0: system, vendor into slot B',
                'Restart into the system',
                'First boot',
            ],
            ['apps', 'app-data', 'photos', 'second-factor'],
        ],
        'the maker\'s own partitions again in place of a layout that was put in later' => [
            Intent::BackToStock,
            'SK-11',
            ['hull-11.1.2-prusik.zip'],
            [
                'battery.percent' => 90,
                'slot.a.layout' => 'dynamic',
                'slot.b.layout' => 'dynamic',
                'slot.a.os.family' => 'Saltern',
                'slot.a.os.version' => '13.4',
                'slot.a.os.release' => '13',
                'slot.a.os.buildId' => 'saltern-13.4-20260802-prusik',
                'slot.a.os.stock' => false,
                'slot.a.image.boot' => 'saltern-13.4-20260802-prusik',
                'slot.a.image.dtbo' => 'saltern-13.4-20260802-prusik',
                'slot.a.verification.on' => false,
                'data.writtenBy' => 'Saltern',
                'data.holds.photos' => true,
            ],
            [
                'Restart into the bootloader',
                'Nordhus Hull 11.1.2: boot, dtbo, verify, modem, trust, system, product, vendor into slot A',
                'Erase data from the bootloader',
                'Restart into the system',
                'First boot',
            ],
            ['photos'],
        ],
        'the maker\'s system again on an old phone' => [
            Intent::BackToStock,
            'SK-01',
            ['tarnos-4.1.2-halyard.tar'],
            ['bootloader.unlocked' => true],
            [
                'Charge to 60 percent',
                'Enter download mode with the keys',
                'Tarn OS 4.1.2: boot, modem, system by PC flash',
                'Restart into the system',
                'First boot',
            ],
            ['photos'],
        ],
        'an unlock, with debugging allowed anew' => [
            Intent::Unlock,
            'SK-01',
            [],
            [],
            [
                'Charge to 60 percent',
                'Allow unlocking and debugging',
                'Restart into the bootloader',
                'Unlock the bootloader',
                'Restart into the system',
                'First boot',
                'Allow debugging again',
            ],
            ['photos'],
        ],
        'a kernel that is a package, by sideload' => [
            Intent::Kernel,
            'SK-07',
            ['whetstone-2.1-bowline.zip'],
            [
                'slot.a.os.release' => '15',
                'slot.a.recovery.family' => 'Wicket',
                'slot.a.recovery.version' => '4.1',
                'slot.a.recovery.abilities' => ['sideload'],
            ],
            [
                'Restart into the recovery',
                'Start sideload in the recovery',
                'Sideload Whetstone 2.1 into slot A',
                'Restart into the system',
            ],
            [],
        ],
        'a new layout on a phone that was not made with one, the recovery shown to work before anything is erased' => [
            Intent::Fresh,
            'SK-11',
            [
                'saltern-13.4-20260802-prusik.zip',
                'wicket-4.1-prusik.img',
                'verify-11.1.2-prusik.img',
                'empty-super-prusik.img',
                'slot-copy-1.2.zip',
            ],
            ['battery.percent' => 95],
            [
                'Restart into the bootloader',
                'Switch verification off in slot A',
                'Switch verification off in slot B',
                'Wicket 4.1 into slot B',
                'Wicket 4.1 into slot A',
                'Restart into the recovery',
                'Restart into the userspace bootloader',
                'Restart into the bootloader',
                'Erase system, product, vendor of slot A',
                'Erase system, product, vendor of slot B',
                'Enter the recovery with the keys',
                'Restart into the userspace bootloader',
                'Write the empty layout for slot A',
                'Make slot B the active one',
                'Write the empty layout for slot B',
                'Make slot A the active one',
                'Restart into the recovery',
                'Start sideload in the recovery',
                'Sideload Slot copy 1.2 into slot B',
                'Format data',
                'Start sideload in the recovery',
                'Sideload Saltern 13.4 into slot B',
                'Put Wicket 4.1 into boot of slot B',
                'Restart into the system',
                'First boot',
            ],
            [],
        ],
        'a fresh install on a phone that has the new layout already' => [
            Intent::Fresh,
            'SK-11',
            ['saltern-13.4-20260802-prusik.zip', 'wicket-4.1-prusik.img', 'slot-copy-1.2.zip'],
            [
                'battery.percent' => 95,
                'slot.a.os.stock' => false,
                'slot.a.os.family' => 'Saltern',
                'slot.a.verification.on' => false,
                'slot.b.verification.on' => false,
                'slot.a.layout' => 'dynamic',
                'slot.b.layout' => 'dynamic',
            ],
            [
                'Restart into the bootloader',
                'Wicket 4.1 into slot A',
                'Restart into the recovery',
                'Start sideload in the recovery',
                'Sideload Slot copy 1.2 into slot B',
                'Format data',
                'Start sideload in the recovery',
                'Sideload Saltern 13.4 into slot B',
                'Put Wicket 4.1 into boot of slot B',
                'Restart into the system',
                'First boot',
            ],
            [],
        ],
        'an old phone by its PC flash mode, the recovery run once before the system can start' => [
            Intent::Fresh,
            'SK-01',
            ['lamplight-9.4-20250611-halyard.zip', 'wicket-3.6-halyard.img'],
            ['bootloader.unlocked' => true, 'battery.percent' => 90],
            [
                'Enter download mode with the keys',
                'Wicket 3.6 by PC flash',
                'Enter the recovery with the keys',
                'Format data',
                'Start sideload in the recovery',
                'Sideload Lamplight 9.4',
                'Restart into the system',
                'First boot',
            ],
            ['photos'],
        ],
        'an update from the memory card, because the recovery cannot be streamed to' => [
            Intent::UpdateInPlace,
            'SK-06',
            ['lamplight-9.4-20250611-marl.zip'],
            ['slot.-.recovery.abilities' => ['backup'], 'card.present' => true, 'card.freeBytes' => 8 << 30],
            [
                'Restart into the recovery',
                'Copy Lamplight 9.4 to the memory card',
                'Install Lamplight 9.4 from the memory card',
                'Wipe caches',
                'Restart into the system',
                'First boot',
            ],
            [],
        ],
        'a fresh install from internal storage, the files copied after the format that would have taken them' => [
            Intent::Fresh,
            'SK-02',
            ['driftglass-14.3-20260701-carrick.zip', 'vendor-9.4-carrick.zip', 'wicket-4.1-carrick.img'],
            ['battery.percent' => 90],
            [
                'Remove screen lock and biometrics',
                'Restart into the bootloader',
                'Wicket 4.1',
                'Restart into the recovery',
                'Format data',
                'Restart the recovery',
                'Copy Velmora vendor 9.4 to the internal storage',
                'Copy Driftglass 14.3 to the internal storage',
                'Install Velmora vendor 9.4 from the internal storage',
                'Install Driftglass 14.3 from the internal storage',
                'Restart into the system',
                'First boot',
            ],
            ['apps', 'app-data', 'messages', 'photos', 'screen-lock'],
            new HouseRules(route: 'storage', formatOrder: 'after'),
        ],
        'a layout changer, the format after it, the cleaner, and then the build' => [
            Intent::Fresh,
            'SK-05',
            ['lamplight-9.4-20250611-splice.zip', 'new-layout-1.0-splice.zip', 'sweep-1.1.zip'],
            ['battery.percent' => 95],
            [
                'Restart into the recovery',
                'Start sideload in the recovery',
                'Sideload Wider system 1.0',
                'Format data',
                'Start sideload in the recovery',
                'Sideload Sweep 1.1',
                'Start sideload in the recovery',
                'Sideload Lamplight 9.4',
                'Restart into the system',
                'First boot',
            ],
            ['apps', 'photos', 'second-system'],
            new HouseRules(formatOrder: 'after'),
        ],
        'a fresh install whose data is not encrypted, by choice' => [
            Intent::Fresh,
            'SK-02',
            ['driftglass-14.3-20260701-carrick.zip', 'wicket-4.1-carrick.img', 'plainvault-2.0.zip'],
            ['battery.percent' => 90, 'slot.-.vendor.version' => '9.4'],
            [
                'Remove screen lock and biometrics',
                'Restart into the bootloader',
                'Wicket 4.1',
                'Restart into the recovery',
                'Format data',
                'Start sideload in the recovery',
                'Sideload Driftglass 14.3',
                'Start sideload in the recovery',
                'Sideload Plainvault 2.0',
                'Restart into the system',
                'First boot',
            ],
            ['apps', 'app-data', 'messages', 'photos', 'screen-lock'],
        ],
    ];
}
