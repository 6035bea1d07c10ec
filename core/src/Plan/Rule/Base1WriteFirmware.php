<?php

declare(strict_types=1);

namespace Tornavis\Core\Plan\Rule;

use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Plan\Constraint;
use Tornavis\Core\Plan\Contribution;
use Tornavis\Core\Plan\Operation\Flash;
use Tornavis\Core\Plan\Phase;
use Tornavis\Core\Plan\Reason;
use Tornavis\Core\Plan\StepDraft;
use Tornavis\Core\Plan\StepRule;
use Tornavis\Core\Situation\Situation;

final class Base1WriteFirmware implements StepRule
{
    public static function id(): string
    {
        return 'BASE-1';
    }

    public static function purpose(): string
    {
        return 'Firmware goes into the slots where it is too old, and only there.';
    }

    public function contribute(Situation $situation): Contribution
    {
        $firmware = $situation->firmware();
        $build = $situation->build();
        if ($firmware === null || $build === null) {
            return new Contribution();
        }
        $partitions = $situation->firmwarePartitions($firmware);
        $steps = [];
        foreach ($situation->layout->copiesSlot() ? [] : $situation->slotsWithOldFirmware() as $slot => $has) {
            $steps[] = new StepDraft(
                "base.firmware.{$slot}",
                Phase::Base,
                new Flash($firmware, $partitions, $slot, $situation->flashMode()),
                [
                    new Reason(
                        self::id(),
                        'Slot ' .
                            strtoupper($slot) .
                            ' holds firmware ' .
                            ($has ?? 'that is unknown') .
                            "; {$build->title()} needs {$build->facts->text(Field::FIRMWARE_MIN)}.",
                    ),
                ],
            );
        }

        return new Contribution($steps, [
            new Constraint('base.firmware', 'recovery.', self::id()),
            new Constraint('base.firmware', 'install.', self::id()),
        ]);
    }
}
