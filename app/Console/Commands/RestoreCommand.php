<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Backup\Backup;
use App\Data\Database;
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
        if (str_ends_with($file, '.sqlite')) {
            $this->restoreDatabase($file);
        } else {
            $restored = Backup::restore($file);
            $this->line("The backup of {$restored['at']} is in place. Release cards put back: {$restored['cards']}.");
            $restored['copy'] === null ?: $this->line("What was there is kept as {$restored['copy']}");
        }
        $lock->release();

        return self::SUCCESS;
    }

    /** One of the copies that are made before an update, before a fresh start and before a restore. */
    private function restoreDatabase(string $file): void
    {
        if (!is_file($file)) {
            throw DataRefused::noBackup($file, 'there is no such file');
        }
        (new Database($file, ''))->check();
        $database = Database::own();
        $next = "{$database->file}.restored";
        (new Database($file, ''))->copyTo($next);
        $copy = is_file($database->file) ? $database->copy('before-restore') : null;
        $database->takeThePlaceOf($next);
        $this->line("The database of {$file} is in place.");
        $copy === null ?: $this->line("What was there is kept as {$copy}");
    }
}
