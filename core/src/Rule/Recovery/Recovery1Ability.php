<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Recovery;

use Tornavis\Core\Fact\Grade;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Package\Integrity;
use Tornavis\Core\Package\Package;

use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Situation\Delivery;
use Tornavis\Core\Situation\RecoveryAbility;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Ability;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\RuleId;

/**
 * Speaks in every job that works in the recovery.
 *
 * Why: A recovery that cannot stream, decrypt or back up fails at the step that asks it to.
 */
final class Recovery1Ability implements FitRule
{
    /** What a recovery by itself may be taken for. */
    private const MAY_BE_ONE = [PackageKind::PartitionImage, PackageKind::VerificationImage, PackageKind::Kernel];

    public static function id(): RuleId
    {
        return RuleId::Recovery1;
    }

    public static function purpose(): string
    {
        return 'The recovery is new enough for the build and able to do what the plan asks of it.';
    }

    public function look(Situation $situation): iterable
    {
        if (
            !$situation->modes->usesRecovery() ||
            ($situation->job->installsBuild() && $situation->files->build() === null)
        ) {
            return;
        }
        $build = $situation->files->build();
        $recovery = $situation->recovery->chosen();
        $family = $build?->facts->text(Field::RECOVERY_FAMILY);
        $minimum = $build?->facts->text(Field::RECOVERY_MIN);
        $needs = trim(($family ?? 'A recovery') . ' ' . ($minimum === null ? '' : "{$minimum} or newer"));
        $working = $situation->recovery->working();
        if ($working === null) {
            yield Finding::stop(
                self::id(),
                need: $needs,
                found: 'none in the kit or on the phone',
                reason: 'The work is done through a recovery; the kit holds none, and none is known on the phone.',
                remedy: self::notSaidYet($situation) ?? $this->remedy($situation, $needs),
            );

            return;
        }
        $wanted = array_values(
            array_unique([...$this->wanted($situation), ...$build?->facts->list(Field::RECOVERY_ABILITIES) ?? []]),
        );
        $facts =
            $recovery === null
                ? [$situation->state->fact(StateField::RecoveryVersion->in($situation->slots->active()))]
                : array_values(
                    array_filter([
                        $recovery->facts->best(Field::VERSION),
                        $recovery->facts->best(Field::ABILITIES),
                        $build?->facts->best(Field::RECOVERY_MIN),
                    ]),
                );
        $problem =
            $working->misfit($build, $wanted) ?? ($recovery === null ? null : $this->misplaced($situation, $recovery));
        $where = $recovery === null ? 'It is on the phone already. ' : '';
        yield $problem === null
            ? Finding::clear(
                self::id(),
                need: $needs,
                found: $working->title(),
                reason: $where . 'It is new enough and can do what the plan asks: ' . implode(', ', $wanted) . '.',
                facts: $facts,
            )
            : Finding::stop(
                self::id(),
                need: $needs,
                found: $working->title(),
                reason: $problem,
                remedy: ($recovery === null ? self::notSaidYet($situation) : null) ?? $this->remedy($situation, $needs),
                facts: $facts,
            );
        yield from self::fileSystem($situation, $working);
        $without = $situation->recovery->slotWithout();
        if ($without !== null && $recovery === null) {
            yield $this->missingIn($situation, $without, $working);
        }
        if ($build?->facts->flag(Field::BRINGS_RECOVERY) === false && $situation->recovery->isAskedOfBuild()) {
            yield self::withoutRecovery($build, $situation);
        }
    }

    /**
     * A recovery that cannot choose formats with the file system that is there.
     *
     * @return \Generator<int, Finding>
     */
    private static function fileSystem(Situation $situation, RecoveryAbility $working): \Generator
    {
        $wants = $situation->layout->wantedFileSystem();
        $has = $situation->state->fact(StateField::DataFileSystem);
        $canChoose = in_array(Ability::FileSystem->value, $working->abilities, true);
        if ($wants !== null && !$has->known() && !$canChoose) {
            yield Finding::toSettle(
                self::id(),
                need: "Data in the file system {$wants}",
                found: 'not known which one is there',
                reason: "{$working->title()} formats with the file system that is there. The build mounts no other " .
                    'one than its own.',
                remedy: Remedy::enterFact('Read it in the recovery and enter it, or take a recovery that can choose.'),
                subject: 'file-system',
                facts: [$has],
            );
        }
    }

    /** A file of the kit of which nobody has said what it is may be the recovery: that comes first. */
    private static function notSaidYet(Situation $situation): ?Remedy
    {
        foreach ($situation->kit as $package) {
            $kind = $package->facts->best(Field::KIND);
            $isGuessed = $kind !== null && $kind->grade() === Grade::Guessed;
            $isImage = in_array($package->kind(), self::MAY_BE_ONE, true);
            if ($package->kind() === null || ($isGuessed && $isImage)) {
                return Remedy::doFirst("Say first what {$package->name()} is: it may be the recovery.");
            }
        }

        return null;
    }

    /** The recovery that is there serves until the restart into the other slot, which has one of its own or none. */
    private function missingIn(Situation $situation, string $slot, RecoveryAbility $working): Finding
    {
        $has = $situation->state->fact(StateField::RecoveryFamily->in($slot));

        return Finding::stop(
            self::id(),
            need: 'A recovery in slot ' . strtoupper($slot) . ' for what goes in after the build',
            found: $has->known() ? $has->text() : 'none known',
            reason: "Each slot has a recovery of its own. {$working->title()} is in the other one, and the build " .
                'writes none.',
            remedy: $this->remedy($situation, 'A recovery'),
            subject: 'other',
            facts: [$has],
        );
    }

    private static function withoutRecovery(Package $build, Situation $situation): Finding
    {
        $addOns = array_map(
            static fn(Package $one): string => $one->title(),
            $situation->afterFirstBoot->packagesBefore(),
        );

        return Finding::stop(
            self::id(),
            need: 'A recovery for what goes in after the build',
            found: "{$build->title()} brings none",
            reason: 'After the restart into the new slot there is no recovery that could install ' .
                implode(', ', $addOns) .
                '.',
            remedy: Remedy::leaveOut(
                'Leave them out, and put them in with a job for add-ons and a recovery once the build has started.',
            ),
            subject: 'after',
            facts: array_filter([$build->facts->best(Field::BRINGS_RECOVERY)]),
        );
    }

    /**
     * @return list<string>
     */
    private function wanted(Situation $situation): array
    {
        $ability = $situation->job->recoveryAbility();
        $isStreamed = $situation->delivery->route() !== Delivery::STORAGE;

        $ofJob = $ability === null || ($ability === Ability::Sideload && !$isStreamed) ? [] : [$ability->value];
        $wants = $situation->layout->wantedFileSystem();
        $has = $situation->state->data()->fileSystem;
        $isChanged = $wants !== null && $has !== null && $wants !== $has;

        return [
            ...$ofJob,
            ...$situation->job->opensData($situation) ? $situation->backUp->needsToOpen() : [],
            ...$isChanged ? [Ability::FileSystem->value] : [],
        ];
    }

    private function misplaced(Situation $situation, Package $recovery): ?string
    {
        $home = $situation->sheet->recoveryHome?->value;
        $fact = $recovery->facts->best(Field::PARTITION);

        return match (true) {
            // What only is assumed of a boot image says nothing against another place.
            $home !== null && $fact !== null && $fact->source !== Source::Assumed && $fact->value !== $home
                => "{$recovery->name()} is an image for {$fact->text()}; on {$situation->sheet->codename} the " .
                "recovery lives in {$home}.",
            $recovery->facts->flag(Field::HAS_RECOVERY_RAMDISK) === false => "{$recovery->name()} holds no recovery.",
            default => null,
        };
    }

    private function remedy(Situation $situation, string $needs): Remedy
    {
        $build = $situation->files->build();
        $wanted = array_values(
            array_unique([...$this->wanted($situation), ...$build?->facts->list(Field::RECOVERY_ABILITIES) ?? []]),
        );
        $inKit = array_map(static fn(Package $one): string => $one->name(), $situation->kit);
        foreach ($situation->shelf as $package) {
            if (
                $package->kind() === PackageKind::Recovery &&
                !in_array($package->name(), $inKit, true) &&
                $situation->fit->suits($package) &&
                $package->integrity() !== Integrity::Damaged &&
                RecoveryAbility::of($package)->misfit($build, $wanted) === null &&
                $this->misplaced($situation, $package) === null
            ) {
                return Remedy::addFile($package);
            }
        }

        // The name of a family keeps its capital.
        $what = str_starts_with($needs, 'A ') ? lcfirst($needs) : $needs;

        return Remedy::getFile("Get {$what} for {$situation->sheet->codename}.");
    }
}
