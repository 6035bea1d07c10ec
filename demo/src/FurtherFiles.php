<?php

declare(strict_types=1);

namespace Tornavis\Demo;

/**
 * The files of the demo world beside those for bowline and marl: every kind once, and those that are bad in some way.
 */
final class FurtherFiles
{
    private const MIB = 1 << 20;

    /**
     * @return array<string, callable(string, string): void>
     */
    public static function dishes(DemoFileWriter $writer): array
    {
        return [
            ...self::builds($writer),
            ...self::base($writer),
            ...self::layout($writer),
            ...self::addOns($writer),
            ...self::stock($writer),
            ...self::bad($writer),
        ];
    }

    /**
     * @return array<string, callable(string, string): void>
     */
    private static function builds(DemoFileWriter $writer): array
    {
        $becket = new BuildSpec('Driftglass', '15.1', '20260902', 'becket', 'driftglass', '13.0');
        $nightly = new BuildSpec('Driftglass', '15.2', '20260915', 'becket', 'driftglass', '13.0');
        $prusik = new BuildSpec('Saltern', '13.4', '20260802', 'prusik', 'saltern', '11.1.2', '13', 33);
        $requires = static fn(string $firmware): array => [
            'firmware' => ['min' => $firmware, 'slots' => 'both'],
            'recovery' => ['family' => 'Wicket', 'min' => '4.0', 'abilities' => ['sideload']],
        ];
        $plain = static fn(BuildSpec $spec, array $more): array => array_diff_key($spec->card($more), [
            'preInstall' => 1,
        ]);

        return [
            "{$becket->id()}.zip" => fn(string $path) => $writer->build(
                $path,
                $becket,
                $plain($becket, [
                    'requires' => $requires('13.0') + ['fileSystem' => 'f2fs'],
                    'brings' => ['services' => false, 'recovery' => false],
                ]),
                64,
            ),
            "{$nightly->id()}-nightly.zip" => fn(string $path) => $writer->build(
                $path,
                $nightly,
                array_merge(
                    $plain($nightly, [
                        'requires' => $requires('13.0') + ['fileSystem' => 'f2fs', 'fixes' => ['Radio fix']],
                    ]),
                    ['channel' => 'nightly', 'official' => false],
                ),
                64,
            ),
            "{$prusik->id()}.zip" => fn(string $path) => $writer->build(
                $path,
                $prusik,
                $plain($prusik, [
                    'requires' => $requires('11.1.2'),
                    'brings' => ['services' => true, 'recovery' => false],
                ]),
                48,
            ),
            'driftglass-14.3-20260701-carrick.zip' => fn(string $path) => $writer->oneSlotBuild(
                $path,
                new BuildSpec('Driftglass', '14.3', '20260701', 'carrick', 'driftglass', '', '14', 34, '9.4'),
                [
                    'requires' => [
                        'vendor' => ['min' => '9.4', 'channel' => 'stable'],
                        'recovery' => ['family' => 'Wicket', 'min' => '4.0', 'abilities' => ['sideload', 'decrypt']],
                    ],
                    'architecture' => 'arm64',
                ],
            ),
            'driftglass-14.3-20260701-carrack.zip' => fn(string $path) => $writer->oneSlotBuild(
                $path,
                new BuildSpec('Driftglass', '14.3', '20260701', 'carrack', 'driftglass', '', '14', 34),
                [
                    'requires' => ['recovery' => ['family' => 'Wicket', 'min' => '4.0', 'abilities' => ['sideload']]],
                    'architecture' => 'arm64',
                ],
            ),
            'lamplight-9.4-20250611-halyard.zip' => fn(string $path) => $writer->oneSlotBuild(
                $path,
                new BuildSpec('Lamplight', '9.4', '20250611', 'halyard', 'lamplight', '', '9', 28),
                [
                    'architecture' => 'arm',
                    'requires' => ['recovery' => ['family' => 'Wicket', 'min' => '3.6', 'abilities' => ['sideload']]],
                ],
            ),
            'lamplight-9.4-20250611-splice.zip' => fn(string $path) => $writer->oneSlotBuild(
                $path,
                new BuildSpec('Lamplight', '9.4', '20250611', 'splice', 'lamplight', '', '9', 28),
                [
                    'architecture' => 'x86_64',
                    'requires' => ['recovery' => ['family' => 'Wicket', 'min' => '3.6', 'abilities' => ['sideload']]],
                ],
            ),
            'saltern-generic-15-arm64.img' => function (string $path) use ($writer): void {
                $content = new ImageContent(
                    [
                        'part' => 'system',
                        'of' => 'saltern-generic-15',
                        'os' => [
                            'family' => 'Saltern Generic',
                            'version' => '15',
                            'release' => '15',
                            'patchLevel' => '2026-08-01',
                            'services' => 'none',
                            'codename' => 'any',
                        ],
                    ],
                    self::MIB,
                    0,
                );
                file_put_contents($path, Formats::sparse(Formats::ext4($content, 'system', 2048), 24_576));
                $writer->card($path, [
                    'kind' => 'generic image',
                    'family' => 'Saltern Generic',
                    'versionName' => '15',
                    'channel' => 'stable',
                    'official' => true,
                    'architecture' => 'arm64',
                    'release' => '15',
                    'partition' => 'system',
                    'patchLevel' => '2026-08-01',
                    'buildId' => 'saltern-generic-15',
                    'requires' => ['stockRelease' => '12'],
                ]);
            },
            'saltern-generic-15-arm64.img.gz' => fn(string $path) => $writer->write(
                $path,
                (string) gzencode((string) file_get_contents($writer->path('saltern-generic-15-arm64.img')), 6),
            ),
        ];
    }

    /**
     * @return array<string, callable(string, string): void>
     */
    private static function base(DemoFileWriter $writer): array
    {
        return [
            'firmware-13.1-becket-in.zip' => fn(string $path) => $writer->regionalFirmware(
                $path,
                '13.1',
                'becket',
                'IN',
                'Nordhus firmware',
            ),
            'firmware-13.1-becket-eu.zip' => fn(string $path) => $writer->regionalFirmware(
                $path,
                '13.1',
                'becket',
                'EU',
                'Nordhus firmware',
            ),
            'firmware-11.1.2-prusik.zip' => fn(string $path) => $writer->regionalFirmware(
                $path,
                '11.1.2',
                'prusik',
                null,
                'Nordhus firmware',
            ),
            'vendor-9.4-carrick.zip' => function (string $path) use ($writer): void {
                $writer->plainZip(
                    $path,
                    ['carrick'],
                    [
                        'vendor.img' => (new ImageContent(
                            ['part' => 'vendor', 'of' => 'vendor 9.4', 'vendor' => '9.4'],
                            256 << 10,
                            0,
                        ))->head(),
                    ],
                    ['vendor.img' => 'vendor'],
                    'ostrand',
                );
                $writer->card($path, [
                    'kind' => 'vendor',
                    'family' => 'Velmora vendor',
                    'versionName' => '9.4',
                    'channel' => 'stable',
                    'official' => true,
                    'codenames' => ['carrick'],
                    'vendorChannel' => 'stable',
                ]);
                file_put_contents("{$path}.md5", md5_file($path) . '  ' . basename($path) . "\n");
            },
            'vendor-9.5-dev-carrick.zip' => function (string $path) use ($writer): void {
                $writer->plainZip(
                    $path,
                    ['carrick'],
                    [
                        'vendor.img' => (new ImageContent(
                            ['part' => 'vendor', 'of' => 'vendor 9.5 dev', 'vendor' => '9.5'],
                            256 << 10,
                            0,
                        ))->head(),
                    ],
                    ['vendor.img' => 'vendor'],
                    'ostrand',
                );
                $writer->card($path, [
                    'kind' => 'vendor',
                    'family' => 'Velmora vendor',
                    'versionName' => '9.5',
                    'codenames' => ['carrick'],
                    'vendorChannel' => 'developer',
                ]);
            },
            'wicket-4.1-becket.img' => fn(string $path) => $writer->recoveryInBoot($path, 'becket', [
                'sideload',
                'decrypt',
                'metadata',
                'backup',
            ]),
            'wicket-4.1-prusik.img' => fn(string $path) => $writer->recoveryInBoot($path, 'prusik', [
                'sideload',
                'decrypt',
                'backup',
                'file-system',
            ]),
            'wicket-3.6-halyard.img' => function (string $path) use ($writer): void {
                $label = [
                    'part' => 'recovery',
                    'of' => 'Wicket 3.6',
                    'recovery' => ['family' => 'Wicket', 'version' => '3.6', 'abilities' => ['sideload', 'backup']],
                ];
                file_put_contents(
                    $path,
                    BootImages::boot(
                        new ImageContent($label, 96 << 10, 0),
                        9,
                        2024,
                        2,
                        Formats::ramdisk(['sbin/recovery' => str_repeat('r', 3000)]),
                    ),
                );
                $writer->card($path, [
                    'kind' => 'recovery',
                    'family' => 'Wicket',
                    'versionName' => '3.6',
                    'channel' => 'stable',
                    'official' => true,
                    'codenames' => ['halyard'],
                    'partition' => 'recovery',
                    'abilities' => ['sideload', 'backup'],
                ]);
            },
            'wicket-4.1-carrick.img' => function (string $path) use ($writer): void {
                $label = [
                    'part' => 'recovery',
                    'of' => 'Wicket 4.1',
                    'recovery' => [
                        'family' => 'Wicket',
                        'version' => '4.1',
                        'abilities' => ['sideload', 'decrypt', 'backup', 'file-system'],
                    ],
                ];
                file_put_contents(
                    $path,
                    BootImages::boot(
                        new ImageContent($label, 128 << 10, 0),
                        14,
                        2026,
                        8,
                        Formats::ramdisk(['sbin/recovery' => str_repeat('r', 4000)]),
                    ),
                );
                $writer->card($path, [
                    'kind' => 'recovery',
                    'family' => 'Wicket',
                    'versionName' => '4.1',
                    'channel' => 'stable',
                    'official' => true,
                    'codenames' => ['carrick'],
                    'partition' => 'recovery',
                    'abilities' => ['sideload', 'decrypt', 'backup', 'file-system'],
                ]);
            },
            'lychgate-2.2-marl.img' => function (string $path) use ($writer): void {
                $label = [
                    'part' => 'recovery',
                    'of' => 'Lychgate 2.2',
                    'recovery' => ['family' => 'Lychgate', 'version' => '2.2', 'abilities' => ['sideload', 'backup']],
                ];
                file_put_contents(
                    $path,
                    BootImages::boot(
                        new ImageContent($label, 96 << 10, 0),
                        9,
                        2025,
                        3,
                        Formats::ramdisk(['sbin/recovery' => str_repeat('r', 3000)]),
                    ),
                );
                $writer->card($path, [
                    'kind' => 'recovery',
                    'family' => 'Lychgate',
                    'versionName' => '2.2',
                    'channel' => 'stable',
                    'official' => true,
                    'codenames' => ['marl'],
                    'partition' => 'recovery',
                    'abilities' => ['sideload', 'backup'],
                ]);
            },
            'lychgate-2.4-second-stage-marl.img' => function (string $path) use ($writer): void {
                $label = [
                    'part' => 'recovery',
                    'of' => 'Lychgate 2.4',
                    'recovery' => [
                        'family' => 'Lychgate',
                        'version' => '2.4',
                        'abilities' => ['sideload', 'backup', 'decrypt'],
                    ],
                ];
                file_put_contents(
                    $path,
                    BootImages::boot(
                        new ImageContent($label, 96 << 10, 0),
                        9,
                        2025,
                        9,
                        Formats::ramdisk(['sbin/recovery' => str_repeat('r', 3200)]),
                    ),
                );
                $writer->card($path, [
                    'kind' => 'recovery',
                    'family' => 'Lychgate',
                    'versionName' => '2.4',
                    'channel' => 'stable',
                    'official' => true,
                    'codenames' => ['marl'],
                    'partition' => 'recovery',
                    'abilities' => ['sideload', 'backup', 'decrypt'],
                    'after' => ['Lychgate 2.2'],
                ]);
            },
        ];
    }

    /**
     * @return array<string, callable(string, string): void>
     */
    private static function layout(DemoFileWriter $writer): array
    {
        $verification = function (string $path, string $version, int $rollback, string $codename = 'prusik') use (
            $writer,
        ): void {
            file_put_contents(
                $path,
                Formats::verification(
                    ['boot' => "boot of {$version}", 'dtbo' => "dtbo of {$version}"],
                    ['modem'],
                    $rollback,
                    'verify 1.2',
                ),
            );
            $writer->card($path, [
                'kind' => 'verification image',
                'family' => 'Nordhus Hull',
                'versionName' => $version,
                'codenames' => [$codename],
                'partition' => 'verify',
                'partOf' => $version,
            ]);
        };

        return [
            'verify-11.1.2-prusik.img' => fn(string $path) => $verification($path, '11.1.2', 4),
            'verify-10.0.5-prusik.img' => fn(string $path) => $verification($path, '10.0.5', 3),
            'verify-13.1-becket.img' => fn(string $path) => $verification($path, '13.1', 3, 'becket'),
            'empty-super-prusik.img' => function (string $path) use ($writer): void {
                file_put_contents(
                    $path,
                    Formats::emptySuper(
                        3 << 30,
                        [
                            'system_a' => [0, 'base_a'],
                            'vendor_a' => [0, 'base_a'],
                            'product_a' => [0, 'base_a'],
                            'system_b' => [0, 'base_b'],
                            'vendor_b' => [0, 'base_b'],
                            'product_b' => [0, 'base_b'],
                        ],
                        ['base_a' => (3 << 30) - 8 * self::MIB, 'base_b' => (3 << 30) - 8 * self::MIB],
                    ),
                );
                $writer->card($path, [
                    'kind' => 'empty super',
                    'family' => 'Saltern layout',
                    'versionName' => '1',
                    'codenames' => ['prusik'],
                    'partition' => 'super',
                ]);
            },
            'slot-copy-1.2.zip' => fn(string $path) => $writer->addOn($path, 'slot-copy', 'Slot copy', '1.2'),
            'new-layout-1.0-splice.zip' => fn(string $path) => $writer->addOn($path, 'layout', 'Wider system', '1.0', [
                'codenames' => ['splice'],
            ]),
            'sweep-1.1.zip' => fn(string $path) => $writer->addOn($path, 'cleaner', 'Sweep', '1.1', [
                'after' => ['layout'],
            ]),
            'remove-second-3-splice.zip' => fn(string $path) => $writer->addOn(
                $path,
                'remover',
                'Second-system remover',
                '3',
                ['codenames' => ['splice']],
            ),
        ];
    }

    /**
     * @return array<string, callable(string, string): void>
     */
    private static function addOns(DemoFileWriter $writer): array
    {
        return [
            'latchkey-4.2.zip' => fn(string $path) => $writer->addOn($path, 'root', 'Latchkey', '4.2', [
                'after' => ['build', 'services', 'kernel'],
            ]),
            'plainvault-2.0.zip' => fn(string $path) => $writer->addOn(
                $path,
                'encryption disabler',
                'Plainvault',
                '2.0',
                ['after' => ['build']],
            ),
            'radio-fix-1-becket.zip' => fn(string $path) => $writer->addOn($path, 'fix', 'Radio fix', '1', [
                'codenames' => ['becket'],
                'after' => ['build', 'services'],
            ]),
            'whetstone-2.1-bowline.zip' => fn(string $path) => $writer->addOn($path, 'kernel', 'Whetstone', '2.1', [
                'codenames' => ['bowline', 'bowline_m'],
                'release' => '15',
                'after' => ['build', 'services', 'fix'],
            ]),
            'ferrule-15.1-becket.img' => function (string $path) use ($writer): void {
                file_put_contents(
                    $path,
                    BootImages::boot(
                        new ImageContent(
                            ['part' => 'boot', 'of' => 'Ferrule 15.1', 'kernel' => 'Ferrule', 'release' => '15'],
                            128 << 10,
                            0,
                        ),
                        15,
                        2026,
                        7,
                        Formats::ramdisk(['init' => '#!']),
                    ),
                );
                $writer->card($path, [
                    'kind' => 'kernel',
                    'family' => 'Ferrule',
                    'versionName' => '15.1',
                    'codenames' => ['becket'],
                    'release' => '15',
                    'partition' => 'boot',
                ]);
            },
            'identity-SK-01.img' => function (string $path) use ($writer): void {
                file_put_contents(
                    $path,
                    Formats::ext4(
                        new ImageContent(['part' => 'identity', 'of' => 'TLB90Q0117'], 64 << 10, 0),
                        'identity',
                        256,
                    ),
                );
                $writer->card($path, [
                    'kind' => 'identity backup',
                    'family' => 'Identity of',
                    'versionName' => 'SK-01',
                    'codenames' => ['halyard'],
                    'partition' => 'identity',
                ]);
            },
            'SK-13-before-the-update.tar' => function (string $path) use ($writer): void {
                file_put_contents(
                    $path,
                    Formats::tar([
                        'data/boot.img' => str_repeat('b', 20_000),
                        'data/data.img' => str_repeat('d', 90_000),
                        'data/SHA256SUMS' =>
                            hash('sha256', str_repeat('b', 20_000)) .
                            "  boot.img\n" .
                            hash('sha256', str_repeat('d', 90_000)) .
                            "  data.img\n",
                    ]),
                );
                $writer->card($path, [
                    'kind' => 'data backup',
                    'family' => 'Backup of SK-13',
                    'versionName' => '2025-06-20',
                    'codenames' => ['marl'],
                ]);
            },
        ];
    }

    /**
     * @return array<string, callable(string, string): void>
     */
    private static function stock(DemoFileWriter $writer): array
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
        $files = static function (array $parts): array {
            $files = [];
            $sums = '';
            $parts['verify'] = Formats::verification(
                array_intersect_key($parts, ['boot' => 1, 'dtbo' => 1]),
                [],
                3,
                'verify 1.2',
            );
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
            'modem' => ['firmware' => '13.0'],
        ];
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
        ];

        return [
            'hull-13.0-becket-eu.zip' => function (string $path) use ($writer, $images, $files, $card, $hull): void {
                ZipFile::write($path, $files($images('hull-13.0-nk4eu', $hull)));
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
                    'modem' => ['firmware' => '11.1.2'],
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
                file_put_contents($path, Formats::tar($files($images('tarnos-4.1.2-tl90q', $tarnos))));
                $writer->card($path, [
                    'kind' => 'stock bundle',
                    'family' => 'Tarn OS',
                    'versionName' => '4.1.2',
                    'official' => true,
                    'codenames' => ['halyard'],
                    'release' => '4.4',
                    'buildId' => 'tarnos-4.1.2-tl90q',
                ]);
            },
            'hull-13.0-becket-eu-swapped.zip' => function (string $path) use (
                $writer,
                $images,
                $files,
                $card,
                $hull,
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
                    ] + $files($images('hull-13.0-nk4eu', $hull)),
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
    private static function bad(DemoFileWriter $writer): array
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
                (string) gzencode((string) gzencode(str_repeat("\0", 8 * self::MIB), 9), 9),
            ),
            'larder-mini-15-arm64-wrong-sum.zip' => function (string $path) use ($writer): void {
                copy($writer->path('larder-mini-15-arm64.zip'), $path);
                file_put_contents("{$path}.sha256", str_repeat('0', 64) . '  ' . basename($path) . "\n");
            },
        ];
    }
}
