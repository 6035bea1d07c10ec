<?php

declare(strict_types=1);

namespace Tornavis\Core\Package;

use Tornavis\Core\Package\Archive\UnpackingTool;

/**
 * A checksum that is computed piece by piece.
 *
 * For a large file the system's openssl computes it beside, from the same pieces, where it is there: its code is made
 * for the processor and takes less than half the time.
 */
final class RunningSum
{
    private const LARGE_BYTES = 32 << 20;

    /** @var ?resource the other process; null once it has failed, or where this one computes */
    private $process;

    /** @var array<int, resource> */
    private array $pipes = [];

    private ?\HashContext $own = null;

    /** @param  string  $algorithm  "sha256", "sha1", "md5", "sha512" */
    public function __construct(string $algorithm, int $sizeBytes)
    {
        $command = ['openssl', 'dgst', '-r', "-{$algorithm}"];
        $this->process =
            $sizeBytes >= self::LARGE_BYTES && UnpackingTool::exists($command[0])
                ? (proc_open(
                    $command,
                    [0 => ['pipe', 'r'], 1 => ['pipe', 'w'], 2 => ['file', '/dev/null', 'w']],
                    $this->pipes,
                ) ?:
                null)
                : null;
        $this->own = $this->process === null ? hash_init($algorithm) : null;
    }

    public function add(string $piece): void
    {
        if ($this->own !== null) {
            hash_update($this->own, $piece);

            return;
        }
        for ($done = 0; $done < strlen($piece) && $this->process !== null; $done += $written) {
            $written = (int) WithoutWarnings::call(
                fn(): int|false => fwrite($this->pipes[0], $done === 0 ? $piece : substr($piece, $done)),
            );
            if ($written === 0) {
                $this->end();
            }
        }
    }

    /** @return ?string hex; null where the other process failed, so that it has to be computed anew */
    public function hex(): ?string
    {
        if ($this->own !== null) {
            return hash_final($this->own);
        }

        return preg_match('/^[0-9a-f]{32,}(?= )/', $this->end(), $match) === 1 ? $match[0] : null;
    }

    public function __destruct()
    {
        $this->end();
    }

    /** What the other process says once it has everything. */
    private function end(): string
    {
        if ($this->process === null) {
            return '';
        }
        fclose($this->pipes[0]);
        $says = (string) stream_get_contents($this->pipes[1]);
        fclose($this->pipes[1]);
        $code = proc_close($this->process);
        $this->process = null;

        return $code === 0 ? $says : '';
    }
}
