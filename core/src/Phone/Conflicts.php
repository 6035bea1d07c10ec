<?php

declare(strict_types=1);

namespace Tornavis\Core\Phone;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Words\Moment;

/**
 * Statements about one phone that disagree and that nobody has settled.
 *
 * A newer observation supersedes an older one, so two looks at the phone do not disagree. A word that was typed
 * against what the phone had shown does; so do two lines of one paste, of which nobody knows which is the later; and
 * so do any two statements about a thing that never changes.
 */
final class Conflicts
{
    /**
     * @param  list<Fact>  $facts  every statement about one phone, in the order in which they came in
     * @return array<string, list<Fact>> by name, the statements side by side
     */
    public static function of(array $facts): array
    {
        $open = [];
        foreach ($facts as $fact) {
            if ($fact->source === Source::Settled) {
                unset($open[$fact->name]);
                $open[$fact->name][] = $fact;
            } elseif ($fact->known() && $fact->source !== Source::Assumed && !FactName::changesByItself($fact->name)) {
                $open[$fact->name][] = $fact;
            }
        }
        $conflicts = [];
        foreach ($open as $name => $statements) {
            $typed = self::typedAgainstSeen($statements);
            $sides = match (true) {
                FactName::neverChanges($name) => self::different($statements),
                $typed !== [] => $typed,
                default => self::pastedTogether($statements),
            };
            if (count($sides) > 1) {
                $conflicts[$name] = $sides;
            }
        }
        ksort($conflicts);

        return $conflicts;
    }

    /**
     * The latest statement for each value.
     *
     * @param  list<Fact>  $statements
     * @return list<Fact>
     */
    private static function different(array $statements): array
    {
        $byValue = [];
        foreach ($statements as $fact) {
            $byValue[json_encode($fact->value, JSON_THROW_ON_ERROR)] = $fact;
        }

        return array_values($byValue);
    }

    /**
     * @param  list<Fact>  $statements
     * @return list<Fact> empty where the last words agree, or the phone was looked at after they were typed
     */
    private static function typedAgainstSeen(array $statements): array
    {
        $typed = $seen = null;
        foreach ($statements as $fact) {
            $typed = $fact->source === Source::Typed ? $fact : $typed;
            $seen = $fact->source === Source::Typed ? $seen : $fact;
        }
        if ($typed === null || $seen === null || $typed->agreesWith($seen) || self::time($seen) > self::time($typed)) {
            return [];
        }

        return [$seen, $typed];
    }

    /**
     * @param  non-empty-list<Fact>  $statements
     * @return list<Fact> what the last paste says of it; one where it says one thing
     */
    private static function pastedTogether(array $statements): array
    {
        $last = $statements[count($statements) - 1];
        $isOfPaste = static fn(Fact $one): bool => preg_match('/, line \d+$/', $one->where) === 1;
        $together = array_filter(
            $statements,
            static fn(Fact $one): bool => $one->at !== null && $one->at === $last->at && $isOfPaste($one),
        );

        return $isOfPaste($last) ? self::different(array_values($together)) : [];
    }

    private static function time(Fact $fact): int
    {
        return $fact->at === null ? 0 : Moment::seconds($fact->at) ?? 0;
    }
}
