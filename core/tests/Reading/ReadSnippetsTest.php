<?php

declare(strict_types=1);

use Tornavis\Core\Reading\PrintedText;
use Tornavis\Core\Reading\Statement;
use Tornavis\Core\Reading\TextReader;

/**
 * @return array<string, array{string, string}> title and text of each piece
 */
function piecesOf(string $file): array
{
    preg_match_all(
        '/^=== (?<title>[^\n]+)\n(?<text>.*?)(?=^=== |\Z)/ms',
        str_replace('{{n}}', '7', (string) file_get_contents(__DIR__ . "/{$file}")),
        $found,
        PREG_SET_ORDER,
    );
    $pieces = [];
    foreach ($found as $number => $piece) {
        $pieces["{$piece['title']} " . ($number + 1)] = [$piece['title'], $piece['text']];
    }

    return $pieces;
}

/**
 * @return list<string>
 */
function symptomsIn(string $text): array
{
    $symptoms = TextReader::read(PrintedText::of($text))->symptoms;

    return array_map(static fn(Statement $one): string => $one->name, $symptoms);
}

it('names the symptom that an output shows, and no other', function (string $symptom, string $text) {
    expect(symptomsIn($text))->toBe([$symptom]);
})->with(fn() => piecesOf('seen.txt'));

it('names no symptom where none was seen', function (string $title, string $text) {
    expect(symptomsIn($text))->toBe([]);
})->with(fn() => piecesOf('unseen.txt'));
