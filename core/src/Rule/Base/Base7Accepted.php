<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Base;

use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\Severity;
use Tornavis\Core\Situation\Situation;

final class Base7Accepted implements FitRule
{
    public static function id(): string
    {
        return 'BASE-7';
    }

    public static function purpose(): string
    {
        return 'A script that accepts only some bootloader versions refuses every other one half way through, with ' .
            'its code 7.';
    }

    public function look(Situation $situation): iterable
    {
        $build = $situation->build();
        $accepted = $build?->facts->best(Field::BOOTLOADERS);
        if ($build === null || $accepted === null || $situation->firmware() !== null) {
            return;
        }
        $fact = $situation->state->fact("slot.{$situation->installSlot()}.firmware.version");
        $need = "A bootloader that {$build->title()} accepts";
        yield match (true) {
            !$fact->known() => Finding::of(
                self::id(),
                Severity::Settle,
                $need,
                'unknown',
                "Its script accepts only {$accepted->text()}.",
                'Read the bootloader version of the phone and enter it as its firmware.',
                '',
                $accepted,
                $fact,
            ),
            in_array($fact->value, $build->facts->list(Field::BOOTLOADERS), true) => Finding::of(
                self::id(),
                Severity::Clear,
                $need,
                $fact->text(),
                'It is one of those that the script accepts.',
                null,
                '',
                $accepted,
                $fact,
            ),
            default => Finding::of(
                self::id(),
                Severity::Stop,
                $need,
                $fact->text(),
                "Its script accepts only {$accepted->text()} and would refuse this phone.",
                "Bring the firmware to one of {$accepted->text()}, or use another build.",
                '',
                $accepted,
                $fact,
            ),
        };
    }
}
