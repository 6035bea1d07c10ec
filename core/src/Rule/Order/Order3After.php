<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Order;

use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\Remedy;

use Tornavis\Core\Situation\KitFiles;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\RuleId;

/**
 * Speaks where packages name each other as what must go in before them.
 *
 * Why: Publishers say what their packages build on.
 */
final class Order3After implements FitRule
{
    public static function id(): RuleId
    {
        return RuleId::Order3;
    }

    public static function purpose(): string
    {
        return 'A circle of packages, each of which asks that the next one goes in first, is found before the run.';
    }

    public function look(Situation $situation): iterable
    {
        $before = [];
        foreach ($situation->kit as $package) {
            foreach ($situation->kit as $other) {
                if (KitFiles::goesAfter($package, $other)) {
                    $before[$package->name()][] = $other->name();
                }
            }
        }
        $named = [];
        foreach (array_keys($before) as $name) {
            $circle = self::circle($before, $name);
            // Each circle is named once, with everything in it.
            if ($circle === [] || in_array($name, $named, true)) {
                continue;
            }
            $named = [...$named, ...$circle];
            $next = [...array_slice($circle, 1), $circle[0]];
            $asks = array_map(
                static fn(string $one, string $other): string => "{$one} asks for {$other} first",
                $circle,
                $next,
            );
            yield Finding::stop(
                self::id(),
                need: "An order in which {$name} can go in",
                found: 'none',
                reason: implode(', ', $asks) . '.',
                remedy: Remedy::leaveOut(count($circle) > 2 ? 'Leave one of them out.' : 'Leave one of the two out.'),
                subject: $name,
            );
        }
    }

    /**
     * @param  array<string, list<string>>  $before  what each file asks to go in before it
     * @return list<string> the files from one back to itself, the shortest way; empty where there is none
     */
    private static function circle(array $before, string $name): array
    {
        $ways = [[$name]];
        $seen = [];
        while ($ways !== []) {
            $way = array_shift($ways);
            foreach ($before[$way[count($way) - 1]] ?? [] as $earlier) {
                if ($earlier === $name) {
                    return $way;
                }
                if (!isset($seen[$earlier])) {
                    $seen[$earlier] = true;
                    $ways[] = [...$way, $earlier];
                }
            }
        }

        return [];
    }
}
