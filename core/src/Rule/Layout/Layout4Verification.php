<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Layout;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Package\Integrity;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\ModelQuestion;
use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\RuleId;
use Tornavis\Core\Words\UnverifiedStart;

/**
 * Speaks for each verification partition of a slot in which it has to go off, and where it stays on beside an image
 * that it does not know.
 *
 * Why: One that stays on is enough to refuse the start. What the system checks itself is refused on every phone; what
 * the bootloader checks is refused by some, and started with a warning by most.
 */
final class Layout4Verification implements FitRule
{
    public static function id(): RuleId
    {
        return RuleId::Layout4;
    }

    public static function purpose(): string
    {
        return 'Where verification has to go off, the kit holds every verification image that the phone has; ' .
            'where it stays on, it is known that the phone starts all the same.';
    }

    public function look(Situation $situation): iterable
    {
        $slots = $situation->verification->slotsToSwitchOff();
        foreach ($slots === [] ? [] : $situation->sheet->verificationPartitions() as $partition) {
            yield self::ofImage($situation, $partition, $slots[0]);
        }
        $left = $situation->verification->slotsLeftOn();
        $fact = $left === [] ? null : $situation->state->fact(StateField::VerificationOn->in($left[0]));
        if ($fact !== null) {
            yield $situation->sheet->unverified === null
                ? self::asked($situation, $fact)
                : self::warned($situation->sheet, $fact);
        }
    }

    private static function ofImage(Situation $situation, string $partition, string $slot): Finding
    {
        $fact = $situation->state->fact(StateField::VerificationOn->in($slot));
        $image = $situation->verification->images()[$partition] ?? null;

        return $image !== null
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
                reason: 'Verification is on, or not known to be off; it would refuse the images that this job starts.',
                remedy: self::remedy($situation, $partition, $slot),
                subject: $partition,
                facts: [$fact],
            );
    }

    /** The kit holds no images that switch verification off, and nobody knows whether it goes without. */
    private static function asked(Situation $situation, Fact $fact): Finding
    {
        $codename = $situation->sheet->codename;
        $question = new ModelQuestion(
            'unverified',
            'What its bootloader does with images that verification does not know',
            UnverifiedStart::labels(),
            UnverifiedStart::Warns->value,
        );

        return Finding::toSettle(
            self::id(),
            need: "What the bootloader does with foreign images, on the sheet of {$codename}",
            found: 'not known',
            reason: 'Verification is on, or not known to be off. Most unlocked bootloaders show a warning and start; ' .
                'some refuse. If you are wrong, the phone stays in its bootloader: nothing is lost, and the image ' .
                'that switches verification off is written then.',
            remedy: Remedy::say(
                [$question],
                'Say it, if this phone or another of the model has shown it. Or add the verification images of the ' .
                    'installed firmware to the kit; the plan then switches verification off.',
            ),
            subject: 'unverified',
            facts: [$fact],
        );
    }

    private static function warned(ModelSheet $sheet, Fact $fact): Finding
    {
        $need = 'A start with images that verification does not know';
        $reason = "By the sheet of {$sheet->codename} its unlocked bootloader starts with a warning.";
        if ($fact->value !== true) {
            return Finding::note(
                self::id(),
                need: $need,
                found: 'verification may be on',
                reason: $reason,
                subject: 'unverified',
                facts: [$fact],
            );
        }

        return Finding::caution(
            self::id(),
            need: $need,
            found: 'verification is on',
            reason: $reason,
            remedy: Remedy::doFirst(
                'Expect a warning at every start. If the phone stays in its bootloader instead, nothing is lost: ' .
                    'write the verification images of the installed firmware with their checks switched off.',
            ),
            subject: 'unverified',
            facts: [$fact],
        );
    }

    private static function remedy(Situation $situation, string $partition, string $slot): Remedy
    {
        $serves = static fn(Package $p): bool => $p->kind() === PackageKind::VerificationImage &&
            $situation->files->isFor($p) &&
            $p->integrity() !== Integrity::Damaged &&
            $p->facts->text(Field::PARTITION) === $partition &&
            $situation->verification->belongs($p, $slot) === true;
        foreach ($situation->shelf as $package) {
            if ($serves($package)) {
                return Remedy::addFile($package);
            }
        }

        $bundle = self::bundleOf($situation, $partition, $slot);
        if ($bundle !== null) {
            return Remedy::takeOut(
                $bundle,
                $partition,
                "Have the image for {$partition} taken out of {$bundle->name()}, beside it on the shelf.",
            );
        }

        return Remedy::getFile(
            "Take the image for {$partition} out of the maker's full bundle of firmware " .
                ($situation->verification->firmwareThen($slot) ?? 'that is installed') .
                '.',
        );
    }

    /** The maker's bundle at hand of the very firmware that a slot then holds, with an image for a partition. */
    public static function bundleOf(Situation $situation, string $partition, string $slot): ?Package
    {
        $kinds = [PackageKind::StockBundle, PackageKind::Firmware];
        $serves = static fn(Package $one): bool => in_array($one->kind(), $kinds, true) &&
            self::isOfFirmware($situation, $one, $slot) &&
            $one->imageFor($partition)?->entry !== null &&
            $situation->files->isFor($one) &&
            $one->integrity() !== Integrity::Damaged;
        foreach ([...$situation->kit, ...$situation->shelf] as $package) {
            if ($serves($package)) {
                return $package;
            }
        }

        return null;
    }

    private static function isOfFirmware(Situation $situation, Package $bundle, string $slot): bool
    {
        $firmware = $situation->verification->firmwareThen($slot);

        return $firmware !== null && $bundle->facts->text(Field::VERSION) === $firmware;
    }
}
