<?php

declare(strict_types=1);

namespace App\Jobs;

use App\Models\PackageRecord;
use App\Shelf\IsolatedReader;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Queue\Queueable;
use Tornavis\Core\Package\PackageError;

/** Looks into a package and compares every image in it with what is stated about it. */
final class CheckImages implements ShouldQueue
{
    use Queueable;

    public int $timeout = 0;

    public int $tries = 0;

    public int $backoff = 5;

    public function __construct(private readonly int $packageId)
    {
        $this->onQueue(WorkQueue::forFile($packageId));
    }

    public function handle(IsolatedReader $reader): void
    {
        $record = PackageRecord::query()->findOrFail($this->packageId);
        try {
            $outcomes = $reader->images($record->package(), function (string $partition) use ($record): void {
                $record->update([
                    'images' => [
                        'status' => "comparing {$partition}",
                        'at' => now()->toIso8601String(),
                        'outcomes' => [],
                    ],
                ]);
            });
            $record->update([
                'images' => ['status' => 'done', 'at' => now()->toIso8601String(), 'outcomes' => $outcomes],
            ]);
        } catch (PackageError $error) {
            $record->update([
                'images' => [
                    'status' => 'done',
                    'at' => now()->toIso8601String(),
                    'outcomes' => [
                        [
                            'partition' => '',
                            'against' => 'the file',
                            'agrees' => false,
                            'says' => "{$error->what} ({$error->where}).",
                        ],
                    ],
                ],
            ]);
        }
    }
}
