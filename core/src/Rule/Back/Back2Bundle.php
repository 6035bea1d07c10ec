<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Back;

use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\Layout;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\Severity;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Intent;

final class Back2Bundle implements FitRule
{
    public static function id(): string
    {
        return 'BACK-2';
    }

    public static function purpose(): string
    {
        return 'Going back to stock needs the maker\'s whole bundle for this region, and never ends with a locked ' .
            'bootloader over a foreign build.';
    }

    public function look(Situation $situation): iterable
    {
        if ($situation->intent !== Intent::BackToStock) {
            return;
        }
        $bundle = $situation->bundle();
        if ($bundle === null) {
            yield Finding::of(
                self::id(),
                Severity::Stop,
                "The maker's bundle of images",
                'not in the kit',
                'Nothing in the kit would be written.',
                "Add the stock bundle for {$situation->sheet->codename}.",
                'bundle',
            );

            return;
        }
        $writes = $bundle->facts->list(Field::WRITES);
        $lacks = array_values(
            array_diff(
                array_unique([
                    ...$situation->sheet->startPartitions(),
                    'system',
                    ...Layout::bundleIsPhysical($situation->sheet) ? $situation->sheet->logicalPartitions() : [],
                ]),
                $writes,
            ),
        );
        yield $lacks === []
            ? Finding::of(
                self::id(),
                Severity::Clear,
                'A whole system in the bundle',
                implode(', ', $writes),
                'It holds every image that a start needs.',
                null,
                'whole',
            )
            : Finding::of(
                self::id(),
                Severity::Stop,
                'A whole system in the bundle',
                'lacks ' . implode(', ', $lacks),
                'Without these images the phone would not start.',
                'Get the whole bundle from the maker.',
                'whole',
            );
        $region = $bundle->facts->best(Field::REGION);
        $variant = $situation->state->text('variant.model');
        $mine = $variant === null ? null : $situation->sheet->variant($variant)?->region;
        if ($region !== null) {
            yield match (true) {
                $mine === null => Finding::of(
                    self::id(),
                    Severity::Settle,
                    'A bundle for this region',
                    "{$region->text()}, the phone's is unknown",
                    'Radio firmware of another region falls under other radio law and may take the network away.',
                    'Read the model in the about page and enter it.',
                    'region',
                    $region,
                ),
                $region->value === $mine => Finding::of(
                    self::id(),
                    Severity::Clear,
                    'A bundle for this region',
                    $region->text(),
                    'Bundle and phone are of the same region.',
                    null,
                    'region',
                    $region,
                ),
                default => Finding::of(
                    self::id(),
                    Severity::Stop,
                    'A bundle for this region',
                    "{$region->text()}, the phone {$mine}",
                    'Radio firmware of another region falls under other radio law and may take the network away.',
                    "Get the bundle for {$mine}.",
                    'region',
                    $region,
                ),
            };
        }
        yield Finding::of(
            self::id(),
            Severity::Mind,
            'The bootloader stays unlocked',
            'it does',
            'Lock it again only after the complete maker\'s system has started from every slot; locking over a ' .
                'foreign build makes the phone unusable.',
            null,
            'lock',
        );
    }
}
