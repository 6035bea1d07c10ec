<?php

declare(strict_types=1);

use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Plan\Planner;
use Tornavis\Core\Rule\Severity;
use Tornavis\Core\Situation\Answers;
use Tornavis\Core\Tests\Fixture;
use Tornavis\Core\Words\Age;
use Tornavis\Core\Words\Intent;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\Version;

/*
 * Versions are compared where both are of one scheme. Of two schemes it is asked, and never taken for new enough.
 */

it('says how old a version is beside another one, or that this cannot be told', function (
    string $one,
    string $other,
    Age $age,
) {
    $back = match ($age) {
        Age::Older => Age::Newer,
        Age::Newer => Age::Older,
        default => $age,
    };

    expect(Version::of($one)->against(Version::of($other)))
        ->toBe($age)
        ->and(Version::of($other)->against(Version::of($one)))
        ->toBe($back);
})->with([
    ['5.2.11', '5.2.9', Age::Newer],
    ['5.2', '5.2.0', Age::Same],
    ['5.2', '5.2.1', Age::Older],
    ['4.0-rc1', '4.0', Age::Older],
    ['9.4b', '9.4a', Age::Newer],
    ['K40-B7', 'K40-B12', Age::Older],
    ['CB-2.4.1', 'CB-2.5', Age::Older],
    ['20260901', '20260815', Age::Newer],
    ['5.2.11', 'K40-B7', Age::Incomparable],
    ['K40-B7', 'TL90-B7', Age::Incomparable],
    ['15.2', '20260901', Age::Incomparable],
    ['9.4-EU', '9.4-IN', Age::Incomparable],
]);

/** Severity of a finding in the plan of a kit on the phone with two slots, without and with a person's word. */
function ofScheme(string $key, array $kit, array $phone, Intent $intent = Intent::Fresh): array
{
    $said = static function (Answers $answers) use ($key, $kit, $phone, $intent): ?Severity {
        $situation = Fixture::situation(Fixture::twoSlots(), $kit, $phone, $intent, answers: $answers);
        foreach (Planner::plan($situation)->findings as $one) {
            if ($one->key === $key) {
                return $one->severity;
            }
        }

        return null;
    };

    return [$said(new Answers()), $said(new Answers([$key]))];
}

it('asks where the two are of different schemes, and says yes or no where they are of one', function (
    string $key,
    string $fact,
    array $build,
    string $newer,
    string $older,
    string $other,
) {
    $kit = [Fixture::build(Fixture::twoSlots(), $build), Fixture::recovery(Fixture::twoSlots())];

    expect(ofScheme($key, $kit, [$fact => $newer]))
        ->toBe([Severity::Clear, Severity::Clear])
        ->and(ofScheme($key, $kit, [$fact => $older]))
        ->toBe([Severity::Stop, Severity::Stop])
        ->and(ofScheme($key, $kit, [$fact => $other]))
        ->toBe([Severity::Settle, Severity::Note]);
})->with([
    'firmware' => ['BASE-1:b', 'slot.b.firmware.version', [Field::FIRMWARE_MIN => '5.2.11'], '5.3', '5.1', 'K40-B7'],
    'vendor' => ['BASE-2', 'slot.b.vendor.version', [Field::VENDOR_MIN => '9.4'], '9.4', '9.2', 'VN-40'],
    'a release of the platform' => [
        'BASE-3',
        'slot.a.os.release',
        [Field::STOCK_RELEASE_MIN => '12'],
        '13',
        '11',
        'Base 14',
    ],
    'a version of the maker\'s, beside the maker\'s' => [
        'BASE-3',
        'slot.a.os.version',
        [Field::STOCK_RELEASE_MIN => '11.1.1'],
        '11.1.2',
        '11.0.9',
        'NK2-EU',
    ],
]);

it('compares no vendor numbers of two channels', function (?string $channel, array $severities) {
    $vendor = Fixture::package(PackageKind::Vendor, 'vendor-9.6.zip', [
        Field::VERSION => '9.6',
        Field::VENDOR_CHANNEL => 'developer',
        Field::CODENAMES => ['ashlar'],
    ]);
    $phone = ['slot.a.vendor.version' => '9.4', 'slot.a.vendor.channel' => $channel, 'slot.a.os.vendorMin' => '9.2'];

    expect(ofScheme('BASE-9:vendor', [$vendor], $phone, Intent::Base))->toBe($severities);
})->with([
    'of another one' => ['stable', [Severity::Settle, Severity::Note]],
    'of the same one' => ['developer', [Severity::Note, Severity::Note]],
]);

it('names the firmware of the kit that is too old', function (string $brings, bool $isNamed) {
    $sheet = Fixture::twoSlots();
    $kit = [Fixture::build($sheet, [Field::FIRMWARE_MIN => '5.2']), Fixture::firmware($sheet, $brings)];
    $reasons = array_map(
        static fn($one): string => $one->reason,
        Planner::plan(Fixture::situation($sheet, $kit))->findings,
    );

    expect(str_contains(implode(' ', $reasons), "firmware-{$brings}-ashlar.zip in the kit brings only"))->toBe(
        $isNamed,
    );
})->with([['5.1', true], ['5.3', false]]);
