<?php

declare(strict_types=1);

namespace Tornavis\StandIn;

/**
 * The phone does not do what was asked; the message is what it shows, the status its number where it has one.
 *
 * Phones say the same thing in different words. Which words a phone uses follows from its serial number, so that it
 * always uses the same ones and nothing that listens can count on a phrase.
 */
final class RefusedError extends \RuntimeException
{
    /** the package refuses the phone */
    public const FOREIGN = 7;

    /** the package, or what it should be put on, is broken */
    public const BROKEN = 1;

    /** what is refused → ways to say so */
    private const WORDS = [
        'locked' => [
            'Write not allowed in locked state.',
            'Command denied: the device is locked.',
            'Not permitted while the lock is on.',
        ],
        'no slot' => ['There is no slot %s.', 'Slot %s does not exist.', 'Unknown slot suffix: %s.'],
        'no partition' => [
            'There is no partition %s in the table.',
            'Partition %s not found.',
            'Unknown partition name: %s.',
        ],
        'no logical' => [
            'There is no logical partition %s.',
            'Partition %s is not in the metadata.',
            'Cannot map %s: it does not exist.',
        ],
        'not for' => [
            'The image is not for %s.',
            'Image header does not match partition %s.',
            'This does not belong on %s.',
        ],
        'too large' => [
            'The image of %s bytes is too large for %s: it has %s bytes.',
            'Size %s exceeds the end of %s (%s).',
            'Cannot write %s bytes to %s, limit %s.',
        ],
        'no room' => [
            'Not enough space in super to resize %s; %s bytes are missing.',
            'Resize of %s failed: short of %s bytes.',
            'No free extents for %s (%s more bytes needed).',
        ],
        'no space' => [
            'There is no space left on %s.',
            'Write to %s failed: device is full.',
            'Copying to %s stopped: out of space.',
        ],
        'no card' => ['There is no card.', 'The card slot is empty.', 'No external storage is mounted.'],
        'battery' => [
            'The battery is too low to write %s.',
            'Low battery: %s was not written.',
            'Charge first; %s is refused.',
        ],
        'mode' => ['The phone is in %s.', 'Not available here; the mode is %s.', 'This does nothing in %s.'],
        'older' => [
            'The package is older than the system that is installed.',
            'Downgrade refused: the build time goes back.',
            'Update is not newer than the current system.',
        ],
        'script' => ['%s', 'The installer stopped: %s', 'Aborted by the package: %s'],
    ];

    public function __construct(public readonly int $status, string $says)
    {
        parent::__construct($says);
    }

    public static function saying(SimulatedPhone $phone, string $what, string ...$values): self
    {
        return self::withStatus(0, $phone, $what, ...$values);
    }

    public static function withStatus(int $status, SimulatedPhone $phone, string $what, string ...$values): self
    {
        $ways = self::WORDS[$what];

        return new self($status, sprintf($ways[crc32($phone->serial()) % count($ways)], ...$values));
    }
}
