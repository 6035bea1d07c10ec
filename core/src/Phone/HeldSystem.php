<?php

declare(strict_types=1);

namespace Tornavis\Core\Phone;

use Tornavis\Core\Words\Slot;

/** What was known of the system in a backup set when it was made, beside its base. */
final class HeldSystem
{
    /** What a set of the system brings back beside its base, of the slot that it was made of. */
    private const HELD = [
        StateField::OsServices,
        StateField::OsPatchLevel,
        StateField::OsBuildTime,
        StateField::OsSigner,
        StateField::OsStock,
        StateField::OsFirmwareMin,
        StateField::OsVendorMin,
        StateField::OsEncrypts,
        StateField::OsExtras,
        StateField::KernelName,
        StateField::KernelVersion,
        StateField::Root,
    ];

    /** What it brings back too where the recovery lives among the images that the system starts from. */
    private const HELD_OF_RECOVERY = [
        StateField::RecoveryFamily,
        StateField::RecoveryVersion,
        StateField::RecoveryAbilities,
        StateField::RecoveryNeeds,
    ];

    /**
     * What is known of a system beside its base, as a set of it keeps it.
     *
     * @return array<string, string|int|bool|list<string>>
     */
    public static function of(State $state, string $slot): array
    {
        $held = [];
        foreach ([...self::HELD, ...self::HELD_OF_RECOVERY] as $field) {
            $value = $state->fact($field->in($slot))->value;
            if ($value !== null) {
                $held[self::nameOf($field)] = $value;
            }
        }

        return $held;
    }

    /**
     * What a slot holds once the system of the set is back in it; null for what nobody wrote down.
     *
     * @param  array<string, string|int|bool|list<string>>  $held  as a set keeps it
     * @param  bool  $withRecovery  whether the recovery lies in the set
     * @return array<string, string|int|bool|list<string>|null> by name of the fact
     */
    public static function in(array $held, string $slot, bool $withRecovery): array
    {
        $facts = [];
        foreach ([...self::HELD, ...$withRecovery ? self::HELD_OF_RECOVERY : []] as $field) {
            $facts[$field->in($slot)] = $held[self::nameOf($field)] ?? null;
        }

        return $facts;
    }

    /** The name of a fact without its slot. */
    private static function nameOf(StateField $field): string
    {
        return substr($field->in(Slot::Only->value), strlen('slot.-.'));
    }
}
