<?php

declare(strict_types=1);

namespace App\Jobs;

use App\Models\UnitRecord;
use App\Run\StandInLink;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Queue\Queueable;
use Illuminate\Support\Facades\Cache;
use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Reading\ReadingError;
use Tornavis\Core\Run\LinkAnswer;
use Tornavis\Core\Run\LinkLost;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\OperationName;

/**
 * Reads a phone over its link: in the mode that it is in, then in its bootloader, and brings it back to where it was.
 */
final class ReadPhone implements ShouldQueue
{
    use Queueable;

    private const REMEMBER_SECONDS = 600;

    public int $timeout = 0;

    public int $tries = 1;

    public function __construct(private readonly string $label)
    {
        $this->onQueue(WorkQueue::Runs);
    }

    public static function begin(UnitRecord $unit): void
    {
        self::say($unit->label, 'begun', 'Looking for the phone.');
        self::dispatch($unit->label);
    }

    /**
     * How far the last reading is.
     *
     * @return ?array{status: string, says: string}
     */
    public static function stands(UnitRecord $unit): ?array
    {
        /** @var ?array{status: string, says: string} */
        return Cache::get("reading:{$unit->label}");
    }

    public function handle(StandInLink $link): void
    {
        $unit = UnitRecord::labelled($this->label);
        $link = $link->to((string) $unit->unit()->state()->text('serial'), StandInLink::here());
        try {
            $first = $this->look($unit, $link->observe());
            $modes = [$first->label()];
            if ($first === Mode::System) {
                self::say($this->label, 'reading', 'Its system is read. Restarting into the bootloader.');
                $modes[] = $this->look($unit, $this->restart($link, Mode::Bootloader))->label();
                self::say($this->label, 'reading', 'Its bootloader is read. Restarting into the system.');
                $this->look($unit, $this->restart($link, Mode::System));
            }
            self::say($this->label, 'done', 'Read in: ' . implode(', ', $modes) . '.');
        } catch (LinkLost $lost) {
            self::say(
                $this->label,
                'failed',
                "{$lost->what} ({$lost->where}). Check cable and phone, or start the stand-in again, then read it " .
                    'again. What was known stays.',
            );
        } catch (ReadingError $error) {
            self::say($this->label, 'failed', "{$error->what}. {$error->todo}");
        } finally {
            $link->leave();
        }
    }

    private function restart(StandInLink $link, Mode $mode): LinkAnswer
    {
        return $link->carryOut(OperationName::Reboot, ['mode' => $mode->value], static fn(): null => null);
    }

    private function look(UnitRecord $unit, LinkAnswer $answer): Mode
    {
        $mode =
            Mode::tryFrom(is_string($answer->facts['mode'] ?? null) ? $answer->facts['mode'] : '') ??
            throw LinkLost::noAnswer('the link', 'asking for its mode');
        $serial = $unit->unit()->state()->text('serial');
        if (isset($answer->facts['serial']) && $answer->facts['serial'] !== $serial) {
            throw ReadingError::otherPhone(
                $this->label,
                'serial number',
                (string) $serial,
                (string) json_encode($answer->facts['serial']),
            );
        }
        $at = now()->toIso8601String();
        $facts = [];
        foreach ($answer->facts as $name => $value) {
            $facts[] = Fact::of($name, $value, Source::Phone, lcfirst($mode->label()), $at);
        }
        $unit->learn(...$facts);

        return $mode;
    }

    private static function say(string $label, string $status, string $says): void
    {
        Cache::put("reading:{$label}", ['status' => $status, 'says' => $says], self::REMEMBER_SECONDS);
    }
}
