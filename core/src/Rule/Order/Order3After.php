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
        foreach (array_keys($before) as $name) {
            $seen = [];
            $open = [$name];
            while ($open !== []) {
                $at = array_pop($open);
                foreach ($before[$at] ?? [] as $earlier) {
                    if ($earlier === $name) {
                        yield Finding::stop(
                            self::id(),
                            need: "An order in which {$name} can go in",
                            found: 'none',
                            reason: "{$name} and {$at} each ask that the other goes in first.",
                            remedy: Remedy::leaveOut('Leave one of the two out.'),
                            subject: $name,
                        );

                        continue 3;
                    }
                    if (!isset($seen[$earlier])) {
                        $seen[$earlier] = true;
                        $open[] = $earlier;
                    }
                }
            }
        }
    }
}
