<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Order;

use Tornavis\Core\Operation\Install\InstallPackage;
use Tornavis\Core\Operation\PutRecoveryInBoot;
use Tornavis\Core\Operation\Reboot;
use Tornavis\Core\Operation\Verify;
use Tornavis\Core\Operation\WaitFirstBoot;

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
        $slot = $situation->slots->ofInstall();
        $erases = $situation->job->erasesData($situation);
        $steps = [
            new StepDraft(
                StepKey::InstallBuild,
                Phase::Install,
                InstallPackage::delivered($situation->delivery, $build, $slot),
                [
                    new Reason(self::id(), 'The build comes before everything that is added to it.'),
                    ...$situation->sheet->hasTwoSlots()
                        ? [
                            new Reason(
                                RuleId::Slots1,
                                'The recovery runs in slot ' .
                                    strtoupper($situation->slots->ofRecovery()) .
                                    ', so the build goes into slot ' .
                                    strtoupper($slot) .
                                    '.',
                            ),
                        ]
                        : [],
                ],
            ),
        ];
        $constraints = [];
        $recovery = $situation->recovery->chosen();
        $putsBack =
            $recovery !== null &&
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
        $addOns = $situation->files->addOns();
        if ($addOns !== [] && $situation->sheet->hasTwoSlots()) {
            $steps[] = new StepDraft(
                StepKey::AddonBRestart,
                Phase::AddOns,
                new Reboot(Mode::Recovery, Mode::Recovery),
                [
                    new Reason(
                        RuleId::Slots1,
                        'The recovery still runs in slot ' .
                            strtoupper($situation->slots->ofRecovery()) .
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

    /**
     * @return array<string, string>
     */
    private function expected(Situation $situation, string $slot): array
    {
        $build = $situation->files->build();

        return array_filter(
            [
                StateField::ActiveSlot->value => $slot,
                StateField::OsBuildId->in($slot) => $build?->facts->text(Field::BUILD_ID),
                StateField::OsRelease->in($slot) => $build?->facts->text(Field::RELEASE),
                StateField::OsPatchLevel->in($slot) => $build?->facts->text(Field::PATCH_LEVEL),
                StateField::OsServices->in($slot) => $situation->files->services()?->title(),
                StateField::Root->in($slot) => ($situation->files->ofKind(PackageKind::Root)[0] ?? null)?->title(),
            ],
            static fn(?string $value): bool => $value !== null,
        );
    }
}
