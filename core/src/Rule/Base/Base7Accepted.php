<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Base;

use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Rule\Finding;

use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\RuleId;

/**
 * Speaks where the script of the build lists bootloader versions.
 *
 * Why: The script compares them by itself, after the first partitions are written.
 */
final class Base7Accepted implements FitRule
{
    public static function id(): RuleId
    {
        return RuleId::Base7;
    }

    public static function purpose(): string
    {
        return 'A script that accepts only some bootloader versions refuses every other one half way through, with ' .
            'its code 7.';
    }

    public function look(Situation $situation): iterable
    {
        $build = $situation->files->build();
        $accepted = $build?->facts->best(Field::BOOTLOADERS);
        if ($build === null || $accepted === null || $situation->firmware->chosen() !== null) {
            return;
        }
        $fact = $situation->state->fact(StateField::FirmwareVersion->in($situation->slots->ofInstall()));
        $need = "A bootloader that {$build->title()} accepts";
        yield match (true) {
            !$fact->known() => Finding::toSettle(
                self::id(),
                need: $need,
                found: 'unknown',
                reason: "Its script accepts only {$accepted->text()}.",
                remedy: Remedy::enterFact('Read the bootloader version of the phone and enter it as its firmware.'),
                facts: [$accepted, $fact],
            ),
            in_array($fact->value, $build->facts->list(Field::BOOTLOADERS), true) => Finding::clear(
                self::id(),
                need: $need,
                found: $fact->text(),
                reason: 'It is one of those that the script accepts.',
                facts: [$accepted, $fact],
            ),
            default => Finding::stop(
                self::id(),
                need: $need,
                found: $fact->text(),
                reason: "Its script accepts only {$accepted->text()} and would refuse this phone.",
                remedy: Remedy::doFirst("Bring the firmware to one of {$accepted->text()}, or use another build."),
                facts: [$accepted, $fact],
            ),
        };
    }
}
