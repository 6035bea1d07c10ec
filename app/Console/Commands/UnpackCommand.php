<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Shelf\IsolatedReader;
use App\Shelf\MadeBeside;

final class UnpackCommand extends CoreCommand
{
    protected $signature =
        'tornavis:unpack {file : A compressed file, a sparse image, or a package with a payload} ' .
        '{--partition= : Take the image for this partition out}';

    protected $description = 'Unpacks a file, or takes one image out of it, and lays what comes of it beside it';

    public function handle(IsolatedReader $reader): int
    {
        /** @var string $file */
        $file = $this->argument('file');
        $partition = $this->option('partition');
        $package = $reader->inspect($file);
        $package = $package->withSums($reader->sums($package, static fn(int $done): null => null));
        $made = new MadeBeside($package, is_string($partition) && $partition !== '' ? $partition : null);
        $this->line($made->make($reader, static fn(int $done): null => null));

        return self::SUCCESS;
    }
}
