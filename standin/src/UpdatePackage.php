<?php

declare(strict_types=1);

namespace Tornavis\StandIn;

/** A package as a recovery sees it: whole or not, for whom, and which images it writes. */
final readonly class UpdatePackage
{
    /** Names of images that are the content of what is added, and no partition. */
    private const CONTENT = ['bundle', 'content'];

    private const HEAD_BYTES = 64 << 10;

    private const PIECE_BYTES = 256 << 10;

    private const SCRIPT = 'META-INF/com/google/android/updater-script';

    private const CERTIFICATE = 'META-INF/com/android/otacert';

    /**
     * @param  list<string>  $codenames  empty when it asks for none
     * @param  array<string, array{label: array<string, mixed>, sizeBytes: int}>  $images  by partition
     * @param  ?array<string, mixed>  $adds  what it adds to a system; null where it writes partitions
     */
    private function __construct(
        public array $codenames,
        public array $images,
        public int $writtenBytes,
        public ?array $adds,
        public ?string $script = null,
        public ?int $timestamp = null,
        public ?string $signer = null,
        public ?string $slot = null,
    ) {}

    /**
     * The package as its script wrote it: those images alone, under the names of the partitions that they went to.
     */
    public function writtenBy(UpdateScript $script, Labels $labels): self
    {
        $images = [];
        $slots = [];
        foreach ($script->writes as ['partition' => $name, 'entry' => $entry]) {
            $partition = (string) preg_replace('/_[ab]$/', '', $name);
            $slots[] = $partition === $name ? null : substr($name, -1);
            $images[$partition] =
                $this->images[basename($entry, '.img')] ??
                ($this->images[$partition] ?? ['label' => $labels->stated($partition) ?? [], 'sizeBytes' => 0]);
        }
        $told = $labels->areTold() && $script->writes !== [] ? $labels->partitions() : [];
        foreach (array_diff($told, array_keys($images)) as $partition) {
            $images[$partition] = ['label' => $labels->stated($partition) ?? [], 'sizeBytes' => 0];
        }
        $isOneSlot = count(array_unique($slots)) === 1;

        return new self(
            $this->codenames,
            $images,
            $this->writtenBytes,
            $images === [] ? $this->adds : null,
            $this->script,
            $this->timestamp,
            $this->signer,
            $isOneSlot ? $slots[0] : null,
        );
    }

    /** Whether every image in it is of one sort: "firmware" or "recovery". */
    public function isAll(string $sort): bool
    {
        $others = array_filter($this->images, static fn(array $image): bool => !isset($image['label'][$sort]));

        return $this->adds === null && $this->images !== [] && $others === [];
    }

    /** Whether a file is a package at all, and no bare image: packages are zip files. */
    public static function isOne(string $path): bool
    {
        return file_get_contents($path, false, null, 0, 2) === 'PK';
    }

    /**
     * @throws RefusedError with the status that a recovery would show
     */
    public static function open(string $path, Labels $labels): self
    {
        $zip = new \ZipArchive();
        if ($zip->open($path, \ZipArchive::RDONLY) !== true) {
            throw new RefusedError(RefusedError::BROKEN, 'The package cannot be opened: it is damaged.');
        }
        $payload = $zip->getStream('payload.bin');
        $script = $zip->getFromName(self::SCRIPT);
        $said = self::metadata($zip);
        [$images, $bytes, $adds] =
            $payload === false
                ? self::fromFiles($zip, $labels)
                : [...(new PayloadStream($payload))->images($labels), null];
        $certificate = $zip->getFromName(self::CERTIFICATE);
        $zip->close();
        $time = $said['post-timestamp'] ?? '';

        return new self(
            preg_split('/\s*\|\s*/', $said['pre-device'] ?? '', -1, PREG_SPLIT_NO_EMPTY) ?: [],
            $images,
            $bytes,
            $adds,
            $script === false ? null : $script,
            ctype_digit($time) ? (int) $time : null,
            $certificate === false ? null : self::fingerprint($certificate),
        );
    }

    /** SHA-256 of a certificate without its armour, in hex. */
    private static function fingerprint(string $certificate): string
    {
        $inner = preg_replace('/-----[^-]+-----|\s+/', '', $certificate);

        return hash('sha256', (string) base64_decode((string) $inner, true));
    }

    /**
     * @return array<string, string>
     */
    private static function metadata(\ZipArchive $zip): array
    {
        for ($i = 0; $i < $zip->numFiles; $i++) {
            if (str_ends_with((string) $zip->getNameIndex($i), '/metadata')) {
                preg_match_all('/^([^=\n]+)=(.*)$/m', (string) $zip->getFromIndex($i), $lines);

                return array_combine($lines[1], array_map(trim(...), $lines[2]));
            }
        }

        return [];
    }

    /**
     * The beginning of an entry, and its size; read to its end, so that damage is found.
     *
     * @return array{string, int}
     */
    private static function unpacked(\ZipArchive $zip, int $index, string $name): array
    {
        $stat = $zip->statIndex($index);
        $stream = $zip->getStreamIndex($index);
        $head = '';
        $size = 0;
        $sum = hash_init('crc32b');
        while ($stream !== false && ($piece = (string) @fread($stream, self::PIECE_BYTES)) !== '') {
            $head .= $size < self::HEAD_BYTES ? substr($piece, 0, self::HEAD_BYTES - $size) : '';
            $size += strlen($piece);
            hash_update($sum, $piece);
        }
        if ($stat === false || $size !== $stat['size'] || hexdec(hash_final($sum)) !== $stat['crc']) {
            throw new RefusedError(RefusedError::BROKEN, "{$name} does not unpack.");
        }

        return [$head, $size];
    }

    /**
     * @return array{array<string, array{label: array<string, mixed>, sizeBytes: int}>, int, ?array<string, mixed>}
     */
    private static function fromFiles(\ZipArchive $zip, Labels $labels): array
    {
        $images = [];
        $bytes = 0;
        $adds = null;
        for ($i = 0; $i < $zip->numFiles; $i++) {
            $name = (string) $zip->getNameIndex($i);
            if (!str_ends_with($name, '.img')) {
                continue;
            }
            [$head, $size] = self::unpacked($zip, $i, $name);
            $partition = basename($name, '.img');
            $label = $labels->of($head, $partition) ?? [];
            $adds ??= isset($label['addon']) || in_array($partition, self::CONTENT, true) ? $label : null;
            $images[$partition] = ['label' => $label, 'sizeBytes' => $size];
            $bytes += $size;
        }

        $adds = $adds === [] || $adds === null ? $labels->stated(Labels::ADDS) ?? $adds : $adds;
        // Block images come as lists of changes; which partitions they make up was read elsewhere.
        foreach ($adds === null ? array_diff($labels->partitions(), array_keys($images)) : [] as $partition) {
            $images[$partition] = ['label' => $labels->stated($partition) ?? [], 'sizeBytes' => 0];
        }

        return [$images, $bytes, $adds];
    }
}
