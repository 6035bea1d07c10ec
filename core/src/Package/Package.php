<?php

declare(strict_types=1);

namespace Tornavis\Core\Package;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Facts;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\Version;

/**
 * One file and everything that is known about it.
 *
 * @phpstan-import-type FactValue from Fact
 */
final readonly class Package
{
    /**
     * @param  ?Container  $container  null where the file could not be read; then $problem says why
     * @param  list<PartitionImage>  $images
     * @param  list<string>  $notUnderstood
     * @param  array<string, string>  $sums  older sums that were computed beside the SHA-256, hex by algorithm
     * @param  ?list<string>  $imageProblems  what a look into its images found to differ; null where nobody has looked
     * @param  ?string  $problem  why the file, or the card beside it, could not be used
     */
    public function __construct(
        public string $path,
        public int $sizeBytes,
        public ?Container $container,
        public Facts $facts,
        public array $images = [],
        public array $notUnderstood = [],
        public ?string $sha256 = null,
        public ?string $problem = null,
        public ?string $cardProblem = null,
        public array $sums = [],
        public ?array $imageProblems = null,
    ) {}

    /** A file of which nothing is known but why. */
    public static function withProblem(string $path, int $sizeBytes, string $problem): self
    {
        return new self($path, $sizeBytes, null, Facts::of(), problem: $problem);
    }

    public function name(): string
    {
        return basename($this->path);
    }

    /** What the file is; null where neither its content nor a card says so. */
    public function kind(): ?PackageKind
    {
        return PackageKind::tryFrom((string) $this->facts->text(PackageField::KIND));
    }

    /** Family and version as people say them: "Name 15.2", or "boot of Name 15.2" for one of its images. */
    public function title(): string
    {
        $title = trim($this->facts->text(PackageField::FAMILY) . ' ' . $this->facts->text(PackageField::VERSION));
        if ($title === '') {
            return $this->name();
        }

        return $this->kind() === PackageKind::PartitionImage
            ? "{$this->facts->text(PackageField::PARTITION)} of {$title}"
            : $title;
    }

    public function integrity(): Integrity
    {
        return (new IntegrityVerdict($this))->level();
    }

    /** What the verdict on the file's integrity rests on, in a sentence. */
    public function integrityReason(): string
    {
        return (new IntegrityVerdict($this))->reason();
    }

    /**
     * Algorithms that a card, a list or a person states a sum for, SHA-256 always among them.
     *
     * @return list<string>
     */
    public function wantedSums(): array
    {
        return array_values(
            array_filter(
                ['sha256', 'sha512', 'sha1', 'md5'],
                fn(string $one): bool => $one === 'sha256' || $this->facts->text($one) !== null,
            ),
        );
    }

    /**
     * What its installer asks on the phone.
     *
     * @return list<InstallerQuestion>
     */
    public function questions(): array
    {
        return array_map(InstallerQuestion::fromJson(...), $this->facts->list(PackageField::QUESTIONS));
    }

    public function imageFor(string $partition): ?PartitionImage
    {
        // An image by itself goes where its card says; its own format serves several partitions.
        $alone = count($this->images) === 1 && $this->images[0]->entry === null ? $this->images[0] : null;
        if ($alone !== null) {
            return in_array($partition, ImagePlaces::of($this, $alone), true) ? $alone : null;
        }
        foreach ($this->images as $image) {
            if ($image->partition === $partition) {
                return $image;
            }
        }

        return null;
    }

    /** Sum of the images once written, in bytes; the file's own size where it carries none. */
    public function writtenBytes(): int
    {
        return array_sum(array_map(static fn(PartitionImage $image): int => $image->sizeBytes, $this->images)) ?:
            $this->sizeBytes;
    }

    /** @param  array<string, mixed>  $differs  arguments of the constructor, by name */
    private function with(array $differs): self
    {
        return (new \ReflectionClass(self::class))->newInstanceArgs($differs + get_object_vars($this));
    }

    public function withSha256(string $sha256): self
    {
        return $this->withSums(['sha256' => $sha256]);
    }

    /**
     * @param  array<string, string>  $sums  hex by algorithm, SHA-256 among them
     */
    public function withSums(array $sums): self
    {
        return $this->with(['sha256' => $sums['sha256'], 'sums' => array_diff_key($sums, ['sha256' => true])]);
    }

    /** With statements that people typed; what the file and its card say outranks them. */
    public function withFacts(Fact ...$facts): self
    {
        return $this->with(['facts' => $this->facts->with(...$facts)]);
    }

    /** Without what people typed, as it was read. */
    public function withoutTyped(): self
    {
        return $this->with(['facts' => $this->facts->without(Source::Typed)]);
    }

    /** @param  list<string>  $problems  of its images, once they were looked at; empty where all agree */
    public function withImageProblems(array $problems): self
    {
        return $this->with(['imageProblems' => $problems]);
    }

    /** Whether a build writes firmware along with itself that is new enough for it. */
    public function bringsEnoughFirmware(): bool
    {
        $brings = $this->facts->text(PackageField::BRINGS_FIRMWARE);
        $needs = $this->facts->text(PackageField::FIRMWARE_MIN);

        return $brings !== null && ($needs === null || !Version::of($brings)->olderThan(Version::of($needs)));
    }

    /**
     * Whether it is a package with a script that writes these partitions and no other.
     *
     * @param  list<string>  $partitions
     */
    public function scriptWritesOnly(array $partitions): bool
    {
        $base = static fn(string $name): string => (string) preg_replace('/_[ab]$/', '', $name);

        return $this->container === Container::ScriptedZip &&
            array_diff(array_map($base, $this->facts->list(PackageField::WRITES)), $partitions) === [];
    }

    /** Whether images and a list of their sums lie in it, so that they can be compared. */
    public function listsItsImages(): bool
    {
        return in_array($this->container, [Container::ZipBundle, Container::TarBundle], true) &&
            array_filter($this->images, static fn(PartitionImage $image): bool => $image->sha256 !== null) !== [];
    }

    /** @return array<string, list<Fact>> what its sources disagree on; a longer list of codenames only says more */
    public function conflicts(): array
    {
        return $this->facts->conflicts([PackageField::CODENAMES]);
    }

    /** The same file in another place. */
    public function movedTo(string $path): self
    {
        return $this->with(['path' => $path]);
    }

    /**
     * @return array<string, mixed> as in docs/formats/package.schema.json
     */
    public function toArray(): array
    {
        $conflicts = [];
        foreach ($this->conflicts() as $name => $facts) {
            $conflicts[] = [
                'name' => $name,
                'statements' => array_map(static fn(Fact $fact): array => $fact->toArray(), $facts),
            ];
        }

        return [
            'path' => $this->path,
            'name' => $this->name(),
            'title' => $this->title(),
            'sizeBytes' => $this->sizeBytes,
            'container' => $this->container?->value,
            'sha256' => $this->sha256,
            'integrity' => $this->integrity()->value,
            'integrityReason' => $this->integrityReason(),
            'facts' => array_map(static fn(Fact $fact): array => $fact->toArray(), $this->facts->all()),
            'conflicts' => $conflicts,
            'images' => array_map(static fn(PartitionImage $image): array => get_object_vars($image), $this->images),
            'notUnderstood' => $this->notUnderstood,
            'problem' => $this->problem,
            'cardProblem' => $this->cardProblem,
        ] +
            ($this->sums === [] ? [] : ['sums' => $this->sums]) +
            ($this->imageProblems === null ? [] : ['imageProblems' => $this->imageProblems]);
    }

    /**
     * @param  array<string, mixed>  $data  as written by toArray()
     */
    public static function fromArray(array $data): self
    {
        /**
         * @var array{
         *     path: string,
         *     sizeBytes: int,
         *     container: ?string,
         *     sha256: ?string,
         *     facts: list<array{name: string, value: FactValue, source: string, where?: string, at?: string}>,
         *     images: list<array{
         *         partition: string,
         *         sizeBytes: int,
         *         sha256: ?string,
         *         entry: ?string,
         *         content?: ?string,
         *     }>,
         *     notUnderstood: list<string>,
         *     problem: ?string,
         *     cardProblem: ?string,
         *     sums?: array<string, string>,
         *     imageProblems?: list<string>
         * } $data
         */
        return new self(
            $data['path'],
            $data['sizeBytes'],
            $data['container'] === null ? null : Container::from($data['container']),
            Facts::of(...array_map(Fact::fromArray(...), $data['facts'])),
            array_map(
                static fn(array $image): PartitionImage => new PartitionImage(
                    $image['partition'],
                    $image['sizeBytes'],
                    $image['sha256'],
                    $image['entry'],
                    $image['content'] ?? null,
                ),
                $data['images'],
            ),
            $data['notUnderstood'],
            $data['sha256'],
            $data['problem'],
            $data['cardProblem'],
            $data['sums'] ?? [],
            $data['imageProblems'] ?? null,
        );
    }

    /** Bytes of a system image once it is written, which is more than a sparse or packed file has. */
    public function systemBytes(): int
    {
        $expanded = $this->facts->int(PackageField::EXPANDED);
        $image = $this->imageFor('system')->sizeBytes ?? 0;

        return max($expanded ?? 0, $image, $expanded === null ? $this->writtenBytes() : 0);
    }
}
