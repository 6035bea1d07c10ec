<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Layout;

use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\RuleId;
use Tornavis\Core\Words\Size;

/**
 * Speaks where the kit holds an empty layout and the model has no use for one, or divides its room anew by it.
 *
 * Why: It takes every logical partition of every slot, and a layout for another size leaves a phone that starts
 * nothing.
 */
final class Layout5Empty implements FitRule
{
    public static function id(): RuleId
    {
        return RuleId::Layout5;
    }

    public static function purpose(): string
    {
        return 'An empty layout fits the room of this model, and goes only where the data goes too.';
    }

    public function look(Situation $situation): iterable
    {
        $empty = $situation->layout->emptySuper();
        $scheme = $situation->sheet->dynamicLayout;
        // Rule FIT-14 asks for a scheme that is not known.
        if ($empty === null || $scheme === null) {
            return;
        }
        $need = "{$empty->name()} divides the room of this phone";
        $other = self::otherRoom($situation, $empty, $need);
        if ($scheme === 'retrofit') {
            // That such a layout is in the kit, and is used, says rule LAYOUT-2.
            if ($other !== null && $situation->layout->retrofits()) {
                yield $other;
            }

            return;
        }
        yield match (true) {
            $scheme !== 'native' => Finding::stop(
                self::id(),
                need: $need,
                found: 'no dynamic layout on this model',
                reason: "{$situation->sheet->codename} has fixed partitions, and no room that could be divided.",
                remedy: Remedy::leaveOut('Leave it out.'),
                subject: 'empty',
            ),
            !$situation->layout->emptiesSuper() => Finding::stop(
                self::id(),
                need: $need,
                found: 'a job that keeps what is there',
                reason: 'It takes every system on the phone, and this job puts none in their place.',
                remedy: Remedy::leaveOut('Leave it out, or plan a fresh install.'),
                subject: 'empty',
            ),
            $other !== null => $other,
            default => Finding::caution(
                self::id(),
                need: $need,
                found: 'it does',
                reason: 'It takes the systems of every slot before the build goes in. If the build then refuses the ' .
                    'phone, there is nothing to go back to.',
                remedy: Remedy::leaveOut('Leave it out where the publisher does not ask for it.'),
                subject: 'empty',
            ),
        };
    }

    /** The stop where both sizes are known and differ. */
    private static function otherRoom(Situation $situation, Package $empty, string $need): ?Finding
    {
        $room = $situation->sheet->superBytes;
        $size = $empty->facts->int(Field::SUPER_SIZE);

        return $size === null || $room === null || $size === $room
            ? null
            : Finding::stop(
                self::id(),
                need: $need,
                found: 'made for ' . Size::text($size) . ', the phone has ' . Size::text($room),
                reason: 'A layout for another room does not hold on this phone.',
                remedy: Remedy::getFile("Get the empty layout for {$situation->sheet->codename}."),
                subject: 'empty',
            );
    }
}
