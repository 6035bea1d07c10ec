<?php

declare(strict_types=1);

namespace Tornavis\Core\Fact;

/** Where a value comes from. */
enum Source: string
{
    case Phone = 'phone';
    case File = 'file';
    case Card = 'card';
    /** a list of checksums that lies beside the file */
    case Listed = 'list';

    case Typed = 'typed';
    /** a person looked at statements that disagreed and said which one holds */
    case Settled = 'settled';
    case Assumed = 'assumed';

    /** The rank that decides between two sources: file content outranks a card, the phone outranks both. */
    public function rank(): int
    {
        return match ($this) {
            self::Settled => 6,
            self::Phone => 5,
            self::File => 4,
            self::Card, self::Listed => 3,
            self::Typed => 2,
            self::Assumed => 1,
        };
    }

    public function grade(): Grade
    {
        return match ($this) {
            self::Phone => Grade::Seen,
            self::Typed, self::Settled => Grade::Said,
            self::File, self::Card, self::Listed => Grade::Stated,
            self::Assumed => Grade::Guessed,
        };
    }

    public function label(): string
    {
        return match ($this) {
            self::Phone => 'observed on the phone',
            self::File => 'read from the file',
            self::Card => 'declared by the release card',
            self::Listed => 'stated by a checksum list',
            self::Typed => 'typed by hand',
            self::Settled => 'decided by a person',
            self::Assumed => 'assumed',
        };
    }
}
