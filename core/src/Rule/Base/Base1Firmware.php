<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Base;

use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\StateField;

use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\RuleId;
use Tornavis\Core\Words\Slot;

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
        return 'Every slot that will start holds at least the firmware that the build needs.';
    }

    public function look(Situation $situation): iterable
    {
        $build = $situation->files->build();
        $minimum = $build?->facts->best(Field::FIRMWARE_MIN);
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
            } else {
                yield Finding::stop(
                    self::id(),
                    need: $need,
                    found: $observed->text(),
                    reason: ucfirst($name) .
                        " holds firmware {$observed->text()}. {$build->title()} needs {$minimum->text()}" .
                        (count($situation->firmware->slotsInNeed()) === 2 ? ' in both slots' : '') .
                        '.',
                    remedy: $this->remedy($situation, $minimum->text()),
                    subject: $slot,
                    facts: [$minimum, $observed],
                );
            }
        }
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
