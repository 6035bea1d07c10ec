<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Fit;

use Tornavis\Core\Package\Container;
use Tornavis\Core\Package\Destination;
use Tornavis\Core\Package\Mismatch;
use Tornavis\Core\Package\MismatchWay;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\PartitionName;
use Tornavis\Core\Words\RuleId;
use Tornavis\Core\Words\Size;

/**
 * Speaks for each file whose content is not what belongs where the job puts it.
 *
 * Why: A file is called by people and bound by its card; what is written are its bytes.
 */
final class Fit12Content implements FitRule
{
    public static function id(): RuleId
    {
        return RuleId::Fit12;
    }

    public static function purpose(): string
    {
        return 'What is written is compared with where it goes by what the file holds, not by its name or card.';
    }

    public function look(Situation $situation): iterable
    {
        foreach ($situation->kit as $package) {
            $mismatch =
                self::destination($situation, $package)?->mismatch($package) ?? self::inside($situation, $package);
            if ($mismatch !== null) {
                yield Finding::stop(
                    self::id(),
                    need: "The content of {$package->name()} belongs where it goes",
                    found: $package->container->value ?? 'unknown',
                    reason: $mismatch->why,
                    remedy: self::remedy($package, $mismatch),
                    subject: $package->name(),
                    facts: array_filter([$package->facts->best(Field::INSIDE)]),
                );
            } elseif (self::isInstalledUnseen($situation, $package)) {
                yield self::unseen($situation, $package);
            }
        }
    }

    /** Whether the recovery installs firmware or a recovery whose script nobody could read for what it writes. */
    private static function isInstalledUnseen(Situation $situation, Package $package): bool
    {
        $isInstalled = match ($package->kind()) {
            PackageKind::Firmware => $situation->firmware->isInstalled($package),
            PackageKind::Recovery => $situation->recovery->isPackage($package),
            default => false,
        };

        return $isInstalled && $package->facts->list(Field::WRITES) === [];
    }

    private static function unseen(Situation $situation, Package $package): Finding
    {
        $finding = Finding::toSettle(
            self::id(),
            need: "{$package->name()} writes what its kind may write",
            found: 'what its script writes is not known',
            reason: 'A script can write any partition. Nothing in this one says which.',
            remedy: Remedy::agree('Ask its publisher, use an image instead, or agree to trust its card.'),
            subject: "{$package->name()}/writes",
        );

        return $finding->unlessAgreed($situation->answers, 'You agreed to trust its card.');
    }

    /** The first image of a bundle that is not what belongs in its partition. */
    private static function inside(Situation $situation, Package $package): ?Mismatch
    {
        if (!in_array($package->kind(), [PackageKind::Firmware, PackageKind::StockBundle], true)) {
            return null;
        }
        foreach ($package->images as $image) {
            $isOfPhone = $situation->sheet->partition($image->partition) !== null;
            $mismatch = $isOfPhone
                ? self::into($situation, $image->partition)->mismatchOfImage($image, $package)
                : null;
            if ($mismatch !== null) {
                return $mismatch;
            }
        }

        return null;
    }

    private static function remedy(Package $package, Mismatch $mismatch): Remedy
    {
        $room = $mismatch->moreBytes === null ? '' : ' ' . Size::text($mismatch->moreBytes) . ' more are needed.';

        return match ($mismatch->way) {
            MismatchWay::Unpack => Remedy::unpack($package, "Have it unpacked beside, on the shelf.{$room}"),
            MismatchWay::TakeOut => Remedy::takeOut(
                $package,
                (string) $mismatch->partition,
                "Have the image taken out beside, on the shelf.{$room}",
            ),
            MismatchWay::OtherFile => Remedy::getFile(
                'Get the file in the form that is needed here, or mend its card.',
            ),
        };
    }

    /** Where the job puts the file; null where it puts it nowhere. */
    private static function destination(Situation $situation, Package $package): ?Destination
    {
        $stated = $package->facts->text(Field::PARTITION);

        return match ($package->kind()) {
            PackageKind::Build => $situation->job->installsBuild() ? Destination::installedByRecovery() : null,
            PackageKind::Vendor,
            PackageKind::Services,
            PackageKind::Root,
            PackageKind::Fix,
            PackageKind::LayoutChanger,
            PackageKind::Cleaner,
            PackageKind::SlotCopy,
            PackageKind::EncryptionDisabler,
            PackageKind::Remover
                => Destination::installedByRecovery(),
            PackageKind::Firmware => $situation->firmware->isInstalled($package)
                ? Destination::installedByRecovery()
                : Destination::images(),
            PackageKind::StockBundle => Destination::makersBundle(),
            PackageKind::Recovery => $situation->recovery->isPackage($package)
                ? Destination::installedByRecovery()
                : self::intoRecoveryHome($situation),
            PackageKind::Kernel => in_array($package->container, [Container::ScriptedZip, Container::PayloadZip], true)
                ? null
                : self::into($situation, $stated ?? PartitionName::Boot->value),
            PackageKind::VerificationImage => $stated === null
                ? null
                : Destination::partition($stated, verification: true),
            PackageKind::PartitionImage => $stated === null ? null : self::into($situation, $stated),
            PackageKind::EmptySuper => Destination::emptyLayout(),
            PackageKind::GenericImage => self::ofGeneric($situation, $package),
            PackageKind::IdentityBackup, PackageKind::DataBackup, null => null,
        };
    }

    private static function into(Situation $situation, string $partition): Destination
    {
        return $situation->sheet->partition($partition)?->destination() ?? Destination::partition($partition);
    }

    /** Null where nobody knows the recovery's home, which is asked for. */
    private static function intoRecoveryHome(Situation $situation): ?Destination
    {
        $home = $situation->sheet->recoveryHome?->value;

        return $home === null ? null : self::into($situation, $home);
    }

    private static function ofGeneric(Situation $situation, Package $package): ?Destination
    {
        // A trial is unpacked by the system that starts it.
        if ($situation->job->startsImageOnce() && $package->container === Container::Compressed) {
            return null;
        }
        $system = PartitionName::System->value;

        return $situation->modes->writesGenericInRecovery()
            ? Destination::rawPartition($system)
            : self::into($situation, $system);
    }
}
