<?php

declare(strict_types=1);

namespace Tornavis\Core\Phone;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;

/**
 * What is known of the recovery of one slot after something was done to it, by name.
 *
 * @phpstan-import-type FactValue from Fact
 */
final class RecoveryFacts
{
    /**
     * The recovery that a file brings.
     *
     * @param  list<string>  $needs  the partitions whose images its publisher lists to be written before it; empty
     *     where nobody has listed any
     * @return array<string, FactValue>
     */
    public static function of(Package $recovery, string $slot, array $needs = []): array
    {
        return [
            StateField::RecoveryFamily->in($slot) => Nameless::orNameOf($recovery),
            StateField::RecoveryVersion->in($slot) => $recovery->facts->text(Field::VERSION),
            StateField::RecoveryAbilities->in($slot) => $recovery->facts->list(Field::ABILITIES),
            StateField::RecoveryNeeds->in($slot) => $needs === [] ? null : $needs,
        ];
    }

    /**
     * None but the maker's.
     *
     * @return array<string, FactValue>
     */
    public static function none(string $slot): array
    {
        return [StateField::RecoveryAbilities->in($slot) => []] + self::unknown($slot);
    }

    /**
     * One, or none: nobody knows.
     *
     * @return array<string, FactValue>
     */
    public static function unknown(string $slot): array
    {
        return [
            StateField::RecoveryFamily->in($slot) => null,
            StateField::RecoveryVersion->in($slot) => null,
            StateField::RecoveryAbilities->in($slot) => null,
            StateField::RecoveryNeeds->in($slot) => null,
        ];
    }

    /**
     * Whether the system puts its own recovery back when it starts: the maker's does, where the recovery has a
     * partition of its own.
     *
     * @param  ?bool  $stock  whether the maker's system is there; null where nobody knows
     */
    public static function mayBePutBack(ModelSheet $sheet, ?bool $stock): bool
    {
        return $sheet->recoveryHome === RecoveryHome::Own && $stock !== false;
    }

    /**
     * Whether null as the family of a recovery says that nobody knows it, and not that there is none.
     *
     * @param  array<string, mixed>  $among  what is said of every fact
     */
    public static function isUnknown(string $name, array $among): bool
    {
        $abilities = preg_replace('/\.recovery\.family$/', '.recovery.abilities', $name);
        $isFamily = $abilities !== $name && ($among[$name] ?? null) === null;

        return $isFamily && array_key_exists((string) $abilities, $among) && $among[$abilities] === null;
    }
}
