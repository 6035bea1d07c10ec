<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Fit;

use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Rule\Finding;

use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\BackupPart;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\PartitionName;
use Tornavis\Core\Words\RuleId;
use Tornavis\Core\Words\Version;

/**
 * Speaks for each kernel in the kit.
 *
 * Why: A kernel and the system share interfaces that change with each release.
 */
final class Fit5Kernel implements FitRule
{
    private const MAKER = 'maker';

    private const OPEN = 'open';

    public static function id(): RuleId
    {
        return RuleId::Fit5;
    }

    public static function purpose(): string
    {
        return 'A kernel is made for one platform release and one kind of system; on another the phone does not ' .
            'start. What it is written over is at hand.';
    }

    public function look(Situation $situation): iterable
    {
        foreach ($situation->files->ofKind(PackageKind::Kernel) as $kernel) {
            yield self::release($situation, $kernel);
            yield from self::base($situation, $kernel);
        }
        yield from self::wayBack($situation);
        yield from self::identity($situation);
    }

    /**
     * The first foreign kernel is the moment at which the serial numbers of the radio were lost on older phones.
     *
     * @return \Generator<int, Finding>
     */
    private static function identity(Situation $situation): \Generator
    {
        $slot = $situation->state->slot($situation->slots->active());
        $comes = $situation->files->ofKind(PackageKind::Kernel) !== [] || self::comesWithBuild($situation);
        $isFirst = $slot->kernelName === null && $slot->os->stock !== false;
        $identity = $situation->sheet->identityPartition;
        $choice = $situation->backUp;
        $isMade = $choice->isWanted() && in_array(BackupPart::Identity, $choice->parts(), true);
        if (!$comes || !$isFirst || $identity === null || $choice->hasIdentity() || $isMade) {
            return;
        }
        $finding = Finding::toSettle(
            self::id(),
            need: "A backup of {$identity}, off the phone",
            found: 'none is recorded',
            reason: "{$identity} holds the serial numbers of the radio. A foreign kernel can damage it, and " .
                'nothing but a backup of this very phone brings it back.',
            remedy: Remedy::agree('Back it up first, as a job of its own, or agree to go on without.'),
            subject: 'identity',
        );
        yield $finding->unlessAgreed($situation->answers, 'You agreed to go on without it.');
    }

    /** Whether a build puts a kernel of its own in. */
    private static function comesWithBuild(Situation $situation): bool
    {
        $writes = $situation->files->build()?->facts->list(Field::WRITES) ?? [];

        return in_array(PartitionName::Boot->value, $writes, true);
    }

    private static function release(Situation $situation, Package $kernel): Finding
    {
        $wants = $kernel->facts->best(Field::RELEASE);
        // One that goes in before the build stands beside the system that is there until then.
        $build = $kernel === $situation->files->kernelBefore() ? null : $situation->files->build();
        $has =
            $build?->facts->best(Field::RELEASE) ??
            $situation->state->fact(StateField::OsRelease->in($situation->slots->active()));
        $need =
            "{$kernel->title()} is for the release that " .
            ($kernel === $situation->files->kernelBefore() ? 'runs now' : 'will run');

        return match (true) {
            $wants === null || !$has->known() => Finding::toSettle(
                self::id(),
                need: $need,
                found: 'release unknown',
                reason: 'For which platform release the kernel is, or which one will run, is not known.',
                remedy: Remedy::enterFact('Get its release card, or enter the release of the phone.'),
                subject: $kernel->name(),
                facts: array_filter([$wants]),
            ),
            Version::areSame($wants->text(), $has->text()) => Finding::clear(
                self::id(),
                need: $need,
                found: "release {$wants->text()}",
                reason: 'Both are for the same platform release.',
                subject: $kernel->name(),
                facts: [$wants, $has],
            ),
            default => Finding::stop(
                self::id(),
                need: $need,
                found: "release {$wants->text()}, the phone {$has->text()}",
                reason: 'A kernel for another release keeps the system from starting.',
                remedy: Remedy::getFile("Get the kernel for release {$has->text()}."),
                subject: $kernel->name(),
                facts: [$wants, $has],
            ),
        };
    }

    /**
     * Whether the kernel is made for the maker's system or for a build of anyone else.
     *
     * @return \Generator<int, Finding>
     */
    private static function base(Situation $situation, Package $kernel): \Generator
    {
        $wants = $kernel->facts->best(Field::BASE_KIND);
        if ($wants === null) {
            return;
        }
        $stock = $situation->state->fact(StateField::OsStock->in($situation->slots->active()));
        $is = match (true) {
            $situation->files->build() !== null && $kernel !== $situation->files->kernelBefore() => self::OPEN,
            is_bool($stock->value) => $stock->value ? self::MAKER : self::OPEN,
            default => null,
        };
        $need = "{$kernel->title()} is for the kind of system that will run";
        $subject = "base/{$kernel->name()}";
        $words = [self::MAKER => "the maker's system", self::OPEN => 'an open build'];
        $wanted = $words[$wants->text()] ?? $wants->text();
        yield match ($is) {
            null => Finding::toSettle(
                self::id(),
                need: $need,
                found: 'unknown',
                reason: "It is made for {$wanted}. Whether the phone runs that has not been seen.",
                remedy: Remedy::enterFact("Enter whether the phone runs the maker's own system."),
                subject: $subject,
                facts: [$stock],
            ),
            $wants->text() => Finding::clear(
                self::id(),
                need: $need,
                found: $wanted,
                reason: 'It is made for that.',
                subject: $subject,
                facts: [$wants, $stock],
            ),
            default => Finding::stop(
                self::id(),
                need: $need,
                found: "made for {$wanted}, on the phone {$words[$is]}",
                reason: "The maker's system and open builds ask different things of a kernel. With the wrong one the " .
                    'phone does not start, or runs without radio or screen.',
                remedy: Remedy::getFile("Get the kernel for {$words[$is]}."),
                subject: $subject,
                facts: [$wants, $stock],
            ),
        };
    }

    /**
     * What a kernel image is written over has to be at hand: as a file, or in a backup.
     *
     * @return \Generator<int, Finding>
     */
    private static function wayBack(Situation $situation): \Generator
    {
        $image = $situation->files->kernelImage();
        $kernel = $image ?? ($situation->files->ofKind(PackageKind::Kernel)[0] ?? null);
        $isPutIn = $image !== null || in_array($kernel, $situation->delivery->packages(), true);
        if ($kernel === null || !$isPutIn || $situation->files->build() !== null) {
            return;
        }
        $slot = $situation->slots->active();
        // A package packs the kernel into the boot image that is there.
        $partition = $image === null ? PartitionName::Boot->value : $situation->files->kernelPartition();
        $build = $situation->state->fact(StateField::OsBuildId->in($slot));
        $need = "The {$partition} image of the installed build";
        $atHand =
            self::imageAtHand($situation, $build->text(), $partition) ?? self::setAtHand($situation, $build->text());
        if ($atHand !== null) {
            yield Finding::clear(
                self::id(),
                need: $need,
                found: $atHand,
                reason: 'Written back, it undoes the kernel.',
                subject: 'way-back',
                facts: [$build],
            );

            return;
        }
        $finding = Finding::toSettle(
            self::id(),
            need: $need,
            found: 'not at hand',
            reason: "The kernel takes the place of {$partition}. If the phone does not start with it, that image is " .
                'the way back.',
            remedy: Remedy::agree(
                'Put the build on the shelf and take the image out of it, or back up the system first as a job of ' .
                    'its own. Or agree to go on without.',
            ),
            subject: 'way-back',
            facts: [$build],
        );
        yield $finding->unlessAgreed($situation->answers, 'You agreed to go on without it.');
    }

    private static function imageAtHand(Situation $situation, string $build, string $partition): ?string
    {
        foreach ([...$situation->kit, ...$situation->shelf] as $package) {
            $isImage =
                $package->facts->text(Field::PART_OF) === $build &&
                $package->facts->text(Field::PARTITION) === $partition;
            $isBuild = $package->facts->text(Field::BUILD_ID) === $build && $package->imageFor($partition) !== null;
            if ($isImage || $isBuild) {
                return $package->name();
            }
        }

        return null;
    }

    private static function setAtHand(Situation $situation, string $build): ?string
    {
        foreach ($situation->unit->backups as $backup) {
            if ($backup->system && $backup->isOffThePhone() && ($backup->base['buildId'] ?? null) === $build) {
                return "in the set \"{$backup->id}\" of {$backup->day()}";
            }
        }

        return null;
    }
}
