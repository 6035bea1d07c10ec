<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Recovery;

use Tornavis\Core\Operation\BootOnce;
use Tornavis\Core\Operation\CopyTo;
use Tornavis\Core\Operation\Flash\Flash;
use Tornavis\Core\Operation\Flash\FlashRecovery;
use Tornavis\Core\Operation\Install\InstallPackage;

use Tornavis\Core\Operation\PutRecoveryInBoot;
use Tornavis\Core\Operation\Reboot;
use Tornavis\Core\Operation\SetActive;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\RecoveryHome;
use Tornavis\Core\Rule\Constraint;
use Tornavis\Core\Rule\Contribution;
use Tornavis\Core\Rule\Reason;
use Tornavis\Core\Rule\StepDraft;
use Tornavis\Core\Rule\StepRule;
use Tornavis\Core\Situation\RecoveryAbility;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\Phase;
use Tornavis\Core\Words\RuleId;
use Tornavis\Core\Words\StepKey;

/**
 * Contributes where the recovery of the kit is not on the phone yet.
 *
 * Why: It lives in a partition of its own, in boot or in vendor boot, by the model.
 *
 * Schools: Some write it to the spare slot, so that the installed system keeps starting, others to the active one;
 * the house decides.
 */
final class Recovery2PutIn implements StepRule
{
    public static function id(): RuleId
    {
        return RuleId::Recovery2;
    }

    public static function purpose(): string
    {
        return 'The recovery and the images it needs go where this model keeps its recovery, in one slot.';
    }

    public function contribute(Situation $situation): Contribution
    {
        $inUse = $this->intoSlotOfWork($situation);

        return new Contribution([...$inUse->steps, ...$this->intoOtherSlot($situation)], $inUse->constraints);
    }

    /**
     * @return list<StepDraft>
     */
    private function intoOtherSlot(Situation $situation): array
    {
        $recovery = $situation->recovery->chosen();
        $slot = $situation->recovery->slotWithout();
        $home = $situation->sheet->recoveryHome;
        if ($recovery === null || $slot === null || $home === null || $situation->recovery->isPackage($recovery)) {
            return [];
        }

        return [
            new StepDraft(
                StepKey::RecoveryImage->of('other'),
                Phase::Recovery,
                Flash::of($recovery, [$home->value], $slot, $situation->modes->forFlashing()),
                [
                    new Reason(
                        self::id(),
                        'Each slot has a recovery of its own, and what goes in after the build is put in from the ' .
                            'slot of the build.',
                    ),
                ],
            ),
        ];
    }

    private function intoSlotOfWork(Situation $situation): Contribution
    {
        $build = $situation->files->build();
        $recovery = $situation->recovery->chosen();
        $home = $situation->sheet->recoveryHome;
        $isWritten = $situation->recovery->isWritten() && $situation->modes->usesRecovery();
        if ($recovery === null || $home === null || !$isWritten) {
            return new Contribution();
        }
        if ($situation->recovery->needsAnotherFirst()) {
            return $this->byTheFirst($situation, $recovery, $home);
        }
        if ($situation->recovery->isWrittenAsPart()) {
            return new Contribution(
                [
                    new StepDraft(
                        StepKey::RecoveryImage->of('part'),
                        Phase::Recovery,
                        new PutRecoveryInBoot($recovery, $situation->slots->active(), RecoveryHome::VendorBoot),
                        [
                            new Reason(
                                self::id(),
                                'Vendor boot keeps its recovery as a part of its own; the part that the installed ' .
                                    'system starts from stays.',
                            ),
                        ],
                    ),
                ],
                [new Constraint(StepKey::RecoveryImage, StepKey::RecoveryProve, self::id())],
            );
        }
        if ($situation->recovery->isStartedOnce()) {
            return new Contribution(
                [
                    new StepDraft(StepKey::RecoveryImage->of('once'), Phase::Recovery, new BootOnce($recovery), [
                        new Reason(
                            self::id(),
                            'It lives in the boot image; written there it would take the place of what the ' .
                                'installed system starts from.',
                        ),
                    ]),
                ],
                [new Constraint(StepKey::RecoveryImage, StepKey::RecoveryProve, self::id())],
            );
        }
        $slot = $situation->slots->ofRecovery();
        $active = $situation->slots->active();
        $steps = [];
        foreach ($build?->facts->list(Field::PRE_INSTALL) ?? [] as $partition) {
            $image = $situation->files->image($partition);
            if ($image !== null) {
                $steps[] = new StepDraft(
                    StepKey::RecoveryImage->of($partition),
                    Phase::Recovery,
                    Flash::of($image, [$partition], $slot, $situation->modes->forFlashing()),
                    [
                        new Reason(
                            self::id(),
                            "The recovery starts only with the {$partition} image of {$build?->title()} beside it.",
                        ),
                    ],
                );
            }
        }
        $steps[] = new StepDraft(
            StepKey::RecoveryImage->of('recovery'),
            Phase::Recovery,
            $this->written($situation, $recovery, $home),
            [
                new Reason(self::id(), "On {$situation->sheet->codename} the recovery lives in {$home->value}."),
                ...$situation->recovery->mustRunFirst()
                    ? [
                        new Reason(
                            RuleId::Recovery3,
                            'It has to run once before the system starts again, or the system puts its own ' .
                                'recovery back.',
                        ),
                    ]
                    : [],
                ...$situation->sheet->hasTwoSlots()
                    ? [
                        $slot === $active
                            ? new Reason(
                                RuleId::Slots3,
                                $situation->slots->spareIsUsable() && $situation->job->installsBuild()
                                    ? 'Your house rule puts it into the slot in use, as most pages write it; the ' .
                                        'installed system does not start again from here.'
                                    : 'It goes into the slot in use.',
                            )
                            : new Reason(
                                RuleId::Slots3,
                                'It goes into the spare slot, so that slot ' .
                                    strtoupper($active) .
                                    ' keeps starting until the build goes in.',
                            ),
                    ]
                    : [],
            ],
        );
        if ($slot !== $active) {
            $steps[] = new StepDraft(StepKey::RecoverySlot, Phase::Recovery, new SetActive($slot), [
                new Reason(
                    RuleId::Slots1,
                    'The recovery starts from the active slot, and the build goes into the other one.',
                ),
            ]);
        }

        return new Contribution($steps, [
            new Constraint(StepKey::RecoveryImage, StepKey::RecoverySlot, self::id()),
            new Constraint(StepKey::RecoveryImage, StepKey::RecoveryProve, self::id()),
            new Constraint(StepKey::RecoverySlot, StepKey::RecoveryProve, self::id()),
        ]);
    }

    private function written(Situation $situation, Package $recovery, RecoveryHome $home): Flash
    {
        $slot = $situation->slots->ofRecovery();
        $mode = $situation->modes->forFlashing();

        return $recovery->kind() === PackageKind::Recovery
            ? new FlashRecovery(
                $recovery,
                [$home->value],
                $slot,
                $mode,
                $situation->recovery->imagesListedFor($recovery),
            )
            : Flash::of($recovery, [$home->value], $slot, $mode);
    }

    /** First one recovery, then the other by means of it. */
    private function byTheFirst(Situation $situation, Package $second, RecoveryHome $home): Contribution
    {
        $slot = $situation->slots->active();
        $first = $situation->recovery->first();
        $steps =
            $first === null || $situation->recovery->firstIsThere()
                ? []
                : [
                    new StepDraft(
                        StepKey::RecoveryImage->of('first'),
                        Phase::Recovery,
                        Flash::of($first, [$home->value], $slot, $situation->modes->forFlashing()),
                        [new Reason(RuleId::Recovery4, "{$second->title()} can only be put in by {$first->title()}.")],
                    ),
                ];

        $place = self::placeOf($situation, $second);

        return new Contribution(
            [
                ...$steps,
                ...$place === null
                    ? []
                    : [
                        new StepDraft(StepKey::RecoveryCopy, Phase::Recovery, new CopyTo($second, $place), [
                            new Reason(
                                RuleId::Route,
                                'The recovery that runs cannot be streamed to, so it installs from storage.',
                            ),
                        ]),
                    ],
                new StepDraft(
                    StepKey::RecoverySecond,
                    Phase::Recovery,
                    $situation->recovery->isPackage($second)
                        ? InstallPackage::of($second, $slot, $place)
                        : new PutRecoveryInBoot($second, $slot, $home),
                    [
                        new Reason(
                            RuleId::Recovery4,
                            $situation->recovery->isPackage($second)
                                ? 'It comes as a package, which the recovery that runs installs.'
                                : 'The first one runs and writes it.',
                        ),
                    ],
                ),
                new StepDraft(StepKey::RecoveryThird, Phase::Recovery, new Reboot(Mode::Recovery, Mode::Recovery), [
                    new Reason(RuleId::Recovery4, 'From here on the second one does the work.'),
                ]),
            ],
            [
                new Constraint(StepKey::RecoveryImage, StepKey::RecoveryProve, self::id()),
                new Constraint(StepKey::RecoveryProve, StepKey::RecoveryCopy, self::id()),
                new Constraint(StepKey::RecoveryCopy, StepKey::RecoverySecond, self::id()),
                new Constraint(StepKey::RecoveryProve, StepKey::RecoverySecond, self::id()),
                new Constraint(StepKey::RecoverySecond, StepKey::RecoveryThird, self::id()),
            ],
        );
    }

    /** Where a package lies that the first one cannot be streamed; null where it can. */
    private static function placeOf(Situation $situation, Package $second): ?string
    {
        $first = $situation->recovery->first();
        $by = match (true) {
            !$situation->recovery->isPackage($second) => null,
            $situation->recovery->firstIsThere() || $first === null => $situation->recovery->present(),
            default => RecoveryAbility::of($first),
        };

        return $by === null ? null : $situation->recovery->placeFor($by, $second);
    }
}
