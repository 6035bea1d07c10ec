<?php

declare(strict_types=1);

namespace Tornavis\Demo;

/** What the recipe must know to make one build of the demo world. */
final readonly class BuildSpec
{
    /** @param  ?string  $headerIn  partition of the verification header that it brings; null where it brings none */
    public function __construct(
        public string $family,
        public string $version,
        public string $date,
        public string $codename,
        public string $signer,
        public string $firmwareMin,
        public string $release = '15',
        public int $api = 35,
        public string $vendorMin = '',
        public ?string $headerIn = null,
    ) {}

    public function id(): string
    {
        return strtolower($this->family) . "-{$this->version}-{$this->date}-{$this->codename}";
    }

    /**
     * What the image of one partition says about itself.
     *
     * @return array<string, mixed>
     */
    public function label(string $partition): array
    {
        $label = ['part' => $partition, 'of' => $this->id()];
        if ($partition === 'system') {
            $label['os'] =
                [
                    'family' => $this->family,
                    'version' => $this->version,
                    'release' => $this->release,
                    'patchLevel' => $this->patchLevel(),
                    'codename' => $this->codename,
                    'services' => $this->family === 'Saltern' ? 'its own' : 'none',
                    'needsFirmware' => $this->firmwareMin,
                ] + ($this->vendorMin === '' ? [] : ['needsVendor' => $this->vendorMin]);
        }
        if ($partition === 'vendor_boot') {
            $label['recovery'] = [
                'family' => "{$this->family} {$this->version}'s own",
                'version' => $this->version,
                'abilities' => ['sideload'],
            ];
        }

        return $label;
    }

    /**
     * @return array<string, string>
     */
    public function metadata(): array
    {
        $time = strtotime("{$this->date} 06:00 UTC");

        return [
            'ota-type' => $this->release === '9' ? 'BLOCK' : 'AB',
            'post-build' =>
                strtolower($this->family) .
                "/{$this->codename}/{$this->codename}:{$this->release}" .
                "/{$this->family}.{$this->version}/{$this->id()}:user/release-keys",
            'post-build-incremental' => $this->id(),
            'post-sdk-level' => (string) $this->api,
            'post-security-patch-level' => $this->patchLevel(),
            'post-timestamp' => (string) $time,
            'pre-device' => $this->codename,
        ];
    }

    /**
     * @param  array<string, mixed>  $more
     * @return array<string, mixed>
     */
    public function card(array $more): array
    {
        return [
            'kind' => 'build',
            'family' => $this->family,
            'versionName' => $this->version,
            'publisher' => "{$this->family} project",
            'channel' => 'stable',
            'codenames' => [$this->codename],
            'architecture' => $this->release === '9' ? 'arm' : 'arm64',
            'release' => $this->release,
        ] +
            ($this->release === '9' ? [] : ['preInstall' => ['boot', 'dtbo'], 'official' => true]) +
            $more;
    }

    private function patchLevel(): string
    {
        return substr($this->date, 0, 4) . '-' . substr($this->date, 4, 2) . '-01';
    }
}
