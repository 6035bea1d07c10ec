<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Fit;

use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Rule\Finding;

use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\RuleId;
use Tornavis\Core\Words\Version;

/**
 * Speaks for each kernel in the kit.
 *
 * Why: A kernel and the system share interfaces that change with each release.
 */
final class Fit5Kernel implements FitRule
{
    public static function id(): RuleId
    {
        return RuleId::Fit5;
    }

    public static function purpose(): string
    {
        return 'A kernel is made for one platform release; on another the system does not start.';
    }

    public function look(Situation $situation): iterable
    {
        foreach ($situation->files->ofKind(PackageKind::Kernel) as $kernel) {
            $wants = $kernel->facts->best(Field::RELEASE);
            $has =
                $situation->files->build()?->facts->best(Field::RELEASE) ??
                $situation->state->fact(StateField::OsRelease->in($situation->slots->active()));
            $need = "{$kernel->title()} is for the release that will run";
            yield match (true) {
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
    }
}
