<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Layout;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Phone\StateField;
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
        yield from self::beside($situation);
        $image = $situation->files->generic();
        // What is tried beside the system lies among the data, whose room rule FIT-4 looks at.
        $isWritten = $situation->files->subject() === $image && !$situation->job->startsImageOnce();
        if ($image === null || !$isWritten) {
            return;
        }
        $system = $situation->sheet->partition(PartitionName::System->value);
        yield $situation->modes->writesGenericInRecovery()
            ? self::ofItsOwn($situation, $image, $system?->sizeBytes)
            : self::inSuper($situation, $image);
    }

    /**
     * Images beside the one that the job is about, each against its own partition: firmware, and a recovery that is
     * written.
     *
     * @return \Generator<int, Finding>
     */
    private static function beside(Situation $situation): \Generator
    {
        $recovery = $situation->recovery->isWritten() ? $situation->recovery->chosen() : null;
        $home = $situation->sheet->recoveryHome?->value;
        foreach (array_filter([$situation->firmware->chosen(), $recovery]) as $package) {
            $space = SpaceBudget::of($situation->sheet, $package, $package === $recovery ? $home : null);
            $large = array_map(
                static fn(
                    array $one,
                ): string => "{$one['partition']} needs {$one['needBytes']} bytes and has {$one['hasBytes']}",
                $space->tooLarge,
            );
            if ($large !== []) {
                yield Finding::stop(
                    self::id(),
                    need: "Room for {$package->title()}",
                    found: 'there is not',
                    reason: ucfirst(implode('; ', $large)) . '.',
                    remedy: Remedy::getFile("Get the file that is made for {$situation->sheet->codename}."),
                    subject: "space/{$package->name()}",
                );
            }
        }
    }

    /** Room for an image that goes into a partition which the maker made. */
    private static function ofItsOwn(Situation $situation, Package $image, ?int $room): Finding
    {
        $bytes = $image->systemBytes();

        return match (true) {
            $room === null => Finding::stop(
                self::id(),
                need: 'Room for the image in system',
                found: 'not known',
                reason: "The model sheet of {$situation->sheet->codename} does not say how large its system " .
                    'partition is, so that nobody knows whether the image goes in.',
                remedy: Remedy::enterFact(
                    'Paste the bootloader\'s list of variables, which shows it, or enter it in the sheet.',
                ),
                subject: 'space',
            ),
            $bytes <= $room => Finding::clear(
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
                    Size::text($room) .
                    ', ' .
                    number_format($bytes - $room) .
                    ' bytes less.',
                remedy: Remedy::getFile('Choose a smaller image.'),
                subject: 'space',
            ),
        };
    }

    private static function inSuper(Situation $situation, Package $image): Finding
    {
        $bytes = $image->systemBytes();
        $budget = SuperBudget::of($situation);
        $need = 'Room for the image in super';

        return match (true) {
            $budget === null => self::unknown($situation, [PartitionName::Super->value], $bytes),
            $budget->missingBytes > 0 => Finding::stop(
                self::id(),
                need: $need,
                found: Size::text($bytes),
                reason: 'Even without everything that can go, ' .
                    number_format($budget->missingBytes) .
                    ' bytes are missing.',
                remedy: Remedy::getFile('Choose a smaller image.'),
                subject: 'space',
            ),
            $budget->unknown !== [] => self::unknown($situation, $budget->unknown, $bytes),
            $budget->remove !== [] => Finding::note(
                self::id(),
                need: $need,
                found: Size::text($bytes),
                reason: 'It fits after ' . self::named($budget->remove) . ' went; no smaller set is enough.',
                subject: 'space',
            ),
            default => Finding::clear(
                self::id(),
                need: $need,
                found: Size::text($bytes),
                reason: 'It fits with everything that is there.',
                subject: 'space',
            ),
        };
    }

    /**
     * @param  list<array{slot: string, partition: string, bytes: int}>  $parts
     */
    private static function named(array $parts): string
    {
        $names = array_map(
            static fn(array $part): string => $part['partition'] . Slot::phrase('of', $part['slot']),
            $parts,
        );

        return implode(', ', $names);
    }

    /**
     * @param  list<string>  $partitions  whose size nobody knows
     */
    private static function unknown(Situation $situation, array $partitions, int $bytes): Finding
    {
        $slot = $situation->slots->active();
        $names = implode(', ', $partitions);

        return Finding::stop(
            self::id(),
            need: 'Room for the image in super (' . Size::text($bytes) . ')',
            found: 'not known',
            reason: "Nobody knows how large {$names} is on this phone. Without room the image is cut off, and " .
                'the old system is gone by then.',
            remedy: Remedy::enterFact(
                'Paste the userspace bootloader\'s list of variables, which shows every size, or enter it in the ' .
                    'sheet.',
            ),
            subject: 'space',
            facts: $partitions === [PartitionName::Super->value]
                ? []
                : array_map(
                    static fn(string $one): Fact => $situation->state->fact(StateField::SizeInSuper->in($slot, $one)),
                    $partitions,
                ),
        );
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

        return match (true) {
            $large !== [] => Finding::stop(
                self::id(),
                need: "Room for {$package->title()}",
                found: 'there is not',
                reason: ucfirst(implode('; ', $large)) . '.',
                remedy: Remedy::getFile('Choose a build that was made for this layout.'),
                subject: 'space',
            ),
            $space->unknown !== [] => Finding::note(
                self::id(),
                need: "Room for {$package->title()}",
                found: 'not known for ' . implode(', ', $space->unknown),
                reason: 'The sheet does not say how large they are. Phone and recovery look before they write, and ' .
                    'refuse what is too large.',
                subject: 'space',
            ),
            default => Finding::clear(
                self::id(),
                need: "Room for {$package->title()}",
                found: 'there is',
                reason: 'Every image fits where it goes.',
                subject: 'space',
            ),
        };
    }
}
