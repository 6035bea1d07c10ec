<?php

declare(strict_types=1);

namespace Tornavis\Core\Situation;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Words\Age;
use Tornavis\Core\Words\Version;

/**
 * A lowest release of the maker's OS, beside what a slot has. Publishers state the platform's release, or the maker's
 * own version; each is held against its own kind.
 */
final readonly class StockRelease
{
    /**
     * "4.4", "7.1.2", "15", and no version of a maker's.
     *
     * Source: the open platform's list of releases; those from 10 on have one number.
     */
    private const OF_PLATFORM = '/^(?:[1-9](?:\.\d){0,2}|[1-9]\d(?:\.0)?)$/';

    private function __construct(public Fact $has, public Age $age) {}

    public static function of(string $needs, State $state, string $slot): self
    {
        $isOfPlatform = preg_match(self::OF_PLATFORM, $needs) === 1;
        $has = $state->fact(($isOfPlatform ? StateField::OsRelease : StateField::OsVersion)->in($slot));

        return new self(
            $has,
            $has->known() ? Version::of($has->text())->against(Version::of($needs)) : Age::Incomparable,
        );
    }
}
