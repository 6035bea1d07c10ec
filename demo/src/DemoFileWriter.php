<?php

declare(strict_types=1);

namespace Tornavis\Demo;

use Tornavis\Core\Package\PackageInspector;

/** The ways in which the recipe makes its files; each writes one file and, where it has one, the card beside it. */
final readonly class DemoFileWriter
{
    use OlderDemoFiles;

    private const MIB = 1 << 20;

    public function __construct(private string $folder) {}

    public function path(string $name): string
    {
        return "{$this->folder}/{$name}";
    }

    /**
     * @param  array<string, mixed>  $card
     */
    public function build(
        string $path,
        BuildSpec $spec,
        array $card,
        int $systemMib = 192,
        bool $incremental = false,
    ): void {
        $images = [];
        $sizes = [
            'boot' => 24,
            'dtbo' => 2,
            'vendor_boot' => 24,
            'system' => $systemMib,
            'system_ext' => 32,
            'product' => 48,
            'vendor' => 64,
        ];
        foreach ($sizes as $partition => $mib) {
            $images[$partition] = self::buildImage($partition, $spec->label($partition), $mib * self::MIB);
        }
        if ($spec->headerIn !== null) {
            // Made for an unlocked phone: its checks are off.
            $header = Formats::verification([], ['boot', 'system'], 0, 'verify 1.2', off: true);
            $images[$spec->headerIn] = ImageContent::of($header, 2 * strlen($header));
        }
        UpdateZips::payload(
            $path,
            $images,
            $spec->metadata() + ($incremental ? ['pre-build-incremental' => 'saltern-15.2-20260801-bowline'] : []),
            $this->certificate($spec->signer),
            $incremental,
        );
        $this->card($path, $card);
    }

    /**
     * What a phone starts from has the form that belongs there, so that it can be taken out of the payload and used.
     *
     * @param  array<string, mixed>  $label
     */
    private static function buildImage(string $partition, array $label, int $bytes): ImageContent
    {
        $content = new ImageContent($label, $partition === 'system' ? self::MIB : 192 << 10, $bytes);

        return match ($partition) {
            'boot' => ImageContent::of(BootImages::boot($content, 15, 2026, 8), $bytes),
            'dtbo' => ImageContent::of(BootImages::deviceTreeTable($content), $bytes),
            'vendor_boot' => ImageContent::of(BootImages::vendorBoot($content, false), $bytes),
            default => $content,
        };
    }

    public function write(string $path, string $content): void
    {
        file_put_contents($path, $content);
    }

    public function truncated(string $path, string $whole): void
    {
        $content = (string) file_get_contents($whole);
        file_put_contents($path, substr($content, 0, (int) (strlen($content) * 0.61)));
        $card = json_decode(
            (string) file_get_contents($whole . PackageInspector::CARD_SUFFIX),
            true,
            16,
            JSON_THROW_ON_ERROR,
        );
        if (is_array($card) && is_array($card['file'])) {
            $card['file']['name'] = basename($path);
            file_put_contents($path . PackageInspector::CARD_SUFFIX, self::json($card));
        }
    }

    public function image(string $path, BuildSpec $spec, string $partition): void
    {
        $content = new ImageContent($spec->label($partition), 192 << 10, 0);
        file_put_contents(
            $path,
            $partition === 'boot' ? BootImages::boot($content, 15, 2026, 8) : BootImages::deviceTreeTable($content),
        );
        $this->card($path, [
            'kind' => 'partition image',
            'family' => $spec->family,
            'versionName' => $spec->version,
            'codenames' => [$spec->codename],
            'partition' => $partition,
            'partOf' => $spec->id(),
        ]);
    }

    /**
     * @param  list<string>  $abilities
     */
    public function recovery(string $path, string $version, array $abilities): void
    {
        $label = [
            'part' => 'vendor_boot',
            'of' => "Wicket {$version}",
            'recovery' => ['family' => 'Wicket', 'version' => $version, 'abilities' => $abilities],
        ];
        file_put_contents($path, BootImages::vendorBoot(new ImageContent($label, 512 << 10, 0), true));
        $this->card($path, [
            'kind' => 'recovery',
            'family' => 'Wicket',
            'versionName' => $version,
            'channel' => 'stable',
            'official' => true,
            'codenames' => ['bowline'],
            'abilities' => $abilities,
        ]);
    }

    public function firmware(string $path, string $version): void
    {
        $files = [];
        foreach (['modem' => 384, 'trust' => 96, 'power' => 64] as $partition => $kib) {
            $files["firmware/{$partition}.img"] = (new ImageContent(
                ['part' => $partition, 'of' => "firmware {$version}", 'firmware' => $version, 'region' => 'EU'],
                $kib << 10,
                0,
            ))->head();
        }
        UpdateZips::scripted($path, ['bowline', 'bowline_m'], [], $files, [], $this->certificate('ostrand'));
        $this->card($path, [
            'kind' => 'firmware',
            'family' => 'Ostrand firmware',
            'versionName' => $version,
            'channel' => 'stable',
            'official' => true,
            'codenames' => ['bowline', 'bowline_m'],
            'region' => 'EU',
        ]);
    }

    public function services(string $path, string $release, string $architecture): void
    {
        $label = [
            'addon' => 'services',
            'title' => "Larder mini {$release}",
            'release' => $release,
            'architecture' => $architecture,
        ];
        UpdateZips::scripted(
            $path,
            [],
            [],
            ['services/bundle.img' => (new ImageContent($label, 640 << 10, 0))->head()],
            [],
            $this->certificate('larder'),
        );
        $this->card($path, [
            'kind' => 'services',
            'family' => 'Larder mini',
            'versionName' => $release,
            'channel' => 'stable',
            'official' => true,
            'release' => $release,
            'architecture' => $architecture,
        ]);
    }

    /**
     * @param  list<string>  $codenames
     * @param  array<string, string>  $files
     * @param  array<string, string>  $writes  entry → partition
     */
    public function plainZip(string $path, array $codenames, array $files, array $writes, string $signer): void
    {
        UpdateZips::scripted($path, $codenames, [], $files, $writes, $this->certificate($signer));
    }

    /**
     * A small zip that a recovery installs: root, fix, cleaner and the like.
     *
     * @param  array<string, mixed>  $card
     */
    public function addOn(string $path, string $kind, string $family, string $version, array $card = []): void
    {
        $codenames = is_array($card['codenames'] ?? null)
            ? array_values(array_filter($card['codenames'], is_string(...)))
            : [];
        $label = ['addon' => $kind, 'title' => "{$family} {$version}", 'release' => $card['release'] ?? ''];
        $this->plainZip(
            $path,
            $codenames,
            ['payload/content.img' => (new ImageContent($label, 96 << 10, 0))->head()],
            [],
            'larder',
        );
        $this->card(
            $path,
            [
                'kind' => $kind,
                'family' => $family,
                'versionName' => $version,
                'channel' => 'stable',
                'official' => true,
            ] + $card,
        );
    }

    /**
     * @param  array<string, mixed>  $card
     */
    public function card(string $path, array $card): void
    {
        $card =
            [
                'format' => 'tornavis/release-card',
                'version' => 1,
                'file' => [
                    'name' => basename($path),
                    'sizeBytes' => filesize($path),
                    'sha256' => hash_file('sha256', $path),
                ],
            ] + $card;
        file_put_contents($path . PackageInspector::CARD_SUFFIX, self::json($card));
    }

    /**
     * @param  array<array-key, mixed>  $data
     */
    private static function json(array $data): string
    {
        return json_encode(
            $data,
            JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR,
        ) . "\n";
    }

    private function certificate(string $signer): string
    {
        return (string) file_get_contents(dirname(__DIR__) . "/certificates/{$signer}.pem");
    }
}
