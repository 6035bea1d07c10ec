<?php

declare(strict_types=1);

namespace Tornavis\Core\Plan;

use Tornavis\Core\Operation\Operation;
use Tornavis\Core\Operation\RestoreSet;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\WayBack;
use Tornavis\Core\Words\LossClass;

/**
 * Why the person's word is asked for before a step: what it takes away at that moment, and whether a system still
 * starts. A step that takes nothing has no gate, but for the first one that writes.
 */
final readonly class Gate
{
    private const FIRST = 'This is the first step that writes to the phone.';

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
                '; if it stops in the middle, the data is there only in part.',
            $losses === [] => $goesEmpty ? 'After this step the data on the phone is gone.' : null,
            $photos && !in_array(LossClass::Photos, $losses, true)
                => "This step takes {$names}. Photos and files on the internal storage stay.",
            default => "After this step the data on the phone is gone: {$names}.",
        };
    }
}
