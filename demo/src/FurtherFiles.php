<?php

declare(strict_types=1);

namespace Tornavis\Demo;

/**
 * The files of the demo world beside those for bowline and marl: every kind once, and those that are bad in some way.
 */
final class FurtherFiles
{
    public const MIB = 1 << 20;

    /**
     * @return array<string, callable(string, string): void>
     */
    public static function files(DemoFileWriter $writer): array
    {
        return [
            ...self::builds($writer),
            ...BaseFiles::base($writer),
            ...AddOnFiles::layout($writer),
            ...AddOnFiles::addOns($writer),
            ...StockFiles::stock($writer),
            ...StockFiles::bad($writer),
        ];
    }

    /**
     * @return array<string, callable(string, string): void>
     */
    private static function builds(DemoFileWriter $writer): array
    {
        $becket = new BuildSpec('Driftglass', '15.1', '20260902', 'becket', 'driftglass', '13.0', headerIn: 'verify');
        $nightly = new BuildSpec('Driftglass', '15.2', '20260915', 'becket', 'driftglass', '13.0', headerIn: 'verify');
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
                    'slotScheme' => 'both',
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
}
