<?php

declare(strict_types=1);

namespace App\Shelf;

/**
 * Files that come in pieces, as the open tus protocol sends them: each has an id, a length and how far it is.
 *
 * What has arrived lies in the shelf's own folder as a hidden part and becomes a file of the shelf when it is whole.
 */
final readonly class Uploads
{
    /** Kept free on the disk for the database and what else is written. */
    /** An upload that is broken off can be gone on with for a week. */
    private const EXPIRES_SECONDS = 7 * 86_400;

    private const SPARE_BYTES = 256 << 20;

    public function __construct(private string $folder, private int $mostBytes) {}

    /**
     * @param  bool  $forBench  whether it is a bench file, which is taken in and does not come onto the shelf
     * @return string its id
     *
     * @throws UploadRefused when it is too large, there is no room, or its name is none
     */
    public function begin(int $lengthBytes, string $name, bool $forBench = false): string
    {
        $name = self::safeName($name);
        if ($lengthBytes <= 0 || $lengthBytes > $this->mostBytes) {
            throw UploadRefused::tooLarge($lengthBytes, $this->mostBytes);
        }
        if (!$forBench && is_file("{$this->folder}/{$name}")) {
            throw UploadRefused::nameTaken($name);
        }
        // What other uploads have been promised is not there for this one.
        $free = (int) @disk_free_space($this->folder) - $this->promised();
        if ($free < $lengthBytes + self::SPARE_BYTES) {
            throw UploadRefused::noRoom($lengthBytes, max(0, $free - self::SPARE_BYTES));
        }
        $id = bin2hex(random_bytes(16));
        file_put_contents(
            $this->note($id),
            json_encode(['length' => $lengthBytes, 'name' => $name, 'bench' => $forBench], JSON_THROW_ON_ERROR),
        );
        touch($this->part($id));

        return $id;
    }

    /**
     * @return array{offset: int, length: int, name: string, bench: bool}
     *
     * @throws UploadRefused when there is no such upload
     */
    public function stands(string $id): array
    {
        $note =
            preg_match('/^[0-9a-f]{32}$/', $id) === 1 && is_file($this->note($id))
                ? json_decode((string) file_get_contents($this->note($id)), true)
                : null;
        if (!is_array($note) || !is_int($note['length'] ?? null) || !is_string($note['name'] ?? null)) {
            throw UploadRefused::unknown();
        }
        clearstatcache(true, $this->part($id));

        return [
            'offset' => is_file($this->part($id)) ? (int) filesize($this->part($id)) : 0,
            'length' => $note['length'],
            'name' => $note['name'],
            'bench' => ($note['bench'] ?? false) === true,
        ];
    }

    /**
     * Adds a piece. The last one makes the file whole and moves it into its place.
     *
     * @param  resource  $piece
     * @return int the new offset
     *
     * @throws UploadRefused when the piece does not join what is there, or the disk is full
     */
    public function add(string $id, int $offset, $piece): int
    {
        ['offset' => $has, 'length' => $length, 'name' => $name, 'bench' => $bench] = $this->stands($id);
        $part = fopen($this->part($id), 'ab') ?: throw UploadRefused::noRoom($length, 0);
        try {
            if (!flock($part, LOCK_EX | LOCK_NB)) {
                throw UploadRefused::busy();
            }
            // Asked again under the lock: another piece may have come since.
            $has = fstat($part)['size'] ?? 0;
            if ($offset !== $has) {
                throw UploadRefused::otherOffset($offset, $has);
            }
            while (!feof($piece) && $has < $length) {
                $data = (string) fread($piece, max(1, min(1 << 20, $length - $has)));
                if ($data === '') {
                    break;
                }
                $written = @fwrite($part, $data);
                if ($written === false || $written !== strlen($data)) {
                    ftruncate($part, max(0, $has));

                    throw UploadRefused::noRoom($length - $has, 0);
                }
                $has += $written;
            }
            fflush($part);
        } finally {
            fclose($part);
        }
        // A bench file stays where it is until it is taken in.
        if ($has === $length && !$bench) {
            $this->complete($id, $name);
        }

        return $has;
    }

    /** Gives it its name where no file has it; what has arrived is kept otherwise. */
    private function complete(string $id, string $name): void
    {
        if (!@link($this->part($id), "{$this->folder}/{$name}")) {
            clearstatcache(true, "{$this->folder}/{$name}");
            if (is_file("{$this->folder}/{$name}")) {
                throw UploadRefused::nameTaken($name);
            }
            // A file system without links.
            rename($this->part($id), "{$this->folder}/{$name}");
        }
        @unlink($this->part($id));
        @unlink($this->note($id));
    }

    /** Bytes that are still to come for uploads that were begun. */
    private function promised(): int
    {
        $bytes = 0;
        foreach (glob("{$this->folder}/.*.upload") ?: [] as $note) {
            try {
                $stands = $this->stands(substr(basename($note, '.upload'), 1));
            } catch (UploadRefused) {
                continue;
            }
            $bytes += max(0, $stands['length'] - $stands['offset']);
        }

        return $bytes;
    }

    /**
     * A bench file that has arrived whole.
     *
     * @return resource
     *
     * @throws UploadRefused when there is none, or some of it is missing
     */
    public function arrived(string $id)
    {
        ['offset' => $has, 'length' => $length, 'bench' => $bench] = $this->stands($id);
        $stream = $bench && $has === $length ? @fopen($this->part($id), 'rb') : false;

        return $stream === false ? throw UploadRefused::unknown() : $stream;
    }

    public function forgetArrived(string $id): void
    {
        $this->drop($id);
    }

    public function drop(string $id): void
    {
        $this->stands($id);
        @unlink($this->part($id));
        @unlink($this->note($id));
    }

    /** Takes away what nobody has added to for a long time. */
    public function expire(): void
    {
        foreach (glob("{$this->folder}/.*.upload") ?: [] as $note) {
            $id = basename($note, '.upload');
            $part = $this->part(substr($id, 1));
            $last = max((int) @filemtime($note), (int) @filemtime($part));
            if (abs(time() - $last) > self::EXPIRES_SECONDS) {
                @unlink($part);
                @unlink($note);
            }
        }
    }

    private function part(string $id): string
    {
        return "{$this->folder}/.{$id}.part";
    }

    private function note(string $id): string
    {
        return "{$this->folder}/.{$id}.upload";
    }

    /** @throws UploadRefused when nothing usable is left of the name */
    private static function safeName(string $name): string
    {
        $name = basename(str_replace('\\', '/', $name));
        if (
            $name === '' ||
            str_starts_with($name, '.') ||
            !mb_check_encoding($name, 'UTF-8') ||
            preg_match('/[\x00-\x1f\x7f]/', $name) === 1 ||
            strlen($name) > 200 ||
            str_ends_with($name, '.part')
        ) {
            throw UploadRefused::badName($name);
        }

        return $name;
    }
}
