<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Kit;

use Tornavis\Core\Package\Container;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\StateField;

use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\PartitionName;
use Tornavis\Core\Words\RuleId;

/**
 * Speaks about the files that the job asks for, and about those that it has no use for.
 *
 * Why: What is left out silently is thought to be installed.
 */
final class Kit2Intent implements FitRule
{
    public static function id(): RuleId
    {
        return RuleId::Kit2;
    }

    public static function purpose(): string
    {
        return 'Each intent needs its own files. A file that it has no use for is named.';
    }

    public function look(Situation $situation): iterable
    {
        $needs = $situation->job->needsExactlyOneFile() ? $situation->job->takes() : [];
        foreach ($needs as $kind) {
            $count =
                count($situation->files->ofKind($kind)) -
                (int) ($kind === PackageKind::Recovery && $situation->recovery->first() !== null);
            $chosen = $kind === PackageKind::GenericImage ? $situation->files->genericByLaunchApi() : null;
            if ($chosen !== null) {
                yield Finding::note(
                    self::id(),
                    need: "One {$kind->value} in the kit",
                    found: (string) $count,
                    reason: "{$chosen->name()} is the one for models that launched with api " .
                        "{$situation->sheet->launchApi}. The others are not used.",
                    subject: $kind->value,
                );
            } elseif ($count !== 1) {
                yield Finding::stop(
                    self::id(),
                    need: "One {$kind->value} in the kit",
                    found: $count === 0 ? 'none' : (string) $count,
                    reason: $count === 0 ? 'Nothing in the kit would be used.' : 'It is not clear which one is meant.',
                    remedy: $count === 0
                        ? self::insidePayload($situation, $kind) ??
                            Remedy::getFile("Add the {$kind->value} from the shelf.")
                        : Remedy::leaveOut('Leave all but one out.'),
                    subject: $kind->value,
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
            $names = array_map(static fn(Package $p): string => $p->name(), $situation->files->ofKind($kind));
            if (
                count($names) > 1 + (int) ($kind === PackageKind::Recovery && $situation->recovery->first() !== null) &&
                !in_array($kind, $needs, true)
            ) {
                yield Finding::stop(
                    self::id(),
                    need: "At most one {$kind->value} file in the kit",
                    found: implode(', ', $names),
                    reason: 'Only one of them can be meant, and the last one would take the place of the others.',
                    remedy: Remedy::leaveOut('Leave all but one out.'),
                    subject: $kind->value,
                );
            }
        }
        if (in_array(PackageKind::Services, $situation->job->takes(), true) && $situation->files->addOns() === []) {
            yield Finding::stop(
                self::id(),
                need: 'An add-on in the kit',
                found: 'none',
                reason: 'Nothing in the kit would be installed.',
                remedy: $situation->files->kernelImage() === null
                    ? Remedy::getFile('Add a services bundle, fix, kernel or root package from the shelf.')
                    : Remedy::doFirst(
                        'A kernel that comes as a boot image is written, not installed: open a job for a kernel.',
                    ),
                subject: 'add-on',
            );
        }
        if (
            in_array(PackageKind::Remover, $situation->job->takes(), true) &&
            $situation->state->text(StateField::SecondFamily) === null
        ) {
            yield Finding::stop(
                self::id(),
                need: 'A second system on the phone',
                found: 'none known',
                reason: 'There is nothing to remove.',
                remedy: Remedy::enterFact('If there is one, enter it on the page of the phone.'),
                subject: 'second',
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
        foreach ($situation->job->installsBuild() ? [] : $situation->files->ofKind(PackageKind::Build) as $build) {
            yield Finding::caution(
                self::id(),
                need: "A use for {$build->title()}",
                found: 'a build',
                reason: 'What is wanted puts no build in; the plan leaves it out.',
                remedy: Remedy::leaveOut('Leave it out of the kit, or choose to install it.'),
                subject: $build->name(),
                facts: array_filter([$build->facts->best(Field::KIND)]),
            );
        }
        foreach ($situation->kit as $package) {
            if ($package->kind() !== null && !in_array($package->kind(), $used, true)) {
                yield Finding::caution(
                    self::id(),
                    need: "A use for {$package->title()}",
                    found: $package->kind()->value,
                    reason: 'This version has no step for files of this kind; the plan leaves it out.',
                    remedy: Remedy::leaveOut('Leave it out of the kit.'),
                    subject: $package->name(),
                    facts: array_filter([$package->facts->best(Field::KIND)]),
                );
            }
        }
    }

    /** A generic image may come inside a payload for any phone, out of which it is taken. */
    private static function insidePayload(Situation $situation, PackageKind $kind): ?Remedy
    {
        $system = PartitionName::System->value;
        foreach ($kind === PackageKind::GenericImage ? $situation->kit : [] as $package) {
            $isPayload = in_array($package->container, [Container::PayloadZip, Container::Payload], true);
            $isForAny = $package->facts->list(Field::CODENAMES) === [];
            if ($isPayload && $isForAny && $package->imageFor($system) !== null) {
                return Remedy::takeOut(
                    $package,
                    $system,
                    "Have the image for {$system} taken out of {$package->name()}, beside it on the shelf. If it is " .
                        'a generic image, say so on its page and add it to the kit.',
                );
            }
        }

        return null;
    }
}
