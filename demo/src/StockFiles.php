<?php

declare(strict_types=1);

namespace Tornavis\Demo;

/** The makers' bundles of the demo world, and the files that are bad in some way. */
final class StockFiles
{
    /**
     * @return array<string, callable(string, string): void>
     */
    public static function stock(DemoFileWriter $writer): array
    {
        $images = static function (string $build, array $os = [], array $more = []): array {
            $parts = [];
            foreach (
                ['boot' => 96, 'dtbo' => 32, 'system' => 512, 'vendor' => 192, 'modem' => 128, ...$more]
                as $partition => $kib
            ) {
                $label = ['part' => $partition, 'of' => $build] + ($os[$partition] ?? []);
                $parts[$partition] =
                    $partition === 'boot'
                        ? BootImages::boot(new ImageContent($label, $kib << 10, 0), 13, 2025, 10)
                        : (new ImageContent($label, $kib << 10, 0))->head();
            }

            return $parts;
        };
        $files = static function (array $parts, bool $checks = true): array {
            $files = [];
            $sums = '';
            if ($checks) {
                $parts['verify'] = Formats::verification(
                    array_intersect_key($parts, ['boot' => 1, 'dtbo' => 1]),
                    [],
                    3,
                    'verify 1.2',
                );
            }
            foreach ($parts as $partition => $content) {
                $files["images/{$partition}.img"] = $content;
                $sums .= hash('sha256', $content) . "  {$partition}.img\n";
            }

            return $files + ['images/SHA256SUMS' => $sums];
        };
        $hull = [
            'system' => [
                'os' => ['family' => 'Nordhus Hull', 'version' => '13.0', 'release' => '13', 'codename' => 'becket'],
            ],
            ...array_fill_keys(['modem', 'trust', 'power'], ['firmware' => '13.0', 'region' => 'EU', 'rollback' => 3]),
        ];
        $parts = ['trust' => 16, 'power' => 16];
        $card = [
            'kind' => 'stock bundle',
            'family' => 'Nordhus Hull',
            'versionName' => '13.0',
            'channel' => 'stable',
            'official' => true,
            'codenames' => ['becket'],
            'region' => 'EU',
            'release' => '13',
            'buildId' => 'hull-13.0-nk4eu',
            'rollbackIndex' => 3,
            'brings' => ['firmware' => '13.0'],
        ];

        return [
            'hull-13.0-becket-eu.zip' => function (string $path) use (
                $writer,
                $images,
                $files,
                $card,
                $hull,
                $parts,
            ): void {
                ZipFile::write($path, $files($images('hull-13.0-nk4eu', $hull, $parts)));
                $writer->card($path, $card);
            },
            'hull-11.1.2-prusik.zip' => function (string $path) use ($writer, $images, $files): void {
                $hull = [
                    'system' => [
                        'os' => [
                            'family' => 'Nordhus Hull',
                            'version' => '11.1.2',
                            'release' => '11',
                            'codename' => 'prusik',
                        ],
                    ],
                    ...array_fill_keys(['modem', 'trust'], ['firmware' => '11.1.2', 'rollback' => 4]),
                ];
                ZipFile::write($path, $files($images('hull-11.1-nk2', $hull, ['product' => 160, 'trust' => 16])));
                $writer->card($path, [
                    'kind' => 'stock bundle',
                    'family' => 'Nordhus Hull',
                    'versionName' => '11.1.2',
                    'channel' => 'stable',
                    'official' => true,
                    'codenames' => ['prusik'],
                    'release' => '11',
                    'buildId' => 'hull-11.1-nk2',
                    'rollbackIndex' => 4,
                    'brings' => ['firmware' => '11.1.2'],
                ]);
            },
            'tarnos-4.1.2-halyard.tar' => function (string $path) use ($writer, $images, $files): void {
                $tarnos = [
                    'system' => [
                        'os' => [
                            'family' => 'Tarn OS',
                            'version' => '4.1.2',
                            'release' => '4.4',
                            'codename' => 'halyard',
                        ],
                    ],
                    'modem' => ['firmware' => '4.1.2'],
                ];
                $parts = array_diff_key($images('tarnos-4.1.2-tl90q', $tarnos), ['dtbo' => 1, 'vendor' => 1]);
                file_put_contents($path, Formats::tar($files($parts, checks: false)));
                $writer->card($path, [
                    'kind' => 'stock bundle',
                    'family' => 'Tarn OS',
                    'versionName' => '4.1.2',
                    'official' => true,
                    'codenames' => ['halyard'],
                    'release' => '4.4',
                    'buildId' => 'tarnos-4.1.2-tl90q',
                    'brings' => ['firmware' => '4.1.2'],
                ]);
            },
            'hull-13.0-becket-eu-swapped.zip' => function (string $path) use (
                $writer,
                $images,
                $files,
                $card,
                $hull,
                $parts,
            ): void {
                // One image was exchanged after the sums were written.
                ZipFile::write(
                    $path,
                    [
                        'images/dtbo.img' => (new ImageContent(
                            ['part' => 'dtbo', 'of' => 'something else'],
                            32 << 10,
                            0,
                        ))->head(),
                    ] + $files($images('hull-13.0-nk4eu', $hull, $parts)),
                );
                $writer->card($path, $card);
            },
        ];
    }

    /**
     * Files that must be refused or marked, each for a reason of its own.
     *
     * @return array<string, callable(string, string): void>
     */
    public static function bad(DemoFileWriter $writer): array
    {
        return [
            'saltern-generic-15-arm64-cut.img' => function (string $path) use ($writer): void {
                $whole = (string) file_get_contents($writer->path('saltern-generic-15-arm64.img'));
                file_put_contents($path, substr($whole, 0, (int) (strlen($whole) * 0.8)));
            },
            'latchkey-4.3-climbing.zip' => fn(string $path) => ZipFile::write($path, [
                'META-INF/x.txt' => 'x',
                '../../outside.txt' => 'out',
                'a.img' => 'a',
                'b.img' => 'b',
            ]),
            'packed-twice.img.gz' => fn(string $path) => $writer->write(
                $path,
                (string) gzencode((string) gzencode(str_repeat("\0", 8 * FurtherFiles::MIB), 9), 9),
            ),
            'larder-mini-15-arm64-wrong-sum.zip' => function (string $path) use ($writer): void {
                copy($writer->path('larder-mini-15-arm64.zip'), $path);
                file_put_contents("{$path}.sha256", str_repeat('0', 64) . '  ' . basename($path) . "\n");
            },
        ];
    }
}
