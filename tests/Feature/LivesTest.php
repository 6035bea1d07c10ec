<?php

declare(strict_types=1);

use App\Prove\CheckedFiles;
use App\Prove\Lives;
use Tests\Support\World;
use Tornavis\Core\Phone\ModelSheet;

/*
 * Phones with several jobs, one after the other, by the link and by hand.
 */

$live = function (int $seed, int $count): void {
    $sheets = array_map(ModelSheet::read(...), glob(base_path('demo/models/*.json')) ?: []);
    $lives = Lives::of($sheets, CheckedFiles::in(World::shelf()), $seed, $count);
    $clear = array_sum(
        array_filter(
            $lives->verdicts,
            static fn(string $job): bool => str_ends_with($job, ' clear'),
            ARRAY_FILTER_USE_KEY,
        ),
    );

    expect($lives->problems)
        ->toBe([])
        ->and($lives->dead)
        ->toBe([])
        // A life without work would show nothing.
        ->and($clear)
        ->toBeGreaterThan($count / 4)
        ->and($lives->jobs)
        ->toBeGreaterThan(2 * $count);
};

it('leaves a phone after its first job as good as one before', $live)->with([[7, 40]]);

it('leaves many so', $live)
    ->with([[101, 2000]])
    ->group('whole');
