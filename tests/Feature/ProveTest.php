<?php

declare(strict_types=1);

use App\Prove\CheckedFiles;
use App\Prove\JobTable;
use App\Prove\RandomBench;
use App\Prove\Witness;
use Illuminate\Support\Facades\Artisan;
use Tests\Support\World;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Plan\Planner;
use Tornavis\Core\Plan\Verdict;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\Severity;
use Tornavis\Core\Situation\Answers;
use Tornavis\Core\Situation\Job\Job;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Intent;

/*
 * Random phones, kits and wishes: a plan that is offered must be one that the simulated phone ends well.
 */

/** @return list<Package> every demo file that has a card */
function carded(): array
{
    static $files = null;

    return $files ??= CheckedFiles::in(World::shelf());
}

function benchOf(int $seed): RandomBench
{
    return new RandomBench(
        array_map(ModelSheet::read(...), glob(base_path('demo/models/*.json')) ?: []),
        carded(),
        $seed,
    );
}

$prove = function (int $seed, int $count): void {
    $bench = benchOf($seed);
    $clear = [];
    $stopped = 0;
    for ($i = 1; $i <= $count; $i++) {
        $witness = Witness::ofDrawn($bench->draw(), unmarked: $i % 4 === 0);
        expect($witness->mismatches)->toBe([], "situation {$i} of seed {$seed}");
        if ($witness->verdict === Verdict::CLEAR) {
            $clear[$witness->situation->intent->value] = true;
        }
        $stopped += $witness->verdict === Verdict::STOP ? 1 : 0;
    }

    expect(count($clear))
        ->toBeGreaterThan(5)
        ->and($stopped)
        ->toBeGreaterThan($count / 5);
};

it('offers no plan that the phone does not end as the proof said', $prove)->with([[21, 150]]);

it('offers none in many situations', $prove)
    ->with([[22, 3000], [23, 3000]])
    ->group('whole');

it('draws the same situations from the same seed, and others from another', function () {
    $drawn = static function (int $seed): array {
        $bench = benchOf($seed);

        return array_map(static function () use ($bench): string {
            $situation = $bench->next();

            return json_encode(
                [
                    $situation->intent,
                    $situation->unit->toArray(),
                    $situation->house->toArray(),
                    array_map(static fn(Package $p): string => $p->name(), $situation->kit),
                ],
                JSON_THROW_ON_ERROR,
            );
        }, range(1, 20));
    };

    expect($drawn(3))->toBe($drawn(3))->not->toBe($drawn(4));
});

it('has a page about every job that is made from the plans of random phones', function () {
    $page = (string) file_get_contents(base_path('docs/jobs.md'));
    foreach (Intent::cases() as $intent) {
        expect($page)->toContain(Job::of($intent)->label() . " (`{$intent->value}`)");
    }
});

it('still makes that page from the code as it is', function () {
    $bench = new RandomBench(
        array_map(ModelSheet::read(...), glob(base_path('demo/models/*.json')) ?: []),
        CheckedFiles::in(World::shelf()),
        1,
    );

    expect(JobTable::markdown($bench))->toBe(file_get_contents(base_path('docs/jobs.md')));
})->group('whole');

it('draws every job and every class of phone', function () {
    $bench = benchOf(5);
    $jobs = [];
    $phones = [];
    for ($i = 0; $i < 400; $i++) {
        $situation = $bench->next();
        $jobs[$situation->intent->value] = true;
        $phones[$situation->sheet->codename] = true;
    }

    expect(array_diff(array_map(static fn(Intent $i): string => $i->value, Intent::cases()), array_keys($jobs)))
        ->toBe([])
        ->and(count($phones))
        ->toBe(count(glob(base_path('demo/models/*.json')) ?: []));
});

it('would notice a plan that rests on a wrong sheet: the phone is another one than the planner was told', function () {
    $situation = World::situation('SK-06', ['lamplight-9.4-20250611-marl.zip']);
    $wrong = World::altered('lamplight-9.4-20250611-marl.zip', ['buildId' => 'lamplight-9.9-marl']);
    $honest = Witness::of(
        new Situation($situation->sheet, $situation->unit, [...$situation->kit], Intent::UpdateInPlace, 'now'),
    );
    $lying = Witness::of(new Situation($situation->sheet, $situation->unit, [$wrong], Intent::UpdateInPlace, 'now'));

    expect($honest->verdict)
        ->toBe(Verdict::CLEAR)
        ->and($honest->mismatches)
        ->toBe([])
        ->and(implode(' ', $lying->mismatches))
        ->toContain('lamplight-9.9-marl');
});

it('takes the file that a finding names, and then the finding is gone', function () {
    $open = World::situation(
        'SK-02',
        ['driftglass-14.3-20260701-carrick.zip', 'wicket-4.1-carrick.img'],
        ['battery.percent' => 95],
    );
    $situation = new Situation(
        $open->sheet,
        $open->unit,
        $open->kit,
        Intent::Fresh,
        'now',
        shelf: [World::package('vendor-9.4-carrick.zip')],
    );
    $witness = Witness::of($situation);

    expect($witness->remedied)
        ->toBeTrue()
        ->and($witness->verdict)
        ->toBe(Verdict::CLEAR)
        ->and(array_map(static fn(Package $p): string => $p->name(), $witness->situation->kit))
        ->toContain('vendor-9.4-carrick.zip')
        ->and($witness->rules)
        ->toContain('BASE-2');
});

it('says what was drawn and what agreed, from the command', function () {
    $code = Artisan::call('tornavis:prove', ['--count' => '40', '--seed' => '2', '--files' => World::shelf()]);
    $says = Artisan::output();

    expect($code)->toBe(0)->and($says)->toContain('0 do not agree')->toContain('Rules raised: ')->toContain('| intent');
});

$words = function (int $count): void {
    $bench = benchOf(31);
    $words = 0;
    for ($i = 0; $i < $count; $i++) {
        $situation = $bench->next();
        $open = array_filter(
            Planner::plan($situation)->findings,
            static fn(Finding $f): bool => $f->severity === Severity::Settle,
        );
        $answered = new Situation(
            $situation->sheet,
            $situation->unit,
            $situation->kit,
            $situation->intent,
            $situation->at,
            $situation->house,
            new Answers(Finding::keysOf(array_values($open))),
            shelf: $situation->shelf,
            codenames: $situation->codenames,
            workplace: $situation->workplace,
        );
        $left = array_map(
            static fn(Finding $f): string => $f->key,
            array_filter(
                Planner::plan($answered)->findings,
                static fn(Finding $f): bool => $f->severity === Severity::Settle,
            ),
        );
        foreach ($open as $finding) {
            expect(in_array($finding->key, $left, true))->toBe(
                !$finding->takesAWord(),
                "situation {$i}: {$finding->key}",
            );
            $words += (int) $finding->takesAWord();
        }
    }

    expect($words)->toBeGreaterThan($count / 3);
};

it('takes a word exactly where a finding says so', $words)->with([100]);

it('takes a word so in many situations', $words)
    ->with([2000])
    ->group('whole');

it('prints one value for many plans, the same for the same ones and another for others', function () {
    $value = static function (int $seed): string {
        Artisan::call('tornavis:digest', ['--count' => 5, '--seed' => $seed, '--files' => World::shelf()]);

        return trim(Artisan::output());
    };
    $first = $value(1);

    expect($first)
        ->toMatch('/^[0-9a-f]{64} \d+ plans$/')
        ->and($value(1))
        ->toBe($first)
        ->and($value(2))
        ->not->toBe($first);
});
