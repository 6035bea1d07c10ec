<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Backup\Restore;
use App\Data\DataRefused;
use App\Serve\OwnerLock;

final class RestoreCommand extends CoreCommand
{
    protected $signature = 'tornavis:restore {file : A file that the backup command made, or a copy of the database}';

    protected $description = 'Puts a backup in the place of what is there; a copy of that is kept';

    public function handle(): int
    {
        $lock = OwnerLock::take('no pages: a backup is being brought back');
        if ($lock === null) {
            throw DataRefused::inUse('process ' . (OwnerLock::holder()['pid'] ?? 'unknown'));
        }
        $file = $this->argument('file');
        $restored = Restore::from($file);
        $this->line(
            $restored['at'] === null
                ? "The database of {$file} is in place."
                : "The backup of {$restored['at']} is in place. Release cards put back: {$restored['cards']}.",
        );
        if ($restored['left'] > 0) {
            $this->line(
                "Release cards left out: {$restored['left']}. No file of the shelf lies beside their place. Name its " .
                    'folder on the page of the shelf, then bring the backup back once more.',
            );
        }
        $restored['copy'] === null || $this->line("What was there is kept as {$restored['copy']}");
        $lock->release();

        return self::SUCCESS;
    }
}
