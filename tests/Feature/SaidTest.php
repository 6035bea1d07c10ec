<?php

declare(strict_types=1);

use App\Models\SheetRecord;
use App\Models\SheetRevision;
use App\Models\UnitRecord;
use App\Models\WorkJob;
use function Pest\Laravel\getJson;
use function Pest\Laravel\postJson;
use Tests\Support\DemoBench;
use Tornavis\Core\Fact\Grade;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\Unit;
use Tornavis\Core\Words\Intent;

uses(DemoBench::class);

/** A job on a phone whose sheet only guesses where the recovery lives and how many slots there are. */
function jobWithGuesses(): WorkJob
{
    $data =
        ['version' => 2, 'pcFlash' => false, 'grades' => ['recoveryHome' => 'guessed', 'slots' => 'guessed']] +
        SheetRecord::sheets()['bowline']->toArray();
    SheetRecord::keep(ModelSheet::fromArray($data, 'x'));

    return WorkJob::query()->findOrFail(1);
}

/** @return array<string, array<string, mixed>> the findings that ask about the model, by key */
function modelQuestions(WorkJob $job): array
{
    $rows = getJson("/api/jobs/{$job->id}")
        ->assertOk()
        ->json('findings');
    $asks = array_filter(
        $rows,
        static fn(array $row): bool => in_array('say', array_column($row['actions'], 'do'), true),
    );

    return array_column($asks, null, 'key');
}

it('asks for what is guessed with one press for each answer, once for every job of the model', function () {
    $job = jobWithGuesses();
    $asked = modelQuestions($job);

    expect(array_keys($asked))
        ->toBe(['FIT-14:model'])
        ->and($asked['FIT-14:model']['severity'])
        ->toBe('settle')
        ->and(array_column($asked['FIT-14:model']['actions'][0]['models'], 'likely', 'field'))
        ->toBe(['slots' => '2', 'recoveryHome' => 'vendor_boot']);

    postJson("/api/jobs/{$job->id}/said", ['field' => 'slots', 'value' => '2'])->assertOk();
    postJson("/api/jobs/{$job->id}/said", ['field' => 'recoveryHome', 'value' => 'vendor_boot'])->assertOk();

    expect(modelQuestions($job))
        ->toBe([])
        ->and(SheetRecord::sheets()['bowline']->grades->of('slots'))
        ->toBe(Grade::Said)
        ->and(SheetRevision::query()->where('codename', 'bowline')->orderByDesc('id')->value('why'))
        ->toBe('said by a person');
    $other = UnitRecord::query()->where('label', 'SK-04')->firstOrFail();
    $second = $other->jobs()->create(['intent' => Intent::Fresh, 'kit' => $job->kit, 'answers' => ['agreed' => []]]);
    expect(modelQuestions($second))->toBe([]);
});

it('refuses an answer that cannot be, and changes nothing', function (string $field, string $value, int $status) {
    $job = jobWithGuesses();
    $before = SheetRecord::sheets()['bowline']->toArray();

    $says = postJson("/api/jobs/{$job->id}/said", ['field' => $field, 'value' => $value])->assertStatus($status);
    expect($says->json('message'))
        ->not->toBe('')
        ->and(SheetRecord::sheets()['bowline']->toArray())
        ->toBe($before);
})->with([
    ['slots', 'many', 422],
    ['recoveryHome', 'system', 422],
    ['maker', 'Nordhus', 422],
    ['codename', 'marl', 409],
    ['', '', 422],
]);

it('gives what was read before the slots were known to the slot in use', function () {
    $job = jobWithGuesses();
    $document = SheetRecord::sheets()['bowline']->toArray();
    unset($document['slots']);
    SheetRecord::keep(ModelSheet::fromArray($document, 'x'));
    $facts = [
        ['name' => 'slot.active', 'value' => 'b', 'source' => 'phone'],
        ['name' => 'slot.-.os.release', 'value' => '13', 'source' => 'typed'],
    ];
    $job->unit->change(
        static fn(Unit $now): Unit => Unit::kept(['label' => $now->label, 'codename' => 'bowline', 'facts' => $facts]),
    );

    postJson("/api/jobs/{$job->id}/said", ['field' => 'slots', 'value' => '2'])->assertOk();

    expect($job->unit->refresh()->unit()->state()->text('slot.b.os.release'))->toBe('13');
});
