<?php

declare(strict_types=1);

namespace App\Jobs;

use App\Models\PackageRecord;
use App\Models\WorkJob;
use App\Shelf\IsolatedReader;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Queue\Queueable;
use Illuminate\Support\Facades\DB;
use Tornavis\Core\Package\PackageError;

/**
 * Reads a file on the shelf and computes its checksums in one pass, with progress; recognises a file that was moved
 * or renamed.
 */
final class ReadPackage implements ShouldQueue
{
    use Queueable;

    private const LOOK_AGAIN_SECONDS = 5;

    public int $timeout = 0;

    public int $tries = 0;

    public int $backoff = 5;

    public function __construct(private readonly int $packageId)
    {
        $this->onQueue(WorkQueue::forFile($packageId));
    }

    public function handle(IsolatedReader $reader): void
    {
        $record = PackageRecord::query()->find($this->packageId);
        if ($record === null || !is_file($record->path)) {
            return;
        }
        $began = self::asLookedAt($record);
        $package = $reader->describe($record->path);
        try {
            $package = $package->withSums(
                $reader->sums($package, function (int $done) use ($record): void {
                    if ($done < $record->size_bytes) {
                        $record->update(['hashed_bytes' => $done]);
                    }
                }),
            );
        } catch (PackageError $error) {
            if ($error->what === PackageError::changedWhileRead('')->what) {
                // A copy or download that is under way: it is read again when it rests.
                self::dispatch($this->packageId)->delay(self::LOOK_AGAIN_SECONDS);

                return;
            }
            $package = $package->problem === null ? $reader->problem($record->path, $error) : $package;
        }
        DB::transaction(function () use ($record, $package, $began): void {
            $now = PackageRecord::query()->find($this->packageId);
            if ($now === null || self::asLookedAt($now) !== $began) {
                // The file, its card or what people say of it has changed meanwhile, and waits to be read again.
                return;
            }
            $record->hashed_bytes = $package->sizeBytes;
            $record->keepDescription($package);
            $this->recogniseMoved($record);
        });
    }

    /**
     * What a reading rests on.
     *
     * @return array<string, mixed>
     */
    private static function asLookedAt(PackageRecord $record): array
    {
        return $record->only(['path', 'size_bytes', 'modified_at', 'typed']);
    }

    /**
     * A missing record with the same checksum is this file in its old place: it moves, with everything that rests on
     * it.
     */
    private function recogniseMoved(PackageRecord $record): void
    {
        $old =
            $record->sha256 === null
                ? null
                : PackageRecord::query()
                    ->where('sha256', $record->sha256)
                    ->where('missing', true)
                    ->where('id', '!=', $record->id)
                    ->oldest('id')
                    ->first();
        if ($old === null || WorkJob::anyHolds($record)) {
            return;
        }
        DB::transaction(static function () use ($record, $old): void {
            $package = $record->package();
            $place = $record->only(['path', 'modified_at']);
            $record->delete();
            $old->fill($place + ['missing' => false, 'hashed_bytes' => $package->sizeBytes]);
            $old->keepDescription($package);
        });
    }
}
