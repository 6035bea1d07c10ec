<?php

declare(strict_types=1);

namespace Tornavis\Core\Package\Sum;

/**
 * A list of checksums in one of the common text forms.
 *
 * "<hex>  name" and "<hex> *name" (one a line, as the sum tools write and check them), "SHA256 (name) = <hex>",
 * "name: <hex>", and a file that holds one sum and nothing else.
 */
final readonly class SumList
{
    /** length in hex digits → algorithm */
    public const ALGORITHMS = [32 => 'md5', 40 => 'sha1', 64 => 'sha256', 128 => 'sha512'];

    /** @var array<string, array<string, string>> sums by algorithm, by name without its folders */
    private array $byName;

    /**
     * @param  list<array{algorithm: string, name: string, sum: string}>  $rows
     */
    private function __construct(public array $rows)
    {
        $byName = [];
        foreach ($rows as $row) {
            $byName[basename($row['name'])][$row['algorithm']] = $row['sum'];
        }
        $this->byName = $byName;
    }

    public static function none(): self
    {
        return new self([]);
    }

    /**
     * Lines that are no checksum are passed over; a text with none gives an empty list.
     *
     * @param  string  $own  name of the list's own file: "build.zip.sha256" with a bare sum is about build.zip
     */
    public static function read(string $text, string $own = ''): self
    {
        $rows = [];
        foreach (preg_split('/\R/', $text) ?: [] as $line) {
            $line = trim($line);
            [$sum, $name] = match (1) {
                preg_match('/^\\\\?([0-9a-fA-F]{32,128})[ \t]+[ *]?(\S.*)$/', $line, $m) => [$m[1], $m[2]],
                preg_match('/^[A-Za-z0-9-]+ \((.+)\) ?= ?([0-9a-fA-F]{32,128})$/', $line, $m) => [$m[2], $m[1]],
                preg_match('/^([^:]+):\s*([0-9a-fA-F]{32,128})$/', $line, $m) => [$m[2], $m[1]],
                preg_match('/^([0-9a-fA-F]{32,128})$/', $line, $m) => [
                    $m[1],
                    (string) preg_replace('/\.(md5|sha1|sha256|sha512)(sum)?$/i', '', $own),
                ],
                default => ['', ''],
            };
            $algorithm = self::ALGORITHMS[strlen($sum)] ?? null;
            if ($algorithm !== null && $name !== '') {
                $rows[] = ['algorithm' => $algorithm, 'name' => $name, 'sum' => strtolower($sum)];
            }
        }

        return new self($rows);
    }

    public function isEmpty(): bool
    {
        return $this->rows === [];
    }

    /**
     * @param  list<self>  $lists
     */
    public static function together(array $lists): self
    {
        return new self(array_merge([], ...array_map(static fn(self $list): array => $list->rows, $lists)));
    }

    /**
     * The sums stated for a file, by algorithm. Folders in names are passed over.
     *
     * @return array<string, string>
     */
    public function of(string $name): array
    {
        return $this->byName[basename($name)] ?? [];
    }

    public function sha256(string $name): ?string
    {
        return $this->of($name)['sha256'] ?? null;
    }

    /**
     * A list as the sum tools write and check it.
     *
     * @param  array<string, string>  $sums  SHA-256 by name
     */
    public static function write(array $sums): string
    {
        ksort($sums);

        return implode(
            '',
            array_map(static fn(string $name, string $sum): string => "{$sum}  {$name}\n", array_keys($sums), $sums),
        );
    }
}
