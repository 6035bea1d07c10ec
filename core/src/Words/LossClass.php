<?php

declare(strict_types=1);

namespace Tornavis\Core\Words;

/** What a person can lose on a phone. */
enum LossClass: string
{
    case Apps = 'apps';
    case AppData = 'app-data';
    case Messages = 'messages';
    case Contacts = 'contacts';
    case Photos = 'photos';
    case Card = 'card';
    case ScreenLock = 'screen-lock';
    case SecondFactor = 'second-factor';
    case Esim = 'esim';
    case ProtectedMedia = 'protected-media';
    case RadioIdentity = 'radio-identity';
    case SecondSystem = 'second-system';

    public function label(): string
    {
        return match ($this) {
            self::Apps => 'Apps',
            self::AppData => 'App data',
            self::Messages => 'Messages and call log',
            self::Contacts => 'Contacts',
            self::Photos => 'Photos and files on internal storage',
            self::Card => 'Files on the memory card',
            self::ScreenLock => 'Screen lock and biometrics',
            self::SecondFactor => 'Second-factor apps',
            self::Esim => 'Electronic SIM profiles',
            self::ProtectedMedia => 'Protected-media level',
            self::RadioIdentity => 'Radio identity',
            self::SecondSystem => 'Second system with its data',
        };
    }

    /**
     * What a person can say that a phone holds; a second system is stated by its name.
     *
     * @return list<self>
     */
    public static function stated(): array
    {
        return array_filter(self::cases(), static fn(self $class): bool => $class !== self::SecondSystem);
    }

    /** Whether an ordinary backup can bring it back. */
    public function canBeBackedUp(): bool
    {
        return in_array(
            $this,
            [self::Apps, self::AppData, self::Messages, self::Contacts, self::Photos, self::Card, self::RadioIdentity],
            true,
        );
    }

    /** What has to be done by hand where no backup can bring it back. */
    public function consequence(): string
    {
        return match ($this) {
            self::SecondFactor => 'Move the second factor to another device first, or note its recovery codes.',
            self::Esim => 'Ask the carrier for a new profile, or move it to another phone first.',
            self::ProtectedMedia => 'Some video services may play in lower quality from then on.',
            self::ScreenLock => 'Set a new one after the first boot.',
            self::SecondSystem => 'Copy what matters out of it while it still starts.',
            default => 'Make a backup off the phone first.',
        };
    }

    /**
     * What ending the encryption of the data partition takes along.
     *
     * @return list<self>
     */
    public static function lostByFormat(): array
    {
        return [
            self::Apps,
            self::AppData,
            self::Messages,
            self::Contacts,
            self::Photos,
            self::ScreenLock,
            self::SecondFactor,
            self::Esim,
        ];
    }
}
