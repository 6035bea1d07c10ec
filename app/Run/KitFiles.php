<?php

declare(strict_types=1);

namespace App\Run;

use App\Models\PackageRecord;
use Tornavis\Core\Package\Archive\Bundle;
use Tornavis\Core\Run\LinkLost;

/** Finds the file that goes over the link for a step, taking single images out of their package where needed. */
final readonly class KitFiles
{
    /**
     * @param  array<string, string>  $paths  by name of the package
     */
    private function __construct(private array $paths)
    {
    }

    /** The files of the shelf, wherever they lie. */
    public static function ofShelf(): self
    {
        $paths = [];
        foreach (PackageRecord::query()->where('missing', false)->get() as $record) {
            $paths[$record->name] = $record->path;
        }

        return new self($paths);
    }

    /**
     * @param  array<string, string>  $paths  by name of the package
     */
    public static function at(array $paths): self
    {
        return new self($paths);
    }

    public function path(string $package): string
    {
        $path = $this->paths[$package] ?? config()->string('tornavis.shelf').'/'.basename($package);

        return is_file($path) ? $path : throw LinkLost::noAnswer($package, 'looking for the file on the shelf');
    }

    /**
     * @param  string  $entry  path of the image inside the package; "" where the package is the image
     * @return string path of a file with just the image; a temporary one when $entry is given
     */
    public function image(string $package, string $entry): string
    {
        if ($entry === '') {
            return $this->path($package);
        }
        $file = (string) tempnam(sys_get_temp_dir(), 'tornavis');
        Bundle::open($this->path($package))->extract($entry, $file);

        return $file;
    }
}
