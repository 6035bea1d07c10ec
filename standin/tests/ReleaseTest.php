<?php

declare(strict_types=1);

use Tornavis\StandIn\Release;

$table = json_decode((string) file_get_contents(dirname(__DIR__, 2) . '/tests/fixtures/versions.json'), true);

it('knows the older of two versions', function (string $older, string $newer) {
    expect(Release::isBelow($older, $newer))->toBeTrue()->and(Release::isBelow($newer, $older))->toBeFalse();
})->with($table['older']);

it('takes two spellings of a version for the same', function (string $one, string $other) {
    expect(Release::isBelow($one, $other))->toBeFalse()->and(Release::isBelow($other, $one))->toBeFalse();
})->with($table['equal']);
