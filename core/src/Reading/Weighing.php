<?php

declare(strict_types=1);

namespace Tornavis\Core\Reading;

use Tornavis\Core\Phone\FactName;
use Tornavis\Core\Phone\StateField;

/** Which of several statements about one thing stands, and which of the others contradict it. */
final class Weighing
{
    /**
     * @param  list<Statement>  $statements
     * @return array<string, non-empty-list<Statement>>
     */
    public static function byName(array $statements): array
    {
        $byName = [];
        foreach ($statements as $one) {
            $byName[$one->kind->value . ' ' . $one->name][] = $one;
        }

        return $byName;
    }

    /**
     * Which statement stands, and what is as sure and says otherwise.
     *
     * @param  non-empty-list<Statement>  $told
     * @return array{non-empty-list<Statement>, list<Statement>}
     */
    public static function of(array $told): array
    {
        $name = $told[0]->name;
        if ($told[0]->kind === StatementKind::Unit && self::mayDiffer($name)) {
            return [[$told[count($told) - 1]], []];
        }
        if (in_array($name, ['aliases', 'fileSystems', 'encryptions'], true)) {
            return [self::different($told), []];
        }
        $most = max(array_map(static fn(Statement $one): int => $one->weight, $told));
        $sure = array_values(array_filter($told, static fn(Statement $one): bool => $one->weight === $most));
        // A bootloader may write the codename in capitals; the system writes it as files do.
        usort($sure, static fn(Statement $a, Statement $b): int => self::isLoud($a) <=> self::isLoud($b));
        $different = self::different($sure === [] ? $told : $sure);
        $disagrees = $most > Statement::HINT && self::canDisagree($name);

        return [[$different[0]], $disagrees ? array_slice($different, 1) : []];
    }

    /**
     * @param  list<Statement>  $statements
     * @return array<string, true> fields with the size of a partition in super
     */
    public static function logical(array $statements): array
    {
        $logical = [];
        foreach ($statements as $one) {
            if (str_ends_with($one->name, '.logical') && $one->value === true) {
                $logical[substr($one->name, 0, -strlen('logical')) . 'sizeBytes'] = true;
            }
        }

        return $logical;
    }

    private static function isLoud(Statement $one): bool
    {
        return $one->name === 'codename' && $one->value === strtoupper(is_string($one->value) ? $one->value : '');
    }

    /** Two moments of one phone: what it says last is so. */
    private static function mayDiffer(string $name): bool
    {
        return FactName::changesByItself($name) ||
            in_array($name, [StateField::ActiveSlot->value, StateField::UpdateMerging->value], true);
    }

    /** Names for people and words of a shop differ without being wrong. */
    private static function canDisagree(string $name): bool
    {
        return !in_array($name, ['maker', 'name', 'variants.carrier', 'variants.region'], true);
    }

    /**
     * @param  non-empty-list<Statement>  $told
     * @return non-empty-list<Statement> the first of each value
     */
    private static function different(array $told): array
    {
        $different = [$told[0]];
        foreach ($told as $one) {
            foreach ($different as $known) {
                if ($known->saysLike($one)) {
                    continue 2;
                }
            }
            $different[] = $one;
        }

        return $different;
    }
}
