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
                'file-system',
            ]),
            'wicket-4.1-prusik.img' => fn(string $path) => $writer->recoveryInBoot($path, 'prusik', [
                'sideload',
                'decrypt',
                'backup',
                'file-system',
            ]),
            'wicket-3.6-halyard.img' => fn(string $path) => self::recovery(
                $writer,
                $path,
                ['Wicket', '3.6', ['sideload', 'backup']],
                'halyard',
                [96 << 10, 9, 2024, 2, 3000],
            ),
            'wicket-4.1-carrick.img' => fn(string $path) => self::recovery(
                $writer,
                $path,
                ['Wicket', '4.1', ['sideload', 'decrypt', 'backup', 'file-system']],
                'carrick',
                [128 << 10, 14, 2026, 8, 4000],
            ),
            'lychgate-2.2-marl.img' => fn(string $path) => self::recovery(
                $writer,
                $path,
                ['Lychgate', '2.2', ['sideload', 'backup']],
                'marl',
                [96 << 10, 9, 2025, 3, 3000],
            ),
            'lychgate-2.4-second-stage-marl.img' => fn(string $path) => self::recovery(
                $writer,
                $path,
                ['Lychgate', '2.4', ['sideload', 'backup', 'decrypt']],
                'marl',
                [96 << 10, 9, 2025, 9, 3200],
                ['after' => ['Lychgate 2.2']],
            ),
        ];
    }

    /**
     * A recovery with a partition of its own, and its card.
     *
     * @param  array{string, string, list<string>}  $is  family, version, abilities
     * @param  array{int, int, int, int, int}  $image  bytes, platform release, year and month of the patches, bytes of
     *     the program in its ramdisk
     * @param  array<string, list<string>>  $more  of its card
     */
    private static function recovery(
        DemoFileWriter $writer,
        string $path,
        array $is,
        string $codename,
        array $image,
        array $more = [],
    ): void {
        [$family, $version, $abilities] = $is;
        [$bytes, $release, $year, $month, $programBytes] = $image;
        $label = [
            'part' => 'recovery',
            'of' => "{$family} {$version}",
            'recovery' =>
                ['family' => $family, 'version' => $version, 'abilities' => $abilities] +
                array_intersect_key($more, ['after' => true]),
        ];
        $ramdisk = Formats::ramdisk(['sbin/recovery' => str_repeat('r', $programBytes)]);
        $content = new ImageContent($label, $bytes, 0);
        file_put_contents($path, BootImages::boot($content, $release, $year, $month, $ramdisk));
        $writer->card($path, [
            'kind' => 'recovery',
            'family' => $family,
            'versionName' => $version,
            'channel' => 'stable',
            'official' => true,
            'codenames' => [$codename],
            'partition' => 'recovery',
            'abilities' => $abilities,
            ...$more,
        ]);
    }
}
