<?php

declare(strict_types=1);

use Tornavis\Core\Draft\SheetDraft;
use Tornavis\Core\Fact\Grade;
use Tornavis\Core\Reading\PrintedText;
use Tornavis\Core\Reading\ReadingError;
use Tornavis\Core\Reading\TextReader;

/** A phone that no sheet was made for, with texts that it printed. */
function draftOf(string $phone): SheetDraft
{
    $texts = array_map(
        static fn(string $file): PrintedText => PrintedText::of((string) file_get_contents($file), basename($file)),
        glob(__DIR__ . "/phones/{$phone}/*.txt") ?: [],
    );

    return SheetDraft::of('NX-1', TextReader::read(...$texts), []);
}

/**
 * @return array{
 *     sheet: array<string, mixed>,
 *     partitions: array<string, ?int>,
 *     guessed: list<string>,
 *     unknown: list<string>,
 *     unit: array<string, mixed>,
 * }
 */
function truthOf(string $phone): array
{
    return json_decode((string) file_get_contents(__DIR__ . "/phones/{$phone}/truth.json"), true);
}

dataset('phones without a sheet', fn() => array_map(basename(...), glob(__DIR__ . '/phones/*') ?: []));

it('derives the sheet of a phone that nobody has entered', function (string $phone) {
    $truth = truthOf($phone);
    $sheet = draftOf($phone)->sheet()->toArray();
    $plain = array_diff_key(
        $sheet,
        array_flip(['format', 'version', 'partitions', 'superGroups', 'grades', 'sources']),
    );
    $wanted = array_filter($truth['sheet'], static fn(mixed $one): bool => $one !== null);
    $optional = array_diff_key($plain, $wanted);

    expect(array_intersect_key($plain, $wanted))
        ->toEqual($wanted)
        // What the truth does not speak of is not made up.
        ->and(array_keys($optional))
        ->each->toBeIn(['maker', 'name', 'variants', 'aliases', 'encryptions', 'pcFlash', 'verification']);
})->with('phones without a sheet');

it('gives each partition the size that the phone states, and no other', function (string $phone) {
    $sizes = array_column(draftOf($phone)->sheet()->toArray()['partitions'] ?? [], 'sizeBytes', 'name');
    $truth = truthOf($phone)['partitions'];

    expect(array_intersect_key($sizes, $truth))->toEqual(array_filter($truth));
})->with('phones without a sheet');

it('names what is unknown and what it only guesses', function (string $phone) {
    $draft = draftOf($phone);
    $guessed = array_filter(
        array_keys($draft->sheet()->grades->all(), Grade::Guessed, true),
        static fn(string $one): bool => !str_contains($one, '.'),
    );

    expect(array_column($draft->unknown(), 'field'))
        ->toEqualCanonicalizing(truthOf($phone)['unknown'])
        ->and(array_values($guessed))
        ->toEqualCanonicalizing(truthOf($phone)['guessed'])
        ->and($draft->contradictions)
        ->toBe([]);
})->with('phones without a sheet');

it('reads the one phone beside its model', function (string $phone) {
    $unit = draftOf($phone)->unit('2026-11-26T10:00:00+00:00')->state();
    foreach (truthOf($phone)['unit'] as $name => $value) {
        expect($unit->fact($name)->value)->toBe($value, $name);
    }
})->with('phones without a sheet');

/** Mutilates a text in one of the ways in which a paste goes wrong. */
function mutilated(string $text, int $way): string
{
    $lines = explode("\n", $text);
    mt_srand($way);
    shuffle($lines);

    return match ($way % 6) {
        0 => substr($text, 0, mt_rand(0, strlen($text))),
        1 => (string) preg_replace_callback('/./', fn(): string => chr(mt_rand(0, 255)), $text, 40),
        2 => implode("\n", $lines),
        3 => str_replace("\n", '', $text),
        4 => mb_convert_encoding($text, 'UTF-16LE', 'UTF-8'),
        default => (string) preg_replace('/\d/', (string) mt_rand(0, 9), $text),
    };
}

it('makes a sheet of any mutilated text, or says why there is none', function () {
    $texts = array_map(file_get_contents(...), glob(__DIR__ . '/phones/*/*.txt') ?: []);
    $made = 0;
    for ($way = 0; $way < 240; $way++) {
        $text = $texts[$way % count($texts)] . "\n" . $texts[($way * 7) % count($texts)];
        try {
            $reading = TextReader::read(PrintedText::of(mutilated($text, $way)));
            $draft = SheetDraft::of('NX-1', $reading, []);
            expect($draft->unit('2026-11-26T10:00:00+00:00')->codename)->toBe($draft->sheet()->codename);
            $made++;
        } catch (ReadingError) {
            // Two phones, no text, or nothing that names one.
            continue;
        }
    }
    expect($made)->toBeGreaterThan(60);
});

it('reads a listing in capitals as the same phone', function (string $line) {
    $names = ['boot', 'recovery', 'radio', 'system', 'userdata'];
    $listing = static fn(array $all): array => SheetDraft::of(
        'NX-1',
        TextReader::read(
            PrintedText::of("Codename: nixie\n" . implode("\n", array_map(fn($one) => sprintf($line, $one), $all))),
        ),
        [],
    )
        ->sheet()
        ->toArray();
    $of = static fn(array $sheet): array => array_intersect_key(
        $sheet,
        array_flip(['slots', 'recoveryHome', 'dynamicLayout', 'partitions']),
    );

    expect($of($listing(array_map(strtoupper(...), $names))))->toBe($of($listing($names)))->toHaveKey('recoveryHome');
})->with([
    'links' => ['lrwxrwxrwx 1 root root 16 2026-01-01 00:00 %s -> /dev/block/sda12'],
]);

it('believes a listing that shows no verification headers only where it reaches to its end', function (
    array $names,
    bool $has,
    string $grade,
) {
    $links = array_map(
        static fn(string $name): string => "lrwxrwxrwx 1 root root 16 x {$name} -> /dev/block/sda1",
        $names,
    );
    $draft = SheetDraft::of(
        'NX-1',
        TextReader::read(
            PrintedText::of("[ro.product.device]: [plover]\n[ro.product.first_api_level]: [28]", 'properties'),
            PrintedText::of("total 0\n" . implode("\n", $links), 'listing'),
        ),
        [],
    );

    expect($draft->fields['verification']->value)
        ->toBe($has)
        ->and($draft->fields['verification']->grade->value)
        ->toBe($grade);
})->with([
    'whole, with a partition for them' => [['boot', 'recovery', 'userdata', 'vbmeta', 'vendor'], true, 'derived'],
    'whole, with none' => [['boot', 'recovery', 'userdata', 'vendor'], false, 'derived'],
    'cut off before it could name one' => [['boot', 'recovery', 'userdata'], true, 'guessed'],
]);
