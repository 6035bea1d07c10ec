<?php

declare(strict_types=1);

namespace Tornavis\Core\Package\Archive;

use Symfony\Component\Process\Exception\ExceptionInterface;
use Symfony\Component\Process\Process;
use Tornavis\Core\Package\Bytes;
use Tornavis\Core\Package\Image\SparseExpander;
use Tornavis\Core\Package\Image\SparseImageReader;
use Tornavis\Core\Package\PackageError;
use Tornavis\Core\Package\WithoutWarnings;

/** Unpacks one compressed file, or expands one sparse image, into a file of its own. */
final class Unpacker
{
    private const PIECE = 1 << 20;

    /** A tool that gives nothing for so long is ended. */
    private const STALLED_SECONDS = 55;

    /**
     * @param  int  $most  bytes that may be written at most
     * @param  ?callable(int $doneBytes, int $sizeBytes): void  $progress  the size is that of the packed file
     * @return int bytes that were written
     *
     * @throws PackageError when it cannot be unpacked whole, or there is no room; then nothing is left behind
     */
    public static function unpack(string $path, string $to, int $most, ?callable $progress = null): int
    {
        $bytes = Bytes::open($path);
        $out =
            WithoutWarnings::call(static fn() => fopen($to, 'x+b')) ?:
            throw PackageError::notReadable($to, 'it cannot be written, or is there already');
        try {
            $done = (new SparseImageReader())->recognises($bytes)
                ? SparseExpander::expand($bytes, $out, $to, $most, $progress)
                : self::stream($bytes, $out, $to, $most, $progress);
            fclose($out);

            return $done;
        } catch (PackageError $error) {
            fclose($out);
            @unlink($to);

            throw $error;
        }
    }

    /**
     * @param  resource  $out
     * @param  ?callable(int, int): void  $progress
     */
    private static function stream(Bytes $bytes, $out, string $to, int $most, ?callable $progress): int
    {
        $method =
            CompressedReader::methodOf($bytes) ??
            throw PackageError::malformed($bytes->path, 'byte 0', 'Nothing here is packed', 'a compressed file');
        [$name, $tool] = $method;
        $done = 0;
        foreach ($tool === null ? self::gunzipped($bytes) : self::byTool($tool, $bytes->path) as $piece) {
            $done += strlen($piece);
            if ($done > $most) {
                throw PackageError::noRoom($to, $done);
            }
            if (WithoutWarnings::call(static fn(): int|false => fwrite($out, $piece)) !== strlen($piece)) {
                throw PackageError::noRoom($to, $done);
            }
            $progress === null ?: $progress($done, $bytes->size);
        }
        if ($done === 0) {
            throw PackageError::malformed(
                $bytes->path,
                'byte 0',
                "The {$name} data cannot be unpacked",
                "an intact {$name} stream",
            );
        }

        return $done;
    }

    /**
     * @return \Generator<int, string>
     */
    private static function gunzipped(Bytes $bytes): \Generator
    {
        for ($at = 0; $at < $bytes->size; ) {
            $context = inflate_init(ZLIB_ENCODING_GZIP) ?: throw PackageError::fault($bytes->path, 'no zlib');
            do {
                $piece = $bytes->read($at, min(self::PIECE, $bytes->size - $at));
                $before = inflate_get_read_len($context);
                $plain = WithoutWarnings::call(static fn(): string|false => inflate_add($context, $piece));
                if ($plain === false) {
                    throw PackageError::malformed(
                        $bytes->path,
                        "byte {$at}",
                        'The gzip data is broken',
                        'an intact file',
                    );
                }
                yield $plain;
                $at += inflate_get_read_len($context) - $before;
                $ended = inflate_get_status($context) === ZLIB_STREAM_END;
            } while (!$ended && $at < $bytes->size);
            if (!$ended) {
                throw PackageError::truncated($bytes->path, $at, 8, $bytes->size);
            }
        }
    }

    /**
     * @return \Generator<int, string>
     */
    private static function byTool(string $tool, string $path): \Generator
    {
        if (!UnpackingTool::exists($tool)) {
            throw PackageError::malformed(
                $path,
                'byte 0',
                "The program {$tool} is not installed",
                "{$tool} on this system",
            );
        }
        $process = new Process([...UnpackingTool::unpacking($tool), '--', $path]);
        $process->setTimeout(null);
        $process->setIdleTimeout(self::STALLED_SECONDS);
        try {
            $process->start();
            foreach ($process->getIterator(Process::ITER_SKIP_ERR) as $piece) {
                yield $piece;
            }
            if (!$process->isSuccessful()) {
                throw PackageError::malformed(
                    $path,
                    'somewhere in it',
                    "It cannot be unpacked whole by {$tool}",
                    'an intact file; get it again',
                );
            }
        } catch (ExceptionInterface $error) {
            throw PackageError::fault($path, $error->getMessage());
        } finally {
            $process->stop(0, SIGKILL);
        }
    }
}
