<?php

declare(strict_types=1);

namespace Tornavis\StandIn;

/** What is wrong with a phone that its owner would see sooner or later, whatever it was told. */
final class Damage
{
    /** kind → what its owner sees */
    public const KINDS = [
        'dead' => 'The screen stays black.',
        'identity' => 'The radio has lost its serial numbers.',
        'account' => 'The phone asks for an account that nobody can sign out any more.',
        'region' => 'The radio finds no network: its firmware is for another region.',
        'radio' => 'The radio does not come up: its firmware is missing or half written.',
        'services' => 'The services stop again and again: they came after the system had been set up.',
    ];

    /**
     * @return list<string> kinds
     */
    public static function of(SimulatedPhone $phone): array
    {
        $slot = $phone->activeSlot;

        return array_keys(
            array_filter([
                'dead' => $phone->mode === PhoneMode::DEAD,
                'identity' => $phone->identityLost,
                'account' => $phone->dataKeys === SimulatedPhone::ACCOUNT,
                'region' => $phone->hasForeignRegion($slot),
                'radio' => !$phone->hasRadio($slot),
                'services' => self::servicesCameLate($phone, $slot),
            ]),
        );
    }

    /** Whether services went in under a system that had set its data up without any. */
    private static function servicesCameLate(SimulatedPhone $phone, string $slot): bool
    {
        return $phone->added(AddOnKind::SERVICES, $slot) !== null &&
            !$phone->dataEmpty &&
            ($phone->setUpBy['services'] ?? '') === 'none';
    }
}
