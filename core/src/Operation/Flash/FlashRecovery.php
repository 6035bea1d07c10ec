<?php

declare(strict_types=1);

namespace Tornavis\Core\Operation\Flash;

use Tornavis\Core\Package\Package;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\RecoveryFacts;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Words\Mode;

/** A recovery, into the partition where this model keeps it. */
final readonly class FlashRecovery extends Flash
{
    /**
     * @param  list<string>  $partitions
     * @param  list<string>  $needs  the partitions whose images its publisher lists to be written before it
     */
    public function __construct(
        Package $package,
        array $partitions,
        string $slot,
        Mode $in = Mode::Bootloader,
        private array $needs = [],
    ) {
        parent::__construct($package, $partitions, $slot, $in);
    }

    protected function written(State $state, ModelSheet $sheet): array
    {
        $isPending =
            $this->in === Mode::Download || RecoveryFacts::mayBePutBack($sheet, $state->slot($this->slot)->os->stock);
        $pending = $isPending ? [StateField::RecoveryPending->value => true] : [];

        return $this->startImages($sheet) + RecoveryFacts::of($this->package, $this->slot, $this->needs) + $pending;
    }

    protected function writtenInPart(State $state, ModelSheet $sheet): array
    {
        return parent::writtenInPart($state, $sheet) + [StateField::RecoveryFamily->in($this->slot) => null];
    }
}
