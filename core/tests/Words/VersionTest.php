<?php

declare(strict_types=1);

use Tornavis\Core\Words\Version;

$table = json_decode((string) file_get_contents(dirname(__DIR__, 3) . '/tests/fixtures/versions.json'), true);

it('orders versions part by part as numbers, and what comes before a release below it', function (
    string $older,
    string $newer,
) {
    expect(Version::of($older)->olderThan(Version::of($newer)))
        ->toBeTrue()
        ->and(Version::of($newer)->olderThan(Version::of($older)))
        ->toBeFalse();
})->with($table['older']);

it('takes two spellings of a version for the same', function (string $one, string $other) {
    expect(Version::of($one)->compare(Version::of($other)))->toBe(0);
})->with($table['equal']);

it('orders any three versions without a circle', function () use ($table) {
    $all = array_map(Version::of(...), array_unique(array_merge(...$table['older'], ...$table['equal'])));
    foreach ($all as $a) {
        foreach ($all as $b) {
            expect($a->compare($b) <=> 0)->toBe(-($b->compare($a) <=> 0));
            foreach ($all as $c) {
                $isChain = $a->compare($b) < 0 && $b->compare($c) < 0;
                expect(!$isChain || $a->compare($c) < 0)->toBeTrue("{$a} < {$b} < {$c}");
            }
        }
    }
});
