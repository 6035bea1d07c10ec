<?php

declare(strict_types=1);

use Tornavis\Core\Words\Moment;

it('reads a time with its offset, without one, and a date alone', function (string $text, string $utc) {
    expect(gmdate('Y-m-d H:i:s', (int) Moment::seconds($text)))->toBe($utc);
})->with([
    ['2026-09-14T09:20:05Z', '2026-09-14 09:20:05'],
    ['2026-09-14T09:20:05+02:00', '2026-09-14 07:20:05'],
    ['2026-09-14T09:20:05.123456+0200', '2026-09-14 07:20:05'],
    ['2026-01-01T00:30-01:30', '2026-01-01 02:00:00'],
    ['2026-09-14 09:20', '2026-09-14 09:20:00'],
    ['2026-09-14', '2026-09-14 00:00:00'],
    ['2024-02-29', '2024-02-29 00:00:00'],
]);

it('takes nothing that would need a clock, and no day that does not exist', function (string $text) {
    expect(Moment::seconds($text))->toBeNull()->and(Moment::read($text))->toBeNull();
})->with(['now', 'tomorrow', '+1 day', '', '2026-02-29', '2026-13-01', '2026-09-14T25:00', '12:30', '14.09.2026']);
