<?php

declare(strict_types=1);

namespace Tornavis\Demo;

/** The files of models with one slot, and of those whose recovery lives in boot. */
trait OlderDemoFiles
{
    /**
     * @param  list<string>  $accepted
     */
    public function scriptedBuild(string $path, string $version, string $date, array $accepted): void
    {
        $spec = new BuildSpec('Lamplight', $version, $date, 'marl', 'lamplight', '', '9', 28);
        $files = ['boot.img' => BootImages::boot(new ImageContent($spec->label('boot'), 64 << 10, 0), 9, 2019, 4)];
        foreach (['system', 'vendor'] as $partition) {
            $files["{$partition}.img"] = (new ImageContent($spec->label($partition), 256 << 10, 0))->head();
        }
        UpdateZips::scripted(
            $path,
            $accepted,
            $spec->metadata(),
            $files,
            ['boot.img' => 'boot', 'system.img' => 'system', 'vendor.img' => 'vendor'],
            $this->certificate('lamplight'),
            "assert(getprop(\"ro.bootloader\") == \"OF100-2.7\" || getprop(\"ro.bootloader\") == " .
                "\"OF100-2.8\");\nassert(battery_is_sound(\"50\"));\n",
        );
        $this->card($path, $spec->card(['official' => true]));
    }

    /**
     * A scripted build for a phone with one slot.
     *
     * @param  array<string, mixed>  $more  for the card
     */
    public function oneSlotBuild(string $path, BuildSpec $spec, array $more): void
    {
        $files = [
            'boot.img' => BootImages::boot(
                new ImageContent($spec->label('boot'), 64 << 10, 0),
                (int) $spec->release,
                2026,
                6,
            ),
        ];
        foreach (
            $spec->vendorMin === '' ? ['system' => 640, 'vendor' => 192] : ['system' => 640]
            as $partition => $kib
        ) {
            $files["{$partition}.img"] = (new ImageContent($spec->label($partition), $kib << 10, 0))->head();
        }
        UpdateZips::scripted(
            $path,
            [$spec->codename],
            $spec->metadata(),
            $files,
            array_filter(
                ['boot.img' => 'boot', 'system.img' => 'system', 'vendor.img' => 'vendor'],
                static fn(string $p): bool => isset($files["{$p}.img"]),
            ),
            $this->certificate($spec->signer),
        );
        $this->card(
            $path,
            array_merge(
                array_diff_key(
                    $spec->card(['official' => true, 'brings' => ['services' => false, 'recovery' => false]]),
                    ['preInstall' => 1],
                ),
                $more,
            ),
        );
    }

    /**
     * A recovery that comes as a boot image with a kernel of its own.
     *
     * @param  list<string>  $abilities
     */
    public function recoveryInBoot(string $path, string $codename, array $abilities): void
    {
        $label = [
            'part' => 'boot',
            'of' => 'Wicket 4.1',
            'recovery' => ['family' => 'Wicket', 'version' => '4.1', 'abilities' => $abilities],
        ];
        file_put_contents(
            $path,
            BootImages::boot(
                new ImageContent($label, 128 << 10, 0),
                15,
                2026,
                8,
                Formats::ramdisk(['init' => '#!', 'system/bin/recovery' => str_repeat('r', 4000)]),
            ),
        );
        $this->card($path, [
            'kind' => 'recovery',
            'family' => 'Wicket',
            'versionName' => '4.1',
            'channel' => 'stable',
            'official' => true,
            'codenames' => [$codename],
            'abilities' => $abilities,
        ]);
    }

    public function regionalFirmware(
        string $path,
        string $version,
        string $codename,
        ?string $region,
        string $family,
    ): void {
        $files = [];
        $parts = ['modem' => 256, 'trust' => 64] + ($codename === 'becket' ? ['power' => 32] : []);
        foreach ($parts as $partition => $kib) {
            $files["firmware/{$partition}.img"] = (new ImageContent(
                [
                    'part' => $partition,
                    'of' => "firmware {$version}",
                    'firmware' => $version,
                    'rollback' => 3,
                ] + ($region === null ? [] : ['region' => $region]),
                $kib << 10,
                0,
            ))->head();
        }
        $this->plainZip($path, [$codename], $files, [], 'ostrand');
        $this->card(
            $path,
            [
                'kind' => 'firmware',
                'family' => $family,
                'versionName' => $version,
                'channel' => 'stable',
                'official' => true,
                'codenames' => [$codename],
                'rollbackIndex' => 3,
            ] + ($region === null ? [] : ['region' => $region]),
        );
    }
}
