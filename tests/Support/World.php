<?php

declare(strict_types=1);

namespace Tests\Support;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Package\Archive\Unpacker;
use Tornavis\Core\Package\Checksum;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageInspector;
use Tornavis\Core\Package\ReleaseCard;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\Unit;
use Tornavis\Core\Plan\Plan;
use Tornavis\Core\Plan\Planner;
use Tornavis\Core\Reading\PrintedText;
use Tornavis\Core\Reading\Reading;
use Tornavis\Core\Reading\TextReader;
use Tornavis\Core\Situation\Answers;
use Tornavis\Core\Situation\HouseRules;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Intent;

/** The demo world for tests: its files are made once and read by the real readers. */
final class World
{
    public const SALTERN = [
        'saltern-15.2-20260903-bowline.zip',
        'wicket-4.1-bowline.img',
        'saltern-15.2-boot-bowline.img',
        'saltern-15.2-dtbo-bowline.img',
    ];

    public const DRIFTGLASS = [
        'driftglass-15.1-20260820-bowline.zip',
        'wicket-4.1-bowline.img',
        'driftglass-15.1-boot-bowline.img',
        'driftglass-15.1-dtbo-bowline.img',
        'larder-mini-15-arm64.zip',
    ];

    public const FIRMWARE = 'firmware-5.2.11-bowline.zip';

    /** @var array<string, Package> */
    private static array $packages = [];

    /** The folder of the demo files. */
    public static function shelf(): string
    {
        static $folder = null;

        return $folder ??= TestRun::shelf();
    }

    public static function path(string $name): string
    {
        if (str_ends_with($name, '-raw.img')) {
            return self::expanded($name);
        }
        return self::shelf() . '/' . $name;
    }

    /** A sparse image of the demo as it is once it was expanded on the shelf, with its card. */
    private static function expanded(string $name): string
    {
        $folder = self::shelf() . '-expanded';
        if (!is_file("{$folder}/{$name}")) {
            @mkdir($folder);
            $sparse = PackageInspector::standard()->inspect(self::shelf() . '/' . str_replace('-raw', '', $name));
            Unpacker::unpack($sparse->path, "{$folder}/{$name}.part", 1 << 30);
            ReleaseCard::write("{$folder}/{$name}", [
                ...['format' => 'tornavis/release-card', 'version' => 1, 'kind' => 'generic image'],
                ...ReleaseCard::fieldsOf($sparse),
                'file' => ['name' => $name, 'sha256' => Checksum::sha256("{$folder}/{$name}.part")],
            ]);
            rename("{$folder}/{$name}.part", "{$folder}/{$name}");
        }

        return "{$folder}/{$name}";
    }

    /**
     * @param  list<string>  $kit
     * @return array<string, string> path by name
     */
    public static function files(array $kit): array
    {
        return array_combine($kit, array_map(self::path(...), $kit));
    }

    public static function package(string $name): Package
    {
        return self::$packages[$name] ??= PackageInspector::standard()
            ->describe(self::path($name))
            ->withSha256(Checksum::sha256(self::path($name)));
    }

    public static function sheet(string $codename): ModelSheet
    {
        return ModelSheet::read(dirname(__DIR__, 2) . "/demo/models/{$codename}.json");
    }

    /**
     * @param  array<string, string|int|bool|list<string>|null>  $otherwise  facts that differ
     */
    public static function unit(string $label, array $otherwise = []): Unit
    {
        $unit = Unit::read(dirname(__DIR__, 2) . "/demo/units/{$label}.json");
        $facts = array_values(
            array_filter($unit->facts, static fn(Fact $fact): bool => !array_key_exists($fact->name, $otherwise)),
        );
        foreach ($otherwise as $name => $value) {
            $facts[] = Fact::of($name, $value, Source::Phone, 'test');
        }

        return new Unit($unit->label, $unit->codename, $facts, $unit->backups);
    }

    /**
     * @param  list<string|Package>  $kit
     * @param  array<string, string|int|bool|list<string>|null>  $otherwise
     */
    public static function situation(
        string $label,
        array $kit,
        array $otherwise = [],
        HouseRules $house = new HouseRules(),
        Answers $answers = new Answers(),
        Intent $intent = Intent::Fresh,
    ): Situation {
        $unit = self::unit($label, $otherwise);

        return new Situation(
            self::sheet($unit->codename),
            $unit,
            array_map(static fn(string|Package $one): Package => is_string($one) ? self::package($one) : $one, $kit),
            $intent,
            '2026-09-14T12:00:00Z',
            $house,
            $answers,
        );
    }

    /**
     * @param  list<string|Package>  $kit
     * @param  array<string, string|int|bool|list<string>|null>  $otherwise
     */
    public static function plan(
        string $label,
        array $kit,
        array $otherwise = [],
        HouseRules $house = new HouseRules(),
        Answers $answers = new Answers(),
    ): Plan {
        return Planner::plan(self::situation($label, $kit, $otherwise, $house, $answers));
    }

    /** What a pasted text says. */
    public static function reading(string $text): Reading
    {
        return TextReader::read(PrintedText::of($text));
    }

    /**
     * A property dump of the phone SK-07.
     *
     * @param  array<string, string>  $differs
     */
    public static function dump(array $differs = []): string
    {
        $values = array_merge(
            [
                'ro.product.device' => 'bowline',
                'ro.product.model' => 'OF-301',
                'ro.product.manufacturer' => 'Ostrand',
                'ro.soc.model' => 'Qorin 730',
                'ro.boot.slot_suffix' => '_a',
                'ro.build.version.release' => '14',
                'ro.build.version.sdk' => '34',
                'ro.build.version.incremental' => 'deck-14.0.8-of301',
                'ro.build.version.security_patch' => '2026-05-01',
                'ro.bootloader' => '5.2.11',
                'ro.serialno' => 'SKF3A07Q41',
                'ro.product.first_api_level' => '33',
            ],
            $differs,
        );

        return implode(
            '',
            array_map(
                static fn(string $key, string $value): string => "[{$key}]: [{$value}]\n",
                array_keys($values),
                $values,
            ),
        );
    }

    /**
     * A plan as a document, as a run takes it.
     *
     * @return array<string, mixed>
     */
    public static function document(Plan $plan): array
    {
        return json_decode($plan->toJson(), true, 64, JSON_THROW_ON_ERROR);
    }

    /**
     * A package with other facts than its file has, for rules whose situation no demo file shows.
     *
     * @param  array<string, string|int|bool|list<string>|null>  $facts
     */
    public static function altered(string $name, array $facts): Package
    {
        $data = self::package($name)->toArray();
        $data['facts'] = array_values(
            array_filter($data['facts'], static fn(array $fact): bool => !array_key_exists($fact['name'], $facts)),
        );
        foreach ($facts as $fact => $value) {
            $data['facts'][] = ['name' => $fact, 'value' => $value, 'source' => 'card', 'where' => 'test'];
        }

        return Package::fromArray($data);
    }
}
