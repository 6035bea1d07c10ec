<?php

declare(strict_types=1);

namespace App\Jobs;

use App\Models\PackageRecord;
use App\Shelf\IsolatedReader;
use App\Shelf\Scratch;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Queue\Queueable;
use Tornavis\Core\Package\PackageError;

/** Takes the image of one partition out of a package, into a file that is kept for an hour. */
final class TakeOutImage implements ShouldQueue
{
    use Queueable;

    public int $timeout = 0;

    public int $tries = 0;

    public int $backoff = 5;

    public function __construct(private readonly int $packageId, private readonly string $partition)
    {
        $this->onQueue(WorkQueue::forFile($packageId));
    }

    public static function begin(PackageRecord $record, string $partition): void
    {
        self::say($record, $partition, 'begun', 0, 'It waits for its turn.');
        self::dispatch($record->id, $partition);
    }

    public function handle(IsolatedReader $reader): void
    {
        $record = PackageRecord::query()->find($this->packageId);
        if ($record === null) {
            return;
        }
        [$file, $lock] = Scratch::begin("image-{$record->id}");
        try {
            $reader->extract(
                $record->path,
                $this->partition,
                "{$file}.part",
                fn(int $done) => self::say($record, $this->partition, 'taking', $done, 'It is being taken out.'),
            );
            rename("{$file}.part", $file);
            self::say(
                $record,
                $this->partition,
                'done',
                (int) filesize($file),
                'It has the SHA-256 that the payload states. It is kept for an hour.',
                basename($file),
            );
        } catch (PackageError $error) {
            self::say($record, $this->partition, 'failed', 0, "{$error->what} ({$error->where}). {$error->todo}");
        } finally {
            @unlink("{$file}.part");
            $lock->release(forGood: true);
        }
    }

    private static function say(
        PackageRecord $record,
        string $partition,
        string $status,
        int $doneBytes,
        string $says,
        ?string $file = null,
    ): void {
        $record->update([
            'extraction' => [
                'partition' => $partition,
                'status' => $status,
                'doneBytes' => $doneBytes,
                'says' => $says,
                'file' => $file,
            ],
        ]);
    }
}
