<?php

declare(strict_types=1);

namespace Tornavis\Core\Words;

/** What a phone is running, as far as a link or a person can tell. */
enum Mode: string
{
    case Off = 'off';
    case System = 'system';
    case Recovery = 'recovery';
    case Sideload = 'sideload';
    case Bootloader = 'bootloader';
    case UserspaceBootloader = 'userspace-bootloader';
    case Download = 'download';
    case BootLoop = 'boot-loop';
    case Stuck = 'stuck';
    case LockedOut = 'locked-out';
    case Dead = 'dead';

    public function label(): string
    {
        return match ($this) {
            self::Off => 'Off',
            self::System => 'System',
            self::Recovery => 'Recovery',
            self::Sideload => 'Sideload',
            self::Bootloader => 'Bootloader',
            self::UserspaceBootloader => 'Userspace bootloader',
            self::Download => 'Download',
            self::BootLoop => 'Boot loop',
            self::Stuck => 'Stuck',
            self::LockedOut => 'Locked out',
            self::Dead => 'Dead',
        };
    }

    /** In a sentence: "Restart into the bootloader". */
    public function place(): string
    {
        return match ($this) {
            self::System => 'the system',
            self::Recovery => 'the recovery',
            self::Bootloader => 'the bootloader',
            self::UserspaceBootloader => 'the userspace bootloader',
            self::Download => 'download mode',
            default => lcfirst($this->label()),
        };
    }

    /** Whether no command reaches the phone, and only its keys lead out. */
    public function isDeaf(): bool
    {
        return in_array($this, [self::Off, self::BootLoop, self::Stuck], true);
    }

    /**
     * Modes that can be reached directly from this one, by command or, where none reaches it and to and from
     * download, by keys.
     *
     * @return list<self>
     */
    public function leadsTo(): array
    {
        return match ($this) {
            self::System => [self::Recovery, self::Bootloader, self::UserspaceBootloader, self::Download],
            self::Recovery => [
                self::System,
                self::Sideload,
                self::Bootloader,
                self::UserspaceBootloader,
                self::Download,
            ],
            self::Sideload => [self::Recovery],
            self::Bootloader => [self::System, self::Recovery, self::UserspaceBootloader],
            self::UserspaceBootloader => [self::System, self::Recovery, self::Bootloader],
            self::Off => [self::System, self::Recovery, self::Bootloader, self::Download],
            self::Download => [self::System, self::Recovery],
            self::BootLoop, self::Stuck => [self::Recovery, self::Bootloader, self::Download],
            default => [],
        };
    }

    /**
     * The fewest modes to pass through to reach another one, the target last; empty when already there.
     *
     * @return ?list<self> null when there is no way by command
     */
    public function wayTo(self $target): ?array
    {
        $paths = [[$this]];
        $seen = [$this->value => true];
        while ($paths !== []) {
            $path = array_shift($paths);
            $last = $path[count($path) - 1];
            if ($last === $target) {
                return array_slice($path, 1);
            }
            foreach ($last->leadsTo() as $next) {
                if (!isset($seen[$next->value])) {
                    $seen[$next->value] = true;
                    $paths[] = [...$path, $next];
                }
            }
        }

        return null;
    }
}
