<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Data\RevisionCache;
use App\Jobs\Recovery\LostJobs;
use App\Models\Device;
use App\Models\Run;
use App\Serve\Heartbeat;
use App\Shelf\Scratch;
use App\Shelf\Shelf;
use App\Shelf\Uploads;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\DB;

/** Looks again and again: at the folders, for work that a lost worker has left, and for what lies about of no use. */
final class WatchCommand extends Command
{
    protected $signature = 'tornavis:watch';

    protected $description = 'Takes in what comes into the folders, and takes up what was left';

    protected $hidden = true;

    private const EVERY_SECONDS = 3;

    private const TIDY_EVERY = 100;

    /** How often something failed in the same way, one after the other. */
    private int $failed = 0;

    private bool $ending = false;

    /** @var array{folders: list<string>, waiting: list<string>} what was said last */
    private array $said = ['folders' => [], 'waiting' => []];

    /** Phones with a run under way, as they were counted last. */
    private int $atWork = 0;

    public function handle(Shelf $shelf, Uploads $uploads): int
    {
        $this->trap([SIGINT, SIGTERM], function (): void {
            $this->ending = true;
        });
        for ($turn = 0; !$this->ending; $turn++) {
            $waiting = [];
            $this->tried($waiting, 'The work that was left could not be looked for', static fn() => LostJobs::takeUp());
            $this->tried($waiting, 'The folders could not be looked at', fn() => $this->takeIn($shelf));
            $turn % self::TIDY_EVERY !== 0 ||
                $this->tried($waiting, 'What is of no more use could not be taken away', static function () use (
                    $uploads,
                ): void {
                    Scratch::tidy();
                    RevisionCache::prune();
                    Device::forgetOld();
                    $uploads->expire();
                });
            $folders = [];
            $this->tried($waiting, 'The folders could not be looked at', static function () use (
                $shelf,
                &$folders,
            ): void {
                $folders = $shelf->problems();
            });
            $this->tried($waiting, 'The runs could not be counted', function (): void {
                $this->atWork = count(Run::underWay());
            });
            $this->said = ['folders' => $folders, 'waiting' => array_values(array_unique($waiting))];
            $this->say(0);
            DB::disconnect();
            // What fails again and again is tried less often.
            $pause = self::EVERY_SECONDS * min(4, 1 + intdiv($this->failed, 5));
            for ($tenths = 0; $tenths < 10 * $pause && !$this->ending; $tenths++) {
                usleep(100_000);
            }
        }

        return self::SUCCESS;
    }

    /** Many files are taken in a part at a time; how many are left is said in between. */
    private function takeIn(Shelf $shelf): void
    {
        for ($left = $shelf->behind(); $left > 0 && !$this->ending; $left = $shelf->behind()) {
            $this->say($left);
            $before = $left;
            $shelf->look();
            if ($shelf->behind() >= $before) {
                break;
            }
        }
    }

    private function say(int $arriving): void
    {
        Heartbeat::say('watch', ['phonesAtWork' => $this->atWork, 'arriving' => $arriving] + $this->said);
    }

    /**
     * @param  list<string>  $waiting
     */
    private function tried(array &$waiting, string $otherwise, callable $act): void
    {
        try {
            $act();
            $this->failed = 0;
        } catch (\Throwable $error) {
            $this->failed++;
            $this->failed > 3 || report($error);
            $waiting[] = "{$otherwise}. It is tried again.";
        }
    }
}
