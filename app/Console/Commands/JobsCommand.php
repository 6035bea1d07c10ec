<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Prove\CheckedFiles;
use App\Prove\JobTable;
use App\Prove\RandomBench;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Demo\Recipe;

/** For development: writes the page about what can be planned. */
final class JobsCommand extends CoreCommand
{
    protected $signature = 'tornavis:jobs {--files= : Folder of the demo files; made anew where there is none}';

    protected $description = 'Writes docs/jobs.md from the plans of random phones';

    public function handle(): int
    {
        $folder = is_string($this->option('files')) ? $this->option('files') : sys_get_temp_dir() . '/tornavis-jobs';
        if (!is_dir($folder)) {
            (new Recipe($folder))->make(static fn(string $name): null => null);
        }
        $sheets = array_map(ModelSheet::read(...), glob(base_path('demo/models/*.json')) ?: []);
        $page = JobTable::markdown(new RandomBench($sheets, CheckedFiles::in($folder), 1));
        file_put_contents(base_path('docs/jobs.md'), $page);

        return self::SUCCESS;
    }
}
