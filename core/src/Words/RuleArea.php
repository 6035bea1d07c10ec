<?php

declare(strict_types=1);

namespace Tornavis\Core\Words;

/** The parts of a plan's judgement, in the order in which a person reads them. */
enum RuleArea: string
{
    case Plan = 'plan';
    case Phone = 'phone';
    case Base = 'base';
    case Recovery = 'recovery';
    case Partitions = 'partitions';
    case Update = 'update';
    case Back = 'back';
    case Prepare = 'prepare';

    public function label(): string
    {
        return match ($this) {
            self::Plan => 'The plan as a whole',
            self::Phone => 'Is it for this phone',
            self::Base => 'The base underneath',
            self::Recovery => 'The recovery',
            self::Partitions => 'Partitions, slots and space',
            self::Update => 'The update',
            self::Back => 'Backups, and what goes back in',
            self::Prepare => 'Before anything is written',
        };
    }
}
