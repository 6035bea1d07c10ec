<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Base;

use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\Severity;
use Tornavis\Core\Situation\Situation;

final class Base4Verification implements FitRule
{
    public static function id(): string
    {
        return 'BASE-4';
    }

    public static function purpose(): string
    {
        return 'A verification image comes from the very firmware version that is installed.';
    }

    public function look(Situation $situation): iterable
    {
        if ($situation->layout->slotsToUnverify() === []) {
            return;
        }
        $installed = $situation->state->fact("slot.{$situation->activeSlot()}.firmware.version");
        foreach ($situation->layout->verificationImages() as $image) {
            $of = $image->facts->best(Field::PART_OF) ?? $image->facts->best(Field::VERSION);
            $need = "{$image->title()} of the installed firmware";
            $facts = array_values(array_filter([$of, $installed]));
            yield match (true) {
                $of === null, !$installed->known() => Finding::of(
                    self::id(),
                    Severity::Stop,
                    $need,
                    'not known',
                    'Whether image and firmware belong together cannot be told.',
                    'Read the firmware version in the bootloader and enter it, or get the release card of the image.',
                    $image->name(),
                    ...$facts,
                ),
                $of->value === $installed->value => Finding::of(
                    self::id(),
                    Severity::Clear,
                    $need,
                    $of->text(),
                    'It is of the same version.',
                    null,
                    $image->name(),
                    ...$facts,
                ),
                default => Finding::of(
                    self::id(),
                    Severity::Stop,
                    $need,
                    "of {$of->text()}, installed is {$installed->text()}",
                    'An image of another version makes the bootloader refuse everything.',
                    "Take the image out of the maker's full bundle of firmware {$installed->text()}.",
                    $image->name(),
                    ...$facts,
                ),
            };
        }
    }
}
