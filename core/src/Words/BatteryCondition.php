<?php

declare(strict_types=1);

namespace Tornavis\Core\Words;

/** What the battery looks and feels like. */
enum BatteryCondition: string
{
    case Sound = 'sound';
    case Swollen = 'swollen';
    case Hot = 'hot';
}
