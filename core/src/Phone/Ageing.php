<?php

declare(strict_types=1);

namespace Tornavis\Core\Phone;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\Moment;

/**
 * What changes by itself is known for a while only: past its time a value counts as unknown, and is asked for or read
 * again. What was seen, and when, is said with it.
 */
final readonly class Ageing
{
    private const HOUR = 3600;

    private const DAY = 86400;

    /** A phone that loops, hangs or is locked stays so until somebody does something. */
    private const PASSING_MODES = [
        Mode::System,
        Mode::Recovery,
        Mode::Sideload,
        Mode::Bootloader,
        Mode::UserspaceBootloader,
        Mode::Download,
    ];

    /**
     * @param  array{battery: int, locks: int, space: int, slot: int}  $hours  for which a value counts; 0 for ever
     * @param  string  $now  ISO 8601
     */
    public function __construct(private array $hours, private string $now) {}

    /** The phone with only what still counts; what is too old is unknown, with what was seen last. */
    public function of(Unit $unit): Unit
    {
        $stale = [];
        foreach ($unit->state()->facts() as $fact) {
            if ($this->isStale($fact)) {
                $stale[$fact->name] = Fact::of($fact->name, null, Source::Assumed, $this->words($fact), $this->now);
            }
        }

        return $stale === [] ? $unit : $unit->withFactsInstead($stale);
    }

    /** Whether a value changes by itself, so that it does not count for ever. */
    public static function ages(Fact $fact): bool
    {
        return self::group($fact) !== null;
    }

    public function isStale(Fact $fact): bool
    {
        $hours = $this->hours[self::group($fact) ?? ''] ?? 0;

        return $hours > 0 && $fact->known() && $this->age($fact) > $hours * self::HOUR;
    }

    /** "last seen 72 days ago: 82 %" */
    private function words(Fact $fact): string
    {
        $age = $this->age($fact);
        $days = intdiv($age, self::DAY);
        $hours = intdiv($age, self::HOUR);
        $value = FactName::say($fact->name, $fact->value);

        return $days >= 2 ? "last seen {$days} days ago: {$value}" : "last seen {$hours} hours ago: {$value}";
    }

    /** In seconds; 0 where nobody knows when it was seen. */
    private function age(Fact $fact): int
    {
        $seen = $fact->at === null ? null : Moment::seconds($fact->at);
        $now = Moment::seconds($this->now);

        return $seen === null || $now === null ? 0 : max(0, $now - $seen);
    }

    private static function group(Fact $fact): ?string
    {
        return match (FactName::field($fact->name)) {
            StateField::BatteryPercent, StateField::BatteryCharging => 'battery',
            StateField::Mode => self::passes($fact) ? 'battery' : null,
            StateField::ScreenLock, StateField::Accounts => 'locks',
            StateField::DataUsedBytes, StateField::DataFreeBytes, StateField::CardFreeBytes => 'space',
            StateField::ActiveSlot, StateField::RunningSlot => 'slot',
            default => null,
        };
    }

    private static function passes(Fact $fact): bool
    {
        return in_array(Mode::tryFrom($fact->text()), self::PASSING_MODES, true);
    }
}
