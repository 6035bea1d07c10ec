<?php

declare(strict_types=1);

namespace App\Prove;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Package\Checksum;
use Tornavis\Core\Package\Container;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Words\PackageKind;

/** Files as they come from outside the demo world: packed, for another variant, with the wrong content. */
final readonly class StrangeFiles
{
    private const PERCENT = 12;

    /** On models that keep the identity of the radio in a partition of its own. */
    private const IDENTITY_PERCENT = 8;

    private const EXPANDED_PERCENT = 70;

    private const SCRIPTED_PERCENT = 25;

    public function __construct(private Dice $dice) {}

    /** The file, or now and then another one that looks like it. */
    public function altered(Package $package, ModelSheet $sheet): Package
    {
        $identity = $sheet->identityPartition;
        if ($identity !== null && $this->dice->chance(self::IDENTITY_PERCENT)) {
            return self::stating($package, Field::WRITES, [...$package->facts->list(Field::WRITES), $identity]);
        }
        if ($package->kind() === PackageKind::Firmware && $this->dice->chance(self::SCRIPTED_PERCENT)) {
            // The same firmware as a package that a recovery installs.
            return $this->other($package, Container::ScriptedZip);
        }
        if (!$this->dice->chance(self::PERCENT)) {
            return $package;
        }

        return match ($this->dice->between(0, 7)) {
            0 => $this->packed($package),
            6, 7 => self::damaged($package),
            1 => $this->other($package, Container::Verification),
            2 => self::stating($package, Field::MODELS, [$this->dice->one(['ZZ-1', $sheet->variants[0]->model])]),
            3 => self::stating($package, Field::REGION, $this->dice->one(['EU', 'IN', 'north'])),
            4 => self::stating($package, Field::EXCLUDES, [
                $this->dice->one(['ZZ-1', $sheet->variants[0]->chipset ?? 'ZZ-2']),
            ]),
            default => self::stating($package, Field::CARRIERS, [$this->dice->one(['Pharos', 'Lantern'])]),
        };
    }

    /** A sparse image as the shelf would expand it for a model whose recovery writes the system. */
    public function expanded(Package $package, ModelSheet $sheet): Package
    {
        $isRaw =
            $package->container === Container::Sparse &&
            $sheet->partition('system')?->logical !== true &&
            $this->dice->chance(self::EXPANDED_PERCENT);

        return $isRaw
            ? Package::fromArray(['container' => Container::FileSystem->value] + $package->toArray())
            : $package;
    }

    /** The same build, of a publisher who asks for no firmware. */
    public static function withoutDemand(Package $package): Package
    {
        $document = $package->toArray();
        /** @var list<array{name: string}> $facts */
        $facts = $document['facts'];
        $isKept = static fn(array $fact): bool => $fact['name'] !== Field::FIRMWARE_MIN;

        return $package->kind() === PackageKind::Build
            ? Package::fromArray(['facts' => array_values(array_filter($facts, $isKept))] + $document)
            : $package;
    }

    private function packed(Package $package): Package
    {
        $inside = Fact::of(Field::INSIDE, $package->container->value ?? '', Source::File, 'drawn');
        $size = Fact::of(Field::EXPANDED, $package->sizeBytes * 2, Source::File, 'drawn');

        return $this->other($package, Container::Compressed)->withFacts($inside, $size);
    }

    /** A copy in which one byte has turned over on the way; everything else is as it was. */
    private static function damaged(Package $package): Package
    {
        $folder = sys_get_temp_dir() . '/tornavis-damaged';
        $path = "{$folder}/" . basename($package->path);
        if (!is_file($path)) {
            is_dir($folder) || @mkdir($folder, 0o700, true);
            $content = (string) file_get_contents($package->path);
            $at = intdiv(strlen($content) * 6, 10);
            $content[$at] = chr(ord($content[$at]) ^ 1);
            file_put_contents("{$path}.part", $content);
            rename("{$path}.part", $path);
        }
        $copy = Package::fromArray(['path' => $path] + $package->toArray());

        return $copy->withSums(Checksum::all($path, $copy->wantedSums()));
    }

    private function other(Package $package, Container $container): Package
    {
        $isInstalled = in_array($package->kind(), [PackageKind::SlotCopy, PackageKind::Cleaner], true);

        return $package->container === null || $isInstalled
            ? $package
            : Package::fromArray(['container' => $container->value, 'images' => []] + $package->toArray());
    }

    /** @param  string|list<string>  $value */
    private static function stating(Package $package, string $field, string|array $value): Package
    {
        return $package->withFacts(Fact::of($field, $value, Source::Settled, 'drawn'));
    }
}
