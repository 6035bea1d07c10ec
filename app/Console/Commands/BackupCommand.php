<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Backup\Backup;

final class BackupCommand extends CoreCommand
{
    protected $signature =
        'tornavis:backup {file? : Where it is written; backups/ in the data folder where ' . 'nothing is named}';

    protected $description =
        'Writes database, phones, settings and release cards into one file, also while ' . 'Tornavis runs';

    public function handle(): int
    {
        $file = $this->argument('file');
        if (!is_string($file)) {
            is_dir(storage_path('backups')) || mkdir(storage_path('backups'), 0o700);
            $file = storage_path('backups/tornavis-' . gmdate('Ymd-His') . '.zip');
        }
        Backup::write($file);
        $this->line($file);

        return self::SUCCESS;
    }
}
