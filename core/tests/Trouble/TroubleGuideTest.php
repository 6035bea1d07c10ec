<?php

declare(strict_types=1);

use Tests\Support\World;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Run\EventKind;
use Tornavis\Core\Run\MemoryJournal;
use Tornavis\Core\Run\PlannedStep;
use Tornavis\Core\Run\RunState;
use Tornavis\Core\Run\RunTrouble;
use Tornavis\Core\Trouble\Cause;
use Tornavis\Core\Trouble\TroubleCase;
use Tornavis\Core\Trouble\TroubleGuide;
use Tornavis\Core\Words\Symptom;

/**
 * A run of the ready phone in which everything before one step was done, and that step begun some times.
 *
 * @param  array<string, mixed>  $facts  that the phone told last
 * @param  list<string|Package>  $kit
 */
function troubled(string $key, array $facts = [], int $tries = 1, array $kit = World::SALTERN): TroubleCase
{
    $plan = World::document(World::plan('SK-07', $kit));
    $journal = new MemoryJournal('2026-09-14T12:00:00Z');
    $journal->append(EventKind::Started, null, ['link' => 'hands']);
    foreach (PlannedStep::allOf($plan) as $step) {
        if ($plan['steps'][$step->number - 1]['key'] === $key) {
            for ($try = 0; $try < $tries; $try++) {
                $journal->append(EventKind::Intend, $step->number, []);
            }
            break;
        }
        $journal->append(EventKind::Judged, $step->number, ['seen' => true]);
    }
    $journal->append(EventKind::Returned, null, ['facts' => $facts]);

    return RunTrouble::of($plan, RunState::fold($plan, $journal->events()), World::sheet('bowline'));
}

it('has causes for every symptom, each with how to tell and what helps', function (Symptom $symptom) {
    $causes = TroubleGuide::causes($symptom);
    expect($causes)->not->toBe([])->and(strlen($symptom->label()))->toBeGreaterThan(10);
    foreach ($causes as $cause) {
        expect([$cause->title, $cause->check, $cause->remedy])
            ->each->toMatch('/\w{2,}/')
            ->and($cause->next)
            ->toBeIn([Cause::HARMLESS, Cause::AGAIN, Cause::REPLAN, Cause::STOP]);
    }
})->with(Symptom::cases());

it('ranks by what is known of the phone', function (Symptom $symptom, Closure $case, string $first, string $because) {
    $cause = TroubleGuide::causes($symptom, $case())[0];

    expect($cause->title)->toContain($first)->and(implode(' ', $cause->because))->toContain($because);
})->with([
    'code 7 with old firmware' => [
        Symptom::Code7,
        fn() => troubled('install.build', ['slot.b.os.firmwareMin' => '5.2.11', 'slot.b.firmware.version' => '5.2.8']),
        'firmware',
        'Slot B holds firmware 5.2.8, 5.2.11 is needed.',
    ],
    'code 1 with a file that nobody verified' => [
        Symptom::Code1,
        fn() => troubled('install.build', kit: [unverified(World::SALTERN[0]), ...array_slice(World::SALTERN, 1)]),
        'damaged',
        'never verified',
    ],
    'code 1 with a verified file, begun three times' => [
        Symptom::Code1,
        fn() => troubled('install.build', tries: 3),
        'cable',
        'begun 3 times',
    ],
    'a loop with foreign start images' => [
        Symptom::BootLoop,
        fn() => troubled('prove.first-boot', ['slot.a.image.dtbo' => 'another build']),
        'do not belong together',
        'dtbo image belongs to another build',
    ],
    'a loop with foreign data' => [
        Symptom::AsksPassword,
        fn() => troubled('prove.first-boot', ['data.empty' => false, 'data.writtenBy' => 'Ostrand Deck']),
        'keys of another system',
        'written by Ostrand Deck',
    ],
    'no system between the erase and the install' => [
        Symptom::NoSystem,
        fn() => troubled('install.build', ['slot.b.os.state' => 'none']),
        'between the erase and the install',
        'not in yet',
    ],
    'the logo at a first boot' => [
        Symptom::StuckAtLogo,
        fn() => troubled('prove.first-boot'),
        'first boot takes long',
        'first start of a new system',
    ],
    'a locked bootloader' => [
        Symptom::Locked,
        fn() => troubled('recovery.image.boot', ['bootloader.unlocked' => false]),
        'The bootloader is locked',
        'seen locked',
    ],
]);

function unverified(string $name): Package
{
    $data = World::package($name)->toArray();
    $data['facts'] = array_values(
        array_filter(
            $data['facts'],
            static fn(array $fact): bool => !in_array($fact['name'], ['sha256', 'sizeBytes'], true),
        ),
    );

    return Package::fromArray($data);
}

it('offers first what can be seen in the mode of the step', function () {
    $labels = array_map(
        static fn(Symptom $one): string => $one->value,
        array_slice(TroubleGuide::symptoms(troubled('install.build')), 0, 5),
    );

    expect($labels)
        ->toBe(['code-7', 'code-1', 'signature', 'at-47', 'step-two'])
        ->and(array_slice(TroubleGuide::symptoms(troubled('prove.first-boot')), 0, 3))
        ->toContain(Symptom::BootLoop);
});

it('never offers a way around a theft lock, nor another phone\'s radio number', function () {
    $all = implode(
        ' ',
        array_map(
            static fn(Symptom $s): string => implode(
                ' ',
                array_map(static fn(Cause $c): string => $c->remedy, TroubleGuide::causes($s)),
            ),
            Symptom::cases(),
        ),
    );

    expect($all)
        ->toContain('There is no way around it')
        ->toContain('Never one of another phone, and never a changed number');
});
