<?php

declare(strict_types=1);

namespace App\Bench;

use Tornavis\Core\Format\Canonical;

/**
 * What taking in a file changes, thing by thing.
 *
 * @phpstan-type Change array{what: string, name: string, change: string, notes?: list<string>}
 */
final class IntakeChanges
{
    public const ADDED = 'new';

    public const CHANGED = 'changed';

    public const SAME = 'same';

    /** @var list<Change> */
    public array $list = [];

    /**
     * @param  ?array<mixed>  $old
     * @param  array<mixed>  $new
     * @param  callable(): mixed  $write
     * @param  list<string>  $notes  what is to be known of it, in a sentence each
     */
    public function keep(string $what, string $name, ?array $old, array $new, callable $write, array $notes = []): void
    {
        $change = match (true) {
            $old === null => self::ADDED,
            Canonical::text($old) === Canonical::text($new) => self::SAME,
            default => self::CHANGED,
        };
        if ($change !== self::SAME) {
            $write();
        }
        $this->name($what, $name, $change, $notes);
    }

    /** @param  list<string>  $notes */
    public function name(string $what, string $name, string $change, array $notes = []): void
    {
        $this->list[] =
            ['what' => $what, 'name' => $name, 'change' => $change] + ($notes === [] ? [] : ['notes' => $notes]);
    }
}
