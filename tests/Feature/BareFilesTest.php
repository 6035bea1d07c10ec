<?php

declare(strict_types=1);

use App\Models\PackageRecord;
use App\Models\SheetRecord;
use App\Models\WorkJob;
use App\Prove\BareFile;
use App\Run\Rehearsal;
use function Pest\Laravel\getJson;
use function Pest\Laravel\postJson;
use Tests\Support\DemoBench;
use Tests\Support\World;
use Tornavis\Core\Draft\SheetAnswer;
use Tornavis\Core\Draft\SheetDraft;
use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Grade;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Package\PackageInspector;
use Tornavis\Core\Phone\Unit;
use Tornavis\Core\Plan\Planner;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Situation\Answers;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Intent;
use Tornavis\Core\Words\PackageKind;

uses(DemoBench::class);

/*
 * What people have: an about page, and files without cards.
 */

const ABOUT =
    "Device name: Mara's phone\nModel number: OF-301\nPlatform release: 14\n" .
    "Security update: 1 May 2026\nBuild number: deck-14.0.8-of301\nSerial number: SKF3A07Q41\n";

/** A demo file as it was downloaded, without its card. */
function bare(string $name): Package
{
    $folder = sys_get_temp_dir() . '/bare-' . getmypid();
    is_dir($folder) || mkdir($folder);
    copy(World::path($name), "{$folder}/{$name}");

    return PackageInspector::standard()->describe("{$folder}/{$name}");
}

/** @param  list<string>  $files */
function bareSituation(array $files, string $text = ABOUT): Situation
{
    $kit = array_map(bare(...), $files);
    $draft = SheetDraft::of('NX-1', World::reading($text), $kit);
    $at = '2026-09-14T12:00:00Z';

    return new Situation($draft->sheet(), $draft->unit($at), $kit, Intent::Fresh, $at, shelf: $kit);
}

/** @return list<string> what is asked because it is not known; not what may be lost, nor what the plan does first */
function questions(Situation $situation): array
{
    $open = array_filter(Planner::plan($situation)->findings, static fn(Finding $one): bool => $one->asks());

    return array_values(array_map(static fn(Finding $one): string => $one->key, $open));
}

/** The same after each question was answered that a person can answer with one press. */
function answeredBy(Situation $situation): Situation
{
    $ofModel = [
        'slots' => '2',
        'recoveryHome' => 'vendor_boot',
        'dynamicLayout' => 'native',
        'architecture' => 'arm64',
        'pcFlash' => 'no',
    ];
    $ofPhone = ['slot.active' => 'a', 'bootloader.unlocked' => true, 'slot.b.successful' => true];
    [$sheet, $unit, $kit, $agreed] = [
        $situation->sheet,
        $situation->unit,
        $situation->kit,
        $situation->answers->agreed,
    ];
    foreach (Planner::plan($situation)->findings as $finding) {
        foreach ($finding->remedy->models ?? [] as $asked) {
            $answer = $ofModel[$asked->field] ?? null;
            $sheet = $answer === null ? $sheet : SheetAnswer::said($sheet, $asked->field, $answer, $situation->at);
            if ($asked->field === 'codename') {
                $unit = $unit->withFacts(
                    Fact::of('codename', $sheet->codename, Source::Settled, 'said', $situation->at),
                );
            }
        }
        foreach ($finding->remedy->files ?? [] as $asked) {
            $fact = Fact::of($asked->field, $asked->likelyFact()?->value, Source::Typed);
            $kit = array_map(
                static fn(Package $one): Package => $one->name() === $asked->file->name()
                    ? $one->withFacts($fact)
                    : $one,
                $kit,
            );
        }
        foreach ($finding->asks() ? $finding->actions() : [] as $action) {
            $value = $ofPhone[$action->fact ?? ''] ?? null;
            $unit = $value === null ? $unit : $unit->withFacts(Fact::of($action->fact, $value, Source::Typed));
        }
        $agreed = $finding->takesAWord() ? [...$agreed, ...$finding->keys] : $agreed;
    }

    return new Situation(
        $sheet,
        $unit->placedIn($sheet),
        $kit,
        $situation->intent,
        $situation->at,
        answers: Answers::toEverything($agreed),
        shelf: $kit,
    );
}

it('asks no more than six things of an about page and files without cards', function () {
    $situation = bareSituation([
        'driftglass-15.1-20260820-bowline.zip',
        'wicket-4.1-bowline.img',
        'driftglass-15.1-boot-bowline.img',
        'driftglass-15.1-dtbo-bowline.img',
        'larder-mini-15-arm64.zip',
        'firmware-5.2.11-bowline.zip',
    ]);
    $asked = questions($situation);
    $later = [];
    for ($round = 1; $round <= 4; $round++) {
        $situation = answeredBy($situation);
        $later = [...$later, ...questions($situation)];
    }
    $withStatements = questions(World::situation('SK-07', World::DRIFTGLASS));

    expect($asked)
        ->toHaveCount(5)
        // Only when the active slot is known it can be asked whether the other one was ever used.
        ->and(array_values(array_unique(array_diff($later, $asked))))
        ->toBe(['BASE-1:b'])
        ->and(questions($situation))
        ->toBe([])
        ->and(array_filter($asked, static fn(string $key): bool => str_starts_with($key, 'PROOF')))
        ->toBe([])
        ->and($withStatements)
        ->toBe([]);
});

it('guesses what a file is by its form, and never by its name', function (string $file, ?PackageKind $kind) {
    $other = World::path($file);
    $renamed = sys_get_temp_dir() . '/bare-' . getmypid() . '-recovery-kernel-firmware.bin';
    copy($other, $renamed);

    expect(bare($file)->kind())
        ->toBe($kind)
        ->and(PackageInspector::standard()->describe($renamed)->kind())
        ->toBe($kind)
        ->and(bare($file)->facts->best(Field::KIND)?->grade())
        ->toBe($kind === null ? null : Grade::Guessed);
})->with([
    'a recovery' => ['wicket-4.1-bowline.img', PackageKind::Recovery],
    'an image without one' => ['driftglass-15.1-boot-bowline.img', PackageKind::PartitionImage],
    'a table' => ['driftglass-15.1-dtbo-bowline.img', PackageKind::PartitionImage],
    'firmware' => ['firmware-5.2.11-bowline.zip', PackageKind::Firmware],
    'a vendor' => ['vendor-9.4-carrick.zip', PackageKind::Vendor],
    'what names no phone' => ['larder-mini-15-arm64.zip', PackageKind::Services],
    'a sparse image, which may be anything' => ['saltern-generic-15-arm64.img', null],
]);

it('is clear only once every guess was said, and asks none of it again', function () {
    $situation = bareSituation(['driftglass-15.1-20260820-bowline.zip', 'wicket-4.1-bowline.img']);
    $sheet = $situation->sheet;
    foreach (['slots' => '2', 'recoveryHome' => 'vendor_boot', 'dynamicLayout' => 'native'] as $field => $value) {
        $sheet = SheetAnswer::said($sheet, $field, $value, $situation->at);
    }
    $unit = World::unit('SK-07');
    $known = new Unit($unit->label, $sheet->codename, $unit->facts, $unit->backups);
    $with = static fn(array $kit): Situation => new Situation($sheet, $known, $kit, Intent::Fresh, $situation->at);
    [$build, $recovery] = $situation->kit;
    $kind = $recovery->facts->best(Field::KIND);
    $said = World::altered('wicket-4.1-bowline.img', ['kind' => 'recovery']);

    $asksNone = Fact::of(Field::ASKS_FIRMWARE, false, Source::Typed, 'its page');
    $build = $build->withFacts($asksNone);

    expect(questions($with([$build, $recovery])))
        ->toContain('KIT-1:files')
        ->and(questions($with([$build, $said])))
        ->not->toContain('KIT-1:files')
        ->and($kind?->grade())
        ->toBe(Grade::Guessed);
});

it('names a recovery by its file where nobody has named it, and takes its real name for no difference', function () {
    $plan = Planner::plan(bareSituation(['driftglass-15.1-20260820-bowline.zip', 'wicket-4.1-bowline.img']));
    $effects = array_merge(...array_column(World::document($plan)['steps'], 'effects'));

    expect(array_filter($plan->findings, static fn(Finding $one): bool => $one->rule->value === 'PROOF'))
        ->toBe([])
        ->and($effects)
        ->toContain('the one in wicket-4.1-bowline.img');
});

it('keeps what is said of a file, by the page of the job, for every job', function () {
    $job = WorkJob::query()->findOrFail(1);
    $record = PackageRecord::query()->where('name', 'wicket-4.1-bowline.img')->sole();
    $record->keepDescription(bare($record->name)->movedTo($record->path)->withSha256((string) $record->sha256));
    $asked = static fn(): ?array => collect(
        getJson("/api/jobs/{$job->id}")
            ->assertOk()
            ->json('findings'),
    )->firstWhere('key', 'KIT-1:files');
    $files = $asked()['actions'][0]['files'];
    $answers = array_map(
        static fn(array $one): array => [
            'file' => $one['file'],
            'field' => $one['field'],
            'value' => $one['likely'],
        ],
        $files,
    );

    $isGuessed = static fn(): bool => getJson("/api/shelf/{$record->id}")
        ->assertOk()
        ->json('kindIsGuessed');

    expect(array_column($answers, 'value', 'field'))
        ->toBe(['kind' => 'recovery', 'codenames' => 'bowline'])
        ->and($isGuessed())
        ->toBeTrue();
    postJson("/api/jobs/{$job->id}/told", ['answers' => $answers])->assertOk();
    expect($asked())
        ->toBeNull()
        ->and($isGuessed())
        ->toBeFalse()
        ->and($record->refresh()->package()->facts->best(Field::CODENAMES)?->grade())
        ->toBe(Grade::Said)
        ->and(SheetRecord::sheets()['bowline']->codename)
        ->toBe('bowline');
    // Said again, in other words, the last word holds.
    $kernel = [['file' => $record->name, 'field' => 'kind', 'value' => 'kernel']];
    postJson("/api/jobs/{$job->id}/told", ['answers' => $kernel])->assertOk();
    expect($record->refresh()->kind)->toBe('kernel');
});

it('refuses what is said of a file that is not in the kit, and keeps none of it', function (
    array $answers,
    int $status,
) {
    $before = PackageRecord::query()->pluck('document', 'name');
    $says = postJson('/api/jobs/1/told', ['answers' => $answers])->assertStatus($status);

    expect($says->json('message'))
        ->not->toBe('')
        ->and(PackageRecord::query()->pluck('document', 'name')->all())
        ->toBe($before->all());
})->with([
    'another file' => [
        [
            ['file' => 'wicket-4.1-bowline.img', 'field' => 'kind', 'value' => 'kernel'],
            ['file' => 'nothing.zip', 'field' => 'kind', 'value' => 'kernel'],
        ],
        409,
    ],
    'a statement that there is none of' => [
        [['file' => 'wicket-4.1-bowline.img', 'field' => 'colour', 'value' => 'red']],
        422,
    ],
    'nothing' => [[], 422],
]);

it('rehearses a plan with a recovery that nobody has named to its end', function (bool $isNamed) {
    $own = World::package('wicket-4.1-bowline.img');
    $told = ['kind' => 'recovery', 'codenames' => ['bowline'], 'abilities' => ['sideload', 'decrypt', 'metadata']];
    $bare = BareFile::of($own)->withFacts(
        ...array_map(
            static fn(string $name): Fact => Fact::of($name, $told[$name], Source::Typed, 'its page'),
            array_keys($told),
        ),
    );
    $build = World::altered(World::DRIFTGLASS[0], ['recoveryFamily' => null, 'recoveryMin' => null]);
    $rest = array_diff(World::DRIFTGLASS, [$own->name(), World::DRIFTGLASS[0]]);
    $kit = [$build, ...array_values($rest), $isNamed ? $own : $bare];
    $open = Planner::plan(World::situation('SK-07', $kit));
    $keys = array_merge(...array_map(static fn(Finding $one): array => $one->keys, $open->findings));
    $situation = World::situation('SK-07', $kit, answers: Answers::toEverything($keys));
    $plan = Planner::plan($situation);
    $files = World::files(array_map(static fn(Package $one): string => $one->name(), $situation->kit));
    $rehearsal = Rehearsal::of(
        World::document($plan),
        $situation->unit,
        $situation->sheet,
        $files,
        packages: $situation->kit,
    );

    expect($plan->verdict->level)
        ->toBe('clear')
        ->and($rehearsal->says)
        ->toBe('The phone started.')
        ->and($rehearsal->differences)
        ->toBe([]);
})->with(['named' => true, 'not named' => false]);
