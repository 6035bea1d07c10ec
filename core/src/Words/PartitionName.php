<?php

declare(strict_types=1);

namespace Tornavis\Core\Words;

/** The partitions that the rules know by their name; what else a partition is, its model sheet says. */
enum PartitionName: string
{
    case Boot = 'boot';
    case Recovery = 'recovery';
    case System = 'system';
    case Vendor = 'vendor';
    case Data = 'data';
    case Modem = 'modem';
    case Super = 'super';

    /** Other names of the same partition, as phones write them. */
    private const EQUIVALENTS = ['userdata' => 'data', 'radio' => 'modem'];

    /** Whether two names mean one partition: "userdata" is "data". */
    public static function same(string $one, string $other): bool
    {
        return $one === $other || (self::EQUIVALENTS[$one] ?? $one) === (self::EQUIVALENTS[$other] ?? $other);
    }
}
