<?php

declare(strict_types=1);

namespace Tornavis\Demo;

/** Firmware, vendor packages, recoveries and verification images of the demo world. */
final class BaseFiles
{
    /**
     * @return array<string, callable(string, string): void>
     */
    public static function base(DemoFileWriter $writer): array
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
}
