<?php

declare(strict_types=1);

namespace Tornavis\Core\Plan;

use Tornavis\Core\Operation\Operation;
use Tornavis\Core\Operation\RemoveLock;
use Tornavis\Core\Operation\RestoreSet;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Phone\WayBack;
use Tornavis\Core\Words\LossClass;

/**
 * Why the person's word is asked for before a step: what it takes away at that moment, and whether a system still
 * starts. A step that takes nothing has no gate, but for the first one that writes.
 */
final readonly class Gate
{
    private const FIRST = 'This is the first step that writes to the phone.';

    /** What a person knows of a phone is never all that is on it. */
    public const UNLISTED = 'also what nobody has listed.';

    private const GOES = ' Whatever else lies there goes too, ' . self::UNLISTED;

    private const PHOTOS_STAY = ' Photos and files on the internal storage stay.';

    /** A theft lock outlives every erase. */
    public const ACCOUNT = ' If an account is still signed in, the phone asks for it afterwards.';

    /**
     * @param  WayBack  $was  from the state before it
     * @param  WayBack  $during  from the middle of it
     * @param  WayBack  $afterwards  from the state after it
     */
    public function __construct(
        private Operation $operation,
        private State $before,
        private WayBack $was,
        private WayBack $during,
        private WayBack $afterwards,
    ) {}

    /** @param  bool  $isFirst  whether nothing was written before */
    public function reason(bool $isFirst): ?string
    {
        $takes = array_filter(
            [$this->start(), $this->data(), $this->operation->takesAway($this->before)],
            is_string(...),
        );

        return $takes === [] ? ($isFirst ? self::FIRST : null) : implode(' ', $takes);
    }

    /** Whether a system starts while it runs and afterwards, where one did before. */
    private function start(): ?string
    {
        $worst = $this->afterwards->worseThan($this->during) ? $this->afterwards : $this->during;

        return match (true) {
            $worst->level !== WayBack::NO_SYSTEM || $this->was->level === WayBack::NO_SYSTEM => null,
            $this->afterwards->level !== WayBack::NO_SYSTEM => 'While this step runs no system starts.',
            default => 'From here no system starts until the work is done.',
        };
    }

    private function data(): ?string
    {
        $losses = $this->operation->losses($this->before);
        $names = implode(', ', array_map(static fn(LossClass $one): string => lcfirst($one->label()), $losses));
        $photos = $this->before->data()->holds(LossClass::Photos) !== false;
        $goesEmpty = $this->afterwards->level === WayBack::DATA_GONE && $this->was->level === WayBack::FREE;

        return match (true) {
            $this->operation instanceof RestoreSet => 'This step replaces the data on the phone' .
                ($names === '' ? '' : " ({$names})") .
                '; if it stops in the middle, the data is there only in part.' .
                self::GOES,
            // A lock is taken off by hand; nothing else goes with it.
            $this->operation instanceof RemoveLock => $losses === [] ? null : "This step takes {$names}.",
            $losses === [] && $this->takesData() => 'This step empties the data.' . self::GOES . self::ACCOUNT,
            $losses === [] => $goesEmpty ? 'After this step the data on the phone is gone.' : null,
            $photos && !in_array(LossClass::Photos, $losses, true) => "This step takes {$names}." .
                self::GOES .
                self::PHOTOS_STAY .
                self::ACCOUNT,
            default => "After this step the data on the phone is gone: {$names}." . self::GOES . self::ACCOUNT,
        };
    }

    /** Whether it takes data of whatever kind, known or not. */
    private function takesData(): bool
    {
        $unknown = array_map(StateField::DataHolds->of(...), LossClass::cases());

        return $this->before->data()->empty !== true &&
            $this->operation->losses($this->before->with(array_fill_keys($unknown, null))) !== [];
    }
}
