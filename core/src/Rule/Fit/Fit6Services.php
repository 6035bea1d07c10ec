<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Fit;

use Tornavis\Core\Package\KindGuess;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\InstalledSystem;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;

use Tornavis\Core\Rule\Kit\Kit1Build;
use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\RuleId;
use Tornavis\Core\Words\Version;

/**
 * Speaks where a services bundle is in the kit of a build or of add-ons.
 *
 * Why: A bundle of another release makes the system loop; two sets of services are in each other's way.
 */
final class Fit6Services implements FitRule
{
    private const LOOK = 'Look whether the system has a shop for apps, and enter what it has. ';

    private const LATE = 'Plan a fresh install, where they are there from the first boot, or agree to try it so.';

    public static function id(): RuleId
    {
        return RuleId::Fit6;
    }

    public static function purpose(): string
    {
        return 'A services bundle is made for one platform release, and a build that carries its own needs none.';
    }

    public function look(Situation $situation): iterable
    {
        $services = $situation->files->services();
        $build = $situation->files->build();
        if ($services === null && $build !== null && $build->facts->flag(Field::BRINGS_SERVICES) !== true) {
            yield self::without($build);
        }
        if ($services === null && $build?->facts->flag(Field::BRINGS_SERVICES) === true) {
            $keeps = !$situation->job->erasesData($situation);
            yield from $keeps ? self::late($situation, "The services of {$build->title()}") : [];
        }
        if (
            $services === null ||
            ($build === null && !in_array(PackageKind::Services, $situation->job->takes(), true))
        ) {
            return;
        }
        $wants = $services->facts->best(Field::RELEASE);
        $has =
            $build?->facts->best(Field::RELEASE) ??
            $situation->state->fact(StateField::OsRelease->in($situation->slots->active()));
        $facts = array_filter([$wants, $has]);
        $need = "{$services->title()} is for the build's release";
        // Where its kind is asked, its release is asked along with it.
        $isAskedElsewhere = KindGuess::isBehind($services) && $build?->facts->text(Field::RELEASE) !== null;
        if ($wants === null && $isAskedElsewhere) {
            yield from [];
        } elseif ($wants === null || !$has->known()) {
            yield Finding::toSettle(
                self::id(),
                need: $need,
                found: 'release unknown',
                reason: 'The platform release of the bundle or of the build is not known.',
                remedy: $wants === null && $has->known()
                    ? Remedy::tell(
                        [Kit1Build::whichRelease($services, $has->text())],
                        'Read on the page that you have it from for which release it is, and say it.',
                    )
                    : Remedy::getFile('Get the release card of both.'),
                subject: 'release',
                facts: array_values($facts),
            );
        } else {
            yield Version::areSame($wants->text(), $has->text())
                ? Finding::clear(
                    self::id(),
                    need: $need,
                    found: "release {$wants->text()}",
                    reason: 'Both are made for the same platform release.',
                    subject: 'release',
                    facts: array_values($facts),
                )
                : Finding::stop(
                    self::id(),
                    need: $need,
                    found: "release {$wants->text()}, build {$has->text()}",
                    reason: 'A services bundle for another release keeps the system from starting.',
                    remedy: Remedy::getFile("Get the bundle for release {$has->text()}, or leave it out."),
                    subject: 'release',
                    facts: array_values($facts),
                );
        }
        if ($build === null || !$situation->job->erasesData($situation)) {
            yield from self::late($situation, $services->title());
        }
        if ($build?->facts->flag(Field::BRINGS_SERVICES) === true) {
            yield Finding::caution(
                self::id(),
                need: 'The build needs a services bundle',
                found: 'it carries its own',
                reason: 'The build brings its services; a second set on top can disturb them.',
                remedy: Remedy::leaveOut('Leave the services bundle out.'),
                subject: 'carried',
                facts: array_filter([$build->facts->best(Field::BRINGS_SERVICES)]),
            );
        }
    }

    /**
     * A system that has set its data up without services gives them no rights later; those that it has may be replaced.
     *
     * @return \Generator<int, Finding>
     */
    private static function late(Situation $situation, string $what): \Generator
    {
        $setUp = $situation->state->fact(StateField::DataServices);
        $slot = $situation->slots->active();
        $now = $situation->state->fact(StateField::OsServices->in($slot));
        $writer = $situation->state->data()->writtenBy;
        $isItsOwn = $writer !== null && $writer === $situation->state->slot($slot)->os->family;
        $has = $setUp->known() || $isItsOwn ? $setUp : $now;
        $hasSome = is_string($has->value) && $has->value !== InstalledSystem::NO_SERVICES;
        if ($hasSome || $situation->state->data()->empty === true) {
            return;
        }
        $finding = Finding::toSettle(
            self::id(),
            need: "{$what} before the first boot",
            found: $has->known() ? 'the system has started without services' : 'not known whether it has any now',
            reason: 'Services that go in after the first boot do not get their rights and stop again and again. ' .
                'They need a reset of the data.',
            remedy: $has->known() ? Remedy::agree(self::LATE) : Remedy::enterFactOrAgree(self::LOOK . self::LATE),
            subject: 'late',
            facts: [$has],
        );
        yield $finding->unlessAgreed($situation->answers, 'You agreed to try it without a reset.');
    }

    private static function without(Package $build): Finding
    {
        $brings = $build->facts->best(Field::BRINGS_SERVICES);

        return Finding::caution(
            self::id(),
            need: 'A services bundle',
            found: 'none in the kit',
            reason: ($brings === null
                ? "Whether {$build->title()} brings services is not stated. "
                : "{$build->title()} brings none. ") .
                'Without them shops of apps, notifications, paying and some bank apps do not work, and adding them ' .
                'after the first boot costs another erase.',
            remedy: Remedy::getFile('Add a services bundle for its release, or go on if you want none.'),
            subject: 'none',
            facts: array_filter([$brings]),
        );
    }
}
