<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Shelf\IsolatedReader;
use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageError;
use Tornavis\Core\Words\Size;

final class InspectCommand extends CoreCommand
{
    protected $signature =
        'tornavis:inspect {files* : Packages to look into} {--images : Compare every image ' .
        'inside with what is stated about it} {--json : As JSON}';

    protected $description = 'Says what a file is, for which phone, and where each statement comes from';

    public function handle(IsolatedReader $reader): int
    {
        /** @var list<string> $files */
        $files = $this->argument('files');
        $packages = [];
        $bad = 0;
        foreach ($files as $file) {
            try {
                $package = $reader->inspect($file);
                $packages[] = $package->withSums($reader->sums($package, static fn(int $done): null => null));
            } catch (PackageError $error) {
                $bad++;
                $this->option('json') ? ($packages[] = $error->toArray()) : $this->error($error->getMessage());
            }
        }
        if ($this->option('json')) {
            $this->json(
                array_map(
                    fn(Package|array $package): array => $package instanceof Package
                        ? $package->toArray() +
                            ($this->option('images') ? ['imageCheck' => $this->images($package)] : [])
                        : $package,
                    $packages,
                ),
            );
        } else {
            foreach ($packages as $package) {
                if ($package instanceof Package) {
                    $this->show($package);
                }
            }
        }

        return $bad === 0 ? self::SUCCESS : self::BAD_DATA;
    }

    /**
     * @return list<array{partition: string, against: string, agrees: bool, says: string}>
     */
    private function images(Package $package): array
    {
        return app(IsolatedReader::class)->images($package, static fn(string $partition): null => null);
    }

    private function show(Package $package): void
    {
        $this->line("<info>{$package->name()}</info>");
        $this->line(
            "  {$package->title()}, " .
                ($package->kind()->value ?? 'kind unknown') .
                ", {$package->container?->value}, " .
                Size::text($package->sizeBytes) .
                " ({$package->sizeBytes} bytes)",
        );
        $this->line("  {$package->integrity()->value}: {$package->integrityReason()}");
        $this->line("  sha256 {$package->sha256}");
        $this->table(
            ['fact', 'value', 'source', 'where'],
            array_map(
                static fn(Fact $fact): array => [$fact->name, $fact->text(), $fact->source->label(), $fact->where],
                $package->facts->all(),
            ),
        );
        foreach ($package->conflicts() as $name => $facts) {
            $this->warn(
                "  The sources disagree about {$name}: " .
                    implode(
                        '; ',
                        array_map(static fn(Fact $fact): string => "{$fact->text()} ({$fact->where})", $facts),
                    ),
            );
        }
        foreach ($this->option('images') ? $this->images($package) : [] as $outcome) {
            $this->line(
                '  ' .
                    ($outcome['agrees'] ? 'agrees' : 'DIFFERS') .
                    "  {$outcome['partition']}, {$outcome['against']}: {$outcome['says']}",
            );
        }
        foreach ($package->notUnderstood as $assertion) {
            $this->warn("  Not understood: {$assertion}");
        }
        if ($package->cardProblem !== null) {
            $this->warn("  {$package->cardProblem}");
        }
    }
}
