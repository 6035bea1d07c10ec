<?php

declare(strict_types=1);

namespace Tornavis\Demo;

/** Makes every package of the demo world as a real file of an open format, good and deliberately bad ones. */
final readonly class Recipe
{
    /** Raised whenever the files change, so that a kept shelf is made again. */
    public const VERSION = 11;

    private DemoFileWriter $writer;

    public function __construct(private string $folder)
    {
        $this->writer = new DemoFileWriter($folder);
    }

    /**
     * @param  callable(string $name): void  $made  told each file's name once it is there
     */
    public function make(callable $made): void
    {
        if (!is_dir($this->folder) && !@mkdir($this->folder, 0o755, true)) {
            throw new \RuntimeException("Cannot make the folder {$this->folder}. Check its permissions.");
        }
        foreach ($this->files() as $name => $make) {
            $make("{$this->folder}/{$name}", $name);
            $made($name);
        }
    }

    /**
     * @return array<string, callable(string, string): void>
     */
    private function files(): array
    {
        $saltern = new BuildSpec('Saltern', '15.2', '20260903', 'bowline', 'saltern', '5.2.11');
        $driftglass = new BuildSpec('Driftglass', '15.1', '20260820', 'bowline', 'driftglass', '5.2.9');
        $bowlane = new BuildSpec('Saltern', '15.2', '20260903', 'bowlane', 'saltern', '4.0.2');
        $requires = static fn(BuildSpec $spec, string $wicket, string ...$abilities): array => [
            'firmware' => ['min' => $spec->firmwareMin, 'slots' => 'both'],
            'stockRelease' => '13',
            'recovery' => ['family' => 'Wicket', 'min' => $wicket, 'abilities' => ['sideload', ...$abilities]],
        ];
        $salternCard = $saltern->card([
            'excludes' => ['OF-301K'],
            'chipsets' => ['Qorin 730'],
            'requires' => $requires($saltern, '4.0'),
            'brings' => ['services' => true, 'recovery' => true],
        ]);
        $driftglassCard = $driftglass->card([
            'chipsets' => ['Qorin 730'],
            'requires' => $requires($driftglass, '4.1', 'metadata') + ['fileSystem' => 'f2fs'],
            'brings' => ['services' => false, 'recovery' => true],
        ]);

        return [
            "{$saltern->id()}.zip" => fn(string $path) => $this->writer->build($path, $saltern, $salternCard),
            "{$driftglass->id()}.zip" => fn(string $path) => $this->writer->build($path, $driftglass, $driftglassCard),
            "{$bowlane->id()}.zip" => fn(string $path) => $this->writer->build(
                $path,
                $bowlane,
                $bowlane->card(['brings' => ['services' => true, 'recovery' => true]]),
                32,
            ),
            'saltern-15.2-20260903-from-20260801-bowline.zip' => fn(string $path) => $this->writer->build(
                $path,
                $saltern,
                $saltern->card([]),
                192,
                true,
            ),
            'saltern-15.2-20260903-bowline-copy.zip' => fn(string $path) => $this->writer->truncated(
                $path,
                "{$this->folder}/{$saltern->id()}.zip",
            ),
            'saltern-15.2-boot-bowline.img' => fn(string $path) => $this->writer->image($path, $saltern, 'boot'),
            'saltern-15.2-dtbo-bowline.img' => fn(string $path) => $this->writer->image($path, $saltern, 'dtbo'),
            'driftglass-15.1-boot-bowline.img' => fn(string $path) => $this->writer->image($path, $driftglass, 'boot'),
            'driftglass-15.1-dtbo-bowline.img' => fn(string $path) => $this->writer->image($path, $driftglass, 'dtbo'),
            'wicket-4.1-bowline.img' => fn(string $path) => $this->writer->recovery($path, '4.1', [
                'sideload',
                'decrypt',
                'metadata',
                'backup',
                'file-system',
            ]),
            'wicket-3.6-bowline.img' => fn(string $path) => $this->writer->recovery($path, '3.6', [
                'sideload',
                'backup',
            ]),
            'firmware-5.2.11-bowline.zip' => fn(string $path) => $this->writer->firmware($path, '5.2.11'),
            'firmware-5.2.8-bowline.zip' => fn(string $path) => $this->writer->firmware($path, '5.2.8'),
            'larder-mini-15-arm64.zip' => fn(string $path) => $this->writer->services($path, '15', 'arm64'),
            'larder-mini-14-arm64.zip' => fn(string $path) => $this->writer->services($path, '14', 'arm64'),
            'larder-mini-15-arm.zip' => fn(string $path) => $this->writer->services($path, '15', 'arm'),
            'lamplight-9.4-20250611-marl.zip' => fn(string $path) => $this->writer->scriptedBuild(
                $path,
                '9.4',
                '20250611',
                ['marl'],
            ),
            'lamplight-9.3-20250120-marl.zip' => fn(string $path) => $this->writer->scriptedBuild(
                $path,
                '9.3',
                '20250120',
                ['splice'],
            ),
            ...FurtherFiles::files($this->writer),
        ];
    }
}
