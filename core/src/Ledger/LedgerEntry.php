<?php

declare(strict_types=1);

namespace Tornavis\Core\Ledger;

use Tornavis\Core\Words\LossClass;

/** What happens to one class of things. */
final readonly class LedgerEntry
{
    public const KEPT = 'kept';

    /** there is nothing of the kind on the phone */
    public const ABSENT = 'absent';

    public const LOST = 'lost';

    /** lost, and brought back from a backup */
    public const RETURNS = 'returns';

    /** lost to the system that is there at the end; it comes back only together with the one that was there before */
    public const WITH_OLD = 'with-old';

    /**
     * @param  ?int  $step  number of the step that takes it, counted from 1
     * @param  ?string  $backup  id of the backup that brings it back
     * @param  ?string  $wayBack  id of the backup that brings it back together with the old system alone
     * @param  bool  $backedUpByPlan  the plan's own backup step covers it
     * @param  bool  $known  whether it is known that the phone holds any
     */
    public function __construct(
        public LossClass $class,
        public string $outcome,
        public ?int $step,
        public ?string $backup,
        public ?string $wayBack,
        public bool $backedUpByPlan,
        public bool $waived,
        public bool $known,
    ) {}

    /** Lost for good, and not waived by name. */
    public function isOpen(): bool
    {
        return $this->step !== null && $this->backup === null && !$this->waived;
    }

    /**
     * @return array<string, mixed>
     */
    public function toArray(): array
    {
        return [
            'class' => $this->class->value,
            'label' => $this->class->label(),
            'outcome' => $this->outcome,
            'step' => $this->step,
            'backup' => $this->backup,
            'wayBack' => $this->wayBack,
            'backedUpByPlan' => $this->backedUpByPlan,
            'waived' => $this->waived,
            'known' => $this->known,
        ];
    }
}
