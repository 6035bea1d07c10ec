<?php

declare(strict_types=1);

namespace Tornavis\Core\Package\Archive;

/** A general unpacking tool of the system, used for its output and never through a shell. */
final class Tool
{
    private const PATIENCE_SECONDS = 4;

    private const PIECE = 1 << 16;

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
        $process = proc_open(
            $command,
            [0 => ['file', '/dev/null', 'r'], 1 => ['pipe', 'w'], 2 => ['file', '/dev/null', 'w']],
            $pipes,
        );
        if ($process === false) {
            return '';
        }
        stream_set_blocking($pipes[1], false);
        $out = '';
        $end = hrtime(true) + self::PATIENCE_SECONDS * 1_000_000_000;
        while (strlen($out) < $most && !feof($pipes[1]) && hrtime(true) < $end) {
            $read = [$pipes[1]];
            $none = null;
            if (stream_select($read, $none, $none, 0, 200_000) === 1) {
                $out .= (string) fread($pipes[1], max(1, min(self::PIECE, $most - strlen($out))));
            }
        }
        fclose($pipes[1]);
        proc_terminate($process, 9);
        proc_close($process);

        return $out;
    }

    /**
     * What a command makes of some input, piece by piece; it ends early where it takes too long.
     *
     * @param  list<string>  $command
     * @return \Generator<int, string>
     */
    public static function pieces(array $command, string $input): \Generator
    {
        $file = tmpfile();
        if ($file === false) {
            return;
        }
        fwrite($file, $input);
        rewind($file);
        $process = proc_open($command, [0 => $file, 1 => ['pipe', 'w'], 2 => ['file', '/dev/null', 'w']], $pipes);
        if ($process === false) {
            return;
        }
        $end = hrtime(true) + self::PATIENCE_SECONDS * 1_000_000_000;
        try {
            while (!feof($pipes[1]) && hrtime(true) < $end) {
                yield (string) fread($pipes[1], self::PIECE);
            }
        } finally {
            fclose($pipes[1]);
            proc_terminate($process, 9);
            proc_close($process);
        }
    }

    /**
     * What a command makes of some input, where it ends well within $most bytes.
     *
     * @param  list<string>  $command
     * @return ?string null where it does not
     */
    public static function filter(array $command, string $input, int $most): ?string
    {
        $file = tmpfile();
        if ($file === false) {
            return null;
        }
        fwrite($file, $input);
        rewind($file);
        $process = proc_open($command, [0 => $file, 1 => ['pipe', 'w'], 2 => ['file', '/dev/null', 'w']], $pipes);
        if ($process === false) {
            return null;
        }
        $out = stream_get_contents($pipes[1], $most + 1);
        fclose($pipes[1]);
        $code = proc_close($process);

        return $out === false || strlen($out) > $most || $code !== 0 ? null : $out;
    }
}
