<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Layout;

use Tornavis\Core\Package\Integrity;
use Tornavis\Core\Phone\Layout;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\Severity;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Intent;
use Tornavis\Core\Words\PackageKind;

final class Layout2Retrofit implements FitRule
{
    public static function id(): string
    {
        return 'LAYOUT-2';
    }

    public static function purpose(): string
    {
        return 'A build for a dynamic layout on a phone that was not made with one needs the empty layout and the ' .
            'slot copy beside it.';
    }

    public function look(Situation $situation): iterable
    {
        if ($situation->sheet->dynamicLayout !== 'retrofit' || $situation->build() === null) {
            return;
        }
        if ($situation->intent === Intent::UpdateInPlace && !Layout::isDynamic($situation->state, $situation->sheet)) {
            yield Finding::of(
                self::id(),
                Severity::Stop,
                'The dynamic layout',
                'not there',
                'An update in place changes no layout, and the build has no room in the one that is there.',
                'Plan a fresh install instead, or enter the layout if the phone has it already.',
                'layout',
            );

            return;
        }
        if (!$situation->layout->retrofits()) {
            yield Finding::of(
                self::id(),
                Severity::Clear,
                'The dynamic layout',
                Layout::DYNAMIC,
                'It is there already, so this part is left as it is.',
                null,
                'layout',
            );

            return;
        }
        foreach ($situation->sheet->slots as $slot) {
            $firmware = $situation->state->fact("slot.{$slot}.firmware.version");
            if (!$firmware->known()) {
                yield Finding::of(
                    self::id(),
                    Severity::Stop,
                    'Known firmware in both slots',
                    'unknown in slot ' . strtoupper($slot),
                    'The work makes each slot the active one for a moment; without firmware the phone would not ' .
                        'come back from there.',
                    'Read it in the bootloader and enter it.',
                    "firmware/{$slot}",
                    $firmware,
                );
            }
        }
        $files = [
            [PackageKind::EmptySuper, 'The empty layout for this model', $situation->layout->emptySuper()],
            [PackageKind::SlotCopy, 'The slot copy', $situation->layout->slotCopy()],
            [PackageKind::Recovery, 'A recovery to put into both slots', $situation->recovery()],
        ];
        foreach ($files as [$kind, $words, $file]) {
            yield $file !== null
                ? Finding::of(
                    self::id(),
                    Severity::Clear,
                    $words,
                    $file->name(),
                    'It is in the kit.',
                    null,
                    $kind->value,
                )
                : Finding::of(
                    self::id(),
                    Severity::Stop,
                    $words,
                    'not in the kit',
                    "{$situation->sheet->codename} has the maker's partitions; the build needs the new layout in " .
                        'their place, and the work would end half way without this file.',
                    $this->remedy($situation, $kind),
                    $kind->value,
                );
        }
    }

    private function remedy(Situation $situation, PackageKind $kind): string
    {
        foreach ($situation->shelf as $package) {
            if (
                $package->kind() === $kind &&
                $package->integrity() !== Integrity::Damaged &&
                ($kind === PackageKind::SlotCopy || $situation->isFor($package))
            ) {
                return "Add {$package->name()} from the shelf to the kit.";
            }
        }

        return "Get it from the page of the build for {$situation->sheet->codename}.";
    }
}
