<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Order;

use Tornavis\Core\Operation\Flash\Flash;
use Tornavis\Core\Operation\Install\InstallPackage;
use Tornavis\Core\Operation\Install\UpdateInSystem;
use Tornavis\Core\Operation\PutRecoveryInBoot;
use Tornavis\Core\Operation\Reboot;
use Tornavis\Core\Operation\Verify;
use Tornavis\Core\Operation\WaitFirstBoot;

use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\RecoveryHome;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Rule\Constraint;
use Tornavis\Core\Rule\Contribution;
use Tornavis\Core\Rule\Reason;
use Tornavis\Core\Rule\StepDraft;
use Tornavis\Core\Rule\StepRule;
use Tornavis\Core\Situation\KitFiles;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\Phase;
use Tornavis\Core\Words\RuleId;
use Tornavis\Core\Words\StepGroup;
use Tornavis\Core\Words\StepKey;

/**
 * Contributes to every job that installs a build.
 *
 * Why: Services that go in after the first start do not get their rights; root comes last, as it changes what the
 * others have brought.
 */
final class Order1Install implements StepRule
{
    public static function id(): RuleId
    {
        return RuleId::Order1;
    }

    public static function purpose(): string
    {
        return 'The build first, the services bundle before the first boot, then the first boot and the proof.';
    }

    public function contribute(Situation $situation): Contribution
    {
        $build = $situation->files->build();
        if ($build === null || !$situation->job->installsBuild()) {
            return new Contribution();
        }
        $first = $situation->slots->ofInstall();
        $slot = $situation->slots->ofLast();
        $erases = $situation->job->erasesData($situation);
        $steps = [
            new StepDraft(
                StepKey::InstallBuild,
                Phase::Install,
                $situation->modes->updatesInSystem()
                    ? new UpdateInSystem($build, $first)
                    : InstallPackage::delivered($situation->delivery, $build, $first),
                [
                    new Reason(self::id(), 'The build comes before everything that is added to it.'),
                    ...$situation->sheet->hasTwoSlots()
                        ? [
                            new Reason(
                                RuleId::Slots1,
                                ($situation->modes->updatesInSystem() ? 'The system' : 'The recovery') .
                                    ' runs in slot ' .
                                    strtoupper($situation->slots->ofRecovery()) .
                                    ', so the build goes into slot ' .
                                    strtoupper($first) .
                                    '.',
                            ),
                        ]
                        : [],
                ],
            ),
        ];
        $constraints = [new Constraint(StepKey::InstallBuild, StepKey::InstallRestart, self::id())];
        if ($situation->modes->updatesInSystem()) {
            $steps[] = new StepDraft(StepKey::InstallRestart, Phase::Install, new Reboot(Mode::System, Mode::System), [
                new Reason(self::id(), 'Your house rule has the updater of the system put it in; the restart ends it.'),
            ]);
        }
        if ($situation->slots->buildsTwice()) {
            array_push($steps, ...self::again($build, $first, $slot));
            $constraints[] = new Constraint(StepKey::InstallBuild, StepKey::InstallXRestart, self::id());
            $constraints[] = new Constraint(StepKey::InstallXRestart, StepKey::InstallYAgain, self::id());
        }
        $recovery = $situation->recovery->chosen();
        $putsBack =
            $recovery !== null &&
            !$situation->modes->updatesInSystem() &&
            $recovery !== $situation->files->kernelBefore() &&
            $situation->files->kernelImage() === null &&
            $situation->sheet->recoveryHome === RecoveryHome::Boot &&
            $build->facts->flag(Field::BRINGS_RECOVERY) !== true;
        if ($putsBack) {
            $steps[] = new StepDraft(StepKey::AddonARecovery, Phase::AddOns, new PutRecoveryInBoot($recovery, $slot), [
                new Reason(
                    RuleId::Recovery2,
                    'The build has brought its own boot image, and the recovery lived in the old one. After the ' .
                        'next restart it would be gone.',
                ),
            ]);
        }
        $addOns = $situation->afterFirstBoot->packagesBefore();
        if ($addOns !== [] && $situation->sheet->hasTwoSlots()) {
            $steps[] = new StepDraft(
                StepKey::AddonBRestart,
                Phase::AddOns,
                new Reboot(Mode::Recovery, Mode::Recovery),
                [
                    new Reason(
                        RuleId::Slots1,
                        'The recovery still runs in slot ' .
                            strtoupper($situation->sheet->otherSlot($slot)) .
                            '; an add-on sent now would land there.',
                    ),
                ],
            );
        }
        foreach ($addOns as $number => $package) {
            $key = StepKey::AddonPackage->of($number . '-' . str_replace(' ', '-', $package->kind()->value ?? ''));
            $steps[] = new StepDraft(
                $key,
                Phase::AddOns,
                InstallPackage::delivered($situation->delivery, $package, $slot),
                [new Reason(self::id(), self::why($package->kind()))],
            );
            $constraints[] = new Constraint(StepKey::AddonBRestart, $key, RuleId::Slots1);
            $constraints[] = new Constraint(StepKey::AddonARecovery, $key, RuleId::Recovery2);
            if (KitFiles::goesAfter($build, $package)) {
                $constraints[] = new Constraint($key, StepKey::InstallBuild, RuleId::Order3);
            }
            for ($earlier = 0; $earlier < $number; $earlier++) {
                $constraints[] = new Constraint(StepKey::AddonPackage->of("{$earlier}-"), $key, self::id());
            }
        }
        $constraints[] = new Constraint(StepKey::AddonARecovery, StepKey::AddonBRestart, RuleId::Recovery2);
        $kernel = $situation->files->kernelImage();
        if ($kernel !== null) {
            $steps[] = new StepDraft(
                StepKey::AddonKernel,
                Phase::AddOns,
                Flash::of($kernel, [$situation->files->kernelPartition()], $slot, $situation->modes->forFlashing()),
                [
                    new Reason(
                        self::id(),
                        'It takes the place of the one that the build has brought, and comes before root, which ' .
                            'changes it.',
                    ),
                ],
            );
            foreach ($addOns as $number => $package) {
                $key = StepKey::AddonPackage->of("{$number}-");
                $constraints[] =
                    $package->kind() === PackageKind::Root
                        ? new Constraint(StepKey::AddonKernel, $key, self::id())
                        : new Constraint($key, StepKey::AddonKernel, self::id());
            }
        }
        $steps[] = new StepDraft(StepKey::ProveFirstBoot, Phase::Prove, new WaitFirstBoot($erases), [
            new Reason(self::id(), 'The build starts before anything else is tried.'),
        ]);
        $steps[] = new StepDraft(
            StepKey::ProveVerify,
            Phase::Prove,
            new Verify($this->expected($situation, $slot), $erases),
            [new Reason(RuleId::Proof, 'Only what the phone itself says counts as done.')],
        );

        return new Contribution($steps, [
            new Constraint(StepGroup::Install, StepGroup::AddOn, self::id()),
            ...$constraints,
            new Constraint(StepGroup::Install, StepGroup::Prove, self::id()),
            new Constraint(StepGroup::AddOn, StepGroup::Prove, self::id()),
            new Constraint(StepKey::ProveFirstBoot, StepKey::ProveVerify, self::id()),
        ]);
    }

    /**
     * The build once more, by the recovery that it has brought, into the slot that is left.
     *
     * @return list<StepDraft>
     */
    private static function again(Package $build, string $first, string $last): array
    {
        return [
            new StepDraft(StepKey::InstallXRestart, Phase::Install, new Reboot(Mode::Recovery, Mode::Recovery), [
                new Reason(
                    RuleId::Slots1,
                    'The recovery has to run in slot ' . strtoupper($first) . ' before the other slot is written.',
                ),
            ]),
            new StepDraft(StepKey::InstallYAgain, Phase::Install, InstallPackage::of($build, $last), [
                new Reason(
                    self::id(),
                    'Your house rule installs the build twice, so that both slots hold it and what it brings along.',
                ),
            ]),
        ];
    }

    /** Why an add-on goes in where it does. */
    public static function why(?PackageKind $kind): string
    {
        return match ($kind) {
            PackageKind::Services => 'Services go in before the first boot; later they would cost another erase.',
            PackageKind::Fix => 'A fix goes in after the services that it may mend, and before the kernel.',
            PackageKind::EncryptionDisabler
                => 'It has to be in before the first boot, which would encrypt the data otherwise.',
            PackageKind::Kernel
                => 'The kernel comes after everything that could replace it, and before root, which changes it.',
            default => 'Root comes last: it changes what the others have brought.',
        };
    }

    /** The kernel that the phone runs with in the end; null for the build's own. */
    private static function lastKernel(Situation $situation): ?Package
    {
        $kernels = array_filter(
            $situation->files->ofKind(PackageKind::Kernel),
            static fn(Package $one): bool => $one !== $situation->files->kernelBefore(),
        );

        return array_values($kernels)[0] ?? null;
    }

    /**
     * @return array<string, string>
     */
    private function expected(Situation $situation, string $slot): array
    {
        $build = $situation->files->build();
        $services = $situation->files->services();
        $root = $situation->files->ofKind(PackageKind::Root)[0] ?? null;

        return array_filter(
            [
                StateField::ActiveSlot->value => $slot,
                StateField::OsBuildId->in($slot) => $build?->facts->text(Field::BUILD_ID),
                StateField::OsRelease->in($slot) => $build?->facts->text(Field::RELEASE),
                StateField::OsPatchLevel->in($slot) => $build?->facts->text(Field::PATCH_LEVEL),
                StateField::KernelName->in($slot) => self::lastKernel($situation)?->facts->text(Field::FAMILY),
                StateField::OsServices->in($slot) => self::named($services),
                StateField::Root->in($slot) => self::named($root),
            ],
            static fn(?string $value): bool => $value !== null,
        );
    }

    /** What the phone will call it; null where nobody has named it. */
    private static function named(?Package $package): ?string
    {
        return $package?->facts->text(Field::FAMILY) === null ? null : $package->title();
    }
}
