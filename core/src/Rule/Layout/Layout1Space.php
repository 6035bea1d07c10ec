<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Layout;

use Tornavis\Core\Operation\GenericSystem;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\Severity;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Space\SpaceBudget;
use Tornavis\Core\Space\SuperBudget;
use Tornavis\Core\Words\Size;

final class Layout1Space implements FitRule
{
    public static function id(): string
    {
        return 'LAYOUT-1';
    }

    public static function purpose(): string
    {
        return 'What goes in has room: in super with the limit of its group, after the smallest set of partitions ' .
            'that can go, or in the partition of its own.';
    }

    public function look(Situation $situation): iterable
    {
        $package = $situation->build() ?? $situation->bundle();
        if ($package !== null && $situation->subject() === $package) {
            yield self::whole($situation, $package);
        }
        $image = $situation->generic();
        if ($image === null || $situation->subject() !== $image) {
            return;
        }
        $system = $situation->sheet->partition('system');
        $bytes = GenericSystem::bytes($image);
        if ($situation->writesGenericInRecovery()) {
            yield match (true) {
                $system === null => Finding::of(
                    self::id(),
                    Severity::Stop,
                    'A system partition',
                    'none in the sheet',
                    "The model sheet of {$situation->sheet->codename} names no system partition, so that it is not " .
                        'known where the image would go.',
                    'Enter its partitions in the sheet.',
                    'space',
                ),
                $bytes <= $system->sizeBytes => Finding::of(
                    self::id(),
                    Severity::Clear,
                    'Room for the image',
                    Size::text($bytes),
                    'The system partition holds it.',
                    null,
                    'space',
                ),
                default => Finding::of(
                    self::id(),
                    Severity::Stop,
                    'Room for the image',
                    Size::text($bytes),
                    'The system partition holds ' .
                        Size::text($system->sizeBytes) .
                        ', ' .
                        number_format($bytes - $system->sizeBytes) .
                        ' bytes less.',
                    'Choose a smaller image.',
                    'space',
                ),
            };

            return;
        }
        $budget = SuperBudget::of($situation);
        if ($budget === null) {
            return;
        }
        $names = implode(
            ', ',
            array_map(
                static fn(array $part): string => $part['slot'] === '-'
                    ? $part['partition']
                    : "{$part['partition']} of slot " . strtoupper($part['slot']),
                $budget->remove,
            ),
        );
        yield match (true) {
            $budget->missingBytes > 0 => Finding::of(
                self::id(),
                Severity::Stop,
                'Room for the image in super',
                Size::text($bytes),
                'Even without everything that can go, ' . number_format($budget->missingBytes) . ' bytes are missing.',
                'Choose a smaller image.',
                'space',
            ),
            $budget->remove !== [] => Finding::of(
                self::id(),
                Severity::Note,
                'Room for the image in super',
                Size::text($bytes),
                "It fits after {$names} went; no smaller set is enough.",
                null,
                'space',
            ),
            default => Finding::of(
                self::id(),
                Severity::Clear,
                'Room for the image in super',
                Size::text($bytes),
                'It fits with everything that is there.',
                null,
                'space',
            ),
        };
    }

    private static function whole(Situation $situation, Package $package): Finding
    {
        $space = SpaceBudget::of($situation->sheet, $package);
        $large = array_map(
            static fn(
                array $one,
            ): string => "{$one['partition']} needs {$one['needBytes']} bytes and has {$one['hasBytes']}",
            $space->tooLarge,
        );
        if ($space->missingBytes() > 0) {
            $large[] = 'in super ' . number_format($space->missingBytes()) . ' bytes are missing';
        }

        return $large === []
            ? Finding::of(
                self::id(),
                Severity::Clear,
                "Room for {$package->title()}",
                'there is',
                'Every image fits where it goes.',
                null,
                'space',
            )
            : Finding::of(
                self::id(),
                Severity::Stop,
                "Room for {$package->title()}",
                'there is not',
                ucfirst(implode('; ', $large)) . '.',
                'Choose a build that was made for this layout.',
                'space',
            );
    }
}
