<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Layout;

use Tornavis\Core\Package\Integrity;
use Tornavis\Core\Phone\Layout;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Rule\Finding;

use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\PartitionLayout;
use Tornavis\Core\Words\RuleId;
use Tornavis\Core\Words\Slot;

/**
 * Speaks where the model has its dynamic layout only by a retrofit.
 *
 * Why: A build for that layout has nowhere to go on the old one.
 */
final class Layout2Retrofit implements FitRule
{
    public static function id(): RuleId
    {
        return RuleId::Layout2;
    }

    public static function purpose(): string
    {
        return 'A build for a dynamic layout on a phone that was not made with one needs the empty layout and the ' .
            'slot copy beside it.';
    }

    public function look(Situation $situation): iterable
    {
        if ($situation->sheet->dynamicLayout !== 'retrofit') {
            return;
        }
        $writesGeneric = $situation->files->generic() !== null && !$situation->job->startsImageOnce();
        $isWritten = $writesGeneric || $situation->files->build() !== null;
        $unknown = Layout::unknownIn($situation->state, $situation->sheet);
        if ($unknown !== [] && $isWritten) {
            yield from self::asked($situation, $unknown);

            return;
        }
        if ($situation->files->build() === null) {
            return;
        }
        if (
            $situation->job->installsBuild() &&
            !$situation->job->bringsNewLayout() &&
            !Layout::isDynamic($situation->state, $situation->sheet)
        ) {
            yield Finding::stop(
                self::id(),
                need: 'The dynamic layout',
                found: 'not there',
                reason: 'An update in place changes no layout, and the build has no room in the one that is there.',
                remedy: Remedy::enterFact(
                    'Plan a fresh install instead, or enter the layout if the phone has it already.',
                ),
                subject: 'layout',
            );

            return;
        }
        if (!$situation->layout->retrofits()) {
            yield Finding::clear(
                self::id(),
                need: 'The dynamic layout',
                found: PartitionLayout::Dynamic->value,
                reason: 'It is there already, so this part is left as it is.',
                subject: 'layout',
            );

            return;
        }
        foreach ($situation->sheet->slots as $slot) {
            $firmware = $situation->state->fact(StateField::FirmwareVersion->in($slot));
            if ($situation->firmware->mayBeEmpty($slot)) {
                $started = $situation->state->fact(StateField::SlotSuccessful->in($slot));
                yield Finding::toSettle(
                    self::id(),
                    need: 'Firmware in both slots',
                    found: 'not known' . Slot::phrase('in', $slot),
                    reason: 'The phone restarts several times on the way, also from this slot. Without firmware in ' .
                        'it the phone would not come back, and no system is known to have started there.',
                    remedy: Remedy::enterFact(
                        'Read the version in the bootloader and enter it, or say whether this slot has started a ' .
                            'system.',
                    ),
                    subject: "firmware/{$slot}",
                    facts: [$firmware, $started],
                );
            }
        }
        if ($situation->sheet->logicalPartitions() === []) {
            yield Finding::stop(
                self::id(),
                need: 'Known partitions whose place the new layout takes',
                found: 'none on the sheet',
                reason: 'What is left of the maker\'s partitions is in the way of the new layout, so they are erased ' .
                    'first. The sheet names none of them.',
                remedy: Remedy::enterFact(
                    "Enter them in the sheet of {$situation->sheet->codename}: the page of the build names them.",
                ),
                subject: 'old',
            );
        }
        $files = [
            [PackageKind::EmptySuper, 'The empty layout for this model', $situation->layout->emptySuper()],
            [PackageKind::Recovery, 'A recovery that the work is done in', $situation->recovery->chosen()],
        ];
        if ($situation->sheet->hasTwoSlots()) {
            $files[] = [PackageKind::SlotCopy, 'The slot copy', $situation->layout->slotCopy()];
        }
        foreach ($files as [$kind, $words, $file]) {
            yield $file !== null
                ? Finding::clear(
                    self::id(),
                    need: $words,
                    found: $file->name(),
                    reason: 'It is in the kit.',
                    subject: $kind->value,
                )
                : Finding::stop(
                    self::id(),
                    need: $words,
                    found: 'not in the kit',
                    reason: "{$situation->sheet->codename} has the maker's partitions; the build needs the new " .
                        'layout in ' .
                        'their place, and the work would end half way without this file.',
                    remedy: $this->remedy($situation, $kind),
                    subject: $kind->value,
                );
        }
    }

    /**
     * @param  list<string>  $slots
     * @return \Generator<int, Finding>
     */
    private static function asked(Situation $situation, array $slots): \Generator
    {
        foreach ($slots as $slot) {
            yield Finding::stop(
                self::id(),
                need: 'The layout' . Slot::phrase('of', $slot) . ', which this model got later',
                found: 'not known',
                reason: 'A phone of this model may have the maker\'s own partitions or the dynamic layout. Taken ' .
                    'for the other, the only system would be written over.',
                remedy: Remedy::enterFact(
                    'Paste the bootloader\'s list of variables: a system partition with a size, and no line that ' .
                        'calls one logical, is the maker\'s own. Or enter the layout.',
                ),
                subject: "layout/{$slot}",
                facts: [$situation->state->fact(StateField::Layout->in($slot))],
            );
        }
    }

    private function remedy(Situation $situation, PackageKind $kind): Remedy
    {
        foreach ($situation->shelf as $package) {
            if (
                $package->kind() === $kind &&
                $package->integrity() !== Integrity::Damaged &&
                ($kind === PackageKind::SlotCopy || $situation->files->isFor($package))
            ) {
                return Remedy::addFile($package);
            }
        }

        return Remedy::getFile("Get it from the page of the build for {$situation->sheet->codename}.");
    }
}
