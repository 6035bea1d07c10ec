<?php

declare(strict_types=1);

namespace Tornavis\Core\Package\Isolated;

use Tornavis\Core\Package\Archive\Bundle;
use Tornavis\Core\Package\Archive\Unpacker;
use Tornavis\Core\Package\Checksum;
use Tornavis\Core\Package\ImageCheck;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageError;
use Tornavis\Core\Package\PackageInspector;
use Tornavis\Core\Package\Payload\PartitionExtractor;

/**
 * The other side of reading apart: takes requests, reads files, and is ended by the system where one takes too long.
 *
 * Request: {"do": "inspect" | "sums" | "images" | "extract", "path", …}. Answers: any number of {"progress": …} and
 * then {"result": …} or {"error": …}.
 */
final readonly class ReadingChild
{
    /** For what a reader does: no file needs more, whatever its size. */
    public const READING_SECONDS = 10;

    /** For sums and images, whose time depends on the size: without any progress. */
    public const STALLED_SECONDS = 60;

    private const PROGRESS_EVERY_BYTES = 32 << 20;

    /**
     * @param  resource  $in
     * @param  resource  $out
     */
    public function __construct(private mixed $in, private mixed $out) {}

    public function serve(): void
    {
        while (($line = fgets($this->in)) !== false) {
            $request = json_decode($line, true);
            if (!is_array($request)) {
                continue;
            }
            /** @var array<string, mixed> $request */
            try {
                $this->tell(['result' => $this->answer($request)]);
            } catch (PackageError $error) {
                $this->tell(['error' => $error->toArray()]);
            } catch (\Throwable $fault) {
                $this->tell([
                    'error' => PackageError::fault(
                        self::text($request, 'path'),
                        get_class($fault) . ': ' . $fault->getMessage(),
                    )->toArray(),
                ]);
            }
            $this->limit(0);
        }
    }

    /**
     * @param  array<string, mixed>  $request
     */
    private function answer(array $request): mixed
    {
        $path = self::text($request, 'path');
        $this->limit($request['do'] === 'inspect' ? self::READING_SECONDS : self::STALLED_SECONDS);

        return match ($request['do']) {
            'inspect' => PackageInspector::standard()->inspect($path)->toArray(),
            'beside' => PackageInspector::standard()->beside($path, PackageError::told($request['error']))->toArray(),
            'sums' => Checksum::all($path, self::texts($request, 'algorithms'), $this->bytesDone()),
            'images' => ImageCheck::of(
                Package::fromArray(self::document($request)),
                fn(string $partition) => $this->progress($partition),
            ),
            'extract' => is_string($request['entry'] ?? null)
                ? Bundle::open($path)->extract($request['entry'], self::text($request, 'to'))
                : PartitionExtractor::of($path)->extract(
                    self::text($request, 'partition'),
                    self::text($request, 'to'),
                    $this->bytesDone(),
                ),
            'unpack' => Unpacker::unpack(
                $path,
                self::text($request, 'to'),
                is_int($request['most'] ?? null) ? $request['most'] : 0,
                $this->bytesDone(),
            ),
            default => null,
        };
    }

    /** @return callable(int, int): void */
    private function bytesDone(): callable
    {
        $told = 0;

        return function (int $done) use (&$told): void {
            if ($done - $told >= self::PROGRESS_EVERY_BYTES) {
                $told = $done;
                $this->progress($done);
            }
        };
    }

    private function progress(string|int $what): void
    {
        $this->limit(self::STALLED_SECONDS);
        $this->tell(['progress' => $what]);
    }

    /** The system ends this process when the time is over, even in the middle of a call; 0 takes the limit off. */
    private function limit(int $seconds): void
    {
        pcntl_alarm($seconds);
    }

    /**
     * @param  array<string, mixed>  $line
     */
    private function tell(array $line): void
    {
        fwrite(
            $this->out,
            json_encode(
                $line,
                JSON_UNESCAPED_SLASHES |
                    JSON_PRESERVE_ZERO_FRACTION |
                    JSON_INVALID_UTF8_SUBSTITUTE |
                    JSON_THROW_ON_ERROR,
            ) . "\n",
        );
    }

    /**
     * @param  array<string, mixed>  $request
     */
    private static function text(array $request, string $name): string
    {
        return is_string($request[$name] ?? null) ? $request[$name] : '';
    }

    /**
     * @param  array<string, mixed>  $request
     * @return list<string>
     */
    private static function texts(array $request, string $name): array
    {
        return is_array($request[$name] ?? null) ? array_values(array_filter($request[$name], is_string(...))) : [];
    }

    /**
     * @param  array<string, mixed>  $request
     * @return array<string, mixed>
     */
    private static function document(array $request): array
    {
        /** @var array<string, mixed> */
        return is_array($request['package'] ?? null) ? $request['package'] : [];
    }
}
