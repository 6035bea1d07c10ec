<?php

declare(strict_types=1);

use Tests\Support\World;
use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Phone\Backup;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\Unit;
use Tornavis\Core\Plan\Planner;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRules;
use Tornavis\Core\Rule\Severity;
use Tornavis\Core\Situation\Answers;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Situation\Workplace;
use Tornavis\Core\Words\Intent;
use Tornavis\Core\Words\LossClass;

/*
 * The rules of the jobs that are not a fresh install, and of the bases: the smallest situation that raises each,
 * and the neighbour that does not.
 */

/** @return list<Finding> */
function ruled(string $rule, Situation $situation): array
{
    return array_values(
        array_filter(FitRules::look($situation), static fn(Finding $finding): bool => $finding->rule->value === $rule),
    );
}

function gravest(array $findings): string
{
    $order = array_flip(['clear', 'note', 'mind', 'settle', 'stop']);
    $names = array_map(static fn(Finding $finding): string => $finding->severity->value, $findings);
    usort($names, static fn(string $a, string $b): int => $order[$b] <=> $order[$a]);

    return $names[0] ?? 'silent';
}

/** @param list<Finding> $findings */
function said(array $findings): string
{
    return implode(
        ' ',
        array_map(
            static fn(Finding $f): string => "{$f->need} {$f->found} {$f->reason} {$f->remedy?->text}",
            $findings,
        ),
    );
}

const CARRICK = ['driftglass-14.3-20260701-carrick.zip', 'wicket-4.1-carrick.img'];
const PRUSIK = [
    'saltern-13.4-20260802-prusik.zip',
    'wicket-4.1-prusik.img',
    'verify-11.1.2-prusik.img',
    'empty-super-prusik.img',
    'slot-copy-1.2.zip',
];
const SPLICE = 'lamplight-9.4-20250611-splice.zip';
const GENERIC = 'saltern-generic-15-arm64.img';
const DEAD = ['mode' => 'bootloader', 'slot.a.os.state' => 'incomplete', 'slot.b.os.state' => 'none'];
const NIGHTLY = 'driftglass-15.2-20260915-becket-nightly.zip';
const MARL = 'lamplight-9.4-20250611-marl.zip';
const LAMPLIGHT_KEY = '9ac04e54ce0d49c8ba8a94ada605ba4f60e6b80a2c6cffb2192297fe81602437';

it('judges', function (
    string $rule,
    Intent $intent,
    string $unit,
    Closure $kit,
    array $otherwise,
    string $severity,
    string $words = '',
) {
    $findings = ruled($rule, World::situation($unit, $kit(), $otherwise, intent: $intent));

    expect(gravest($findings))->toBe($severity);
    if ($words !== '') {
        expect(said($findings))->toContain($words);
    }
})->with([
    'a vendor that is too old' => [
        'BASE-2',
        Intent::Fresh,
        'SK-02',
        fn() => CARRICK,
        [],
        'stop',
        'The phone has vendor 9.2',
    ],
    'a vendor that is right' => [
        'BASE-2',
        Intent::Fresh,
        'SK-02',
        fn() => CARRICK,
        ['slot.-.vendor.version' => '9.4'],
        'clear',
        'left as it is',
    ],
    'a vendor that nobody has seen' => [
        'BASE-2',
        Intent::Fresh,
        'SK-02',
        fn() => CARRICK,
        ['slot.-.vendor.version' => null],
        'stop',
    ],
    'a newer vendor of the channel that is not meant' => [
        'BASE-2',
        Intent::Fresh,
        'SK-02',
        fn() => CARRICK,
        ['slot.-.vendor.version' => '9.5', 'slot.-.vendor.channel' => 'developer'],
        'stop',
        'stable channel',
    ],
    'the vendor in the kit' => [
        'BASE-2',
        Intent::Fresh,
        'SK-02',
        fn() => [...CARRICK, 'vendor-9.4-carrick.zip'],
        [],
        'note',
        'before the build',
    ],
    'a vendor of the other channel in the kit' => [
        'BASE-2',
        Intent::Fresh,
        'SK-02',
        fn() => [...CARRICK, 'vendor-9.5-dev-carrick.zip'],
        [],
        'stop',
    ],
    'a build that asks for no vendor' => ['BASE-2', Intent::Fresh, 'SK-07', fn() => World::SALTERN, [], 'silent'],

    'a bootloader that the script accepts' => [
        'BASE-7',
        Intent::Fresh,
        'SK-06',
        fn() => [World::altered(MARL, ['bootloaders' => ['OF100-2.8']])],
        [],
        'clear',
    ],
    'a bootloader that the script does not accept' => [
        'BASE-7',
        Intent::Fresh,
        'SK-06',
        fn() => [World::altered(MARL, ['bootloaders' => ['OF100-3.0']])],
        [],
        'stop',
        'OF100-3.0',
    ],
    'a bootloader that nobody has seen' => [
        'BASE-7',
        Intent::Fresh,
        'SK-06',
        fn() => [World::altered(MARL, ['bootloaders' => ['OF100-3.0']])],
        ['slot.-.firmware.version' => null],
        'settle',
        'Read the bootloader version',
    ],
    'a build that accepts any bootloader' => [
        'BASE-7',
        Intent::Fresh,
        'SK-06',
        fn() => [World::altered(MARL, ['bootloaders' => null])],
        [],
        'silent',
    ],

    'a layout changer without its cleaner' => [
        'LAYOUT-3',
        Intent::Fresh,
        'SK-05',
        fn() => [SPLICE, 'new-layout-1.0-splice.zip'],
        [],
        'stop',
        'in the way of the build',
    ],
    'a layout changer with its cleaner' => [
        'LAYOUT-3',
        Intent::Fresh,
        'SK-05',
        fn() => [SPLICE, 'new-layout-1.0-splice.zip', 'sweep-1.1.zip'],
        [],
        'clear',
    ],
    'a layout changer under an update' => [
        'LAYOUT-3',
        Intent::UpdateInPlace,
        'SK-05',
        fn() => [SPLICE, 'new-layout-1.0-splice.zip', 'sweep-1.1.zip'],
        [],
        'stop',
        'plan a fresh install',
    ],
    'no layout changer' => ['LAYOUT-3', Intent::Fresh, 'SK-05', fn() => [SPLICE], [], 'silent'],
    'encryption switched off by choice' => [
        'ERASE-8',
        Intent::Fresh,
        'SK-02',
        fn() => [...CARRICK, 'plainvault-2.0.zip'],
        [],
        'mind',
        'Whoever finds the phone',
    ],
    'encryption switched off on a model that needs it' => [
        'ERASE-8',
        Intent::Fresh,
        'SK-07',
        fn() => [...World::SALTERN, 'plainvault-2.0.zip'],
        [],
        'stop',
        'Leave it out',
    ],
    'encryption switched off over data that is there' => [
        'ERASE-8',
        Intent::UpdateInPlace,
        'SK-06',
        fn() => [MARL, 'plainvault-2.0.zip'],
        [],
        'stop',
        'plan a fresh install',
    ],
    'encryption left as it is' => ['ERASE-8', Intent::Fresh, 'SK-02', fn() => CARRICK, [], 'silent'],
    'a new layout without its files' => [
        'LAYOUT-2',
        Intent::Fresh,
        'SK-11',
        fn() => [PRUSIK[0]],
        [],
        'stop',
        'The slot copy not in the kit',
    ],
    'a new layout with its files' => [
        'LAYOUT-2',
        Intent::Fresh,
        'SK-11',
        fn() => PRUSIK,
        [],
        'clear',
        'empty-super-prusik.img',
    ],
    'a new layout where nobody knows one slot\'s firmware' => [
        'LAYOUT-2',
        Intent::Fresh,
        'SK-11',
        fn() => PRUSIK,
        ['slot.b.firmware.version' => null],
        'stop',
        'Read it in the bootloader',
    ],
    'a layout that is there already' => [
        'LAYOUT-2',
        Intent::Fresh,
        'SK-11',
        fn() => [PRUSIK[0]],
        ['slot.a.layout' => 'dynamic', 'slot.b.layout' => 'dynamic'],
        'clear',
        'It is there already',
    ],
    'an update over the maker\'s layout' => [
        'LAYOUT-2',
        Intent::UpdateInPlace,
        'SK-11',
        fn() => PRUSIK,
        [],
        'stop',
        'changes no layout',
    ],
    'a phone that was made with its layout' => [
        'LAYOUT-2',
        Intent::Fresh,
        'SK-07',
        fn() => World::SALTERN,
        [],
        'silent',
    ],
    'verification without its image' => [
        'LAYOUT-4',
        Intent::Kernel,
        'SK-09',
        fn() => ['ferrule-15.1-becket.img'],
        ['slot.b.verification.on' => true],
        'stop',
        'full bundle of firmware 13.1',
    ],
    'verification with its image' => [
        'LAYOUT-4',
        Intent::Kernel,
        'SK-09',
        fn() => ['ferrule-15.1-becket.img', 'verify-13.1-becket.img'],
        ['slot.b.verification.on' => true],
        'clear',
    ],
    'verification that is off' => [
        'LAYOUT-4',
        Intent::Kernel,
        'SK-09',
        fn() => ['ferrule-15.1-becket.img'],
        ['slot.b.verification.on' => false],
        'silent',
    ],
    'a verification image of the installed firmware' => [
        'BASE-4',
        Intent::Fresh,
        'SK-11',
        fn() => PRUSIK,
        [],
        'clear',
        'the same version',
    ],
    'a verification image of another firmware' => [
        'BASE-4',
        Intent::Fresh,
        'SK-11',
        fn() => [...array_slice(PRUSIK, 0, 2), 'verify-10.0.5-prusik.img'],
        [],
        'stop',
        'of 10.0.5, installed is 11.1.2',
    ],
    'a verification image beside firmware that nobody has seen' => [
        'BASE-4',
        Intent::Fresh,
        'SK-11',
        fn() => PRUSIK,
        ['slot.a.firmware.version' => null],
        'stop',
        'Read the firmware version',
    ],
    'a verification image that nothing asks for' => [
        'BASE-4',
        Intent::Kernel,
        'SK-09',
        fn() => ['ferrule-15.1-becket.img', 'verify-13.1-becket.img'],
        ['slot.b.verification.on' => false],
        'silent',
    ],

    'an update of the same family by the same keys' => [
        'UPDATE-1',
        Intent::UpdateInPlace,
        'SK-06',
        fn() => [MARL],
        [],
        'clear',
        '9.3 → 9.4',
    ],
    'an update by other keys' => [
        'UPDATE-1',
        Intent::UpdateInPlace,
        'SK-06',
        fn() => [MARL],
        ['slot.-.os.signer' => str_repeat('ab', 32)],
        'stop',
        'other keys',
    ],
    'an update where nobody knows the keys' => [
        'UPDATE-1',
        Intent::UpdateInPlace,
        'SK-06',
        fn() => [MARL],
        ['slot.-.os.signer' => null],
        'settle',
        'agree if both come from there',
    ],
    'an update of another family' => [
        'UPDATE-1',
        Intent::UpdateInPlace,
        'SK-06',
        fn() => [MARL],
        ['slot.-.os.family' => 'Driftglass'],
        'stop',
        'fresh install',
    ],
    'an update of nobody knows what' => [
        'UPDATE-1',
        Intent::UpdateInPlace,
        'SK-06',
        fn() => [MARL],
        ['slot.-.os.family' => null],
        'settle',
    ],
    'an update to something older' => [
        'UPDATE-1',
        Intent::UpdateInPlace,
        'SK-06',
        fn() => [MARL],
        ['slot.-.os.version' => '9.5'],
        'stop',
        'older build',
    ],
    'the same version again' => [
        'UPDATE-1',
        Intent::UpdateInPlace,
        'SK-06',
        fn() => [MARL],
        ['slot.-.os.version' => '9.4'],
        'clear',
        'same version again',
    ],
    'a fresh install over other keys' => [
        'UPDATE-1',
        Intent::Fresh,
        'SK-06',
        fn() => [MARL],
        ['slot.-.os.signer' => str_repeat('ab', 32)],
        'silent',
    ],

    'five months of fixes' => [
        'UPDATE-2',
        Intent::UpdateInPlace,
        'SK-06',
        fn() => [MARL],
        [],
        'note',
        'worth an evening',
    ],
    'one month of fixes' => [
        'UPDATE-2',
        Intent::UpdateInPlace,
        'SK-06',
        fn() => [MARL],
        ['slot.-.os.patchLevel' => '2025-05-01'],
        'note',
        'at the phone anyway',
    ],
    'no newer fixes in a newer version' => [
        'UPDATE-2',
        Intent::UpdateInPlace,
        'SK-06',
        fn() => [MARL],
        ['slot.-.os.patchLevel' => '2025-06-01'],
        'note',
        'only worth it for something that it mends',
    ],
    'nothing new at all' => [
        'UPDATE-2',
        Intent::UpdateInPlace,
        'SK-06',
        fn() => [MARL],
        ['slot.-.os.patchLevel' => '2025-06-01', 'slot.-.os.version' => '9.4'],
        'note',
        'not worth the risk',
    ],
    'a root package that the update takes out' => [
        'UPDATE-2',
        Intent::UpdateInPlace,
        'SK-06',
        fn() => [MARL],
        ['slot.-.root' => 'Latchkey 4.2'],
        'mind',
        'Add Latchkey 4.2',
    ],
    'a root package that goes in again' => [
        'UPDATE-2',
        Intent::UpdateInPlace,
        'SK-06',
        fn() => [MARL, 'latchkey-4.2.zip'],
        ['slot.-.root' => 'Latchkey 4.2'],
        'note',
        'goes in again',
    ],

    'a kernel for the release that runs' => [
        'FIT-5',
        Intent::Kernel,
        'SK-09',
        fn() => ['ferrule-15.1-becket.img'],
        [],
        'clear',
    ],
    'a kernel for another release' => [
        'FIT-5',
        Intent::Kernel,
        'SK-09',
        fn() => ['ferrule-15.1-becket.img'],
        ['slot.b.os.release' => '14'],
        'stop',
        'Get the kernel for release 14',
    ],
    'a kernel where the release is not known' => [
        'FIT-5',
        Intent::Kernel,
        'SK-09',
        fn() => ['ferrule-15.1-becket.img'],
        ['slot.b.os.release' => null],
        'settle',
    ],
    'a kernel beside a build of its release' => [
        'FIT-5',
        Intent::Fresh,
        'SK-09',
        fn() => ['driftglass-15.1-20260902-becket.zip', 'ferrule-15.1-becket.img'],
        ['slot.b.os.release' => '14'],
        'clear',
    ],
    'a kernel beside a build that will not go in' => [
        'FIT-5',
        Intent::Kernel,
        'SK-09',
        fn() => ['driftglass-15.1-20260902-becket.zip', 'ferrule-15.1-becket.img'],
        ['slot.b.os.release' => '14'],
        'stop',
    ],

    'one of each kind' => ['KIT-2', Intent::Recovery, 'SK-02', fn() => ['wicket-4.1-carrick.img'], [], 'silent'],
    'no recovery where one is wanted' => [
        'KIT-2',
        Intent::Recovery,
        'SK-02',
        fn() => [],
        [],
        'stop',
        'Add the recovery',
    ],
    'two recoveries where one is wanted' => [
        'KIT-2',
        Intent::Recovery,
        'SK-06',
        fn() => ['lychgate-2.2-marl.img', 'wicket-4.1-carrick.img'],
        [],
        'stop',
        'Leave all but one out',
    ],
    'two services bundles beside a build' => [
        'KIT-2',
        Intent::Fresh,
        'SK-07',
        fn() => [...World::DRIFTGLASS, 'larder-mini-14-arm64.zip'],
        [],
        'stop',
        'last one would take the place',
    ],
    'no add-on where one is wanted' => [
        'KIT-2',
        Intent::AddOn,
        'SK-06',
        fn() => [],
        [],
        'stop',
        'services bundle, fix',
    ],
    'a boot image as an add-on' => [
        'KIT-2',
        Intent::AddOn,
        'SK-09',
        fn() => ['ferrule-15.1-becket.img'],
        [],
        'stop',
        'open a job for a kernel',
    ],
    'no second system to remove' => [
        'KIT-2',
        Intent::RemoveSecond,
        'SK-05',
        fn() => ['remove-second-3-splice.zip'],
        ['second.family' => null],
        'stop',
        'nothing to remove',
    ],
    'a second system to remove' => [
        'KIT-2',
        Intent::RemoveSecond,
        'SK-05',
        fn() => ['remove-second-3-splice.zip'],
        [],
        'silent',
    ],
    'a build where none goes in' => [
        'KIT-2',
        Intent::AddOn,
        'SK-06',
        fn() => [MARL, 'latchkey-4.2.zip'],
        [],
        'mind',
        'puts no build in',
    ],
    'a file that no step uses' => [
        'KIT-2',
        Intent::Fresh,
        'SK-06',
        fn() => [MARL, 'identity-SK-01.img'],
        [],
        'mind',
        'no step for files of this kind',
    ],

    'two add-ons that each want the other first' => [
        'ORDER-3',
        Intent::AddOn,
        'SK-06',
        fn() => [
            World::altered('latchkey-4.2.zip', ['after' => ['fix']]),
            World::altered('radio-fix-1-becket.zip', ['after' => ['root']]),
        ],
        [],
        'stop',
        'each ask that the other goes in first',
    ],
    'two add-ons in an order' => [
        'ORDER-3',
        Intent::AddOn,
        'SK-06',
        fn() => ['latchkey-4.2.zip', World::altered('radio-fix-1-becket.zip', ['after' => ['root']])],
        [],
        'silent',
    ],

    'a set that fits' => ['BACK-1', Intent::RestoreBackup, 'SK-13', fn() => [], [], 'clear', '"before the update"'],
    'a set of another encryption' => [
        'BACK-1',
        Intent::RestoreBackup,
        'SK-13',
        fn() => [],
        ['data.encryption' => 'none'],
        'stop',
        'encryption disk',
    ],
    'a set of another firmware generation' => [
        'BACK-1',
        Intent::RestoreBackup,
        'SK-13',
        fn() => [],
        ['slot.-.firmware.version' => 'OF100-3.0'],
        'stop',
        'firmware OF100-2.8',
    ],
    'only plain copies' => [
        'BACK-1',
        Intent::RestoreBackup,
        'SK-02',
        fn() => [],
        [],
        'stop',
        'copy them back in the running system',
    ],
    'no backup at all' => ['BACK-1', Intent::RestoreBackup, 'SK-06', fn() => [], [], 'stop', 'no backup is recorded'],
    'a restore that nobody wants' => ['BACK-1', Intent::Fresh, 'SK-13', fn() => [MARL], [], 'silent'],

    'the bundle for this region' => [
        'BACK-2',
        Intent::BackToStock,
        'SK-09',
        fn() => ['hull-13.0-becket-eu.zip'],
        ['variant.model' => 'NK-4 EU'],
        'mind',
        'Bundle and phone are of the same region',
    ],
    'the bundle for another region' => [
        'BACK-2',
        Intent::BackToStock,
        'SK-09',
        fn() => ['hull-13.0-becket-eu.zip'],
        ['variant.model' => 'NK-4 IN'],
        'stop',
        'radio law',
    ],
    'a regional bundle for nobody knows which model' => [
        'BACK-2',
        Intent::BackToStock,
        'SK-09',
        fn() => ['hull-13.0-becket-eu.zip'],
        ['variant.model' => 'NK-9'],
        'settle',
        'enter it',
    ],
    'no bundle' => ['BACK-2', Intent::BackToStock, 'SK-09', fn() => [], [], 'stop', 'Add the stock bundle for becket'],
    'half a bundle' => [
        'BACK-2',
        Intent::BackToStock,
        'SK-09',
        fn() => [World::altered('hull-13.0-becket-eu.zip', ['writes' => ['boot', 'dtbo']])],
        ['variant.model' => 'NK-4 EU'],
        'stop',
        'lacks',
    ],
    'a bundle that would leave partitions of the new layout behind' => [
        'BACK-2',
        Intent::BackToStock,
        'SK-11',
        fn() => [World::altered('hull-11.1.2-prusik.zip', ['writes' => ['boot', 'dtbo', 'system', 'vendor']])],
        [],
        'stop',
        'lacks product',
    ],
    'a bundle with all of them' => [
        'BACK-2',
        Intent::BackToStock,
        'SK-11',
        fn() => ['hull-11.1.2-prusik.zip'],
        [],
        'mind',
        'every image that a start needs',
    ],
    'the bootloader stays as it is' => [
        'BACK-2',
        Intent::BackToStock,
        'SK-09',
        fn() => ['hull-13.0-becket-eu.zip'],
        ['variant.model' => 'NK-4 EU'],
        'mind',
        'Lock it again only after',
    ],

    'a build with the fix that it needs' => [
        'FIT-7',
        Intent::Fresh,
        'SK-09',
        fn() => [NIGHTLY, 'radio-fix-1-becket.zip'],
        [],
        'clear',
        'in the kit',
    ],
    'a build without the fix that it needs' => [
        'FIT-7',
        Intent::Fresh,
        'SK-09',
        fn() => [NIGHTLY],
        [],
        'stop',
        'Get Radio fix for becket',
    ],
    'a build with the fix of another model' => [
        'FIT-7',
        Intent::Fresh,
        'SK-09',
        fn() => [NIGHTLY, World::altered('radio-fix-1-becket.zip', ['codenames' => ['marl']])],
        [],
        'stop',
        'needs this fix on becket',
    ],
    'a build that needs no fix' => [
        'FIT-7',
        Intent::Fresh,
        'SK-09',
        fn() => ['driftglass-15.1-20260902-becket.zip'],
        [],
        'silent',
    ],

    'accounts of which nobody can sign out now' => [
        'PREP-4',
        Intent::Fresh,
        'SK-07',
        fn() => World::SALTERN,
        DEAD + ['locks.accounts' => true, 'locks.screen' => false],
        'settle',
        'from another device',
    ],
    'a lock that nobody can take off now' => [
        'PREP-4',
        Intent::Fresh,
        'SK-07',
        fn() => World::SALTERN,
        DEAD + ['locks.accounts' => false, 'locks.screen' => true],
        'note',
        'The erase takes it along',
    ],
    'a phone whose systems are half written or none' => [
        'BACK-3',
        Intent::BringBack,
        'SK-07',
        fn() => [],
        DEAD,
        'stop',
        'was written only in part',
    ],

    'a phone left in its bootloader' => [
        'BACK-3',
        Intent::BringBack,
        'SK-07',
        fn() => [],
        ['mode' => 'bootloader'],
        'clear',
        'A restart is enough: it starts with its data',
    ],
    'a phone whose other slot starts' => [
        'BACK-3',
        Intent::BringBack,
        'SK-07',
        fn() => [],
        ['mode' => 'bootloader', 'slot.active' => 'b', 'slot.b.os.state' => 'incomplete'],
        'clear',
        'in slot A',
    ],
    'a phone that holds no system' => [
        'BACK-3',
        Intent::BringBack,
        'SK-07',
        fn() => [],
        ['mode' => 'recovery', 'slot.a.os.state' => 'incomplete', 'slot.b.os.state' => 'none'],
        'stop',
        'a build has to go in',
    ],
    'a phone in its system' => ['BACK-3', Intent::BringBack, 'SK-07', fn() => [], [], 'stop', 'nothing to bring back'],
    'a lock that a restart does not ask about' => [
        'PREP-1',
        Intent::BringBack,
        'SK-07',
        fn() => [],
        ['mode' => 'recovery', 'bootloader.unlocked' => false],
        'silent',
    ],
    'a lock that lets no slot be changed' => [
        'PREP-1',
        Intent::BringBack,
        'SK-07',
        fn() => [],
        [
            'mode' => 'bootloader',
            'slot.active' => 'b',
            'slot.b.os.state' => 'incomplete',
            'bootloader.unlocked' => false,
        ],
        'stop',
        'locked',
    ],

    'a recovery in vendor boot, alone' => [
        'RECOVERY-5',
        Intent::AddOn,
        'SK-07',
        fn() => ['latchkey-4.2.zip', World::altered('wicket-4.1-bowline.img', ['headerVersion' => 3])],
        [],
        'stop',
        'this file names no parts',
    ],
    'a recovery that is a part of vendor boot' => [
        'RECOVERY-5',
        Intent::AddOn,
        'SK-07',
        fn() => ['latchkey-4.2.zip', 'wicket-4.1-bowline.img'],
        [],
        'clear',
        'only the recovery is written',
    ],
    'a second recovery without the first' => [
        'RECOVERY-4',
        Intent::Recovery,
        'SK-06',
        fn() => ['lychgate-2.4-second-stage-marl.img'],
        ['slot.-.recovery.family' => null],
        'stop',
        'Get Lychgate 2.2',
    ],
    'a second recovery with the first' => [
        'RECOVERY-4',
        Intent::Recovery,
        'SK-06',
        fn() => ['lychgate-2.4-second-stage-marl.img', 'lychgate-2.2-marl.img'],
        ['slot.-.recovery.family' => null],
        'note',
        'puts it in first',
    ],
    'a second recovery where the first runs' => [
        'RECOVERY-4',
        Intent::Recovery,
        'SK-06',
        fn() => ['lychgate-2.4-second-stage-marl.img'],
        [],
        'clear',
    ],
    'a recovery that needs no other' => [
        'RECOVERY-4',
        Intent::Recovery,
        'SK-06',
        fn() => ['lychgate-2.2-marl.img'],
        ['slot.-.recovery.family' => null],
        'silent',
    ],

    'a generic image on a model that came too early' => [
        'FIT-4',
        Intent::GenericImage,
        'SK-06',
        fn() => [GENERIC],
        [],
        'stop',
        'finds nothing to stand on',
    ],
    'a generic image that nobody has tried beside' => [
        'FIT-4',
        Intent::GenericImage,
        'SK-07',
        fn() => [GENERIC],
        [],
        'mind',
        'before anything is erased',
    ],
    'a generic image over an older base' => [
        'FIT-4',
        Intent::GenericImage,
        'SK-07',
        fn() => [GENERIC],
        ['slot.a.os.release' => '11'],
        'stop',
        'older than the image supports',
    ],
    'a generic image over a base that nobody has seen' => [
        'FIT-4',
        Intent::GenericImage,
        'SK-07',
        fn() => [GENERIC],
        ['slot.a.os.release' => null],
        'stop',
        'Read the release',
    ],
    'a generic image with nothing to stand on' => [
        'FIT-4',
        Intent::GenericImage,
        'SK-07',
        fn() => [GENERIC],
        ['slot.a.os.state' => 'none'],
        'stop',
        'no vendor and no firmware',
    ],
    'a generic image for the other slot scheme' => [
        'FIT-4',
        Intent::GenericImage,
        'SK-07',
        fn() => [World::altered(GENERIC, ['slotScheme' => 'one'])],
        [],
        'stop',
        'two-slot phones',
    ],
    'a generic image where super is not there yet' => [
        'FIT-4',
        Intent::GenericImage,
        'SK-11',
        fn() => [GENERIC],
        ['slot.a.os.release' => '12'],
        'stop',
        'brings the dynamic layout first',
    ],
    'a generic image where it has been put in' => [
        'FIT-4',
        Intent::GenericImage,
        'SK-11',
        fn() => [GENERIC],
        ['slot.a.os.release' => '13', 'slot.a.layout' => 'dynamic'],
        'clear',
    ],
    'a trial with room' => [
        'FIT-4',
        Intent::TrialBeside,
        'SK-07',
        fn() => [GENERIC],
        ['data.freeBytes' => 8 << 30],
        'clear',
    ],
    'a trial without room' => [
        'FIT-4',
        Intent::TrialBeside,
        'SK-07',
        fn() => [GENERIC],
        ['data.freeBytes' => 1 << 30],
        'stop',
        'Free 1.1 GiB',
    ],
    'a trial where nobody knows the room' => [
        'FIT-4',
        Intent::TrialBeside,
        'SK-07',
        fn() => [GENERIC],
        [],
        'settle',
        'agree that there is room',
    ],
    'a build is no generic image' => ['FIT-4', Intent::Fresh, 'SK-07', fn() => World::SALTERN, [], 'silent'],

    'an image that fits' => ['LAYOUT-1', Intent::GenericImage, 'SK-07', fn() => [GENERIC], [], 'clear'],
    'an image that fits when something goes' => [
        'LAYOUT-1',
        Intent::GenericImage,
        'SK-07',
        fn() => [World::altered(GENERIC, ['expandedBytes' => 5 << 30])],
        [],
        'note',
        'system_ext of slot A',
    ],
    'an image that never fits' => [
        'LAYOUT-1',
        Intent::GenericImage,
        'SK-07',
        fn() => [World::altered(GENERIC, ['expandedBytes' => 7 << 30])],
        [],
        'stop',
        'bytes are missing',
    ],
    'an image larger than the system partition' => [
        'LAYOUT-1',
        Intent::GenericImage,
        'SK-02',
        fn() => [World::altered(GENERIC, ['expandedBytes' => 5 << 30])],
        [],
        'stop',
        'The system partition holds 4.0 GiB',
    ],
    'a build that fits' => ['LAYOUT-1', Intent::Fresh, 'SK-07', fn() => World::SALTERN, [], 'clear'],
    'a kernel, which takes no room in super' => [
        'LAYOUT-1',
        Intent::Kernel,
        'SK-09',
        fn() => ['ferrule-15.1-becket.img'],
        [],
        'silent',
    ],

    'firmware whose modem goes along' => [
        'BASE-5',
        Intent::Fresh,
        'SK-04',
        fn() => [...World::SALTERN, World::FIRMWARE],
        [],
        'mind',
        'updated along',
    ],
    'firmware for a region, on a phone of unknown region' => [
        'BASE-5',
        Intent::Fresh,
        'SK-04',
        fn() => [...World::SALTERN, World::altered(World::FIRMWARE, ['region' => 'EU'])],
        ['slot.a.firmware.region' => null],
        'settle',
        'take the network away',
    ],
    'no firmware to be written' => [
        'BASE-5',
        Intent::Fresh,
        'SK-07',
        fn() => [...World::SALTERN, World::FIRMWARE],
        [],
        'silent',
    ],
    'firmware older than the phone has seen' => [
        'BASE-6',
        Intent::Fresh,
        'SK-04',
        fn() => [...World::SALTERN, World::altered(World::FIRMWARE, ['rollbackIndex' => 3])],
        [],
        'stop',
        'This one is never written',
    ],
    'firmware with the phone\'s index' => [
        'BASE-6',
        Intent::Fresh,
        'SK-04',
        fn() => [...World::SALTERN, World::altered(World::FIRMWARE, ['rollbackIndex' => 4])],
        [],
        'clear',
    ],
    'firmware that does not say its index' => [
        'BASE-6',
        Intent::Fresh,
        'SK-04',
        fn() => [...World::SALTERN, World::FIRMWARE],
        [],
        'mind',
        'would end this phone',
    ],
    'a bundle older than the phone has seen' => [
        'BASE-6',
        Intent::BackToStock,
        'SK-09',
        fn() => ['hull-13.0-becket-eu.zip'],
        ['bootloader.rollbackIndex' => 5],
        'stop',
    ],
    'an update without firmware' => ['BASE-6', Intent::UpdateInPlace, 'SK-06', fn() => [MARL], [], 'silent'],

    'a recovery in boot, alone' => [
        'RECOVERY-5',
        Intent::AddOn,
        'SK-09',
        fn() => ['latchkey-4.2.zip', 'wicket-4.1-becket.img'],
        [],
        'clear',
        'without being written',
    ],
    'the recovery that is there' => ['RECOVERY-5', Intent::AddOn, 'SK-06', fn() => ['latchkey-4.2.zip'], [], 'silent'],
    'a recovery in vendor boot, with a build' => [
        'RECOVERY-5',
        Intent::Fresh,
        'SK-07',
        fn() => World::SALTERN,
        [],
        'silent',
    ],

    'services for the release that runs' => [
        'FIT-6',
        Intent::AddOn,
        'SK-09',
        fn() => ['larder-mini-15-arm64.zip'],
        [],
        'clear',
    ],
    'services for another release than runs' => [
        'FIT-6',
        Intent::AddOn,
        'SK-09',
        fn() => ['larder-mini-14-arm64.zip'],
        [],
        'stop',
        'Get the bundle for release 15',
    ],
    'services beside a build that will not go in' => [
        'FIT-6',
        Intent::AddOn,
        'SK-09',
        fn() => ['larder-mini-14-arm64.zip', 'driftglass-15.1-20260902-becket.zip'],
        ['slot.b.os.release' => '14'],
        'clear',
    ],

    'a bootloader that is still locked, for a kernel' => [
        'PREP-1',
        Intent::Kernel,
        'SK-09',
        fn() => ['ferrule-15.1-becket.img'],
        ['bootloader.unlocked' => false],
        'stop',
    ],
]);

it('says which of several sets would go back in: the newest that fits and lies off the phone', function (
    array $places,
    ?string $chosen,
) {
    $unit = World::unit('SK-13');
    $sets = array_map(
        static fn(string $place, int $day): Backup => new Backup(
            "set {$day}",
            [LossClass::Apps],
            $place,
            "2026-09-0{$day}T10:00:00Z",
            Backup::RECOVERY,
            ['family' => 'Lamplight'],
        ),
        $places,
        range(1, count($places)),
    );
    $situation = new Situation(
        World::sheet('marl'),
        new Unit('SK-13', 'marl', $unit->facts, $sets),
        [],
        Intent::RestoreBackup,
        'now',
    );

    expect($situation->restore->set()?->id)->toBe($chosen);
})->with([[['computer', 'computer'], 'set 2'], [['computer', 'phone'], 'set 1'], [['phone', 'phone'], null]]);

it('raises a statement that two sources contradict, and falls silent when it is settled', function () {
    $facts = [
        ...World::unit('SK-07')->facts,
        Fact::of('variant.model', 'OF-301N', Source::Typed, 'about page', '2026-09-14T11:00:00Z'),
    ];
    $situation = static fn(array $facts): Situation => new Situation(
        World::sheet('bowline'),
        new Unit('SK-07', 'bowline', $facts),
        [World::package(World::SALTERN[0])],
        Intent::Fresh,
        'now',
    );

    $findings = array_values(
        array_filter(ruled('FIT-8', $situation($facts)), static fn(Finding $f): bool => str_contains($f->key, 'unit/')),
    );
    expect(gravest($findings))
        ->toBe('settle')
        ->and(said($findings))
        ->toContain('OF-301')
        ->toContain('OF-301N')
        ->toContain('two phones may have been mixed up')
        ->and(
            array_filter(
                ruled('FIT-8', $situation(World::unit('SK-07')->facts)),
                static fn(Finding $f): bool => str_contains($f->key, 'unit/'),
            ),
        )
        ->toBe([]);
});

it('points to the stable build on the shelf when a nightly one is chosen, and to nothing otherwise', function (
    string $chosen,
    array $shelf,
    string $severity,
) {
    $open = World::situation('SK-09', [$chosen]);
    $situation = new Situation(
        $open->sheet,
        $open->unit,
        $open->kit,
        Intent::Fresh,
        'now',
        shelf: array_map(World::package(...), $shelf),
    );

    expect(gravest(ruled('FIT-10', $situation)))->toBe($severity);
})->with([
    ['driftglass-15.2-20260915-becket-nightly.zip', ['driftglass-15.1-20260902-becket.zip'], 'mind'],
    ['driftglass-15.2-20260915-becket-nightly.zip', ['driftglass-15.1-20260820-bowline.zip'], 'silent'],
    ['driftglass-15.1-20260902-becket.zip', ['driftglass-15.2-20260915-becket-nightly.zip'], 'silent'],
]);

it('knows the command tools of this workplace', function (
    ?string $version,
    array $bad,
    string $severity,
    string $words,
) {
    $open = World::situation('SK-07', World::SALTERN);
    $situation = new Situation(
        $open->sheet,
        $open->unit,
        $open->kit,
        Intent::Fresh,
        'now',
        workplace: new Workplace($version, $bad),
    );
    $findings = ruled('PREP-6', $situation);

    expect(gravest($findings))->toBe($severity)->and(said($findings))->toContain($words);
})->with([
    'no list, no version' => [null, [], 'silent', ''],
    'a list, no version' => [null, ['34.0.1' => 'drops long transfers'], 'mind', 'Enter the version'],
    'a version with a fault' => ['34.0.1', ['34.0.1' => 'drops long transfers'], 'settle', 'drops long transfers'],
    'a version without' => ['35.0.2', ['34.0.1' => 'drops long transfers'], 'clear', 'not on the list'],
]);

it('reminds of cable, port, driver, screen and quiet until each is ticked', function () {
    $open = ruled('PREP-7', World::situation('SK-07', World::SALTERN));
    $keys = array_map(
        static fn(Finding $f): string => $f->key,
        array_filter($open, static fn(Finding $f): bool => $f->severity === Severity::Mind),
    );
    $ticked = ruled('PREP-7', World::situation('SK-07', World::SALTERN, answers: new Answers($keys)));

    expect(count($keys))->toBe(5)->and(gravest($ticked))->toBe('clear');
});

it('offers the file on the shelf that mends a base, and only one that does', function (
    string $rule,
    array $shelf,
    string $remedy,
) {
    $open = World::situation('SK-02', CARRICK);
    $situation = new Situation(
        $open->sheet,
        $open->unit,
        $open->kit,
        Intent::Fresh,
        'now',
        shelf: array_map(World::package(...), $shelf),
    );

    expect(said(ruled($rule, $situation)))->toContain($remedy);
})->with([
    ['BASE-2', ['vendor-9.4-carrick.zip'], 'Add vendor-9.4-carrick.zip from the shelf to the kit.'],
    ['BASE-2', ['vendor-9.5-dev-carrick.zip'], 'Get vendor 9.4 or newer, stable channel for carrick.'],
]);

it('finds that the key which signs the demo\'s updates is the key on its phone', function () {
    expect(World::package(MARL)->facts->text('signer'))->toBe(LAMPLIGHT_KEY);
});

it('has a finding and no half plan where the sheet lacks what is wanted', function (
    Intent $intent,
    array $kit,
    array $without,
    string $rule,
) {
    $data = World::sheet('carrick')->toArray();
    $data['partitions'] = array_values(
        array_filter(
            $data['partitions'],
            static fn(array $partition): bool => !in_array($partition['name'], $without, true),
        ),
    );
    $situation = new Situation(
        ModelSheet::fromArray($data),
        World::unit('SK-02', ['battery.percent' => 90]),
        array_map(World::package(...), $kit),
        $intent,
        'now',
    );
    $plan = Planner::plan($situation);
    $stops = array_values(
        array_unique(
            array_map(
                static fn(Finding $f): string => $f->rule->value,
                array_filter($plan->findings, static fn(Finding $f): bool => $f->severity === Severity::Stop),
            ),
        ),
    );

    expect($stops)->toContain($rule)->and($plan->steps)->toBe([]);
})->with([
    'no system partition for an image' => [
        Intent::GenericImage,
        [GENERIC, 'wicket-4.1-carrick.img'],
        ['system'],
        'LAYOUT-1',
    ],
    'no boot partition for a bundle' => [Intent::BackToStock, ['hull-13.0-becket-eu.zip'], ['boot'], 'FIT-1'],
]);

it('stops where two builds are in the kit, and says to leave one out', function () {
    $plan = Planner::plan(World::situation('SK-07', [...World::SALTERN, World::DRIFTGLASS[0]]));

    expect($plan->steps)->toBe([])->and(said($plan->findings))->toContain('Leave all but one');
});

it('brings back the set that was chosen by what it holds, and only one that fits', function (
    ?string $chosen,
    ?string $taken,
    string $words,
) {
    $unit = World::unit('SK-13');
    $fits = array_values(
        array_filter($unit->backups, static fn(Backup $set): bool => $set->id === 'before the update'),
    )[0];
    $older = new Backup(
        'messages only',
        [LossClass::Messages],
        'computer',
        '2025-01-11T08:00:00+00:00',
        Backup::RECOVERY,
        $fits->base,
    );
    $situation = new Situation(
        World::sheet('marl'),
        new Unit($unit->label, $unit->codename, $unit->state()->facts(), [...$unit->backups, $older]),
        [],
        Intent::RestoreBackup,
        '2026-09-14T12:00:00Z',
        answers: new Answers(backup: $chosen),
    );

    expect($situation->restore->set()?->id)
        ->toBe($taken)
        ->and(said(ruled('BACK-1', $situation)))
        ->toContain($words);
})->with([
    'none chosen' => [null, 'before the update', 'the newest of those'],
    'an older one' => ['messages only', 'messages only', 'the one that you chose'],
    'one from another base' => ['first set', null, 'no recovery backup that fits'],
    'plain copies' => ['pictures', null, 'Choose another set'],
    'one that is not there' => ['lost', null, 'Choose another set'],
]);

it('names the files and rules where a build asks for what the rules put after it', function () {
    $kit = [
        World::altered('driftglass-15.1-20260820-bowline.zip', ['after' => ['services']]),
        ...array_slice(World::DRIFTGLASS, 1),
    ];
    $stop = array_values(
        array_filter(
            Planner::plan(World::situation('SK-07', $kit))->findings,
            static fn(Finding $f): bool => $f->rule->value === 'ORDER-2',
        ),
    );

    expect($stop)
        ->toHaveCount(1)
        ->and($stop[0]->reason)
        ->toContain('Sideload Driftglass 15.1')
        ->toContain('Larder mini')
        ->toContain('ORDER-1')
        ->toContain('ORDER-3')
        ->not->toContain('First boot');
});

it('puts add-ons in by kind, but for what their publishers say', function (array $kit, array $order) {
    expect(
        array_map(
            static fn(Package $p): string => $p->name(),
            World::situation('SK-09', $kit, intent: Intent::AddOn)->files->addOns(),
        ),
    )->toBe($order);
})->with([
    'by kind' => [
        ['latchkey-4.2.zip', 'radio-fix-1-becket.zip', 'larder-mini-15-arm64.zip'],
        ['larder-mini-15-arm64.zip', 'radio-fix-1-becket.zip', 'latchkey-4.2.zip'],
    ],
    'a fix that asks for root' => [
        [
            World::altered('radio-fix-1-becket.zip', ['after' => ['root']]),
            'latchkey-4.2.zip',
            'larder-mini-15-arm64.zip',
        ],
        ['larder-mini-15-arm64.zip', 'latchkey-4.2.zip', 'radio-fix-1-becket.zip'],
    ],
]);
