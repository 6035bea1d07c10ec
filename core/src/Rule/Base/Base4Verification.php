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
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\RuleId;

/**
 * Speaks for each verification image in the kit.
 *
 * Why: The bootloader compares it with the firmware that is installed; one of another version leaves the phone
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
        return 'A verification image comes from the very firmware version that is installed.';
    }

    public function look(Situation $situation): iterable
    {
        if ($situation->layout->slotsToUnverify() === []) {
            return;
        }
        $installed = $situation->state->fact(StateField::FirmwareVersion->in($situation->slots->active()));
        foreach ($situation->layout->verificationImages() as $image) {
            $of = $image->facts->best(Field::PART_OF) ?? $image->facts->best(Field::VERSION);
            $need = "{$image->title()} of the installed firmware";
            $facts = array_values(array_filter([$of, $installed]));
            yield match (true) {
                $of === null, !$installed->known() => Finding::stop(
                    self::id(),
                    need: $need,
                    found: 'not known',
                    reason: 'Whether image and firmware belong together cannot be told.',
                    remedy: Remedy::enterFact(
                        'Read the firmware version in the bootloader and enter it, or get the release card of the ' .
                            'image.',
                    ),
                    subject: $image->name(),
                    facts: $facts,
                ),
                $of->value === $installed->value => Finding::clear(
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
                    found: "of {$of->text()}, installed is {$installed->text()}",
                    reason: 'An image of another version makes the bootloader refuse everything.',
                    remedy: self::remedy($situation, $image),
                    subject: $image->name(),
                    facts: $facts,
                ),
            };
        }
    }

    private static function remedy(Situation $situation, Package $image): Remedy
    {
        $partition = (string) $image->facts->text(Field::PARTITION);
        $bundle = Layout4Verification::bundleOf($situation, $partition);
        $firmware = $situation->state->slot($situation->slots->active())->firmware?->text;

        return $bundle === null
            ? Remedy::doFirst("Take the image out of the maker's full bundle of firmware {$firmware}.")
            : Remedy::takeOut(
                $bundle,
                $partition,
                "Have the image for {$partition} taken out of {$bundle->name()}, beside it on the shelf, and use that.",
            );
    }
}
