<?php

declare(strict_types=1);

namespace Tornavis\Demo;

/** What changes layouts, and what goes into a system that is there. */
final class AddOnFiles
{
    /**
     * @return array<string, callable(string, string): void>
     */
    public static function layout(DemoFileWriter $writer): array
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
                        ['base_a' => (3 << 30) - 8 * FurtherFiles::MIB, 'base_b' => (3 << 30) - 8 * FurtherFiles::MIB],
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
    public static function addOns(DemoFileWriter $writer): array
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
                'questions' => [
                    [
                        'id' => 'pace',
                        'asks' => 'How fast may the processor run?',
                        'careful' => 'maker',
                        'choices' => [
                            [
                                'id' => 'maker',
                                'label' => 'As the maker set it',
                                'changes' => 'Heat and battery stay as they are.',
                            ],
                            [
                                'id' => 'quiet',
                                'label' => 'Slower',
                                'changes' => 'The battery lasts longer, and large apps open later.',
                            ],
                        ],
                    ],
                    [
                        'id' => 'wake',
                        'asks' => 'Wake by a double tap?',
                        'careful' => 'no',
                        'choices' => [
                            ['id' => 'no', 'label' => 'No', 'changes' => 'Only the key wakes the phone.'],
                            ['id' => 'yes', 'label' => 'Yes', 'changes' => 'The screen listens all the time.'],
                        ],
                    ],
                ],
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
}
