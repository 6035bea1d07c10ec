<?php

declare(strict_types=1);

namespace Tornavis\Core\Package;

use Tornavis\Core\Package\PackageField as Field;

/**
 * Where the content of a file goes, and which content belongs there.
 *
 * What a file is was read from its bytes ({@see Container}); its name, kind and card do not count here. Which images
 * start with which magic is a fact of the open formats, as the readers have it.
 */
final readonly class Destination
{
    private const PACKAGES = [Container::ScriptedZip, Container::PayloadZip];

    private const BUNDLES = [Container::ZipBundle, Container::TarBundle];

    /** What belongs in the partitions whose content is a format of its own, by their name. */
    private const BY_PARTITION = [
        'boot' => [Container::BootImage],
        'init_boot' => [Container::BootImage],
        'recovery' => [Container::BootImage],
        'vendor_boot' => [Container::VendorBootImage],
        'vendor_kernel_boot' => [Container::VendorBootImage],
        'dtbo' => [Container::DeviceTreeTable],
        'super' => [Container::Super, Container::EmptySuper, Container::Sparse],
        'system' => self::FILE_SYSTEMS,
        'system_ext' => self::FILE_SYSTEMS,
        'product' => self::FILE_SYSTEMS,
        'vendor' => self::FILE_SYSTEMS,
        'odm' => self::FILE_SYSTEMS,
        'vendor_dlkm' => self::FILE_SYSTEMS,
        'odm_dlkm' => self::FILE_SYSTEMS,
        'system_dlkm' => self::FILE_SYSTEMS,
    ];

    private const FILE_SYSTEMS = [Container::FileSystem, Container::Sparse];

    /**
     * @param  ?list<Container>  $takes  null where any image will do
     * @param  string  $what  what is wanted there, with its article
     * @param  bool  $takesFilesOfArchives  whether an image may lie in a zip or tar as a file of its own
     */
    private function __construct(
        private ?array $takes,
        private string $what,
        private ?string $partition = null,
        private bool $takesFilesOfArchives = false,
    ) {}

    /** The recovery installs it. */
    public static function installedByRecovery(): self
    {
        return new self(self::PACKAGES, 'an update package that a recovery installs');
    }

    /** The maker's own system as images, written one by one. */
    public static function makersBundle(): self
    {
        return new self(self::BUNDLES, "the maker's bundle of images");
    }

    /** Images that are written one by one, whatever else the archive is that they lie in. */
    public static function images(): self
    {
        return new self(self::BUNDLES, 'an archive of images that are written one by one', null, true);
    }

    /** @param  bool  $verification  whether the partition holds a verification header, by its model sheet */
    public static function partition(string $name, bool $verification = false): self
    {
        $takes =
            $verification || str_starts_with($name, 'vbmeta')
                ? [Container::Verification]
                : self::BY_PARTITION[$name] ?? null;

        return new self($takes, "an image for {$name}", $name, true);
    }

    /** A partition that is written byte by byte, by something that does not know sparse images. */
    public static function rawPartition(string $name): self
    {
        $takes = self::BY_PARTITION[$name] ?? null;
        $raw = static fn(Container $one): bool => $one !== Container::Sparse;

        return new self(
            $takes === null ? null : array_values(array_filter($takes, $raw)),
            "an image for {$name}, as it stands byte by byte",
            $name,
        );
    }

    /** An image that the phone is started from once. */
    public static function startedOnce(): self
    {
        return new self([Container::BootImage, Container::VendorBootImage], 'an image that a phone starts from');
    }

    public static function emptyLayout(): self
    {
        return new self([Container::EmptySuper], 'an empty layout', 'super');
    }

    /** What is wrong with one image in an archive, by its own first bytes; null where nothing is known to be. */
    public function mismatchOfImage(PartitionImage $image, Package $package): ?Mismatch
    {
        $content = Container::tryFrom((string) $image->content);
        $fits = $content === null || ($this->takes === null ? self::isImage($content) : $this->takesAnyOf($content));

        return $fits
            ? null
            : new Mismatch(
                basename((string) $image->entry) .
                    " in {$package->name()} is {$content->withArticle()}. Here {$this->what} is needed.",
                MismatchWay::OtherFile,
            );
    }

    /** What is wrong with the file for this place; null where it belongs there, or nobody could read it. */
    public function mismatch(Package $package): ?Mismatch
    {
        $container = $package->container;
        if ($container === null || $this->holds($container, $package)) {
            $image = $this->partition === null ? null : $package->imageFor($this->partition);

            return $image?->entry === null ? null : $this->mismatchOfImage($image, $package);
        }
        $inside = Container::tryFrom((string) $package->facts->text(Field::INSIDE));
        $is = "{$package->name()} is {$container->withArticle()}";

        $packedBy = $package->facts->text(Field::COMPRESSION);
        $holds = match (true) {
            $inside === null => 'what is in it is not known',
            $packedBy === null => "{$inside->withArticle()}, packed",
            default => "{$inside->withArticle()}, packed by {$packedBy}",
        };

        return match (true) {
            $container === Container::Compressed => new Mismatch(
                "{$is}: {$holds}. Here {$this->what} is needed as it is; written packed it would be garbage.",
                $inside === null || $this->takesAnyOf($inside) ? MismatchWay::Unpack : MismatchWay::OtherFile,
                $package->facts->int(Field::EXPANDED),
            ),
            $container === Container::Sparse && $this->partition !== null && $this->takesAnyOf(Container::FileSystem)
                => new Mismatch(
                "{$is}, which leaves out what is empty. It would be written as it stands and start nothing.",
                MismatchWay::Unpack,
                $package->facts->int(Field::EXPANDED),
            ),
            $this->partition !== null &&
                in_array($container, [Container::PayloadZip, Container::Payload], true) &&
                $package->imageFor($this->partition) !== null
                => new Mismatch(
                "{$is}. The image for {$this->partition} lies in its payload and has to be taken out first.",
                MismatchWay::TakeOut,
                $package->imageFor($this->partition)->sizeBytes,
                $this->partition,
            ),
            default => new Mismatch("{$is}. Here {$this->what} is needed.", MismatchWay::OtherFile),
        };
    }

    private function takesAnyOf(Container $container): bool
    {
        return $this->takes === null || in_array($container, $this->takes, true);
    }

    private function holds(Container $container, Package $package): bool
    {
        // An image that is a file of its own in an archive is written as it lies there.
        $lying = array_filter(
            $package->images,
            fn(PartitionImage $one): bool => $one->entry !== null &&
                ($this->partition === null || $one->partition === $this->partition),
        );
        if ($this->takesFilesOfArchives && $lying !== []) {
            return true;
        }

        return $this->takes === null ? self::isImage($container) : in_array($container, $this->takes, true);
    }

    private static function isImage(Container $container): bool
    {
        $others = [...self::PACKAGES, ...self::BUNDLES, Container::Compressed, Container::Payload];

        return !in_array($container, $others, true);
    }
}
