<?php

declare(strict_types=1);

namespace Tornavis\Core\Situation;

use Tornavis\Core\Package\Package;
use Tornavis\Core\Phone\BootCheck;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Phone\Unit;
use Tornavis\Core\Situation\Job\Job;
use Tornavis\Core\Words\Intent;

/** Everything that a plan depends on. Immutable; two equal situations give the same plan to the byte. */
final readonly class Situation
{
    public State $state;

    public Job $job;

    public KitFiles $files;

    public FileFit $fit;

    public RecoveryChoice $recovery;

    public FirmwareNeeds $firmware;

    public VendorNeeds $vendor;

    public SlotChoice $slots;

    public ModesInUse $modes;

    public RestoreChoice $restore;

    public BackupChoice $backUp;

    public AfterFirstBoot $afterFirstBoot;

    public LayoutNeeds $layout;

    public VerificationNeeds $verification;

    public Delivery $delivery;

    /**
     * @param  list<Package>  $kit  the files chosen for this job
     * @param  list<Package>  $shelf  other files at hand, for remedies
     * @param  list<string>  $codenames  every codename that is known, for look-alikes
     * @param  string  $at  ISO 8601: when the plan is asked for
     * @param  ?State  $state  the unit's state where it was worked out already
     */
    public function __construct(
        public ModelSheet $sheet,
        public Unit $unit,
        public array $kit,
        public Intent $intent,
        public string $at,
        public HouseRules $house = new HouseRules(),
        public Answers $answers = new Answers(),
        public Rates $rates = new Rates(),
        public array $shelf = [],
        public array $codenames = [],
        public Workplace $workplace = new Workplace(),
        ?State $state = null,
    ) {
        if ($unit->codename !== $sheet->codename) {
            throw SituationError::otherSheet($unit->label, $unit->codename ?? 'not known yet', $sheet->codename);
        }
        // As long as nobody knows which slot is in use, the steps are drawn as if it were the first.
        $placed = $unit->placedIn($sheet, $sheet->slots[0]);
        $this->state = BootCheck::asSeen($state ?? $placed->state(), $sheet);
        $this->job = Job::of($intent);
        $this->files = new KitFiles($this);
        $this->fit = new FileFit($this);
        $this->recovery = new RecoveryChoice($this);
        $this->firmware = new FirmwareNeeds($this);
        $this->vendor = new VendorNeeds($this);
        $this->slots = new SlotChoice($this);
        $this->modes = new ModesInUse($this);
        $this->restore = new RestoreChoice($this);
        $this->backUp = new BackupChoice($this);
        $this->afterFirstBoot = new AfterFirstBoot($this);
        $this->layout = new LayoutNeeds($this);
        $this->verification = new VerificationNeeds($this);
        $this->delivery = new Delivery($this);
    }

    /**
     * What the plan takes from the model sheet, as long as nobody has read the phone's own. A run compares it with what
     * the phone shows, and learns nothing from it.
     *
     * @return array<string, int> by name of the fact
     */
    public function assumed(): array
    {
        $isUnknown = $this->state->bootloader()->rollbackIndex === null && $this->sheet->rollbackIndex !== null;

        return $isUnknown ? [StateField::RollbackIndex->value => $this->sheet->rollbackIndex] : [];
    }

    /**
     * The same phone and place of work, with another kit, wish or answers.
     *
     * @param  ?list<Package>  $kit
     */
    public function with(?array $kit = null, ?Intent $intent = null, ?Answers $answers = null): self
    {
        return new self(
            $this->sheet,
            $this->unit,
            $kit ?? $this->kit,
            $intent ?? $this->intent,
            $this->at,
            $this->house,
            $answers ?? $this->answers,
            $this->rates,
            $this->shelf,
            $this->codenames,
            $this->workplace,
            $this->state,
        );
    }
}
