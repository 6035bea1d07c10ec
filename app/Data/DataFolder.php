<?php

declare(strict_types=1);

namespace App\Data;

use RuntimeException;

/**
 * The folder in which everything lies that is not the program: database, shelf, simulated phones, sessions, logs, and
 * the key of the cookies. It may lie outside the program, and can be read by its owner alone.
 */
final readonly class DataFolder
{
    private const PARTS = ['framework/cache/data', 'framework/sessions', 'framework/views', 'logs', 'tornavis'];

    private function __construct(public string $path) {}

    /**
     * The folder that TORNAVIS_DATA names, or "storage" in the program's own; made where it is missing.
     *
     * @param  string  $program  the program's own folder
     * @throws RuntimeException when it cannot be made or written
     */
    public static function of(string $program): self
    {
        $named = getenv('TORNAVIS_DATA');
        $folder = new self($named === false || $named === '' ? "{$program}/storage" : $named);
        foreach (self::PARTS as $part) {
            $folder->make($part);
        }
        // Nobody else gets in, whatever an older version has left readable inside.
        @chmod($folder->path, 0o700);
        if (!is_file("{$folder->path}/.env")) {
            $folder->makeSettings($program);
        }

        return $folder;
    }

    private function make(string $part): void
    {
        $path = "{$this->path}/{$part}";
        if (!is_dir($path) && !@mkdir($path, 0o700, true) && !is_dir($path)) {
            throw self::notWritable("The folder {$path} cannot be made.");
        }
    }

    private static function notWritable(string $what): RuntimeException
    {
        $todo =
            'Give yourself write permission there, or name another folder for the data: TORNAVIS_DATA=/path ' .
            './tornavis …';

        return new RuntimeException("{$what} {$todo}");
    }

    /** Settings with a key of their own; those that an older version kept beside the program are taken over. */
    private function makeSettings(string $program): void
    {
        $file = "{$this->path}/.env";
        if (is_file("{$program}/.env") && $this->path === "{$program}/storage" && @rename("{$program}/.env", $file)) {
            return;
        }
        $key = 'base64:' . base64_encode(random_bytes(32));
        $example = (string) file_get_contents("{$program}/.env.example");
        $settings = (string) preg_replace('/^APP_KEY=.*$/m', "APP_KEY={$key}", $example);
        // Of two processes that begin at once the second takes the key of the first.
        $part = $file . '.' . getmypid();
        if (@file_put_contents($part, $settings) === false) {
            throw self::notWritable("The file {$file} cannot be written.");
        }
        @link($part, $file);
        unlink($part);
    }
}
