<?php

declare(strict_types=1);

use Tests\Support\World;
use Tornavis\Core\Identity\CodenameLikeness;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRules;
use Tornavis\Core\Rule\Severity;
use Tornavis\Core\Situation\Answers;
use Tornavis\Core\Words\Intent;

/**
 * The findings of one rule.
 *
 * @param  list<mixed>  $kit
 * @param  array<string, mixed>  $otherwise
 * @return list<Finding>
 */
function findingsOf(string $rule, string $unit, array $kit, array $otherwise = [], ?Answers $answers = null): array
{
    $situation = World::situation($unit, $kit, $otherwise, answers: $answers ?? new Answers());

    return array_values(
        array_filter(FitRules::look($situation), static fn(Finding $finding): bool => $finding->rule->value === $rule),
    );
}

/** @param list<Finding> $findings */
function worst(array $findings): string
{
    $order = [Severity::Clear, Severity::Note, Severity::Mind, Severity::Settle, Severity::Stop];
    $worst = -1;
    foreach ($findings as $finding) {
        $worst = max($worst, (int) array_search($finding->severity, $order, true));
    }

    return $worst < 0 ? 'silent' : $order[$worst]->value;
}

/*
 * One line per fact: the rule, the phone, the kit, what is different, and what the rule says.
 * Each rule has the smallest situation that raises it and the neighbour that does not.
 */
it('judges', function (
    string $rule,
    string $unit,
    Closure $kit,
    array $otherwise,
    string $severity,
    string $words = '',
) {
    $findings = findingsOf($rule, $unit, $kit(), $otherwise);

    expect(worst($findings))->toBe($severity);
    if ($words !== '') {
        expect(
            implode(
                ' ',
                array_map(static fn(Finding $f): string => "{$f->found} {$f->reason} {$f->remedy?->text}", $findings),
            ),
        )->toContain($words);
    }
})->with([
    'a build for exactly this codename' => ['FIT-1', 'SK-07', fn() => World::SALTERN, [], 'clear'],
    'a build for a codename that covers this one' => [
        'FIT-1',
        'SK-08',
        fn() => World::SALTERN,
        [],
        'clear',
        'cover it',
    ],
    'a look-alike, with the letters that differ' => [
        'FIT-1',
        'SK-07',
        fn() => ['saltern-15.2-20260903-bowlane.zip'],
        [],
        'stop',
        'letter 5: a instead of i',
    ],
    'a build for another phone' => [
        'FIT-1',
        'SK-07',
        fn() => ['lamplight-9.4-20250611-marl.zip'],
        [],
        'stop',
        'made for marl',
    ],
    'a build that names two codenames, one of them this' => [
        'FIT-1',
        'SK-07',
        fn() => [World::altered(World::SALTERN[0], ['codenames' => ['marl', 'bowline']])],
        [],
        'clear',
    ],
    'a build that names no codename' => [
        'FIT-1',
        'SK-07',
        fn() => [World::altered(World::SALTERN[0], ['codenames' => null])],
        [],
        'stop',
        'no codename named',
    ],

    'a variant that the build accepts' => ['FIT-2', 'SK-07', fn() => World::SALTERN, [], 'clear'],
    'a variant that its publisher excludes' => [
        'FIT-2',
        'SK-07',
        fn() => World::SALTERN,
        ['variant.model' => 'OF-301K', 'variant.chipset' => 'Vesper 9'],
        'stop',
        'excludes OF-301K',
    ],
    'a variant with another chipset' => [
        'FIT-2',
        'SK-07',
        fn() => World::DRIFTGLASS,
        ['variant.model' => 'OF-301K', 'variant.chipset' => 'Vesper 9'],
        'stop',
        'Vesper 9',
    ],
    'an unknown variant of a restricted build' => [
        'FIT-2',
        'SK-07',
        fn() => World::SALTERN,
        ['variant.model' => null],
        'settle',
    ],
    'an unknown variant of an unrestricted build' => [
        'FIT-2',
        'SK-07',
        fn() => [World::altered(World::SALTERN[0], ['excludes' => null, 'chipsets' => null])],
        ['variant.model' => null],
        'clear',
    ],
    'a model that the build does not list' => [
        'FIT-2',
        'SK-07',
        fn() => [World::altered(World::SALTERN[0], ['models' => ['OF-301N']])],
        [],
        'stop',
        'only OF-301N',
    ],

    'services for the right processor' => ['FIT-3', 'SK-07', fn() => World::DRIFTGLASS, [], 'clear'],
    'services for another processor' => [
        'FIT-3',
        'SK-07',
        fn() => ['larder-mini-15-arm.zip'],
        [],
        'stop',
        'this phone has arm64',
    ],

    'services for the release of the build' => ['FIT-6', 'SK-07', fn() => World::DRIFTGLASS, [], 'clear'],
    'services for another release' => [
        'FIT-6',
        'SK-07',
        fn() => [World::DRIFTGLASS[0], 'larder-mini-14-arm64.zip'],
        [],
        'stop',
        'release 15',
    ],
    'services beside a build that carries its own' => [
        'FIT-6',
        'SK-07',
        fn() => [World::SALTERN[0], 'larder-mini-15-arm64.zip'],
        [],
        'mind',
    ],
    'services of unknown release' => [
        'FIT-6',
        'SK-07',
        fn() => [World::DRIFTGLASS[0], World::altered('larder-mini-15-arm64.zip', ['release' => null])],
        [],
        'settle',
    ],
    'no services at all' => ['FIT-6', 'SK-07', fn() => World::SALTERN, [], 'silent'],

    'a script and metadata that disagree' => [
        'FIT-8',
        'SK-07',
        fn() => ['lamplight-9.3-20250120-marl.zip'],
        [],
        'settle',
        'splice (update script)',
    ],
    'sources that agree' => ['FIT-8', 'SK-07', fn() => World::SALTERN, [], 'silent'],
    'an assertion that is not understood' => [
        'FIT-8',
        'SK-07',
        fn() => ['lamplight-9.4-20250611-marl.zip'],
        [],
        'settle',
        'battery_is_sound',
    ],

    'a file whose checksum agrees' => ['FIT-9', 'SK-07', fn() => World::SALTERN, [], 'clear'],
    'a truncated file' => [
        'FIT-9',
        'SK-07',
        fn() => ['saltern-15.2-20260903-bowline-copy.zip'],
        [],
        'stop',
        'directory is missing',
    ],
    'a file with another checksum' => [
        'FIT-9',
        'SK-07',
        fn() => [World::altered(World::SALTERN[0], ['sha256' => str_repeat('0', 64)])],
        [],
        'stop',
        'declares 000000000000',
    ],
    'a file without a known checksum' => [
        'FIT-9',
        'SK-07',
        fn() => [World::altered(World::SALTERN[0], ['sha256' => null])],
        [],
        'settle',
        'No publisher',
    ],

    'a full package for a fresh install' => ['FIT-11', 'SK-07', fn() => World::SALTERN, [], 'clear'],
    'an incremental one' => [
        'FIT-11',
        'SK-07',
        fn() => ['saltern-15.2-20260903-from-20260801-bowline.zip'],
        [],
        'stop',
    ],

    'a kit with one build' => ['KIT-1', 'SK-07', fn() => World::SALTERN, [], 'silent'],
    'a kit with two builds' => [
        'KIT-1',
        'SK-07',
        fn() => [World::SALTERN[0], World::DRIFTGLASS[0]],
        [],
        'stop',
        'Leave all but one out',
    ],
    'a kit without a build' => ['KIT-1', 'SK-07', fn() => ['wicket-4.1-bowline.img'], [], 'stop', 'Choose a build'],
    'a file of unknown kind' => [
        'KIT-1',
        'SK-07',
        fn() => [...World::SALTERN, World::altered('larder-mini-15-arm64.zip', ['kind' => null])],
        [],
        'stop',
        'leave it out',
    ],

    'firmware that is new enough in both slots' => ['BASE-1', 'SK-07', fn() => World::SALTERN, [], 'clear'],
    'old firmware in the spare slot, with a package for it' => [
        'BASE-1',
        'SK-04',
        fn() => [...World::SALTERN, World::FIRMWARE],
        [],
        'note',
        'Slot B holds firmware 5.2.8',
    ],
    'old firmware without a package' => [
        'BASE-1',
        'SK-04',
        fn() => World::SALTERN,
        [],
        'stop',
        'Get a firmware package 5.2.11 or newer for bowline',
    ],
    'old firmware with a package that is too old itself' => [
        'BASE-1',
        'SK-04',
        fn() => [...World::SALTERN, 'firmware-5.2.8-bowline.zip'],
        [],
        'stop',
    ],
    'old firmware with a package of another region' => [
        'BASE-1',
        'SK-04',
        fn() => [...World::SALTERN, World::altered(World::FIRMWARE, ['region' => 'IN'])],
        [],
        'stop',
    ],
    'unknown firmware without a package' => [
        'BASE-1',
        'SK-07',
        fn() => World::SALTERN,
        ['slot.b.firmware.version' => null],
        'settle',
        'not known',
    ],
    'old firmware in a slot that the build does not ask about' => [
        'BASE-1',
        'SK-04',
        fn() => [World::altered(World::SALTERN[0], ['firmwareSlots' => 'next']), ...array_slice(World::SALTERN, 1)],
        [],
        'clear',
    ],

    "the maker's OS of the right release" => ['BASE-3', 'SK-07', fn() => World::SALTERN, [], 'clear'],
    "the maker's OS of an older release" => [
        'BASE-3',
        'SK-07',
        fn() => World::SALTERN,
        ['slot.a.os.release' => '12'],
        'stop',
        'release 13 first',
    ],
    'an open build already on it' => ['BASE-3', 'SK-07', fn() => World::SALTERN, ['slot.a.os.stock' => false], 'note'],
    'an unknown OS' => ['BASE-3', 'SK-07', fn() => World::SALTERN, ['slot.a.os.stock' => null], 'settle'],

    'a recovery that can do it all' => ['RECOVERY-1', 'SK-07', fn() => World::DRIFTGLASS, [], 'clear'],
    'a recovery that is too old' => [
        'RECOVERY-1',
        'SK-07',
        fn() => [World::SALTERN[0], 'wicket-3.6-bowline.img'],
        [],
        'stop',
        'too old',
    ],
    'no recovery in the kit' => [
        'RECOVERY-1',
        'SK-07',
        fn() => [World::SALTERN[0]],
        [],
        'stop',
        'Get Wicket 4.0 or newer',
    ],
    'a recovery that lacks an ability' => [
        'RECOVERY-1',
        'SK-07',
        fn() => [World::DRIFTGLASS[0], World::altered('wicket-4.1-bowline.img', ['abilities' => ['sideload']])],
        [],
        'stop',
        'metadata',
    ],
    'a recovery of another family' => [
        'RECOVERY-1',
        'SK-07',
        fn() => [World::SALTERN[0], World::altered('wicket-4.1-bowline.img', ['family' => 'Lychgate'])],
        [],
        'stop',
        'asks for Wicket',
    ],
    'an image that holds no recovery' => [
        'RECOVERY-1',
        'SK-07',
        fn() => [World::SALTERN[0], World::altered('wicket-4.1-bowline.img', ['hasRecoveryRamdisk' => false])],
        [],
        'stop',
        'holds no recovery',
    ],
    'a recovery for another home' => [
        'RECOVERY-1',
        'SK-07',
        fn() => [World::SALTERN[0], World::altered('wicket-4.1-bowline.img', ['partition' => 'boot'])],
        [],
        'stop',
        'lives in vendor_boot',
    ],

    'the images that the recovery starts with' => ['RECOVERY-2', 'SK-07', fn() => World::SALTERN, [], 'clear'],
    'one of them missing' => [
        'RECOVERY-2',
        'SK-07',
        fn() => [World::SALTERN[0], World::SALTERN[2]],
        [],
        'stop',
        'dtbo image',
    ],
    'images of another build' => [
        'RECOVERY-2',
        'SK-07',
        fn() => [World::SALTERN[0], World::DRIFTGLASS[2], World::DRIFTGLASS[3]],
        [],
        'stop',
    ],

    'an unlocked bootloader' => ['PREP-1', 'SK-07', fn() => World::SALTERN, [], 'clear'],
    'a locked bootloader' => [
        'PREP-1',
        'SK-07',
        fn() => World::SALTERN,
        ['bootloader.unlocked' => false],
        'stop',
        'Unlock it first',
    ],
    'a bootloader that nobody looked at' => [
        'PREP-1',
        'SK-07',
        fn() => World::SALTERN,
        ['bootloader.unlocked' => null],
        'settle',
    ],

    'nobody signed in' => ['PREP-4', 'SK-07', fn() => World::SALTERN, [], 'clear'],
    'an account signed in' => [
        'PREP-4',
        'SK-07',
        fn() => World::SALTERN,
        ['locks.accounts' => true],
        'settle',
        'Only the owner can sign out',
    ],
    'a screen lock of which nothing is known' => [
        'PREP-4',
        'SK-07',
        fn() => World::SALTERN,
        ['locks.screen' => null],
        'settle',
    ],

    'a sound battery' => ['PREP-7', 'SK-07', fn() => World::SALTERN, [], 'mind'],
    'a swollen battery' => [
        'PREP-7',
        'SK-07',
        fn() => World::SALTERN,
        ['battery.condition' => 'swollen'],
        'stop',
        'qualified repairer',
    ],
    'no lock-guard state' => ['PREP-8', 'SK-07', fn() => World::SALTERN, [], 'silent'],
    'a lock-guard state' => ['PREP-8', 'SK-07', fn() => World::SALTERN, ['bootloader.lockGuard' => true], 'stop'],
]);

it('turns what was agreed to into a note, and leaves what was not', function () {
    $kit = [World::altered(World::SALTERN[0], ['sha256' => null])];
    $open = findingsOf('FIT-9', 'SK-07', $kit);
    $agreed = findingsOf('FIT-9', 'SK-07', $kit, [], new Answers([$open[0]->key]));
    $other = findingsOf('FIT-9', 'SK-07', $kit, [], new Answers(['FIT-9:another.zip']));

    expect(worst($open))->toBe('settle')->and(worst($agreed))->toBe('note')->and(worst($other))->toBe('settle');
});

it('names the file on the shelf that would help', function () {
    $situation = World::situation('SK-04', World::SALTERN);
    $withShelf = new Tornavis\Core\Situation\Situation(
        $situation->sheet,
        $situation->unit,
        $situation->kit,
        Intent::Fresh,
        'now',
        shelf: [World::package(World::FIRMWARE)],
    );
    $remedies = array_map(static fn(Finding $f): ?string => $f->remedy?->text, FitRules::look($withShelf));

    expect($remedies)->toContain('Add firmware-5.2.11-bowline.zip from the shelf to the kit.');
});

it('gives every finding facts with a source, a reason, and a remedy where something can be done', function () {
    foreach (
        FitRules::look(World::situation('SK-04', [...World::SALTERN, 'saltern-15.2-20260903-bowlane.zip']))
        as $finding
    ) {
        expect($finding->reason)->not->toBe('')->and($finding->need)->not->toBe('');
        foreach ($finding->facts as $fact) {
            expect($fact->source->label())->not->toBe('');
        }
    }
});

it('calls out names that are easily mistaken', function (string $one, string $other, bool $alike) {
    expect(CodenameLikeness::looksLike($one, $other))
        ->toBe($alike)
        ->and(CodenameLikeness::looksLike($other, $one))
        ->toBe($alike);
})->with([
    ['carrick', 'carrack', true],
    ['bowline', 'bowlane', true],
    ['bowline', 'bowline_m', true],
    ['bowline', 'bowline', false],
    ['bowline', 'marl', false],
    ['becket', 'halyard', false],
]);
