<?php

declare(strict_types=1);

namespace Tornavis\Core\Record;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Phone\InstalledSystem;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Words\Slot;

/**
 * What to think of when the next update comes, from what the phone has now.
 *
 * @phpstan-import-type FactValue from Fact
 */
final class NextUpdate
{
    /**
     * @param  array<string, FactValue>  $facts  of the phone, by name
     * @return list<string> sentences; none where it holds no whole system
     */
    public static function advice(array $facts): array
    {
        $state = State::of(
            ...array_map(
                static fn(string $name, mixed $value): Fact => Fact::of($name, $value, Source::Phone),
                array_keys($facts),
                $facts,
            ),
        );
        $slot = $state->activeSlot() ?? Slot::Only->value;
        $family = $state->slot($slot)->os->family;
        $version = $state->slot($slot)->os->version;
        if ($family === null || !$state->slot($slot)->os->isComplete()) {
            return [];
        }
        $signer = $state->slot($slot)->os->signer;
        $firmware = $state->slot($slot)->firmware?->text;
        $stock = $state->slot($slot)->os->stock === true;
        $services = $state->slot($slot)->os->services;
        $again = array_filter(
            [
                // A build that brings its services brings them again.
                in_array($services, [null, InstalledSystem::OWN_SERVICES, InstalledSystem::NO_SERVICES], true)
                    ? null
                    : "{$services}, in the one for the release of the update and before its first start",
                $state->slot($slot)->kernelName === null
                    ? null
                    : "the kernel {$state->slot($slot)->kernelName}, in the one for the release of the update",
                $state->slot($slot)->root,
            ],
            is_string(...),
        );

        return array_values(
            array_filter(
                [
                    $stock
                        ? 'Updates come from the maker and put its own recovery back; where you want another one, ' .
                            'put it in again.'
                        : "Take a full build of {$family}" .
                            ($version === null ? '' : " newer than {$version}") .
                            ($signer === null
                                ? ' by the same publisher'
                                : ' signed with the same key (' . substr($signer, 0, 12) . '…)') .
                            ': it goes in over what is there, and the data stays. Another family or key means an ' .
                            'erase.',
                    $stock || $firmware === null
                        ? null
                        : "It stands on firmware {$firmware}. Look at the card of the new build before it goes in: " .
                            'it may ask for newer' .
                            (str_starts_with($slot, 'slot.-') ? '.' : ', often in both slots.'),
                    $again === []
                        ? null
                        : 'These go out with an update and have to go in again: ' . implode('; ', $again) . '.',
                    $state->slot($slot)->encryptionOff === true
                        ? 'The data is not encrypted. Put the encryption disabler in again before the first start, ' .
                            'or the start encrypts it.'
                        : null,
                    $state->slot($slot)->verificationOn === false && !$stock
                        ? 'Verification is off. If the update brings it back, it has to go off again before the ' .
                            'first start.'
                        : null,
                    'Make a backup off the phone first, charge it, and read what other people with this model say ' .
                    'of the new build.',
                ],
                is_string(...),
            ),
        );
    }
}
