<?php

declare(strict_types=1);

namespace Tornavis\Core\Operation;

use Tornavis\Core\Phone\MemoryCard;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Words\Ability;
use Tornavis\Core\Words\Encryption;

/** What stands in the way of a backup set on the card or the internal storage. */
final class SetStorage
{
    public const ADOPTED = 'The phone uses the card as internal storage; no recovery can read it.';

    /**
     * @param  ?int  $bytes  room that is needed there; null where none is, or nobody knows
     * @param  ?Ability  $ability  that the running recovery needs for it
     * @param  bool  $opens  whether the data has to be open too, wherever the set lies
     * @return list<string> sentences; empty where nothing does
     */
    public static function refusals(State $state, string $place, ?int $bytes, ?Ability $ability, bool $opens): array
    {
        $running = RunningRecovery::abilities($state);
        $refusals = [];
        if ($ability !== null && !in_array($ability->value, $running, true)) {
            $refusals[] = 'The running recovery makes and restores no backups.';
        }
        if (($opens || $place === 'internal') && !self::isOpen($state, $running)) {
            $refusals[] = 'The recovery cannot open the encrypted storage.';
        }
        if ($place === 'card' && $state->flag(StateField::CardPresent) === false) {
            $refusals[] = 'There is no memory card in the phone.';
        }
        if ($place === 'card' && (new MemoryCard($state))->adopted === true) {
            $refusals[] = self::ADOPTED;
        }
        if ($place === 'internal' && $state->flag(StateField::StorageStale) === true) {
            $refusals[] = CopyTo::STALE;
        }
        // How much is free on a storage that was emptied since nobody has read.
        $freeInside = $state->data()->empty === true ? null : $state->data()->freeBytes;
        $free = $place === 'card' ? $state->int(StateField::CardFreeBytes) : $freeInside;
        if ($bytes !== null && $free !== null && $free < $bytes) {
            $refusals[] = ucfirst(CopyTo::PLACES[$place]) . " has {$free} bytes free; the set takes up to {$bytes}.";
        }

        return $refusals;
    }

    /**
     * @param  list<string>  $running  abilities of the recovery
     */
    private static function isOpen(State $state, array $running): bool
    {
        $data = $state->data();

        return $data->unreadable !== true && array_diff(Encryption::openedBy($data->encryption), $running) === [];
    }

    /**
     * The set among what lies there.
     *
     * @return array<string, list<string>>
     */
    public static function listed(State $state, string $place, string $set): array
    {
        $list = CopyTo::LISTS[$place];

        return [$list => array_values(array_unique([...$state->list($list), $set]))];
    }

    /** Whether a set that lies there by the record does so still: a format takes it along, a wipe does not. */
    public static function liesStill(State $state, string $place): bool
    {
        $isFormatted = $state->data()->empty === true && $state->data()->usedBytes === 0;

        return $place === 'card' || !$isFormatted;
    }

    public static function lies(State $state, string $place, string $set): bool
    {
        return in_array($set, $state->list(CopyTo::LISTS[$place]), true);
    }
}
