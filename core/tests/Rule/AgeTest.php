<?php

declare(strict_types=1);

use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Rule\FitRules;
use Tornavis\Core\Situation\Answers;
use Tornavis\Core\Tests\Fixture;
use Tornavis\Core\Words\Intent;

/** What the phone runs, of the same family and age as the build of the fixture. */
const SAME_BUILD = [
    'slot.a.os.family' => 'Lintel',
    'slot.a.os.version' => '2.0',
    'slot.a.os.release' => '15',
    'slot.a.os.patchLevel' => '2026-02-05',
    'slot.a.os.buildTime' => 1_770_000_000,
];

/** Severity of one finding of an update in place. */
function ageOf(array $phone, array $build, string $key, array $agreed = []): string
{
    $sheet = Fixture::twoSlots();
    $situation = Fixture::situation(
        $sheet,
        [Fixture::build($sheet, $build)],
        [...SAME_BUILD, ...$phone],
        Intent::UpdateInPlace,
        answers: new Answers($agreed),
    );
    foreach (FitRules::look($situation) as $finding) {
        if ($finding->key === $key) {
            return $finding->severity->value;
        }
    }

    return 'silent';
}

it('stops an update in place that is older in any way, and asks for what is not known', function (
    string $subject,
    string $fact,
    string|int $newer,
    string|int $older,
) {
    $key = "UPDATE-1:{$subject}";

    expect(ageOf([], [], $key))
        ->toBe('clear')
        ->and(ageOf([$fact => $older], [], $key))
        ->toBe('clear')
        ->and(ageOf([$fact => $newer], [], $key))
        ->toBe('stop')
        ->and(ageOf([$fact => null], [], $key))
        ->toBe('settle')
        ->and(ageOf([$fact => null], [], $key, [$key]))
        ->toBe('note');
})->with([
    ['age/release', 'slot.a.os.release', '16', '14'],
    ['age/patch', 'slot.a.os.patchLevel', '2026-03-01', '2026-01-05'],
    ['age/time', 'slot.a.os.buildTime', 1_770_000_001, 1_769_000_000],
]);

it('goes by build time, then patch level, then versions of one scheme', function (
    array $phone,
    array $build,
    array $said,
) {
    $keys = ['age', 'age/time', 'age/patch'];

    expect(array_map(static fn(string $key): string => ageOf($phone, $build, "UPDATE-1:{$key}"), $keys))->toBe($said);
})->with([
    'a file four months newer by both, under an older name' => [
        [
            'slot.a.os.version' => '2026.1',
            'slot.a.os.patchLevel' => '2025-10-05',
            'slot.a.os.buildTime' => 1_760_000_000,
        ],
        [Field::VERSION => '2.0'],
        ['silent', 'clear', 'clear'],
    ],
    'built earlier, under a newer name' => [
        ['slot.a.os.buildTime' => 1_770_000_001],
        [Field::VERSION => '9.0'],
        ['silent', 'stop', 'clear'],
    ],
    'no time, a newer patch level, another scheme' => [
        ['slot.a.os.version' => 'K40-B7', 'slot.a.os.patchLevel' => '2025-10-05', 'slot.a.os.buildTime' => null],
        [],
        ['silent', 'silent', 'clear'],
    ],
    'no time, the same patch level, a newer version' => [
        ['slot.a.os.version' => '1.9', 'slot.a.os.buildTime' => null],
        [],
        ['clear', 'silent', 'clear'],
    ],
    'no time, the same patch level, an older version' => [
        ['slot.a.os.version' => '2.1', 'slot.a.os.buildTime' => null],
        [],
        ['stop', 'silent', 'clear'],
    ],
    'no time, the same patch level, another scheme' => [
        ['slot.a.os.version' => 'K40-B7', 'slot.a.os.buildTime' => null],
        [],
        ['silent', 'settle', 'clear'],
    ],
    'a file without a time either' => [
        ['slot.a.os.version' => 'K40-B7'],
        [Field::BUILD_TIME => null],
        ['settle', 'silent', 'clear'],
    ],
]);

it('asks for no build time where the patch level is newer, and stops for an older time all the same', function () {
    $older = ['slot.a.os.patchLevel' => '2026-01-05'];

    expect(ageOf(['slot.a.os.buildTime' => null] + $older, [], 'UPDATE-1:age/time'))
        ->toBe('silent')
        ->and(ageOf(['slot.a.os.buildTime' => 1_770_000_001] + $older, [], 'UPDATE-1:age/time'))
        ->toBe('stop');
});

it('judges what the script accepts as the phone will', function (
    string $field,
    array $accepted,
    string $fact,
    string $key,
) {
    $says = fn(?string $has): string => ageOf([$fact => $has], [$field => $accepted], $key);

    expect($says('7.2'))->toBe('clear')->and($says('7.3'))->toBe('stop')->and($says(null))->toBe('settle');
})->with([
    [Field::BOOTLOADERS, ['7.1', '7.2'], 'slot.b.firmware.version', 'BASE-7'],
    [Field::MODEMS, ['7.2'], 'slot.b.firmware.modem', 'BASE-7:modem'],
    [Field::VENDORS, ['7.2'], 'slot.b.vendor.version', 'BASE-7:vendor'],
    [Field::BASE_RELEASES, ['7.2'], 'slot.a.os.release', 'BASE-7:release'],
    [Field::BASE_BUILDS, ['7.2'], 'slot.a.os.buildId', 'BASE-7:base'],
]);

it('says what a script makes of a newer system, in its own family and in another', function (
    array $phone,
    int $limit,
    string $severity,
) {
    expect(ageOf($phone, [Field::REFUSES_NEWER => $limit], 'BASE-7:time'))->toBe($severity);
})->with([
    'as old' => [[], 1_770_000_000, 'clear'],
    'newer, the same family' => [[], 1_769_999_999, 'stop'],
    'newer, another family' => [['slot.a.os.family' => 'Other'], 1_769_999_999, 'mind'],
    'unknown' => [['slot.a.os.buildTime' => null], 1_769_999_999, 'silent'],
]);
