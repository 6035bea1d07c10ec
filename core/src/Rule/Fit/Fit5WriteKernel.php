<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Fit;

use Tornavis\Core\Operation\Flash\Flash;
use Tornavis\Core\Operation\Reboot;
use Tornavis\Core\Operation\Verify;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\Nameless;
use Tornavis\Core\Phone\StateField;

use Tornavis\Core\Rule\Constraint;
use Tornavis\Core\Rule\Contribution;
use Tornavis\Core\Rule\Reason;
use Tornavis\Core\Rule\StepDraft;
use Tornavis\Core\Rule\StepRule;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\Phase;
use Tornavis\Core\Words\RuleId;
use Tornavis\Core\Words\StepGroup;
use Tornavis\Core\Words\StepKey;

/**
 * Contributes to a job that puts in a kernel which comes as a boot image.
 *
 * Why: The image takes the place of the whole boot partition.
 */
final class Fit5WriteKernel implements StepRule
{
    public static function id(): RuleId
    {
        return RuleId::Fit5;
    }

    public static function purpose(): string
    {
        return 'A kernel that comes as a boot image is written to boot of the slot in use; the old boot image is ' .
            'the way back.';
    }

    public function contribute(Situation $situation): Contribution
    {
        $kernel = $situation->files->kernelImage();
        if ($kernel === null) {
            return new Contribution();
        }
        $slot = $situation->slots->active();

        return new Contribution(
            [
                new StepDraft(
                    StepKey::StockKernel,
                    Phase::Install,
                    Flash::of($kernel, [$situation->files->kernelPartition()], $slot, $situation->modes->forFlashing()),
                    [
                        new Reason(
                            self::id(),
                            "{$kernel->title()} is made for release {$kernel->facts->text(
                                Field::RELEASE,
                            )}, which the phone runs. Keep the boot image of the installed build beside it: " .
                                'writing that again is the way back.',
                        ),
                    ],
                ),
                new StepDraft(
                    StepKey::ProveSystem,
                    Phase::Prove,
                    new Reboot($situation->modes->forFlashing(), Mode::System),
                    [new Reason(self::id(), 'The system starts with the new kernel.')],
                ),
                new StepDraft(
                    StepKey::ProveVerify,
                    Phase::Prove,
                    new Verify(
                        array_filter(
                            [
                                StateField::ActiveSlot->value => $slot,
                                StateField::OsBuildId->in($slot) => $situation->state->slot($slot)->os->buildId,
                                StateField::OsRelease->in($slot) => $situation->state->slot($slot)->os->release,
                                StateField::KernelName->in($slot) => Nameless::orNameOf($kernel),
                            ],
                            static fn(?string $value): bool => $value !== null,
                        ),
                    ),
                    [new Reason(RuleId::Proof, 'Only what the phone itself says counts as done.')],
                ),
            ],
            [
                new Constraint(StepGroup::Stock, StepGroup::Prove, self::id()),
                new Constraint(StepKey::ProveSystem, StepKey::ProveVerify, self::id()),
            ],
        );
    }
}
