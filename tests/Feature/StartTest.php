<?php

declare(strict_types=1);

use App\Models\PackageRecord;
use App\Models\SheetRecord;
use App\Models\UnitRecord;
use App\Shelf\IsolatedReader;
use App\Shelf\Shelf;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Testing\TestResponse;
use function Pest\Laravel\getJson;
use function Pest\Laravel\postJson;
use Tests\Support\DemoBench;
use Tests\Support\Schemas;
use Tests\Support\TestRun;
use Tests\Support\UnknownPhone;

/**
 * @return array<string, mixed>
 */
function whatIsThere(string ...$names): array
{
    return [
        'texts' => array_map(
            static fn(string $name): array => ['name' => $name, 'text' => UnknownPhone::text($name)],
            $names,
        ),
    ];
}

/**
 * @return list<int> ids of the build and the recovery, once they lie on the shelf
 */
function putOnShelf(): array
{
    (new Shelf(dirname(UnknownPhone::files()['build']), app(IsolatedReader::class)))->look();

    return PackageRecord::query()
        ->where('name', 'like', '%' . UnknownPhone::CODENAME . '%')
        ->pluck('id')
        ->all();
}

it('prints what texts say, and tells by its code whether anything was understood', function () {
    $noise = TestRun::own() . '/noise.txt';
    file_put_contents($noise, "nothing\nof any use\n");

    expect(Artisan::call('tornavis:read', ['files' => [UnknownPhone::textPath('variables')], '--json' => true]))->toBe(
        0,
    );
    $read = json_decode(Artisan::output(), true);
    expect(array_keys($read))
        ->toBe(['unit', 'model', 'requirements', 'symptoms', 'contradictions', 'notUnderstood'])
        ->and(collect($read['unit'])->firstWhere('name', 'slot.active'))
        ->toMatchArray(['value' => 'b', 'line' => '(bootloader) current-slot:b', 'lineNumber' => 5])
        ->and(Artisan::call('tornavis:read', ['files' => [$noise]]))
        ->toBe(1)
        ->and(Artisan::call('tornavis:read', ['files' => ['/nowhere']]))
        ->toBe(65);
});

it('refuses the outputs of two phones by their serial numbers, and shows both', function () {
    $two = TestRun::own() . '/two.txt';
    file_put_contents($two, UnknownPhone::text('variables') . "\n[ro.serialno]: [OTHER77120]\n");

    expect(Artisan::call('tornavis:read', ['files' => [$two]]))
        ->toBe(65)
        ->and(Artisan::output())
        ->toContain('QX7731A2C9')
        ->toContain('OTHER77120');
});

it('drafts sheet and phone into a folder, and says by its code whether they can be used', function () {
    $out = TestRun::own() . '/draft';
    $texts = array_map(UnknownPhone::textPath(...), ['properties', 'variables']);
    $words = [
        '--label' => 'NX-1',
        '--text' => $texts,
        '--package' => [UnknownPhone::files()['build']],
        '--out' => $out,
    ];

    expect(Artisan::call('tornavis:draft', $words))->toBe(0);
    expect(Artisan::call('tornavis:validate', ['file' => "{$out}/sheet.json"]))->toBe(0);
    expect(Artisan::call('tornavis:validate', ['file' => "{$out}/unit.json"]))->toBe(0);
    $draft = json_decode((string) file_get_contents("{$out}/draft.json"), true);
    $groups = collect($draft['fields'])->firstWhere('field', 'superGroups.main.maximumBytes');
    expect($groups['sources'][0]['form'])->toBe('payload manifest');

    $smaller = TestRun::own() . '/smaller.txt';
    $variables = UnknownPhone::text('variables');
    file_put_contents($smaller, str_replace('super:0x220000000', 'super:0x80000000', $variables));
    $contradicts = ['--text' => [$texts[0], $smaller]] + $words;
    expect(Artisan::call('tornavis:draft', $contradicts))->toBe(1);
    expect(Artisan::call('tornavis:draft', ['--text' => ['/nowhere']] + $words))->toBe(65);
    expect(Artisan::call('tornavis:draft', ['--label' => 'NX-1']))->toBe(64);
});

describe('the start page', function () {
    uses(DemoBench::class);

    function look(array $given): TestResponse
    {
        $answer = postJson('/api/start', $given)->assertOk();
        Schemas::hold($answer, 'start');

        return $answer;
    }

    it('asks for what names a phone, and for nothing else, as long as nothing does', function () {
        $answer = look(['texts' => [['name' => 'typed', 'text' => 'Battery: 64 %']]]);

        expect($answer->json('needs.*.field'))
            ->toBe(['codename'])
            ->and($answer->json('card'))
            ->toBeNull();
    });

    it('says what is still needed, takes the typed word, and keeps nothing', function () {
        $before = SheetRecord::query()->count();
        expect(look(whatIsThere('properties'))->json('needs.*.field'))->toContain('recoveryHome');
        $decided = ['decided' => [['field' => 'recoveryHome', 'value' => 'vendor_boot']]];

        expect(look(whatIsThere('properties') + $decided)->json('needs.*.field'))
            ->not->toContain('recoveryHome')
            ->and(SheetRecord::query()->count())
            ->toBe($before);
    });

    it('offers the jobs of the files that lie there, and puts the phone on the bench', function () {
        $given = whatIsThere('properties', 'variables') + ['files' => putOnShelf()];
        $answer = look($given);
        expect($answer->json('needs'))->toBe([])->and($answer->json('jobs.0.verdict.level'))->toBe('settle');

        postJson('/api/start/keep', $given + ['label' => 'NX-1'])->assertCreated();
        postJson('/api/start/keep', $given + ['label' => 'NX-1'])->assertUnprocessable();
        $unit = UnitRecord::labelled('NX-1')->unit();
        expect($unit->state()->text('serial'))
            ->toBe('QX7731A2C9')
            ->and(SheetRecord::sheets()[UnknownPhone::CODENAME]->superBytes)
            ->toBe(9126805504)
            ->and(look($given)->json('known'))
            ->toBe('NX-1');
    });

    it('puts down a phone of which only an about page is known, and a file that says which model it is', function () {
        $about = "Model number: %s\nPlatform version: 14\nBuild number: deck-14.0.8\nSerial number: ZX00881199\n";
        $build = PackageRecord::query()->where('name', 'driftglass-15.1-20260820-bowline.zip')->value('id');
        $given = static fn(string $model): array => [
            'texts' => [['name' => 'about page', 'text' => sprintf($about, $model)]],
            'files' => [$build],
        ];
        postJson('/api/start/keep', $given('ZZ-9') + ['label' => 'P-1'])->assertCreated();
        postJson('/api/start/keep', $given('OF-301') + ['label' => 'P-2'])->assertCreated();
        $bySheet = getJson('/api/units/P-2')->assertOk();

        // Which slot it is of is not known yet; that only the file names the model is not said of the phone.
        expect(UnitRecord::labelled('P-1')->unit()->state()->text('slot.-.os.release'))
            ->toBe('14')
            ->and(getJson('/api/units/P-1')->assertOk()->content())
            ->not->toContain('gives its codename')
            ->and($bySheet->json('identity.candidates.0.codename'))
            ->toBe('bowline');
        postJson('/api/units/P-2/facts', ['name' => 'slot.active', 'value' => 'b'])->assertCreated();
        expect(UnitRecord::labelled('P-2')->unit()->state()->slot('b')->os->release)->toBe('14');
    });

    it('keeps nothing where the texts disagree about the phone itself', function () {
        $given = whatIsThere('properties', 'variables');
        $given['texts'][1]['text'] = str_replace('QX7731A2C9', 'OTHER77120', $given['texts'][1]['text']);

        postJson('/api/start', $given)->assertUnprocessable()->assertJsonPath('error', 'ReadingError');
    });

    it('tells a codename from the one that it looks like', function () {
        $text = str_replace('cormorant', 'carrock', UnknownPhone::text('properties'));

        expect(look(['texts' => [['name' => 'a', 'text' => $text]]])->json('lookalike'))->toContain('carrack');
    });

    it('overrules nothing that a sheet says which somebody has entered', function () {
        $text = "[ro.product.device]: [bowline]\n[ro.product.first_api_level]: [30]\n[ro.boot.slot_suffix]: [_a]\n";
        $given = ['texts' => [['name' => 'a', 'text' => $text]]];
        $sheet = look($given)->json('sheet');
        postJson('/api/start/keep', $given + ['label' => 'NX-2'])->assertCreated();

        expect($sheet['differs'])
            ->toBe([['field' => 'launchApi', 'here' => '33', 'there' => '30']])
            ->and(SheetRecord::sheets()['bowline']->launchApi)
            ->toBe(33);
    });

    it('lets a later paste add to a drafted sheet, and keeps how it came to be', function () {
        postJson('/api/start/keep', whatIsThere('properties') + ['label' => 'NX-3'])->assertCreated();
        expect(SheetRecord::sheets()[UnknownPhone::CODENAME]->superBytes)->toBeNull();
        $variables = ['text' => UnknownPhone::text('variables')];
        $answer = postJson('/api/units/NX-3/dump?dry=1', $variables)->assertOk();
        Schemas::hold($answer, 'dump');
        expect(implode(' ', $answer->json('sheet')))->toContain('superBytes');
        postJson('/api/units/NX-3/dump', $variables)->assertOk();

        $history = getJson('/api/sheets/' . UnknownPhone::CODENAME . '/history')->assertOk();
        Schemas::hold($history, 'sheet-history');
        expect(SheetRecord::sheets()[UnknownPhone::CODENAME]->superBytes)
            ->toBe(9126805504)
            ->and($history->json('revisions.*.why'))
            ->toBe(['from what NX-3 printed', 'from what NX-3 printed'])
            ->and($history->json('revisions.0.changed'))
            ->toContain('superBytes');
    });

    it('hands sheets on as one pack, compares it first, and overrules nothing with it', function () {
        $pack = getJson('/api/sheet-pack?codenames=bowline,becket')->assertOk()->json();
        expect(array_column($pack['sheets'], 'codename'))->toBe(['becket', 'bowline']);
        $pack['sheets'][1]['launchApi'] = 30;
        SheetRecord::query()->where('codename', 'becket')->delete();
        $answer = postJson('/api/sheet-pack?dry=1', $pack)->assertOk();
        Schemas::hold($answer, 'archive-intake');
        expect($answer->json('changes.*.change'))
            ->toBe(['new', 'same'])
            ->and($answer->json('changes.1.notes.0'))
            ->toBe('launchApi is 33 here and 30 there. What is here stays.')
            ->and(SheetRecord::codenames())
            ->not->toContain('becket');

        postJson('/api/sheet-pack', $pack)->assertOk();
        expect(SheetRecord::codenames())
            ->toContain('becket')
            ->and(SheetRecord::sheets()['bowline']->launchApi)
            ->toBe(33);
    });

    it('takes the phone from a paste whose partitions its whole sheet calls otherwise', function () {
        $text =
            "(bootloader) product:bowline\n(bootloader) unlocked:yes\n(bootloader) current-slot:a\n" .
            "(bootloader) partition-size:userdata: 0x1800000000\n(bootloader) battery-level:71\n";
        $before = SheetRecord::sheets()['bowline']->toArray();
        postJson('/api/units/SK-04/dump', ['text' => $text])->assertOk();

        expect(UnitRecord::labelled('SK-04')->unit()->state()->int('battery.percent'))
            ->toBe(71)
            ->and(SheetRecord::sheets()['bowline']->toArray())
            ->toBe($before);
    });

    it('lets a person decide what the texts disagree about, of the phone and of its model', function () {
        $given = whatIsThere('properties', 'variables');
        $other = str_replace(
            ['unlocked:yes', 'slot-count:2'],
            ['unlocked:no', 'slot-count:0'],
            $given['texts'][1]['text'],
        );
        $given['texts'][1]['text'] = $other;
        $open = look($given)->json('draft.contradictions');
        expect(array_map(static fn(array $one): string => $one['name'] ?? $one['field'], $open))->toContain(
            'bootloader.unlocked',
            'slots',
        );
        $given['decided'] = [
            ['field' => 'bootloader.unlocked', 'value' => 'yes'],
            ['field' => 'slots', 'value' => '2'],
        ];

        expect(look($given)->json('draft.contradictions'))
            ->toBe([])
            ->and(look($given)->json('card.unlocked'))
            ->toBeTrue();
    });
});
