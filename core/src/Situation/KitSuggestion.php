<?php

declare(strict_types=1);

namespace Tornavis\Core\Situation;

use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\Unit;
use Tornavis\Core\Situation\Job\Job;
use Tornavis\Core\Words\Ability;
use Tornavis\Core\Words\Intent;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\Version;

/** Which other files on the shelf a build needs on one phone: the newest of each that fits and is not damaged. */
final readonly class KitSuggestion
{
    /**
     * The kit of any intent: what it is about, and what carrying it out needs beside it.
     *
     * @param  ?Package  $subject  one of the kinds that the intent takes; null where it takes none
     * @return list<Package> the subject first
     */
    public static function of(
        Intent $intent,
        ?Package $subject,
        ModelSheet $sheet,
        Unit $unit,
        Stock $stock,
        HouseRules $house = new HouseRules(),
    ): array {
        if ($subject !== null && Job::of($intent)->installsBuild()) {
            $kit = self::for($subject, $sheet, $unit, $stock, $house);
            $present = (new Situation($sheet, $unit, $kit, $intent, '', $house))->recovery->present();
            $serves =
                $present !== null &&
                $present->misfit($subject, [
                    Ability::Sideload->value,
                    ...$subject->facts->list(Field::RECOVERY_ABILITIES),
                ]) === null;

            // An update changes no more than it must: a recovery that serves stays, unless the build writes over it.
            return Job::of($intent)->keepsServingRecovery() && $serves && !self::takesRecoveryAway($subject, $sheet)
                ? array_values(array_filter($kit, static fn(Package $p): bool => $p->kind() !== PackageKind::Recovery))
                : $kit;
        }
        $kit = $subject === null ? [] : [$subject];
        $situation = new Situation($sheet, $unit, $kit, $intent, '', $house);
        $needs = Job::of($intent)->recoveryAbility()->value ?? Ability::Sideload->value;
        $present = $situation->recovery->present();
        if (
            $situation->modes->usesRecovery() &&
            !$situation->recovery->isWritten() &&
            ($present === null || !in_array($needs, $present->abilities, true))
        ) {
            $kit[] = self::newest(
                $stock->ofKind(PackageKind::Recovery),
                static fn(Package $p): bool => $situation->fit->suits($p) &&
                    in_array($needs, $p->facts->list(Field::ABILITIES), true),
                $house->channel === 'stable',
            );
        }
        $complete = new Situation($sheet, $unit, array_values(array_filter($kit)), $intent, '', $house);
        array_push($kit, self::first($complete, $stock), ...self::verification($complete, $stock));

        return array_values(array_filter($kit));
    }

    /**
     * The kit of a build that goes in.
     *
     * @param  ?State  $state  the unit's state where it was worked out already
     * @return list<Package> the build first
     */
    public static function for(
        Package $build,
        ModelSheet $sheet,
        Unit $unit,
        Stock $stock,
        HouseRules $house = new HouseRules(),
        ?State $state = null,
    ): array {
        $situation = new Situation($sheet, $unit, [$build], Intent::Fresh, '', $house, state: $state);
        $newest = static fn(PackageKind $kind, callable $serves): ?Package => self::newest(
            $stock->ofKind($kind),
            $serves,
            $house->channel === 'stable',
        );
        $kit = [$build];
        if ($situation->firmware->slotsBelowMinimum() !== []) {
            $kit[] = $newest(PackageKind::Firmware, static fn(Package $p): bool => $situation->firmware->serves($p));
        }
        $kit[] = $newest(
            PackageKind::Recovery,
            static fn(Package $p): bool => $situation->fit->suits($p) && self::recoveryServes($p, $build),
        );
        $retrofits = $situation->layout->retrofits();
        if ($retrofits) {
            $kit[] = $newest(PackageKind::EmptySuper, $situation->fit->suits(...));
        }
        if (
            $retrofits ||
            ($situation->firmware->slotsBelowMinimum() !== [] &&
                $sheet->hasTwoSlots() &&
                array_filter($kit, static fn(?Package $p): bool => $p?->kind() === PackageKind::Firmware) === [])
        ) {
            $kit[] = $newest(PackageKind::SlotCopy, static fn(Package $p): bool => true);
        }
        $complete = new Situation(
            $sheet,
            $unit,
            array_values(array_filter($kit)),
            Intent::Fresh,
            '',
            $house,
            state: $situation->state,
        );
        array_push($kit, self::first($complete, $stock), ...self::verification($complete, $stock));
        foreach ($build->facts->list(Field::PRE_INSTALL) as $partition) {
            $kit[] = $newest(
                PackageKind::PartitionImage,
                static fn(Package $p): bool => $p->facts->text(Field::PARTITION) === $partition &&
                    $p->facts->text(Field::PART_OF) === $build->facts->text(Field::BUILD_ID),
            );
        }
        if ($build->facts->flag(Field::BRINGS_SERVICES) === false) {
            $kit[] = $newest(
                PackageKind::Services,
                static fn(Package $p): bool => Version::areSame(
                    (string) $p->facts->text(Field::RELEASE),
                    (string) $build->facts->text(Field::RELEASE),
                ) && $situation->fit->architectureFits($p) === true,
            );
        }

        foreach ($build->facts->list(Field::FIXES) as $family) {
            $kit[] = $newest(
                PackageKind::Fix,
                static fn(Package $p): bool => $p->facts->text(Field::FAMILY) === $family && $situation->fit->suits($p),
            );
        }

        return array_values(array_filter($kit));
    }

    /**
     * The verification images of the installed firmware, where verification has to go off.
     *
     * @return list<Package>
     */
    private static function verification(Situation $situation, Stock $stock): array
    {
        $verification = $situation->verification;
        $isAsked = $situation->sheet->unverified === null;
        $slots = [...$verification->slotsToSwitchOff(), ...$isAsked ? $verification->slotsLeftOn() : []];
        $images = [];
        foreach ($slots === [] ? [] : $stock->ofKind(PackageKind::VerificationImage) as $package) {
            if ($situation->fit->suits($package) && $verification->belongs($package, $slots[0]) === true) {
                $images[(string) $package->facts->text(Field::PARTITION)] ??= $package;
            }
        }

        return array_values($images);
    }

    /** The recovery that has to be there before the one of the kit can be put in. */
    private static function first(Situation $situation, Stock $stock): ?Package
    {
        foreach (
            $situation->recovery->needsAnotherFirst() && !$situation->recovery->firstIsThere()
                ? $stock->ofKind(PackageKind::Recovery)
                : []
            as $package
        ) {
            if (
                $situation->fit->suits($package) &&
                in_array($package->title(), $situation->recovery->chosen()?->facts->list(Field::AFTER) ?? [], true)
            ) {
                return $package;
            }
        }

        return null;
    }

    private static function takesRecoveryAway(Package $build, ModelSheet $sheet): bool
    {
        return $sheet->mayHoldRecovery($build->facts->list(Field::WRITES)) &&
            $build->facts->flag(Field::BRINGS_RECOVERY) !== true;
    }

    private static function recoveryServes(Package $recovery, Package $build): bool
    {
        $family = $build->facts->text(Field::RECOVERY_FAMILY);
        $minimum = $build->facts->text(Field::RECOVERY_MIN);
        $version = $recovery->facts->text(Field::VERSION);

        return ($family === null || $recovery->facts->text(Field::FAMILY) === $family) &&
            ($minimum === null || ($version !== null && !Version::of($version)->olderThan(Version::of($minimum)))) &&
            array_diff($build->facts->list(Field::RECOVERY_ABILITIES), $recovery->facts->list(Field::ABILITIES)) === [];
    }

    /**
     * @param  list<Package>  $packages
     * @param  callable(Package): bool  $serves
     */
    private static function newest(array $packages, callable $serves, bool $stableFirst): ?Package
    {
        $best = null;
        foreach ($packages as $package) {
            if ($serves($package) && ($best === null || self::isBetter($package, $best, $stableFirst))) {
                $best = $package;
            }
        }

        return $best;
    }

    private static function isBetter(Package $one, Package $other, bool $stableFirst): bool
    {
        // One that can be put in by itself comes before one that needs another first.
        $direct = static fn(Package $p): bool => $p->kind() !== PackageKind::Recovery ||
            $p->facts->list(Field::AFTER) === [];
        if ($direct($one) !== $direct($other)) {
            return $direct($one);
        }
        $rank = static fn(Package $p): int => $stableFirst
            ? (int) ($p->facts->text(Field::CHANNEL) !== 'nightly') + (int) ($p->facts->flag(Field::OFFICIAL) !== false)
            : 0;

        return $rank($one) !== $rank($other)
            ? $rank($one) > $rank($other)
            : Version::of((string) $other->facts->text(Field::VERSION))->olderThan(
                Version::of((string) $one->facts->text(Field::VERSION)),
            );
    }
}
