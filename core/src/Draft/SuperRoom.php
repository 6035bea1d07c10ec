<?php

declare(strict_types=1);

namespace Tornavis\Core\Draft;

use Tornavis\Core\Reading\Contradiction;
use Tornavis\Core\Reading\Statement;
use Tornavis\Core\Reading\StatementKind;

/** What cannot lie in super together: a group larger than super, and partitions that are larger than it in all. */
final class SuperRoom
{
    /**
     * @param  array<string, DraftField>  $fields
     * @return array{array<string, DraftField>, list<Contradiction>} what can be so, and what contradicts super's size
     */
    public static function check(array $fields): array
    {
        $super = $fields['superBytes'] ?? null;
        if ($super === null || !is_int($super->value)) {
            return [$fields, []];
        }
        $contradictions = [];
        $sum = 0;
        $sizes = [];
        foreach ($fields as $field => $one) {
            $isGroup = str_starts_with($field, 'superGroups.');
            if ($isGroup && is_int($one->value) && $one->value > $super->value) {
                $contradictions[] = self::between($field, $super, $one);
                unset($fields[$field]);
            }
            $name = preg_match('/^partitions\.([^.]+)\.sizeBytes$/', $field, $part) === 1 ? $part[1] : '';
            $isLogical = ($fields["partitions.{$name}.logical"]->value ?? false) === true;
            if ($isLogical && is_int($one->value)) {
                $sum += $one->value;
                $sizes[] = $field;
            }
        }
        if ($sum > $super->value) {
            $contradictions[] = self::between($sizes[0], $super, $fields[$sizes[0]]);
            $fields = array_diff_key($fields, array_flip($sizes));
        }

        return [$fields, $contradictions];
    }

    private static function between(string $field, DraftField $super, DraftField $other): Contradiction
    {
        /** @var non-empty-list<Statement> $statements */
        $statements = [...array_slice($super->sources, 0, 1), ...array_slice($other->sources, 0, 1)];

        return new Contradiction(StatementKind::Model, $field, $statements);
    }
}
