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
use Tornavis\Core\Space\SuperContents;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\PartitionName;
use Tornavis\Core\Words\RuleId;
use Tornavis\Core\Words\Size;
use Tornavis\Core\Words\Slot;

/**
 * Speaks where something is written into super, into a partition of its own, or as a file beside the system.
 *
 * Why: An image over the end of its place is cut; logical partitions share one room and, by group, a limit.
 *
 * @phpstan-import-type Unseen from SuperContents
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
        yield $situation->modes->forGenericImage() === Mode::UserspaceBootloader
            ? self::inSuper($situation, $image)
            : self::ofItsOwn($situation, $image, $system?->sizeBytes);
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
            $budget === null => self::unknown($situation, [], $bytes),
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
     * @param  list<array{slot: string, partition: string}>  $parts
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
     * @param  list<Unseen>  $parts  whose size nobody knows; none for super itself
     */
    private static function unknown(Situation $situation, array $parts, int $bytes): Finding
    {
        $names = $parts === [] ? PartitionName::Super->value : self::named($parts);

        return Finding::stop(
            self::id(),
            need: 'Room in super (' . Size::text($bytes) . ')',
            found: 'not known',
            reason: "Nobody knows how large {$names} is on this phone. Without room what goes in is cut off, and " .
                'the old system is gone by then.',
            remedy: Remedy::enterFact(
                'Paste the userspace bootloader\'s list of variables, which shows every size, or enter it in the ' .
                    'sheet.',
            ),
            subject: 'space',
            facts: array_map(
                static fn(array $one): Fact => $situation->state->fact(
                    StateField::SizeInSuper->in($one['slot'], $one['partition']),
                ),
                $parts,
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
        // A build clears its own place in super; the maker's images share it with what is there.
        $budget = $package === $situation->files->bundle() ? SuperBudget::of($situation) : null;
        $missing = max($space->missingBytes(), $budget->missingBytes ?? 0);
        if ($missing > 0) {
            $large[] = 'in super ' . number_format($missing) . ' bytes are missing';
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
            $budget !== null && $budget->unknown !== [] => self::unknown(
                $situation,
                $budget->unknown,
                array_sum(array_column($space->logical, 'bytes')),
            ),
            $space->unknown !== [] => Finding::note(
                self::id(),
                need: "Room for {$package->title()}",
                found: 'not known for ' . implode(', ', $space->unknown),
                reason: 'The sheet does not say how large they are. Phone and recovery look before they write, and ' .
                    'refuse what is too large.',
                subject: 'space',
            ),
            $budget !== null && $budget->remove !== [] => Finding::note(
                self::id(),
                need: "Room for {$package->title()}",
                found: 'in super, once old partitions are gone',
                reason: 'It fits after ' . self::named($budget->remove) . ' went; the plan removes them.',
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
