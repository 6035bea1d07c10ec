<?php

declare(strict_types=1);

namespace App\Bench;

use Tornavis\Core\Format\Canonical;

/**
 * What taking in a file changes, thing by thing.
 *
 * @phpstan-type Change array{what: string, name: string, change: string}
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
     */
    public function keep(string $what, string $name, ?array $old, array $new, callable $write): void
    {
        $change = match (true) {
            $old === null => self::ADDED,
            Canonical::text($old) === Canonical::text($new) => self::SAME,
            default => self::CHANGED,
        };
        if ($change !== self::SAME) {
            $write();
        }
        $this->list[] = ['what' => $what, 'name' => $name, 'change' => $change];
    }
}
