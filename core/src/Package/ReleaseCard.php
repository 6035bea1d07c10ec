<?php

declare(strict_types=1);

namespace Tornavis\Core\Package;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Format\FormatError;
use Tornavis\Core\Format\Schema;
use Tornavis\Core\Package\PackageField as Field;

/**
 * A small open JSON file beside a package that states what its publisher requires.
 * JSON form: docs/formats/release-card.schema.json.
 */
final readonly class ReleaseCard
{
    private const LARGEST_BYTES = 64 << 10;

    /** Place in the card → name of the fact. */
    private const FACTS = [
        'kind' => Field::KIND,
        'family' => Field::FAMILY,
        'versionName' => Field::VERSION,
        'codenames' => Field::CODENAMES,
        'models' => Field::MODELS,
        'excludes' => Field::EXCLUDES,
        'chipsets' => Field::CHIPSETS,
        'carriers' => Field::CARRIERS,
        'architecture' => Field::ARCHITECTURE,
        'buildId' => Field::BUILD_ID,
        'release' => Field::RELEASE,
        'api' => Field::API,
        'patchLevel' => Field::PATCH_LEVEL,
        'channel' => Field::CHANNEL,
        'official' => Field::OFFICIAL,
        'region' => Field::REGION,
        'partition' => Field::PARTITION,
        'partOf' => Field::PART_OF,
        'abilities' => Field::ABILITIES,
        'preInstall' => Field::PRE_INSTALL,
        'after' => Field::AFTER,
        'vendorChannel' => Field::VENDOR_CHANNEL,
        'slotScheme' => Field::SLOT_SCHEME,
        'rollbackIndex' => Field::ROLLBACK_INDEX,
        'requires.vendor.min' => Field::VENDOR_MIN,
        'requires.vendor.channel' => Field::VENDOR_NEEDED_CHANNEL,
        'file.sha256' => Field::SHA256,
        'file.sizeBytes' => Field::SIZE,
        'requires.firmware.min' => Field::FIRMWARE_MIN,
        'requires.firmware.slots' => Field::FIRMWARE_SLOTS,
        'requires.stockRelease' => Field::STOCK_RELEASE_MIN,
        'requires.fixes' => Field::FIXES,
        'requires.recovery.family' => Field::RECOVERY_FAMILY,
        'requires.recovery.min' => Field::RECOVERY_MIN,
        'requires.recovery.abilities' => Field::RECOVERY_ABILITIES,
        'requires.fileSystem' => Field::FILE_SYSTEM,
        'requires.launchApi.min' => Field::LAUNCH_API_MIN,
        'requires.launchApi.max' => Field::LAUNCH_API_MAX,
        'requires.base' => Field::BASE_KIND,
        'requires.root' => Field::NEEDS_ROOT,
        'requires.encryption' => Field::NEEDS_ENCRYPTION,
        'requires.wipe' => Field::WIPES,
        'requires.erase' => Field::NEEDS_ERASE,
        'knownProblems' => Field::KNOWN_PROBLEMS,
        'conditions' => Field::CONDITIONS,
        'brings.services' => Field::BRINGS_SERVICES,
        'brings.recovery' => Field::BRINGS_RECOVERY,
        'brings.firmware' => Field::BRINGS_FIRMWARE,
        'brings.extras' => Field::BRINGS_EXTRAS,
        'brings.encryption' => Field::BRINGS_ENCRYPTION,
    ];

    /**
     * @param  array<string, mixed>  $document
     */
    private function __construct(private string $path, private array $document) {}

    /**
     * The name of the fact that a field of the card states.
     *
     * @param  string  $field  its place: "architecture", "requires.firmware.min"
     *
     * @throws FormatError when the card has no such field, or the value does not belong in it
     */
    public static function factOf(string $field, mixed $value, string $where): string
    {
        $fact =
            self::FACTS[$field] ??
            throw FormatError::invalid(
                $where,
                $field,
                'There is no such field of a release card',
                'one of ' . implode(', ', array_keys(self::FACTS)),
            );
        $inner = $value;
        foreach (array_reverse(explode('.', $field)) as $key) {
            $inner = [$key => $inner];
        }
        $card = ['format' => 'tornavis/release-card', 'version' => 1, 'kind' => 'build'];
        Schema::of('release-card')->check(array_merge($card, $inner), "{$where}, {$field}");

        return $fact;
    }

    /**
     * What is known of a file, as fields of a card for another one that was made of it.
     *
     * @param  ?list<string>  $facts  names of the facts that still hold; null for all
     * @return array<string, mixed>
     */
    public static function fieldsOf(Package $package, ?array $facts = null): array
    {
        $fields = [];
        foreach (self::FACTS as $place => $name) {
            $value = $package->facts->best($name)?->value;
            $isOfFile = str_starts_with($place, 'file.') || $name === Field::KIND;
            if ($value === null || $isOfFile || ($facts !== null && !in_array($name, $facts, true))) {
                continue;
            }
            foreach (array_reverse(explode('.', $place)) as $key) {
                $value = [$key => $value];
            }
            $fields = array_replace_recursive($fields, $value);
        }

        return $fields;
    }

    /**
     * Checks a card that was filled in and writes it beside its file, whole or not at all.
     *
     * @param  array<string, mixed>  $document
     *
     * @throws FormatError
     */
    public static function write(string $file, array $document): self
    {
        $path = $file . '.card.json';
        Schema::of('release-card')->check($document, 'the card');
        $card = new self($path, $document);
        $card->refuseOtherFile($file, is_file($file) ? (int) filesize($file) : 0);
        $text =
            json_encode(
                $document,
                JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR,
            ) . "\n";
        if (@file_put_contents("{$path}.part", $text) !== strlen($text) || !@rename("{$path}.part", $path)) {
            @unlink("{$path}.part");

            throw FormatError::notWritable($path);
        }

        return $card;
    }

    /**
     * @return array<string, mixed>
     */
    public function document(): array
    {
        return $this->document;
    }

    /** @throws FormatError */
    public static function read(string $path): self
    {
        $size = is_file($path) ? (int) filesize($path) : 0;
        if ($size > self::LARGEST_BYTES) {
            throw FormatError::tooLarge($path, $size, self::LARGEST_BYTES);
        }
        $data = Schema::decode($path);
        Schema::of('release-card')->check($data, $path);

        return new self($path, $data);
    }

    /**
     * @return list<Fact>
     */
    public function facts(): array
    {
        $facts = [];
        foreach (self::FACTS as $place => $name) {
            $value = $this->document;
            foreach (explode('.', $place) as $key) {
                $value = is_array($value) ? $value[$key] ?? null : null;
            }
            if (is_string($value) || is_int($value) || is_bool($value)) {
                $facts[] = Fact::of($name, $value, Source::Card, basename($this->path));
            } elseif (is_array($value)) {
                $facts[] = Fact::of(
                    $name,
                    array_values(array_filter($value, is_string(...))),
                    Source::Card,
                    basename($this->path),
                );
            }
        }

        $questions = $this->questions();
        if ($questions !== []) {
            $facts[] = Fact::of(Field::QUESTIONS, $questions, Source::Card, basename($this->path));
        }

        return $facts;
    }

    /**
     * @return list<string> each as JSON
     */
    private function questions(): array
    {
        $questions = $this->document['questions'] ?? [];
        $flags = JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES;

        return array_map(
            static fn(mixed $one): string => json_encode($one, $flags),
            is_array($questions) ? array_values($questions) : [],
        );
    }

    /**
     * A card whose file has another name and another size was put beside the wrong file. One that names this
     * file but another size is right, and the file is damaged.
     *
     * @throws FormatError
     */
    public function refuseOtherFile(string $path, int $sizeBytes): void
    {
        $file = $this->document['file'] ?? null;
        $named = is_array($file) && is_string($file['name'] ?? null) ? $file['name'] : basename($path);
        $declared = is_array($file) && is_int($file['sizeBytes'] ?? null) ? $file['sizeBytes'] : $sizeBytes;
        if ($named !== basename($path) && $declared !== $sizeBytes) {
            throw FormatError::otherFile(
                $this->path,
                $named,
                basename($path),
                "it declares {$declared} bytes, the file has {$sizeBytes}",
            );
        }
    }
}
