<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Kit;

use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\Severity;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Intent;
use Tornavis\Core\Words\PackageKind;

final class Kit2Intent implements FitRule
{
    public static function id(): string
    {
        return 'KIT-2';
    }

    public static function purpose(): string
    {
        return 'Each intent needs its own files, and a file that it has no use for is called out.';
    }

    public function look(Situation $situation): iterable
    {
        $needs = in_array(
            $situation->intent,
            [Intent::Recovery, Intent::Kernel, Intent::RemoveSecond, Intent::GenericImage, Intent::TrialBeside],
            true,
        )
            ? $situation->intent->takes()
            : [];
        foreach ($needs as $kind) {
            $count =
                count($situation->ofKind($kind)) -
                (int) ($kind === PackageKind::Recovery && $situation->firstRecovery() !== null);
            if ($count !== 1) {
                yield Finding::of(
                    self::id(),
                    Severity::Stop,
                    "One {$kind->value} in the kit",
                    $count === 0 ? 'none' : (string) $count,
                    $count === 0 ? 'Nothing in the kit would be used.' : 'It is not clear which one is meant.',
                    $count === 0 ? "Add the {$kind->value} from the shelf." : 'Leave all but one out.',
                    $kind->value,
                );
            }
        }
        foreach (
            [
                PackageKind::Services,
                PackageKind::Root,
                PackageKind::Vendor,
                PackageKind::Recovery,
                PackageKind::EmptySuper,
                PackageKind::SlotCopy,
                PackageKind::LayoutChanger,
                PackageKind::Cleaner,
                PackageKind::EncryptionDisabler,
            ]
            as $kind
        ) {
            $names = array_map(static fn(Package $p): string => $p->name(), $situation->ofKind($kind));
            if (
                count($names) > 1 + (int) ($kind === PackageKind::Recovery && $situation->firstRecovery() !== null) &&
                !in_array($kind, $needs, true)
            ) {
                yield Finding::of(
                    self::id(),
                    Severity::Stop,
                    "At most one {$kind->value} file in the kit",
                    implode(', ', $names),
                    'Only one of them can be meant, and the last one would take the place of the others.',
                    'Leave all but one out.',
                    $kind->value,
                );
            }
        }
        if ($situation->intent === Intent::AddOn && $situation->addOns() === []) {
            yield Finding::of(
                self::id(),
                Severity::Stop,
                'An add-on in the kit',
                'none',
                'Nothing in the kit would be installed.',
                $situation->kernelImage() === null
                    ? 'Add a services bundle, fix, kernel or root package from the shelf.'
                    : 'A kernel that comes as a boot image is written, not installed: open a job for a kernel.',
                'add-on',
            );
        }
        if ($situation->intent === Intent::RemoveSecond && $situation->state->text('second.family') === null) {
            yield Finding::of(
                self::id(),
                Severity::Stop,
                'A second system on the phone',
                'none known',
                'There is nothing to remove.',
                'If there is one, enter it on the page of the phone.',
                'second',
            );
        }
        $used = [
            PackageKind::Build,
            PackageKind::Firmware,
            PackageKind::Vendor,
            PackageKind::Recovery,
            PackageKind::PartitionImage,
            PackageKind::Services,
            PackageKind::Fix,
            PackageKind::Kernel,
            PackageKind::Root,
            PackageKind::StockBundle,
            PackageKind::Remover,
            PackageKind::VerificationImage,
            PackageKind::EmptySuper,
            PackageKind::SlotCopy,
            PackageKind::GenericImage,
            PackageKind::LayoutChanger,
            PackageKind::Cleaner,
            PackageKind::EncryptionDisabler,
        ];
        foreach ($situation->intent->installsBuild() ? [] : $situation->ofKind(PackageKind::Build) as $build) {
            yield Finding::of(
                self::id(),
                Severity::Mind,
                "A use for {$build->title()}",
                'a build',
                'What is wanted puts no build in; the plan leaves it out.',
                'Leave it out of the kit, or choose to install it.',
                $build->name(),
                ...array_filter([$build->facts->best(Field::KIND)]),
            );
        }
        foreach ($situation->kit as $package) {
            if ($package->kind() !== null && !in_array($package->kind(), $used, true)) {
                yield Finding::of(
                    self::id(),
                    Severity::Mind,
                    "A use for {$package->title()}",
                    $package->kind()->value,
                    'This version has no step for files of this kind; the plan leaves it out.',
                    'Leave it out of the kit.',
                    $package->name(),
                    ...array_filter([$package->facts->best(Field::KIND)]),
                );
            }
        }
    }
}
