<?php

declare(strict_types=1);

namespace App\Shelf;

use Tornavis\Core\Package\Isolated\ReadingChild;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageError;

/**
 * Reads files in a process of its own with limits on memory and time. Whatever happens there (no memory left, no end,
 * a crash of the interpreter) is that file's problem alone: the process is replaced, and everything else goes on.
 */
final class IsolatedReader
{
    /** Given to the system for ending a process that is out of time. */
    private const GRACE_SECONDS = 5;

    private readonly ReadingProcess $process;

    /** @param  ?string  $program  that reads; null for the project's own */
    public function __construct(?string $program = null)
    {
        $this->process = new ReadingProcess($program ?? base_path('core/bin/read-isolated.php'));
    }

    /** How many processes were lost; for tests. */
    public function lost(): int
    {
        return $this->process->lost;
    }

    /** @throws PackageError when the file cannot be read or trusted, or reading it was ended */
    public function inspect(string $path): Package
    {
        return Package::fromArray(
            $this->document($this->ask(['do' => 'inspect', 'path' => $path], $path, ReadingChild::READING_SECONDS)),
        );
    }

    /** The same, with the reason instead of an error: what stands beside the file is kept. */
    public function describe(string $path): Package
    {
        try {
            return $this->inspect($path);
        } catch (PackageError $error) {
            return $this->problem($path, $error);
        }
    }

    /** A file that cannot be read, with what its card and the lists beside it say, where these can be read. */
    public function problem(string $path, PackageError $error): Package
    {
        try {
            return Package::fromArray(
                $this->document(
                    $this->ask(
                        ['do' => 'beside', 'path' => $path, 'error' => $error->toArray()],
                        $path,
                        ReadingChild::READING_SECONDS,
                    ),
                ),
            );
        } catch (PackageError) {
            return Package::withProblem($path, (int) @filesize($path), $error->getMessage());
        }
    }

    /**
     * @param  callable(int $doneBytes): void  $progress
     * @return array<string, string> hex by algorithm
     *
     * @throws PackageError
     */
    public function sums(Package $package, callable $progress): array
    {
        /** @var array<string, string> */
        return $this->ask(
            ['do' => 'sums', 'path' => $package->path, 'algorithms' => $package->wantedSums()],
            $package->path,
            ReadingChild::STALLED_SECONDS,
            $progress,
        );
    }

    /**
     * @param  callable(string $partition): void  $begun
     * @return list<array{partition: string, against: string, agrees: bool, says: string}>
     *
     * @throws PackageError
     */
    public function images(Package $package, callable $begun): array
    {
        /** @var list<array{partition: string, against: string, agrees: bool, says: string}> */
        return $this->ask(
            ['do' => 'images', 'path' => $package->path, 'package' => $package->toArray()],
            $package->path,
            ReadingChild::STALLED_SECONDS,
            $begun,
        );
    }

    /**
     * Takes the image of one partition out; where none is named it unpacks or expands the file.
     *
     * @param  ?string  $entry  of the archive that the image lies in as a file of its own; null for a payload
     * @param  callable(int $doneBytes): void  $progress
     * @return int bytes that were written; of an unpacked file $most at most
     *
     * @throws PackageError
     */
    public function extract(
        string $path,
        ?string $partition,
        string $to,
        callable $progress,
        int $most = 0,
        ?string $entry = null,
    ): int {
        $request = $partition === null ? ['do' => 'unpack', 'most' => $most] : ['do' => 'extract', 'entry' => $entry];
        $request += ['path' => $path, 'partition' => $partition ?? '', 'to' => $to];

        /** @var int */
        return $this->ask($request, $path, ReadingChild::STALLED_SECONDS, $progress);
    }

    /** The most memory that the process now at work has had; 0 where none is. */
    public function mostMemoryBytes(): int
    {
        return $this->process->mostMemoryBytes();
    }

    /**
     * @param  array<string, mixed>  $request
     */
    private function ask(array $request, string $path, int $seconds, ?callable $progress = null): mixed
    {
        if (!mb_check_encoding($path, 'UTF-8')) {
            throw PackageError::badPath($path);
        }
        $to = is_string($request['to'] ?? null) ? [dirname($request['to'])] : [];
        $this->process->begin(self::foldersOf($path), $to);
        $flags = JSON_UNESCAPED_SLASHES | JSON_PRESERVE_ZERO_FRACTION | JSON_THROW_ON_ERROR;
        if (!$this->process->write(json_encode($request, $flags) . "\n")) {
            throw PackageError::readingEnded($path, $this->process->lose(0));
        }
        while (true) {
            $line = $this->process->line($seconds + self::GRACE_SECONDS);
            if ($line === null) {
                throw PackageError::readingEnded($path, $this->process->lose($seconds));
            }
            $answer = json_decode($line, true);
            if (is_array($answer) && array_key_exists('progress', $answer)) {
                $progress === null ?: $progress($answer['progress']);
            } elseif (is_array($answer) && is_array($answer['error'] ?? null)) {
                throw PackageError::told($answer['error']);
            } elseif (is_array($answer) && array_key_exists('result', $answer)) {
                return $answer['result'];
            }
        }
    }

    /**
     * Where a file lies: as it is named, and where a link leads.
     *
     * @return list<string>
     */
    private static function foldersOf(string $path): array
    {
        $named = str_starts_with($path, '/') ? $path : getcwd() . "/{$path}";
        $real = realpath($path);

        return array_values(array_unique([dirname($named), ...$real === false ? [] : [dirname($real)]]));
    }

    /**
     * @return array<string, mixed>
     */
    private function document(mixed $result): array
    {
        /** @var array<string, mixed> */
        return is_array($result) ? $result : [];
    }
}
