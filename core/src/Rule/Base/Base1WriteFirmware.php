<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Base;

use Tornavis\Core\Operation\Flash\Flash;
use Tornavis\Core\Operation\Install\InstallPackage;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Rule\Constraint;

use Tornavis\Core\Rule\Contribution;
use Tornavis\Core\Rule\Reason;
use Tornavis\Core\Rule\StepDraft;
use Tornavis\Core\Rule\StepRule;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Phase;
use Tornavis\Core\Words\RuleId;
use Tornavis\Core\Words\Slot;
use Tornavis\Core\Words\StepGroup;
use Tornavis\Core\Words\StepKey;

/**
 * Contributes where a slot is below the minimum and the kit holds firmware that serves.
 *
 * Why: Each slot has firmware of its own.
 *
 * Schools: The house decides whether the modem goes along.
 */
final class Base1WriteFirmware implements StepRule
{
    public static function id(): RuleId
    {
        return RuleId::Base1;
    }

    public static function purpose(): string
    {
        return 'Firmware goes into the slots where it is too old, and only there.';
    }

    public function contribute(Situation $situation): Contribution
    {
        $firmware = $situation->firmware->chosen();
        $build = $situation->files->build();
        if ($firmware === null) {
            return new Contribution();
        }
        if ($situation->firmware->isInstalled($firmware)) {
            return $this->byRecovery($situation, $firmware);
        }
        $partitions = $situation->firmware->partitions($firmware);
        $minimum = $build?->facts->text(Field::FIRMWARE_MIN);
        $steps = [];
        // Rule FIT-12 asks where its images go.
        $isWritten = $partitions !== [] && !$situation->layout->copiesSlot();
        foreach ($isWritten ? $situation->firmware->slotsBelowMinimum() : [] as $slot => $has) {
            $steps[] = new StepDraft(
                StepKey::BaseFirmware->of($slot),
                Phase::Base,
                Flash::of($firmware, $partitions, $slot, $situation->modes->forFlashing()),
                [
                    new Reason(
                        self::id(),
                        Slot::named($slot) .
                            ' holds firmware ' .
                            ($has ?? 'that is unknown') .
                            ($minimum === null
                                ? "; {$firmware->name()} brings {$firmware->facts->text(Field::VERSION)}."
                                : "; {$build->title()} needs {$minimum}."),
                    ),
                ],
            );
        }

        return new Contribution($steps, [
            new Constraint(StepKey::BaseFirmware, StepGroup::Recovery, self::id()),
            new Constraint(StepKey::BaseFirmware, StepGroup::Install, self::id()),
        ]);
    }

    /** A package with a script of its own goes in by the recovery that runs, before what stands on it. */
    private function byRecovery(Situation $situation, Package $firmware): Contribution
    {
        if ($situation->layout->copiesSlot() || $situation->firmware->installed() === null) {
            return new Contribution();
        }
        $slots = array_keys($situation->firmware->slotsBelowMinimum());
        $where = implode(' and ', array_map(static fn(string $slot): string => Slot::named($slot), $slots));

        return new Contribution(
            [
                new StepDraft(
                    StepKey::InstallAFirmware,
                    Phase::Install,
                    InstallPackage::delivered($situation->delivery, $firmware, $situation->slots->ofRecovery()),
                    [
                        new Reason(
                            self::id(),
                            "{$where} needs other firmware. {$firmware->name()} is a package that the recovery " .
                                'installs; its script says which slots it writes.',
                        ),
                    ],
                ),
            ],
            [
                new Constraint(StepKey::InstallAFirmware, StepKey::InstallAVendor, self::id()),
                new Constraint(StepKey::InstallAFirmware, StepKey::InstallBuild, self::id()),
            ],
        );
    }
}
