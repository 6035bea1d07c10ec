<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Fit;

use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\Severity;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\PackageKind;

final class Fit5Kernel implements FitRule
{
    public static function id(): string
    {
        return 'FIT-5';
    }

    public static function purpose(): string
    {
        return 'A kernel is made for one platform release; on another the system does not start.';
    }

    public function look(Situation $situation): iterable
    {
        foreach ($situation->ofKind(PackageKind::Kernel) as $kernel) {
            $wants = $kernel->facts->best(Field::RELEASE);
            $has =
                $situation->build()?->facts->best(Field::RELEASE) ??
                $situation->state->fact("slot.{$situation->activeSlot()}.os.release");
            $need = "{$kernel->title()} is for the release that will run";
            yield match (true) {
                $wants === null || !$has->known() => Finding::of(
                    self::id(),
                    Severity::Settle,
                    $need,
                    'release unknown',
                    'For which platform release the kernel is, or which one will run, is not known.',
                    'Get its release card, or enter the release of the phone.',
                    $kernel->name(),
                    ...array_filter([$wants]),
                ),
                $wants->value === $has->value => Finding::of(
                    self::id(),
                    Severity::Clear,
                    $need,
                    "release {$wants->text()}",
                    'Both are for the same platform release.',
                    null,
                    $kernel->name(),
                    $wants,
                    $has,
                ),
                default => Finding::of(
                    self::id(),
                    Severity::Stop,
                    $need,
                    "release {$wants->text()}, the phone {$has->text()}",
                    'A kernel for another release keeps the system from starting.',
                    "Get the kernel for release {$has->text()}.",
                    $kernel->name(),
                    $wants,
                    $has,
                ),
            };
        }
    }
}
