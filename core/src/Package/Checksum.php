<?php

declare(strict_types=1);

namespace Tornavis\Core\Package;

/** The sums of a whole file, all in one pass. */
final class Checksum
{
    private const PIECE = 1 << 20;

    /**
     * SHA-256 of a whole file, hex.
     *
     * @param  ?callable(int $doneBytes, int $sizeBytes): void  $progress  called after every MiB
     *
     * @throws PackageError when the file cannot be read, or changes while it is read
     */
    public static function sha256(string $path, ?callable $progress = null): string
    {
        return self::all($path, ['sha256'], $progress)['sha256'];
    }

    /**
     * @param  list<string>  $algorithms  "sha256", "sha1", "md5", "sha512"
     * @param  ?callable(int $doneBytes, int $sizeBytes): void  $progress
     * @return array<string, string> hex, by algorithm
     *
     * @throws PackageError when the file cannot be read, or changes while it is read
     */
    public static function all(string $path, array $algorithms, ?callable $progress = null): array
    {
        Bytes::open($path);
        $handle =
            WithoutWarnings::call(static fn() => fopen($path, 'rb')) ?:
            throw PackageError::notReadable($path, 'it cannot be opened');
        stream_set_read_buffer($handle, 0);
        $before = fstat($handle) ?: throw PackageError::notReadable($path, 'it has no size');
        $sums = array_map(
            static fn(string $algorithm): RunningSum => new RunningSum($algorithm, $before['size']),
            array_combine($algorithms, $algorithms),
        );
        for ($done = 0; !feof($handle); $done += strlen($piece)) {
            $piece = fread($handle, self::PIECE);
            if ($piece === false) {
                throw PackageError::notReadable($path, "reading stopped at byte {$done}");
            }
            foreach ($sums as $sum) {
                $sum->add($piece);
            }
            if ($progress !== null) {
                $progress($done + strlen($piece), $before['size']);
            }
        }
        clearstatcache(true, $path);
        $after = WithoutWarnings::call(static fn(): array|false => stat($path));
        if ($after === false || $after['size'] !== $before['size'] || $after['mtime'] !== $before['mtime']) {
            throw PackageError::changedWhileRead($path);
        }

        return array_combine(
            $algorithms,
            array_map(
                static fn(string $algorithm): string => $sums[$algorithm]->hex() ??
                    (string) hash_file($algorithm, $path),
                $algorithms,
            ),
        );
    }
}
