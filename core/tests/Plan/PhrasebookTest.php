<?php

declare(strict_types=1);

use Tests\Support\World;
use Tornavis\Core\Format\FormatError;
use Tornavis\Core\Plan\Phrasebook;
use Tornavis\Core\Words\OperationName;

function phrases(array $templates): Phrasebook
{
    return Phrasebook::fromArray([
        'format' => 'tornavis/phrasebook',
        'version' => 1,
        'templates' => (object) $templates,
    ]);
}

/** @return list<string> */
function commandsFor(Phrasebook $book, string $key, array $paths = []): array
{
    $steps = array_column(
        World::document(World::plan('SK-04', [...World::SALTERN, World::FIRMWARE]))['steps'],
        null,
        'key',
    );

    return $book->commands($steps[$key], 'SKF3A04', 'SK-04', $paths);
}

it('has a class for every operation, and a place in the schema for every one that a person could type', function () {
    $root = dirname(__DIR__, 3);
    $code = implode(
        '',
        array_map(file_get_contents(...), [
            ...glob("{$root}/core/src/Operation/*.php") ?: [],
            ...glob("{$root}/core/src/Operation/*/*.php") ?: [],
        ]),
    );
    $schema = json_decode((string) file_get_contents("{$root}/docs/formats/phrasebook.schema.json"), true);
    $typed = [];
    foreach (OperationName::cases() as $operation) {
        expect($code)->toContain("OperationName::{$operation->name}");
        if ($operation->templateValues() !== null) {
            $typed[] = $operation->value;
        }
    }

    expect(array_keys($schema['properties']['templates']['properties']))->toEqualCanonicalizing($typed);
});

it('fills a template with the values of the step', function () {
    expect(commandsFor(phrases(['set-active' => 'tool --serial {serial} use {slot}']), 'recovery.slot'))
        ->toBe(['tool --serial SKF3A04 use b'])
        ->and(
            commandsFor(phrases(['sideload' => 'tool send {file}']), 'install.build', [
                World::SALTERN[0] => '/files/my build.zip',
            ]),
        )
        ->toBe(["tool send '/files/my build.zip'"]);
});

it('gives one command for each image of a package', function () {
    expect(commandsFor(phrases(['flash' => 'mine write {partition}_{slot} {file}']), 'base.firmware.b'))->toBe([
        'mine write modem_b modem.img',
        'mine write trust_b trust.img',
        'mine write power_b power.img',
    ]);
});

it('says nothing where there is no template', function () {
    expect(commandsFor(Phrasebook::none(), 'install.build'))
        ->toBe([])
        ->and(commandsFor(phrases(['sideload' => '  ']), 'install.build'))
        ->toBe([]);
});

it('refuses what an operation does not have', function (array $templates, string $words) {
    expect(fn() => phrases($templates))->toThrow(FormatError::class, $words);
})->with([
    'a value of another operation' => [
        ['set-active' => 'tool {partition}'],
        '{partition}, which this operation does not have',
    ],
    'an operation that does not exist' => [['polish' => 'tool'], 'polish'],
    'a template without end' => [['verify' => str_repeat('x', 501)], 'verify'],
]);

it('keeps a value one word, whatever is in it', function () {
    $commands = commandsFor(phrases(['sideload' => 'tool {file}']), 'install.build', [
        World::SALTERN[0] => "/a/b'; rm x",
    ]);

    expect($commands)->toBe(["tool '/a/b'\\''; rm x'"]);
});

/** The command for one file, by a template of its own. */
function commandWith(string $file, string $template = 'tool send {file}'): array
{
    $step = ['operation' => 'sideload', 'parameters' => ['package' => $file, 'slot' => '-']];

    return phrases(['sideload' => $template])->commands($step, '-rf', 'SK-04');
}

it('gives a shell the very name, whatever is in it, and a terminal nothing to obey', function (string $name) {
    [$command] = commandWith($name, 'printf %s {file}');
    expect(preg_match('/[^\x20-\x7e]/', str_replace(['ö', 'ß'], '', $command)))->toBe(0);
    exec('bash -c ' . escapeshellarg($command), $out);
    expect(implode("\n", $out))->toBe($name);
})->with([
    'the end of a paste' => ["a\x1b[201~;id.zip"],
    'a new line' => ["a\nid.zip"],
    'a turned direction' => ["gpj.\u{202e}piz"],
    'quotes' => ["it's $(id) `id` \"x\".zip"],
    'letters' => ['Größe.zip'],
]);

it('makes no option of a value', function () {
    expect(commandWith('-rf.zip'))->toBe(['tool send ./-rf.zip']);
    // A serial number that begins like one is passed to no command.
    expect(commandWith('a.zip', 'tool --serial {serial} send {file}'))->toBe([]);
    // A phone without two slots has a dash for its slot.
    expect(commandWith('a.zip', 'tool {slot} send {file}'))->toBe(['tool - send a.zip']);
});
