<?php

declare(strict_types=1);

namespace App\Backup;

use App\Data\DataRefused;

/** Puts several files and folders into the places of others: all of them, or none. */
final class Exchange
{
    /** @var list<array{string, string}> what was moved, from where to where */
    private array $moved = [];

    /** @param  string  $aside  folder into which goes what was there */
    private function __construct(private readonly string $aside) {}

    /**
     * @param  array<string, ?string>  $changes  what comes, or null where nothing does, by the path of its place
     *
     * @throws DataRefused when one cannot be put in its place; then each is where it was
     */
    public static function all(array $changes, string $aside): void
    {
        $exchange = new self($aside);
        try {
            foreach ($changes as $place => $comes) {
                $exchange->one($place, $comes);
            }
        } catch (DataRefused $refused) {
            $exchange->undo();

            throw $refused;
        }
    }

    private function one(string $place, ?string $comes): void
    {
        if (file_exists($place)) {
            $this->move($place, "{$this->aside}/" . count($this->moved));
        }
        $comes === null || $this->move($comes, $place);
    }

    private function move(string $from, string $to): void
    {
        if (!@rename($from, $to)) {
            throw DataRefused::notWritten($to);
        }
        $this->moved[] = [$from, $to];
    }

    private function undo(): void
    {
        foreach (array_reverse($this->moved) as [$from, $to]) {
            @rename($to, $from);
        }
    }
}
