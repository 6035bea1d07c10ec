<?php

declare(strict_types=1);

namespace Tornavis\Core\Package\Archive;

use Symfony\Component\Process\Exception\ProcessStartFailedException;
use Symfony\Component\Process\Exception\ProcessTimedOutException;
use Symfony\Component\Process\Process;

/** A general unpacking tool of the system, used for its output and never through a shell. */
final class UnpackingTool
{
    private const PATIENCE_SECONDS = 4;

    /** An honest stream needs up to 65 MiB to be unpacked; a hostile one can ask for 4 GiB. */
    public const MOST_MEMORY = '80MiB';

    /**
     * @param  string  $name  "xz", "bzip2" or "lz4"
     * @return list<string> the command that unpacks its input, or a file that is named after it, to its output
     */
    public static function unpacking(string $name): array
    {
        return $name === 'xz' ? ['xz', '-dc', '--memlimit-decompress=' . self::MOST_MEMORY] : [$name, '-dc'];
    }

    public static function exists(string $name): bool
    {
        foreach (explode(':', (string) getenv('PATH')) as $folder) {
            if ($folder !== '' && is_executable("{$folder}/{$name}")) {
                return true;
            }
        }

        return false;
    }

    /**
     * The first bytes of what a command writes; the command is ended when there are enough or it takes too long.
     *
     * @param  list<string>  $command
     */
    public static function head(array $command, int $most): string
    {
        $out = '';
        foreach (self::output(new Process($command)) as $piece) {
            $out .= $piece;
            if (strlen($out) >= $most) {
                break;
            }
        }

        return substr($out, 0, $most);
    }

    /**
     * What a command makes of some input, piece by piece; it ends early where it takes too long.
     *
     * @param  list<string>  $command
     * @return \Generator<int, string>
     */
    public static function pieces(array $command, string $input): \Generator
    {
        return self::output(new Process($command, input: $input));
    }

    /**
     * What a command makes of some input, where it ends well, in time, and within $most bytes.
     *
     * @param  list<string>  $command
     * @return ?string null where it does not
     */
    public static function filter(array $command, string $input, int $most): ?string
    {
        $process = new Process($command, input: $input);
        $out = '';
        foreach (self::output($process) as $piece) {
            $out .= $piece;
            if (strlen($out) > $most) {
                return null;
            }
        }

        return $process->isSuccessful() ? $out : null;
    }

    /**
     * The output as it comes. The command is ended when its time is over, and when nobody wants more of it.
     *
     * @return \Generator<int, string>
     */
    private static function output(Process $process): \Generator
    {
        $process->setTimeout(self::PATIENCE_SECONDS);
        try {
            $process->start();
            foreach ($process->getIterator(Process::ITER_SKIP_ERR) as $piece) {
                yield $piece;
            }
        } catch (ProcessTimedOutException | ProcessStartFailedException) {
            // What there is by now is all that there will be.
        } finally {
            $process->stop(0, SIGKILL);
        }
    }
}
