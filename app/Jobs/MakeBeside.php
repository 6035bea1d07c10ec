<?php

declare(strict_types=1);

namespace App\Jobs;

use App\Models\PackageRecord;
use App\Shelf\IsolatedReader;
use App\Shelf\MadeBeside;
use App\Shelf\Shelf;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Queue\Queueable;
use Tornavis\Core\Words\TornavisError;

/** Unpacks a file, or takes one image out of it, and lays what comes of it beside it on the shelf. */
final class MakeBeside implements ShouldQueue
{
    use Queueable;

    public int $timeout = 0;

    public int $tries = 0;

    public int $backoff = 5;

    public function __construct(private readonly int $packageId, private readonly ?string $partition)
    {
        $this->onQueue(WorkQueue::forFile($packageId));
    }

    public static function begin(PackageRecord $record, ?string $partition): void
    {
        self::say($record, $partition, 'begun', 0, 'It waits for its turn.');
        self::dispatch($record->id, $partition);
    }

    public function handle(IsolatedReader $reader, Shelf $shelf): void
    {
        $record = PackageRecord::query()->find($this->packageId);
        if ($record === null) {
            return;
        }
        $made = new MadeBeside($record->package(), $this->partition);
        try {
            $made->make(
                $reader,
                fn(int $done) => self::say($record, $this->partition, 'taking', $done, 'It is being unpacked.'),
            );
            $size = (int) filesize($made->path);
            $name = basename($made->path);
            self::say($record, $this->partition, 'done', $size, "{$name} lies beside it now.");
            $shelf->look();
        } catch (TornavisError $error) {
            self::say($record, $this->partition, 'failed', 0, "{$error->what} ({$error->where}). {$error->todo}");
        }
    }

    private static function say(
        PackageRecord $record,
        ?string $partition,
        string $status,
        int $doneBytes,
        string $says,
    ): void {
        $record->update([
            'extraction' => [
                'partition' => $partition ?? '',
                'status' => $status,
                'doneBytes' => $doneBytes,
                'says' => $says,
                'file' => null,
                'beside' => true,
                'name' => basename((new MadeBeside($record->package(), $partition))->path),
            ],
        ]);
    }
}
