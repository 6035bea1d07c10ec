<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Prove\CheckedFiles;
use App\Prove\RandomBench;
use App\Prove\Soak;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Demo\Recipe;

final class SoakCommand extends CoreCommand
{
    protected $signature =
        'tornavis:soak {--count=500 : Rehearsals} {--seed=1 : The same seed draws the same ' .
        'ones} {--files= : Folder of the demo files; made anew where there is none}';

    protected $description =
        'Carries out random clear plans with one random fault each; every one must end in a ' .
        'phone that starts or in a safe stop';

    public function handle(): int
    {
        $folder = is_string($this->option('files')) ? $this->option('files') : config()->string('tornavis.shelf');
        if ((glob("{$folder}/*.zip") ?: []) === []) {
            (new Recipe($folder))->make(fn(string $name) => $this->line("  made {$name}"));
        }
        $bench = new RandomBench(
            array_map(ModelSheet::read(...), glob(base_path('demo/models/*.json')) ?: []),
            CheckedFiles::in($folder),
            (int) $this->option('seed'),
        );
        $soak = Soak::of($bench, (int) $this->option('seed'), max(1, (int) $this->option('count')));
        $this->table(
            ['fault', 'started', 'stopped safely', 'did not strike', 'wrong'],
            array_map(
                static fn(string $kind, array $row): array => [
                    $kind,
                    $row['started'],
                    $row['stopped'],
                    $row['idle'],
                    $row['wrong'],
                ],
                array_keys($soak->tally),
                $soak->tally,
            ),
        );
        foreach ($soak->wrong as $line) {
            $this->warn($line);
        }
        $this->line(
            'From a safe stop: ' .
                ($soak->waysOn['back'] ?? 0) .
                ' brought back to the system they held, ' .
                ($soak->waysOn['again'] ?? 0) .
                ' planned again and carried out, ' .
                ($soak->waysOn['otherwise'] ?? 0) .
                ' helped by another wish or file, ' .
                ($soak->waysOn['left'] ?? 0) .
                ' left to a person.',
        );
        $this->line("{$soak->count} rehearsals, {$soak->events} journal events, " . count($soak->wrong) . ' wrong.');

        return $soak->wrong === [] ? self::SUCCESS : self::FAILURE;
    }
}
