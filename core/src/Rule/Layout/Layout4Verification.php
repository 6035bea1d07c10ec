<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Layout;

use Tornavis\Core\Package\Integrity;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\Severity;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\PackageKind;

final class Layout4Verification implements FitRule
{
    public static function id(): string
    {
        return 'LAYOUT-4';
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
            $fact = $situation->state->fact("slot.{$slots[0]}.verification.on");
            $image = $images[$partition] ?? null;
            yield $image !== null
                ? Finding::of(
                    self::id(),
                    Severity::Clear,
                    "Verification image for {$partition}",
                    $image->name(),
                    'The plan switches verification off with it before a foreign image starts.',
                    null,
                    $partition,
                    $fact,
                )
                : Finding::of(
                    self::id(),
                    Severity::Stop,
                    "Verification image for {$partition}",
                    'not in the kit',
                    'Verification is on, or not known to be off; it would refuse the images that this job starts.',
                    self::remedy($situation, $partition),
                    $partition,
                    $fact,
                );
        }
    }

    private static function remedy(Situation $situation, string $partition): string
    {
        $firmware = $situation->state->text("slot.{$situation->activeSlot()}.firmware.version");
        $serves = static fn(Package $p): bool => $p->kind() === PackageKind::VerificationImage &&
            $situation->isFor($p) &&
            $p->integrity() !== Integrity::Damaged &&
            $p->facts->text(Field::PARTITION) === $partition &&
            $p->facts->text(Field::PART_OF) === $firmware;
        foreach ($situation->shelf as $package) {
            if ($serves($package)) {
                return "Add {$package->name()} from the shelf to the kit.";
            }
        }

        return "Take the image for {$partition} out of the maker's full bundle of firmware " .
            ($firmware ?? 'that is installed') .
            '.';
    }
}
