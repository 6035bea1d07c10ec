<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Layout;

use Tornavis\Core\Package\Package;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;

use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Space\SpaceBudget;
use Tornavis\Core\Space\SuperBudget;
use Tornavis\Core\Words\PartitionName;
use Tornavis\Core\Words\RuleId;
use Tornavis\Core\Words\Size;
use Tornavis\Core\Words\Slot;

/**
 * Speaks where something is written into super, into a partition of its own, or as a file beside the system.
 *
 * Why: An image over the end of its place is cut; logical partitions share one room and, by group, a limit.
 */
final class Layout1Space implements FitRule
{
    public static function id(): RuleId
    {
        return RuleId::Layout1;
    }

    public static function purpose(): string
    {
        return 'What goes in has room. In super the limit of its group counts too, after the smallest set of ' .
            'partitions that can go; elsewhere the partition itself.';
    }

    public function look(Situation $situation): iterable
    {
        $package = $situation->files->build() ?? $situation->files->bundle();
        if ($package !== null && $situation->files->subject() === $package) {
            yield self::whole($situation, $package);
        }
        $image = $situation->files->generic();
        if ($image === null || $situation->files->subject() !== $image) {
            return;
        }
        $system = $situation->sheet->partition(PartitionName::System->value);
        $bytes = $image->systemBytes();
        if ($situation->modes->writesGenericInRecovery()) {
            yield match (true) {
                $system?->sizeBytes === null => Finding::stop(
                    self::id(),
                    need: 'A system partition',
                    found: $system === null ? 'none in the sheet' : 'of unknown size',
                    reason: "The model sheet of {$situation->sheet->codename} does not say how large its system " .
                        'partition is, so that nobody knows whether the image goes in.',
                    remedy: Remedy::enterFact(
                        'Paste the bootloader\'s list of variables, which shows it, or enter it in the sheet.',
                    ),
                    subject: 'space',
                ),
                $bytes <= $system->sizeBytes => Finding::clear(
                    self::id(),
                    need: 'Room for the image',
                    found: Size::text($bytes),
                    reason: 'The system partition holds it.',
                    subject: 'space',
                ),
                default => Finding::stop(
                    self::id(),
                    need: 'Room for the image',
                    found: Size::text($bytes),
                    reason: 'The system partition holds ' .
                        Size::text($system->sizeBytes) .
                        ', ' .
                        number_format($bytes - $system->sizeBytes) .
                        ' bytes less.',
                    remedy: Remedy::getFile('Choose a smaller image.'),
                    subject: 'space',
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
                static fn(array $part): string => Slot::isOnly($part['slot'])
                    ? $part['partition']
                    : "{$part['partition']} of slot " . strtoupper($part['slot']),
                $budget->remove,
            ),
        );
        yield match (true) {
            $budget->missingBytes > 0 => Finding::stop(
                self::id(),
                need: 'Room for the image in super',
                found: Size::text($bytes),
                reason: 'Even without everything that can go, ' .
                    number_format($budget->missingBytes) .
                    ' bytes are missing.',
                remedy: Remedy::getFile('Choose a smaller image.'),
                subject: 'space',
            ),
            $budget->remove !== [] => Finding::note(
                self::id(),
                need: 'Room for the image in super',
                found: Size::text($bytes),
                reason: "It fits after {$names} went; no smaller set is enough.",
                subject: 'space',
            ),
            default => Finding::clear(
                self::id(),
                need: 'Room for the image in super',
                found: Size::text($bytes),
                reason: 'It fits with everything that is there.',
                subject: 'space',
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
            ? Finding::clear(
                self::id(),
                need: "Room for {$package->title()}",
                found: 'there is',
                reason: 'Every image fits where it goes.',
                subject: 'space',
            )
            : Finding::stop(
                self::id(),
                need: "Room for {$package->title()}",
                found: 'there is not',
                reason: ucfirst(implode('; ', $large)) . '.',
                remedy: Remedy::getFile('Choose a build that was made for this layout.'),
                subject: 'space',
            );
    }
}
