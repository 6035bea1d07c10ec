<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Base;

use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\Layout\Layout4Verification;
use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Rule\Severity;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\RuleId;
use Tornavis\Core\Words\Slot;

/**
 * Speaks for each verification image in the kit and each slot that it is written to.
 *
 * Why: The bootloader compares it with the firmware that is there; one of another version leaves the phone
 * without a start.
 */
final class Base4Verification implements FitRule
{
    public static function id(): RuleId
    {
        return RuleId::Base4;
    }

    public static function purpose(): string
    {
        return 'A verification image comes from the very firmware version that is there when it is written: what the ' .
            'plan writes before it, or what is installed.';
    }

    public function look(Situation $situation): iterable
    {
        foreach ($situation->verification->images() as $image) {
            $findings = array_map(
                static fn(string $slot): Finding => self::judge($situation, $image, $slot),
                $situation->verification->slotsToSwitchOff(),
            );
            $stops = array_filter($findings, static fn(Finding $one): bool => $one->severity === Severity::Stop);
            // One image goes into each slot: the worst that there is to say of it counts.
            yield from array_slice([...$stops, ...$findings], 0, 1);
        }
    }

    private static function judge(Situation $situation, Package $image, string $slot): Finding
    {
        $of = $image->facts->best(Field::PART_OF) ?? $image->facts->best(Field::VERSION);
        $installed = $situation->state->fact(StateField::FirmwareVersion->in($slot));
        $then = $situation->verification->firmwareThen($slot);
        $need = "{$image->title()} of the firmware that is there when it is written" . Slot::phrase('in', $slot);
        $facts = array_values(array_filter([$of, $installed]));
        $belongs = $situation->verification->belongs($image, $slot);

        return match (true) {
            $belongs === null || $of === null => Finding::stop(
                self::id(),
                need: $need,
                found: 'not known',
                reason: 'Whether image and firmware belong together cannot be told.',
                remedy: Remedy::enterFact(
                    'Read the firmware version in the bootloader and enter it, or get the release card of the image.',
                ),
                subject: $image->name(),
                facts: $facts,
            ),
            $belongs => Finding::clear(
                self::id(),
                need: $need,
                found: $of->text(),
                reason: 'It is of the same version.',
                subject: $image->name(),
                facts: $facts,
            ),
            default => Finding::stop(
                self::id(),
                need: $need,
                found: "of {$of->text()}, there is {$then} then",
                reason: 'An image of another version makes the bootloader refuse everything.',
                remedy: self::remedy($situation, $image, $slot),
                subject: $image->name(),
                facts: $facts,
            ),
        };
    }

    private static function remedy(Situation $situation, Package $image, string $slot): Remedy
    {
        $partition = (string) $image->facts->text(Field::PARTITION);
        $bundle = Layout4Verification::bundleOf($situation, $partition, $slot);
        $firmware = $situation->verification->firmwareThen($slot);

        return $bundle === null
            ? Remedy::doFirst("Take the image out of the maker's full bundle of firmware {$firmware}.")
            : Remedy::takeOut(
                $bundle,
                $partition,
                "Have the image for {$partition} taken out of {$bundle->name()}, beside it on the shelf, and use that.",
            );
    }
}
