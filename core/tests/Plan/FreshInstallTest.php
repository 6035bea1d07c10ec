<?php

declare(strict_types=1);

use Tests\Support\World;
use Tornavis\Core\Format\Schema;
use Tornavis\Core\Ledger\LedgerEntry;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\WayBack;
use Tornavis\Core\Plan\Plan;
use Tornavis\Core\Plan\Planner;
use Tornavis\Core\Plan\PlanPage;
use Tornavis\Core\Plan\Step;
use Tornavis\Core\Plan\Verdict;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Situation\Answers;
use Tornavis\Core\Situation\HouseRules;
use Tornavis\Core\Tests\Fixture;
use Tornavis\Core\Words\Intent;
use Tornavis\Core\Words\LossClass;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\OperationName;
use Tornavis\Core\Words\RuleId;

/** @return list<string> */
function titles(Plan $plan): array
{
    return array_map(static fn(Step $step): string => $step->draft->operation->title(), $plan->steps);
}

function stepNamed(Plan $plan, string $title): Step
{
    foreach ($plan->steps as $step) {
        if ($step->draft->operation->title() === $title) {
            return $step;
        }
    }
    throw new RuntimeException("There is no step \"{$title}\".");
}

/** @return list<string> */
function findingKeys(Plan $plan, string $severity): array
{
    return array_values(
        array_map(
            static fn($f): string => $f->key,
            array_filter($plan->findings, static fn($f): bool => $f->severity->value === $severity),
        ),
    );
}

it(
    'plans a bare build with services: recovery into the spare slot, format, build, restart, services, first boot',
    function () {
        $plan = World::plan('SK-07', World::DRIFTGLASS);

        expect($plan->verdict->words())
            ->toBe('Clear to run')
            ->and(titles($plan))
            ->toBe([
                'Prove the link by serial number in the system',
                'Restart into the bootloader',
                'Prove the link by serial number in the bootloader',
                'boot of Driftglass 15.1 into slot B',
                'dtbo of Driftglass 15.1 into slot B',
                'Wicket 4.1 into slot B',
                'Make slot B the active one',
                'Restart into the recovery',
                'Prove the link by serial number in the recovery',
                'Format data',
                'Start sideload in the recovery',
                'Sideload Driftglass 15.1 into slot A',
                'Restart the recovery',
                'Start sideload in the recovery',
                'Sideload Larder mini 15 into slot A',
                'Restart into the system',
                'First boot',
                'Check build, slot, services and radio serial',
            ]);
    },
);

it('writes firmware into the slot where it is old, and only there, before that slot is used', function () {
    $plan = World::plan('SK-04', [...World::SALTERN, World::FIRMWARE]);
    $writing = array_values(
        array_filter(
            titles($plan),
            static fn(string $title): bool => str_contains($title, 'Firmware') || str_contains($title, 'active'),
        ),
    );

    expect($writing)
        ->toBe(['Firmware 5.2.11 into slot B', 'Make slot B the active one'])
        ->and($plan->end->text('slot.b.firmware.version'))
        ->toBe('5.2.11')
        ->and($plan->end->text('slot.a.firmware.version'))
        ->toBe('5.2.11');
});

it('writes firmware into both slots where both are old', function () {
    $plan = World::plan('SK-04', [...World::SALTERN, World::FIRMWARE], ['slot.a.firmware.version' => '5.2.9']);

    expect(titles($plan))->toContain('Firmware 5.2.11 into slot A')->toContain('Firmware 5.2.11 into slot B');
});

it('does not offer a plan without the firmware that the build needs', function () {
    $plan = World::plan('SK-04', World::SALTERN);

    expect($plan->verdict->level)
        ->toBe(Verdict::STOP)
        ->and($plan->steps)
        ->toBe([])
        ->and(findingKeys($plan, 'stop'))
        ->toBe(['BASE-1:b']);
});

it('leaves out the restart and the services where none are in the kit', function () {
    $titles = titles(World::plan('SK-07', World::SALTERN));

    expect($titles)->not->toContain('Restart the recovery')->and(implode($titles))->not->toContain('Larder');
});

it('follows the active slot, so that a phone that runs from slot B gets the build there', function () {
    $titles = titles(World::plan('SK-08', World::SALTERN));

    expect($titles)
        ->toContain('Wicket 4.1 into slot A')
        ->toContain('Make slot A the active one')
        ->toContain('Sideload Saltern 15.2 into slot B');
});

it('begins with what a signed-in phone with a low battery needs, and waits for agreement', function () {
    $open = World::plan('SK-08', World::SALTERN);
    $settled = World::plan('SK-08', World::SALTERN, answers: new Answers(findingKeys($open, 'settle')));

    expect(array_slice(titles($open), 0, 4))
        ->toBe([
            'Charge to 60 percent',
            'Back up, off the phone',
            'Sign out of every account',
            'Remove screen lock and biometrics',
        ])
        ->and($open->verdict->words())
        ->toBe('7 things to decide')
        ->and($settled->verdict->level)
        ->toBe(Verdict::CLEAR)
        ->and(titles($settled))
        ->toBe(titles($open));
});

it('charges as far as the run itself needs where that is above the floor', function () {
    $plan = World::plan(
        'SK-07',
        World::SALTERN,
        ['battery.percent' => 21],
        new HouseRules(batteryFloorPercent: 20, batteryReservePercent: 70),
    );

    expect(titles($plan)[0])
        ->toMatch('/^Charge to 7\d percent$/')
        ->and($plan->budget?->batteryAtEnd())
        ->toBeGreaterThanOrEqual(70);
});

it('keeps the installed system startable until the build goes in', function () {
    $plan = World::plan('SK-07', World::DRIFTGLASS);
    $levels = array_map(static fn(Step $step): string => $step->wayBackDuring->level, $plan->steps);
    $sideload = stepNamed($plan, 'Sideload Driftglass 15.1 into slot A');

    expect(array_slice($levels, 0, 9))
        ->each->toBe(WayBack::FREE)
        ->and($levels[9])
        ->toBe(WayBack::DATA_GONE)
        ->and($sideload->wayBackDuring->level)
        ->toBe(WayBack::NO_SYSTEM)
        ->and($sideload->wayBackDuring->text)
        ->toContain('recovery in slot B')
        ->and($sideload->wayBack->level)
        ->toBe(WayBack::DATA_GONE)
        ->and($plan->steps[count($plan->steps) - 1]->wayBack->level)
        ->toBe(WayBack::FREE);
});

it('asks for a word before the first write and before each point of no return, and nowhere else', function () {
    $gated = array_values(
        array_filter(
            World::plan('SK-07', World::DRIFTGLASS)->steps,
            static fn(Step $step): bool => $step->gate !== null,
        ),
    );

    expect(array_map(static fn(Step $step): string => $step->draft->operation->title(), $gated))->toBe([
        'boot of Driftglass 15.1 into slot B',
        'Format data',
        'Sideload Driftglass 15.1 into slot A',
    ]);
});

it('puts the recovery into the slot in use where the house rule says so, and shows what that costs', function () {
    $plan = World::plan('SK-07', World::SALTERN, house: new HouseRules(preInstallSlot: 'active'));
    $titles = titles($plan);

    expect($titles)
        ->toContain('Wicket 4.1 into slot A')
        ->toContain('Sideload Saltern 15.2 into slot B')
        ->and(implode($titles))
        ->not->toContain('the active one')
        ->toContain('slot B');
});

it('formats after the install where the house rule says so', function () {
    $titles = titles(World::plan('SK-07', World::SALTERN, house: new HouseRules(formatOrder: 'after')));

    expect(array_search('Format data', $titles, true))->toBeGreaterThan(
        array_search('Sideload Saltern 15.2 into slot A', $titles, true),
    );
});

it('says why data is formatted, and that nothing is wiped as well', function () {
    $reasons = stepNamed(World::plan('SK-07', World::SALTERN), 'Format data')->draft->reasons;
    $texts = implode(' ', array_map(static fn($reason): string => $reason->text, $reasons));

    expect($texts)
        ->toContain('written and encrypted by Ostrand Deck; Saltern cannot read it')
        ->toContain('nothing is wiped first');
});

it('formats with the file system that the build asks for', function () {
    $plan = World::plan('SK-07', World::DRIFTGLASS, ['data.fileSystem' => 'ext4']);

    expect($plan->end->text('data.fileSystem'))->toBe('f2fs');
});

it('needs a recovery that makes the file system where another one is there', function (
    ?string $has,
    array $abilities,
    string $severity,
) {
    $sheet = Fixture::twoSlots();
    $kit = [
        Fixture::build($sheet, [Field::FILE_SYSTEM => 'f2fs']),
        Fixture::recovery($sheet, [Field::ABILITIES => ['sideload', ...$abilities]]),
    ];
    $severities = array_map(
        static fn(Finding $one): string => $one->severity->value,
        array_filter(
            Planner::plan(Fixture::situation($sheet, $kit, ['data.fileSystem' => $has]))->findings,
            static fn(Finding $one): bool => $one->rule === RuleId::Recovery1,
        ),
    );

    expect(array_values($severities))->toContain($severity);
})->with([
    'another one, and it can' => ['ext4', ['file-system'], 'clear'],
    'another one, and it cannot' => ['ext4', [], 'stop'],
    'the same one' => ['f2fs', [], 'clear'],
    'nobody knows which' => [null, [], 'settle'],
]);

it('makes the file system that is there in every format of a plan, where the build wants none', function () {
    $kit = ['driftglass-14.3-20260701-carrack.zip', 'larder-mini-14-arm64.zip', 'wicket-3.6-carrack.img'];
    $kit = array_values(array_filter($kit, static fn(string $one): bool => is_file(World::path($one))));
    $phone = [
        'data.fileSystem' => 'ext4',
        'slot.-.recovery.family' => 'Wicket',
        'slot.-.recovery.version' => '4.1',
        'slot.-.recovery.abilities' => ['sideload', 'decrypt', 'backup'],
    ];
    $house = new HouseRules(servicesOrder: 'with-reset');
    $plan = Planner::plan(World::situation('SK-03', $kit, $phone, intent: Intent::Fresh, house: $house));
    $made = [];
    foreach ($plan->steps as $one) {
        if ($one->draft->operation->name() === OperationName::FormatData) {
            $made[] = $one->draft->operation->parameters()['fileSystem'];
        }
    }

    expect($made)->toBe(['ext4', 'ext4']);
});

it('makes another file system before the build goes in, where the recovery that can still runs', function () {
    $sheet = Fixture::twoSlots();
    $kit = [
        Fixture::build($sheet, [Field::FILE_SYSTEM => 'f2fs']),
        Fixture::recovery($sheet, [Field::ABILITIES => ['sideload', 'file-system']]),
    ];
    $house = new HouseRules(formatOrder: 'after', bothSlots: 'build-twice');
    $plan = Planner::plan(Fixture::situation($sheet, $kit, ['data.fileSystem' => 'ext4'], house: $house));
    $keys = array_map(static fn(Step $one): string => $one->draft->key, $plan->steps);
    $formats = array_search('erase.format', $keys, true);
    $installs = array_search('install.build', $keys, true);

    expect($plan->verdict->level)->toBe('clear')->and($formats)->toBeInt()->and($formats)->toBeLessThan($installs);
});

it('keeps a ledger of what is lost, what returns and what is kept', function () {
    $plan = World::plan('SK-07', World::DRIFTGLASS, [
        'data.holds.second-factor' => true,
        'card.present' => true,
        'card.adopted' => false,
    ]);
    $outcomes = [];
    foreach ($plan->ledger->entries ?? [] as $entry) {
        $outcomes[$entry->class->value] = $entry->outcome;
    }

    expect($outcomes)
        ->toBe([
            'apps' => LedgerEntry::RETURNS,
            'app-data' => LedgerEntry::RETURNS,
            'messages' => LedgerEntry::ABSENT,
            'contacts' => LedgerEntry::ABSENT,
            'photos' => LedgerEntry::RETURNS,
            'card' => LedgerEntry::KEPT,
            'screen-lock' => LedgerEntry::KEPT,
            'second-factor' => LedgerEntry::LOST,
            'esim' => LedgerEntry::ABSENT,
            'protected-media' => LedgerEntry::KEPT,
            'radio-identity' => LedgerEntry::KEPT,
            'second-system' => LedgerEntry::ABSENT,
        ])
        ->and(findingKeys($plan, 'settle'))
        ->toBe(['PREP-3:second-factor']);
});

it('is settled by waiving what no backup brings back, by name', function () {
    $plan = World::plan(
        'SK-07',
        World::SALTERN,
        ['data.holds.esim' => true],
        answers: new Answers(waived: [LossClass::Esim]),
    );

    expect($plan->verdict->level)->toBe(Verdict::CLEAR)->and(findingKeys($plan, 'note'))->toContain('PREP-3:esim');
});

it('takes what is unknown as perhaps there', function () {
    expect(findingKeys(World::plan('SK-07', World::SALTERN, ['data.holds.messages' => null]), 'settle'))->toBe([
        'PREP-3:messages',
    ]);
});

it('does not count a backup that lies on the phone itself', function () {
    $unit = World::unit('SK-07');
    $moved = new Tornavis\Core\Phone\Unit(
        $unit->label,
        $unit->codename,
        $unit->facts,
        array_map(
            static fn($b) => new Tornavis\Core\Phone\Backup($b->id, $b->classes, 'phone', $b->madeAt),
            $unit->backups,
        ),
    );
    $situation = World::situation('SK-07', World::SALTERN);
    $plan = Planner::plan(
        new Tornavis\Core\Situation\Situation(
            $situation->sheet,
            $moved,
            $situation->kit,
            $situation->intent,
            $situation->at,
        ),
    );

    expect(findingKeys($plan, 'settle'))->toBe(['PREP-3:apps', 'PREP-3:app-data', 'PREP-3:photos']);
});

it('counts time from sizes and rates, and battery from time', function () {
    $plan = World::plan('SK-07', World::SALTERN);
    $sideload = stepNamed($plan, 'Sideload Saltern 15.2 into slot A');

    // 386 MiB written at 1 MiB/s, 2.2 MiB sent in under a second, a minute to verify.
    expect($sideload->timing->expectedSeconds)
        ->toBe(60 + 386)
        ->and($sideload->timing->giveUpSeconds)
        ->toBe(2100)
        ->and($plan->budget?->expectedSeconds())
        ->toBe(array_sum(array_map(static fn(Step $step): int => $step->timing->expectedSeconds, $plan->steps)))
        ->and($plan->budget?->batteryAtEnd())
        ->toBeLessThan(82);
});

it('writes the same plan to the byte from the same situation', function () {
    expect(World::plan('SK-04', [...World::SALTERN, World::FIRMWARE])->toJson())->toBe(
        World::plan('SK-04', [...World::SALTERN, World::FIRMWARE])->toJson(),
    );
});

it('follows its published schema, clear or blocked', function (string $unit, array $kit) {
    Schema::of('plan')->check(json_decode(World::plan($unit, $kit)->toJson(), false, 64, JSON_THROW_ON_ERROR), 'plan');
    expect(true)->toBeTrue();
})->with([['SK-07', World::DRIFTGLASS], ['SK-08', World::SALTERN], ['SK-04', World::SALTERN], ['SK-07', []]]);

it('becomes a page that a person can follow', function () {
    $page = PlanPage::markdown(World::plan('SK-07', World::DRIFTGLASS));

    expect($page)
        ->toContain('# bowline SK-07: Driftglass 15.1')
        ->toContain('**Format data**')
        ->toContain('If it stops after it:')
        ->toContain('Harmless: The computer\'s progress stops at 47 percent');
});

it('does not plan for a phone in trouble, a phone of another class or another intent', function () {
    expect(findingKeys(World::plan('SK-07', World::SALTERN, ['mode' => 'locked-out']), 'stop'))
        ->toBe(['PLAN-2:mode'])
        ->and(World::plan('SK-07', World::SALTERN, ['mode' => 'locked-out'])->findings[0]->remedy->text ?? '')
        ->toContain('Nothing here goes around a theft lock')
        ->and(World::plan('SK-07', World::SALTERN, ['mode' => 'dead'])->findings[0]->remedy->text ?? '')
        ->toContain('qualified repairer')
        ->toContain('on the page of SK-07')
        ->and(Planner::plan(World::situation('SK-07', World::SALTERN, intent: Intent::Kernel))->verdict->level)
        ->toBe(Verdict::STOP);
});

it('leads a phone that loops or hangs out with its keys, and charges it only where it rests', function (string $mode) {
    $plan = World::plan('SK-07', World::SALTERN, ['mode' => $mode, 'battery.percent' => 30]);
    $titles = array_map(static fn(Step $step): string => $step->draft->operation->title(), $plan->steps);

    expect($plan->verdict->level)
        ->not->toBe(Verdict::STOP)
        ->and($titles[0])
        ->toBe('Enter the bootloader with the keys')
        ->and($plan->steps[0]->draft->operation->instruction())
        ->toStartWith('Hold the power key until the screen goes dark')
        ->and($titles[1])
        ->toStartWith('Charge to')
        ->and($plan->steps[1]->draft->operation->mode())
        ->toBe(Mode::Bootloader)
        ->and($titles)
        ->not->toContain('Prove the link by serial number in the system');
})->with(['boot-loop', 'stuck']);

it('never throws for a kit made of anything on the shelf', function () {
    $names = array_map(
        basename(...),
        array_merge(glob(World::shelf() . '/*.zip') ?: [], glob(World::shelf() . '/*.img') ?: []),
    );
    mt_srand(7);
    for ($i = 0; $i < 200; $i++) {
        $kit = array_values(array_filter($names, static fn(): bool => mt_rand(0, 2) === 0));
        $unit = ['SK-04', 'SK-07', 'SK-08'][mt_rand(0, 2)];
        $plan = World::plan($unit, $kit);
        expect($plan->verdict->level === Verdict::STOP)->toBe($plan->steps === []);
    }
});

it('promises no recovery that the build has written over by the time of the format', function (
    string $order,
    bool $brings,
    bool $restarts,
) {
    $sheet = Fixture::twoSlots();
    $kit = [Fixture::build($sheet, [Field::BRINGS_RECOVERY => $brings]), Fixture::recovery($sheet)];
    $plan = Planner::plan(Fixture::situation($sheet, $kit, house: new HouseRules(formatOrder: $order)));
    $isFormat = static fn(Step $one): bool => $one->draft->key === 'erase.format';
    $formats = array_values(array_filter($plan->steps, $isFormat));

    expect(str_starts_with($formats[0]->draft->operation->whenItFails(), 'Restart'))->toBe($restarts);
})->with([['before', false, true], ['after', false, false], ['after', true, true]]);
