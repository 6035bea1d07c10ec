<?php

declare(strict_types=1);

namespace App\Bench;

use App\Models\PackageRecord;
use App\Models\Run;
use App\Shelf\Shelf;

/**
 * The past runs that the demo comes with: run files in demo/runs, each packed by gzip.
 *
 * Real runs on the simulated phones made them; `tornavis:season` makes them anew. Where a file of a kit lies stands in
 * them as {@see self::SHELF}, since every machine has its own folder.
 */
final readonly class Season
{
    public const SHELF = '/SHELF';

    public function __construct(private ArchiveIntake $intake, private Shelf $shelf) {}

    /** Takes every run in whose phone is on the bench; once. */
    public function layOut(): void
    {
        if (Run::query()->exists() || PackageRecord::query()->doesntExist()) {
            return;
        }
        foreach (self::files() as $file) {
            $text = (string) gzdecode((string) file_get_contents($file));
            $this->intake->takeRun(self::moved($text, self::SHELF, $this->shelf->folder), false);
        }
    }

    /**
     * @return list<string> paths, in the order of time
     */
    public static function files(): array
    {
        return glob(base_path('demo/runs/*.jsonl.gz')) ?: [];
    }

    /** A run file whose kit lies in another folder; the journal and its plan stay as they are. */
    public static function moved(string $text, string $from, string $to): string
    {
        [$first, $rest] = explode("\n", $text, 2);
        $head = json_decode($first, flags: JSON_THROW_ON_ERROR);
        if ($head instanceof \stdClass && $head->job instanceof \stdClass && is_array($head->job->kit)) {
            $head->job->kit = array_map(
                static fn(mixed $path): string => str_replace("{$from}/", "{$to}/", is_string($path) ? $path : ''),
                $head->job->kit,
            );
        }

        return json_encode($head, JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR) . "\n{$rest}";
    }
}
