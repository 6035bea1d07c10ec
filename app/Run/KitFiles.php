<?php

declare(strict_types=1);

namespace App\Run;

use App\Models\PackageRecord;
use App\Shelf\Scratch;
use Tornavis\Core\Package\Archive\Bundle;
use Tornavis\Core\Package\Checksum;
use Tornavis\Core\Package\PackageError;
use Tornavis\Core\Run\FileChanged;
use Tornavis\Core\Run\Kit;

/**
 * The files that a plan names, on the shelf of now. A plan names each by its SHA-256: a file of the same name that has
 * another one is never taken.
 */
final class KitFiles implements Kit
{
    /** How often a file that looks changed is compared again. */
    private const MOST_LOOKS = 3;

    /** @var array<string, string> what a file looked like when it was last compared and agreed, by path and sum */
    private static array $compared = [];

    /**
     * @param  array<string, ?string>  $sums  SHA-256 by name; null where the plan does not state one
     * @param  array<string, list<string>>  $paths  where files of a name lie, those with the planned sum first
     */
    private function __construct(private readonly array $sums, private readonly array $paths) {}

    /**
     * @param  array<string, mixed>  $plan  a plan document
     */
    public static function ofPlan(array $plan): self
    {
        $sums = [];
        /** @var list<array{name: string, sha256: ?string}> $kit */
        $kit = is_array($plan['kit'] ?? null) ? $plan['kit'] : [];
        foreach ($kit as $row) {
            $sums[$row['name']] = $row['sha256'];
        }
        $paths = [];
        foreach (
            PackageRecord::query()
                ->where('missing', false)
                ->whereIn('name', array_map(strval(...), array_keys($sums)))
                ->get(['name', 'path', 'sha256'])
            as $row
        ) {
            $paths[$row->name] ??= [];
            $row->sha256 === $sums[$row->name]
                ? array_unshift($paths[$row->name], $row->path)
                : ($paths[$row->name][] = $row->path);
        }

        return new self($sums, $paths);
    }

    /**
     * @param  array<string, string>  $paths  by name; what they hold is not compared
     */
    public static function at(array $paths): self
    {
        return new self([], array_map(static fn(string $path): array => [$path], $paths));
    }

    /** The planned SHA-256; null where the plan states none. */
    public function sum(string $package): ?string
    {
        return $this->sums[$package] ?? null;
    }

    /** @throws FileChanged when no file of this name is there */
    public function path(string $package): string
    {
        $path = $this->paths[$package][0] ?? null;

        return $path !== null && is_file($path) ? $path : throw FileChanged::gone($package);
    }

    public function check(string $package): void
    {
        $path = $this->path($package);
        $looks = self::looks($path);
        $planned = $this->sum($package);
        if ($planned === null || (self::$compared["{$path}|{$planned}"] ?? null) === $looks) {
            return;
        }
        try {
            $has = Checksum::sha256($path);
        } catch (PackageError $error) {
            throw FileChanged::unreadable($package, $error->what);
        }
        if (!hash_equals($planned, $has)) {
            throw FileChanged::other($package, $path, $has, $planned);
        }
        self::$compared["{$path}|{$planned}"] = $looks;
    }

    /** What changes when a file is replaced or written to. */
    private static function looks(string $path): string
    {
        clearstatcache(true, $path);
        $stat = @stat($path) ?: [];

        return implode(
            '|',
            array_map(static fn(string $name): string => (string) ($stat[$name] ?? ''), [
                'ino',
                'size',
                'mtime',
                'ctime',
            ]),
        );
    }

    /**
     * One image of a package as a file of its own, for as long as $use works with it.
     *
     * @template T
     *
     * @param  string  $entry  path of the image inside the package; "" where the package is the image
     * @param  callable(string $path, ?string $sum): T  $use  gets the SHA-256 that the file must have, where the plan
     *     states it
     * @return T
     *
     * @throws FileChanged when the package is not the planned one
     */
    public function withImage(string $package, string $entry, callable $use): mixed
    {
        if ($entry === '') {
            return $use($this->path($package), $this->sum($package));
        }
        [$file, $lock] = Scratch::begin('send');
        try {
            $isSteady = false;
            // Another link to a file makes it look changed; its content says whether it is.
            for ($try = 0; $try < self::MOST_LOOKS && !$isSteady; $try++) {
                self::$compared = [];
                $this->check($package);
                $before = self::looks($this->path($package));
                Bundle::open($this->path($package))->extract($entry, $file);
                $isSteady = self::looks($this->path($package)) === $before;
            }
            if (!$isSteady) {
                throw FileChanged::unreadable($package, 'it changed while an image was taken out of it');
            }

            return $use($file, null);
        } catch (PackageError $error) {
            throw FileChanged::unreadable($package, $error->what);
        } finally {
            @unlink($file);
            $lock->release(forGood: true);
        }
    }
}
