<?php

declare(strict_types=1);

use Tests\Support\World;
use Tornavis\Core\Format\FormatError;
use Tornavis\Core\Format\Schema;
use Tornavis\Core\Phone\FactName;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Phone\StateFieldPage;
use Tornavis\Core\Phone\Unit;
use Tornavis\Core\Situation\HouseRules;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Situation\SituationError;
use Tornavis\Core\Words\Encryption;
use Tornavis\Core\Words\Intent;
use Tornavis\Core\Words\LossClass;
use Tornavis\Core\Words\PackageKind;

$demo = dirname(__DIR__, 3) . '/demo';

it('accepts every file of the demo world', function (string $file) {
    $data = Schema::decode($file);
    Schema::claimed($data, $file)->check($data, $file);
    expect($data['version'])->toBe($data['format'] === 'tornavis/unit' ? 2 : 1);
})->with(array_merge(glob("{$demo}/models/*.json") ?: [], glob("{$demo}/units/*.json") ?: []));

it('accepts the cards that the recipe writes', function () {
    $cards = glob(World::shelf() . '/*.card.json') ?: [];
    foreach ($cards as $card) {
        Schema::of('release-card')->check(Schema::decode($card), $card);
    }
    expect(count($cards))->toBeGreaterThan(10);
});

it('writes a unit and a sheet back as they were read', function () use ($demo) {
    $unit = Schema::decode("{$demo}/units/SK-07.json");
    $sheet = Schema::decode("{$demo}/models/bowline.json");

    expect(Unit::fromArray($unit)->toArray())
        ->toEqual($unit)
        ->and(ModelSheet::fromArray($sheet)->toArray())
        ->toBe($sheet);
});

it('refuses a unit with the field that is wrong, and what is expected there', function (
    array $change,
    string $message,
) use ($demo) {
    $unit = array_replace_recursive(Schema::decode("{$demo}/units/SK-07.json"), $change);
    expect(fn() => Unit::fromArray($unit, 'my-unit.json'))->toThrow(FormatError::class, $message);
})->with([
    'an unknown field' => [['colour' => 'red'], 'colour'],
    'a missing label' => [['label' => ''], '/label'],
    'an unknown fact' => [['facts' => [0 => ['name' => 'battery.mood']]], 'no such fact'],
    'a slot that no phone has' => [['facts' => [0 => ['name' => 'slot.c.os.family']]], 'no such fact'],
    'a loss class that does not exist' => [
        ['facts' => [0 => ['name' => 'data.holds.dreams', 'value' => true]]],
        'no such fact',
    ],
    'a battery above full' => [['facts' => [0 => ['name' => 'battery.percent', 'value' => 140]]], 'does not fit'],
    'a text where a flag belongs' => [
        ['facts' => [0 => ['name' => 'locks.screen', 'value' => 'maybe']]],
        'does not fit',
    ],
    'a newer version' => [['version' => 3], 'version 3'],
]);

it('refuses a model sheet that contradicts itself', function (Closure $change, string $message) use ($demo) {
    expect(fn() => ModelSheet::fromArray($change(Schema::decode("{$demo}/models/bowline.json"))))->toThrow(
        FormatError::class,
        $message,
    );
})->with([
    'a variant listed twice' => [
        function (array $sheet) {
            $sheet['variants'][] = $sheet['variants'][0];

            return $sheet;
        },
        'OF-301 is listed twice',
    ],
    'a slot on a one-slot phone' => [fn(array $sheet) => ['slots' => 1] + $sheet, 'one slot'],
    'no partitions' => [fn(array $sheet) => ['partitions' => []] + $sheet, '/partitions'],
]);

it('says of a file that is no JSON, or of no known format, what it is instead', function (
    string $content,
    string $message,
) {
    $path = (string) tempnam(sys_get_temp_dir(), 'fmt');
    file_put_contents($path, $content);
    expect(fn() => Schema::claimed(Schema::decode($path), $path))->toThrow(FormatError::class, $message);
})->with([
    ['{broken', 'not JSON'],
    ['[1,2]', 'no object'],
    ['{"format":"other/thing"}', 'other/thing'],
    ['{"a":1}', 'one of: tornavis/model-sheet'],
]);

it('takes the careful choice where a house rule is left out', function () {
    $rules = HouseRules::fromArray(['format' => 'tornavis/house-rules', 'version' => 1, 'batteryFloorPercent' => 80]);

    expect($rules)
        ->toEqual(new HouseRules(batteryFloorPercent: 80))
        ->and(
            fn() => HouseRules::fromArray([
                'format' => 'tornavis/house-rules',
                'version' => 1,
                'preInstallSlot' => 'both',
            ]),
        )
        ->toThrow(FormatError::class);
});

it('does not put a unit together with the sheet of another phone', function () {
    new Situation(World::sheet('bowline'), World::unit('SK-08'), [], Intent::Fresh, 'now');
})->throws(SituationError::class, 'The model sheet is for bowline, the unit is a bowline_m');

it('names every fact in words and writes its value as a person reads it', function () {
    expect(FactName::label('slot.b.firmware.version'))
        ->toBe('Slot B: Firmware')
        ->and(FactName::label('data.holds.photos'))
        ->toBe('Data holds: photos and files on internal storage')
        ->and(FactName::say('data.staged', []))
        ->toBe('none')
        ->and(FactName::say('data.usedBytes', 2 << 30))
        ->toBe('2.0 GiB')
        ->and(FactName::say('slot.a.os.buildTime', 1_788_415_200))
        ->toBe('2026-09-03')
        ->and(FactName::say('battery.percent', null))
        ->toBe('unknown');
});

it('takes a whole number however it is written, and no size that no phone has', function () use ($demo) {
    $text = (string) file_get_contents("{$demo}/models/bowline.json");
    $size = ModelSheet::fromArray(Schema::decodeText($text, 'sheet'))->superBytes;
    $written = str_replace("\"superBytes\": {$size}", sprintf('"superBytes": %.1f', $size), $text, $count);
    expect($count)
        ->toBe(1)
        ->and(ModelSheet::fromArray(Schema::decodeText($written, 'sheet'))->superBytes)
        ->toBe($size);

    foreach (['9223372036854775807', '1e300', '70368744177665', '5.5'] as $bad) {
        $written = str_replace("\"superBytes\": {$size}", "\"superBytes\": {$bad}", $text);
        $read = fn() => ModelSheet::fromArray(Schema::decodeText($written, 'sheet'));
        expect($read)->toThrow(FormatError::class, 'superBytes');
    }
});

it('has a page about the facts of a unit that is made from their table', function () {
    expect(file_get_contents(dirname(__DIR__, 3) . '/docs/formats/unit.md'))->toBe(StateFieldPage::markdown());
});

it('refuses a value that does not exist, with those that do', function (string $name, mixed $value, string $expected) {
    expect(fn() => FactName::check($name, $value, 'the form'))->toThrow(FormatError::class, $expected);
})->with([
    ['battery.condition', 'Swollen', 'one of sound, swollen, hot'],
    ['slot.active', 'A', 'one of a, b, -'],
    ['slot.a.os.state', 'broken', 'one of none, incomplete, complete'],
    ['slot.b.layout', 'new', 'one of old, erased, dynamic'],
    ['data.encryption', 'yes', 'one of none, disk, file, metadata'],
    ['mode', 'rescue', 'one of off, system'],
    ['slot.a.os.patchLevel', 'August 2026', 'matches'],
    ['bootloader.waitStarted', 'tomorrow', 'matches'],
    ['serial', str_repeat('x', 401), 'a text'],
    ['slot.a.os.sate', 'complete', 'a name listed in'],
    ['slot.{slot}.os.state', 'complete', 'a name listed in'],
]);

it('takes every value that the lists name, and one that nobody knows', function () {
    foreach (StateField::cases() as $field) {
        $name = strtr($field->value, [
            '{slot}' => 'a',
            '{partition}' => 'boot',
            '{class}' => 'photos',
            '{mode}' => 'system',
        ]);
        $values = $field->allowedTexts();
        foreach ([...is_array($values) ? $values : [], null] as $value) {
            FactName::check($name, $value, 'the form');
        }
        expect($field->type())->toBeIn(['text', 'int', 'percent', 'flag', 'list']);
    }
});

it('names the same kinds and encryptions in code and in the schemas', function () {
    $schema = static fn(string $name): array => json_decode(
        (string) file_get_contents(dirname(__DIR__, 3) . "/docs/formats/{$name}.schema.json"),
        true,
    );

    expect($schema('release-card')['properties']['kind']['enum'])
        ->toBe(array_column(PackageKind::cases(), 'value'))
        ->and($schema('model-sheet')['properties']['encryptions']['items']['enum'])
        ->toBe(array_column(Encryption::cases(), 'value'))
        ->and($schema('intent')['enum'])
        ->toBe(array_column(Intent::cases(), 'value'))
        ->and($schema('loss-class')['enum'])
        ->toBe(array_column(LossClass::cases(), 'value'));
});

it('refuses a sheet with more entries than any phone has, and takes one with many', function () {
    $sheet = static function (int $count): array {
        $sheet = World::sheet('bowline')->toArray();
        $missing = $count - count($sheet['partitions']);
        foreach (range(1, $missing) as $number) {
            $sheet['partitions'][] = ['name' => "part{$number}", 'sizeBytes' => 4096, 'perSlot' => false];
        }

        return $sheet;
    };

    expect(ModelSheet::fromArray($sheet(200))->partitions)
        ->toHaveCount(200)
        ->and(fn() => ModelSheet::fromArray($sheet(201)))
        ->toThrow(FormatError::class);
});

it('says which member of a kept document does not fit, where it was changed by hand', function () {
    $kept = World::unit('SK-07')->toArray();
    $backup = ['id' => 'x', 'classes' => ['teapots'], 'place' => 'computer', 'madeAt' => '2026-09-01T10:00:00Z'];

    expect(Unit::kept($kept)->label)
        ->toBe('SK-07')
        ->and(fn() => Unit::kept(['label' => 7] + $kept))
        ->toThrow(FormatError::class, 'label')
        ->and(fn() => Unit::kept(['backups' => [$backup]] + $kept))
        ->toThrow(FormatError::class, 'classes')
        ->and(fn() => Unit::kept(array_diff_key($kept, ['label' => true])))
        ->toThrow(FormatError::class, 'label');
});

it('states the closed sets that the code has', function (string $schema, array $at, array $values) {
    $part = json_decode((string) file_get_contents(Schema::folder() . "/{$schema}.schema.json"), true);
    foreach ($at as $name) {
        $part = $part[$name];
    }
    expect(array_values(array_filter($part['enum'], is_string(...))))->toEqualCanonicalizing($values);
})->with([
    'containers' => [
        'package',
        ['properties', 'container'],
        array_column(Tornavis\Core\Package\Container::cases(), 'value'),
    ],
    'operations' => [
        'plan',
        ['properties', 'steps', 'items', 'properties', 'operation'],
        array_column(Tornavis\Core\Words\OperationName::cases(), 'value'),
    ],
    'intents' => ['intent', [], array_column(Intent::cases(), 'value')],
    'losses' => ['loss-class', [], array_column(LossClass::cases(), 'value')],
    'events' => ['journal-event', ['properties', 'kind'], array_column(Tornavis\Core\Run\EventKind::cases(), 'value')],
    'sources' => ['fact', ['properties', 'source'], array_column(Tornavis\Core\Fact\Source::cases(), 'value')],
    'kinds of package' => ['release-card', ['properties', 'kind'], array_column(PackageKind::cases(), 'value')],
    'what a recovery can do' => [
        'release-card',
        ['properties', 'abilities', 'items'],
        array_column(Tornavis\Core\Words\Ability::cases(), 'value'),
    ],
    'integrity' => [
        'package',
        ['properties', 'integrity'],
        array_column(Tornavis\Core\Package\Integrity::cases(), 'value'),
    ],
    'what a run is' => [
        'bench-run',
        ['properties', 'status'],
        [
            Tornavis\Core\Run\RunState::NOT_STARTED,
            Tornavis\Core\Run\RunState::RUNNING,
            Tornavis\Core\Run\RunState::GATED,
            Tornavis\Core\Run\RunState::ASKED,
            Tornavis\Core\Run\RunState::LOST,
            Tornavis\Core\Run\RunState::STOPPED,
            Tornavis\Core\Run\RunState::ENDED,
        ],
    ],
]);
