<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Base;

use Tornavis\Core\Package\Integrity;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\StateField;

use Tornavis\Core\Rule\AskedVersion;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\NotComparable;
use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Situation\Asked;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Age;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\RuleId;
use Tornavis\Core\Words\Slot;
use Tornavis\Core\Words\Version;

/**
 * Speaks where the build in the kit states a lowest firmware; once for each slot that will start.
 *
 * Why: A system on firmware that is too old loops at its logo. The slot that is not in use often holds the firmware
 * of the day of purchase.
 */
final class Base1Firmware implements FitRule
{
    public static function id(): RuleId
    {
        return RuleId::Base1;
    }

    public static function purpose(): string
    {
        return 'Every slot that will start holds at least the firmware that the build needs. Where nothing has ' .
            'started in a slot, it is asked whether it holds any.';
    }

    public function look(Situation $situation): iterable
    {
        yield from self::underWhatStays($situation);
        yield from self::inEmptySlots($situation);
        $build = $situation->files->build();
        $minimum = $build?->facts->best(Field::FIRMWARE_MIN);
        // Rule KIT-1 asks whether a build asks for any where nobody says it.
        if ($build !== null && $minimum === null && Asked::firmware($build) === true) {
            $firmwareOf = static fn(string $slot): ?string => $situation->state->slot($slot)->firmware?->text;
            $has = array_map($firmwareOf, $situation->sheet->slots);
            yield AskedVersion::of(self::id(), $situation, $build, Field::FIRMWARE_MIN, PackageKind::Firmware, $has);
        }
        if ($build === null || $minimum === null) {
            return;
        }
        $old = $situation->firmware->slotsBelowMinimum();
        $firmware = $situation->firmware->chosen();
        foreach ($situation->firmware->slotsInNeed() as $slot) {
            $observed = $situation->state->fact(StateField::FirmwareVersion->in($slot));
            $name = Slot::isOnly($slot) ? 'the phone' : 'slot ' . strtoupper($slot);
            $need = "Firmware {$minimum->text()} in {$name}";
            if (in_array($slot, $situation->firmware->slotsOfBuild(), true)) {
                yield Finding::note(
                    self::id(),
                    need: $need,
                    found: $observed->text(),
                    reason: "{$build->title()} writes firmware {$build->facts->text(Field::BRINGS_FIRMWARE)} there " .
                        'along with itself.',
                    subject: $slot,
                    facts: [$minimum, $observed],
                );
            } elseif (!array_key_exists($slot, $old)) {
                yield Finding::clear(
                    self::id(),
                    need: $need,
                    found: $observed->text(),
                    reason: 'It is new enough, so this part is left as it is.',
                    subject: $slot,
                    facts: [$minimum, $observed],
                );
            } elseif ($situation->layout->copiesSlot()) {
                yield Finding::note(
                    self::id(),
                    need: $need,
                    found: $observed->text(),
                    reason: 'The plan copies the firmware of slot ' .
                        strtoupper($situation->slots->ofRecovery()) .
                        ' there before the build goes in.',
                    subject: $slot,
                    facts: [$minimum, $observed],
                );
            } elseif ($firmware !== null) {
                yield Finding::note(
                    self::id(),
                    need: $need,
                    found: $observed->text(),
                    reason: ucfirst($name) .
                        " holds firmware {$observed->text()}; the plan writes {$firmware->facts->text(
                            Field::VERSION,
                        )} there from {$firmware->name()}.",
                    subject: $slot,
                    facts: [$minimum, $observed],
                );
            } elseif ($old[$slot]?->against(Version::of($minimum->text())) === Age::Incomparable) {
                yield NotComparable::of(
                    self::id(),
                    $need,
                    $observed->text(),
                    'On firmware that is too old the system starts again and again.',
                    $slot,
                    [$minimum, $observed],
                    $situation->answers,
                );
            } elseif ($old[$slot] === null && !Slot::isOnly($slot)) {
                yield Finding::toSettle(
                    self::id(),
                    need: $need,
                    found: 'not known',
                    reason: "What firmware {$name} holds is not known. {$build->title()} needs {$minimum->text()} " .
                        'there; on older or no firmware the screen stays black.' .
                        self::notServing($situation, $minimum->text()),
                    remedy: self::remedyOfUnseen($situation, $name),
                    subject: $slot,
                    facts: [$observed, $minimum],
                );
            } else {
                yield Finding::stop(
                    self::id(),
                    need: $need,
                    found: $observed->text(),
                    reason: ucfirst($name) .
                        " holds firmware {$observed->text()}. {$build->title()} needs {$minimum->text()}" .
                        (count($situation->firmware->slotsInNeed()) === 2 ? ' in both slots' : '') .
                        '.' .
                        self::notServing($situation, $minimum->text()),
                    remedy: $this->remedy($situation, $minimum->text()),
                    subject: $slot,
                    facts: [$minimum, $observed],
                );
            }
        }
    }

    /**
     * A slot in which nothing was ever seen to start may hold no firmware at all, whatever the build asks for.
     *
     * @return \Generator<int, Finding>
     */
    private static function inEmptySlots(Situation $situation): \Generator
    {
        $build = $situation->files->build();
        $isAsked = $build !== null && $build->facts->best(Field::FIRMWARE_MIN) === null;
        $firmware = $situation->firmware->chosen();
        foreach ($isAsked ? $situation->firmware->slotsWithoutAny() : [] as $slot) {
            $name = 'slot ' . strtoupper($slot);
            $started = $situation->state->fact(StateField::SlotSuccessful->in($slot));
            $observed = [$started, $situation->state->fact(StateField::FirmwareVersion->in($slot))];
            $brings = $situation->layout->copiesSlot() ? $situation->layout->slotCopy() : $firmware;
            yield $brings !== null
                ? Finding::note(
                    self::id(),
                    need: "Firmware in {$name}",
                    found: 'not known',
                    reason: 'No system is known to have started there. ' .
                        "The plan brings firmware with {$brings->name()}.",
                    subject: $slot,
                    facts: $observed,
                )
                : Finding::toSettle(
                    self::id(),
                    need: ucfirst($name) . ' has started a system before',
                    found: $started->value === false ? 'it has not' : 'not known',
                    reason: "{$build?->title()} goes into {$name}. Where nothing has started there, it may hold no " .
                        'firmware: on some phones that slot is empty when they are sold, and the screen stays black.',
                    remedy: self::remedyOfEmpty($situation, $slot),
                    subject: $slot,
                    facts: $observed,
                );
        }
    }

    private static function remedyOfEmpty(Situation $situation, string $slot): Remedy
    {
        $name = 'slot ' . strtoupper($slot);

        return $situation->state->flag(StateField::SlotSuccessful->in($slot)) === null
            ? Remedy::enterFact(
                "Paste the bootloader's list of variables, which shows whether {$name} has started successfully. " .
                    'Or say it, if you know. Or get a slot copy or a firmware package for this model.',
            )
            : self::fillsFromShelf($situation) ??
                    Remedy::getFile("Get a slot copy or a firmware package for this model, which fills {$name}.");
    }

    private static function remedyOfUnseen(Situation $situation, string $name): Remedy
    {
        return self::fillsFromShelf($situation) ??
            Remedy::enterFact(
                "Enter the version that {$name} holds, if you know it: the list of what you installed, or a look " .
                    'while that slot is in use. Or get a slot copy or a firmware package for this model.',
            );
    }

    /** The file on the shelf that gives a slot its firmware; null where there is none. */
    private static function fillsFromShelf(Situation $situation): ?Remedy
    {
        $helps = static fn(Package $one): bool => $one->integrity() !== Integrity::Damaged &&
            ($one->kind() === PackageKind::SlotCopy
                ? $situation->fit->suits($one)
                : $one->kind() === PackageKind::Firmware && $situation->firmware->serves($one));
        foreach ($situation->shelf as $package) {
            if ($helps($package)) {
                return Remedy::addFile($package);
            }
        }

        return null;
    }

    /**
     * A job for the base alone leaves the systems as they are, and each of them has its own lowest firmware.
     *
     * @return \Generator<int, Finding>
     */
    private static function underWhatStays(Situation $situation): \Generator
    {
        $firmware = $situation->firmware->isAlone() ? $situation->firmware->chosen() : null;
        $version = $firmware?->facts->best(Field::VERSION);
        if ($firmware === null || $version === null) {
            return;
        }
        foreach (array_keys($situation->firmware->slotsBelowMinimum()) as $slot) {
            $os = $situation->state->slot($slot)->os;
            $isTooOld = $os->firmwareMin !== null && Version::of($version->text())->olderThan($os->firmwareMin);
            if ($os->isComplete() && $isTooOld) {
                yield Finding::stop(
                    self::id(),
                    need: "Firmware {$os->firmwareMin} for the system" . Slot::phrase('in', $slot),
                    found: "{$firmware->name()} brings {$version->text()}",
                    reason: 'The system that stays would not start on firmware that is older than it needs.',
                    remedy: Remedy::getFile(
                        "Get a firmware package {$os->firmwareMin} or newer for {$situation->sheet->codename}.",
                    ),
                    subject: "stays/{$slot}",
                    facts: [$version, $situation->state->fact(StateField::OsFirmwareMin->in($slot))],
                );
            }
        }
    }

    /** Why firmware of the kit does not serve, as a sentence: it is too old, or nothing of it would be written. */
    private static function notServing(Situation $situation, string $minimum): string
    {
        foreach ($situation->files->ofKind(PackageKind::Firmware) as $package) {
            $version = $package->facts->text(Field::VERSION);
            if ($version !== null && Version::of($version)->olderThan(Version::of($minimum))) {
                return " {$package->name()} in the kit brings only {$version}.";
            }
            $isKept = !$situation->firmware->isInstalled($package) && $situation->firmware->partitions($package) === [];
            if ($isKept && $situation->firmware->leftOut($package) !== []) {
                return " Of {$package->name()} in the kit nothing would be written: your house rule keeps the modem.";
            }
        }

        return '';
    }

    private function remedy(Situation $situation, string $minimum): Remedy
    {
        foreach ($situation->shelf as $package) {
            if ($package->kind() === PackageKind::Firmware && $situation->firmware->serves($package)) {
                return Remedy::addFile($package);
            }
        }
        $modest = array_filter(
            $situation->shelf,
            static fn(Package $p): bool => $p->kind() === PackageKind::Build &&
                $situation->files->isFor($p) &&
                $p->facts->best(Field::FIRMWARE_MIN) === null,
        );
        $choice = $modest === [] ? '' : ', or choose ' . reset($modest)->title();

        return Remedy::getFile(
            "Get a firmware package {$minimum} or newer for {$situation->sheet->codename}{$choice}.",
        );
    }
}
