<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Layout;

use Tornavis\Core\Package\Integrity;
use Tornavis\Core\Package\Package;

use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\RuleId;

/**
 * Speaks for each verification partition of a slot in which it has to go off.
 *
 * Why: One that stays on is enough to refuse the start.
 */
final class Layout4Verification implements FitRule
{
    public static function id(): RuleId
    {
        return RuleId::Layout4;
    }

    public static function purpose(): string
    {
        return 'Where verification has to go off, the kit holds every verification image that the phone has.';
    }

    public function look(Situation $situation): iterable
    {
        $slots = $situation->layout->slotsToUnverify();
        $images = $situation->layout->verificationImages();
        foreach ($slots === [] ? [] : $situation->sheet->verificationPartitions() as $partition) {
            $fact = $situation->state->fact(StateField::VerificationOn->in($slots[0]));
            $image = $images[$partition] ?? null;
            yield $image !== null
                ? Finding::clear(
                    self::id(),
                    need: "Verification image for {$partition}",
                    found: $image->name(),
                    reason: 'The plan switches verification off with it before a foreign image starts.',
                    subject: $partition,
                    facts: [$fact],
                )
                : Finding::stop(
                    self::id(),
                    need: "Verification image for {$partition}",
                    found: 'not in the kit',
                    reason: 'Verification is on, or not known to be off; it would refuse the images that this job ' .
                        'starts.',
                    remedy: self::remedy($situation, $partition),
                    subject: $partition,
                    facts: [$fact],
                );
        }
    }

    private static function remedy(Situation $situation, string $partition): Remedy
    {
        $firmware = $situation->state->slot($situation->slots->active())->firmware?->text;
        $serves = static fn(Package $p): bool => $p->kind() === PackageKind::VerificationImage &&
            $situation->files->isFor($p) &&
            $p->integrity() !== Integrity::Damaged &&
            $p->facts->text(Field::PARTITION) === $partition &&
            $p->facts->text(Field::PART_OF) === $firmware;
        foreach ($situation->shelf as $package) {
            if ($serves($package)) {
                return Remedy::addFile($package);
            }
        }

        $bundle = self::bundleOf($situation, $partition);
        if ($bundle !== null) {
            return Remedy::takeOut(
                $bundle,
                $partition,
                "Have the image for {$partition} taken out of {$bundle->name()}, beside it on the shelf.",
            );
        }

        return Remedy::getFile(
            "Take the image for {$partition} out of the maker's full bundle of firmware " .
                ($firmware ?? 'that is installed') .
                '.',
        );
    }

    /** The maker's bundle at hand of the very firmware that is installed, with an image for a partition. */
    public static function bundleOf(Situation $situation, string $partition): ?Package
    {
        $firmware = $situation->state->slot($situation->slots->active())->firmware?->text;
        $serves = static fn(Package $one): bool => in_array(
            $one->kind(),
            [PackageKind::StockBundle, PackageKind::Firmware],
            true,
        ) &&
            $one->facts->text(Field::VERSION) === $firmware &&
            $one->imageFor($partition)?->entry !== null &&
            $situation->files->isFor($one) &&
            $one->integrity() !== Integrity::Damaged;
        foreach ($firmware === null ? [] : [...$situation->kit, ...$situation->shelf] as $package) {
            if ($serves($package)) {
                return $package;
            }
        }

        return null;
    }
}
