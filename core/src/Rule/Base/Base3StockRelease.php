<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Base;

use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\NotComparable;
use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Situation\StockRelease;
use Tornavis\Core\Words\Age;
use Tornavis\Core\Words\RuleId;

/**
 * Speaks where the build asks for a release of the maker's OS.
 *
 * Why: Such builds use what that release has left on the phone, and do not bring it.
 */
final class Base3StockRelease implements FitRule
{
    public static function id(): RuleId
    {
        return RuleId::Base3;
    }

    public static function purpose(): string
    {
        return 'Some builds stand on the maker\'s OS of a given release, which must have been installed last.';
    }

    public function look(Situation $situation): iterable
    {
        $build = $situation->files->build();
        $needs = $build?->facts->best(Field::STOCK_RELEASE_MIN);
        if ($build === null || $needs === null) {
            return;
        }
        $slot = $situation->slots->active();
        $stock = $situation->state->slot($slot)->os->stock;
        $held = StockRelease::of($needs->text(), $situation->state, $slot);
        $release = $held->has;
        $need = "Maker's OS of release {$needs->text()} or newer underneath";
        if ($stock === null || !$release->known()) {
            yield Finding::toSettle(
                self::id(),
                need: $need,
                found: $release->known() ? "release {$release->text()}, and not known whose" : 'unknown',
                reason: 'Which OS the phone runs has not been seen.',
                remedy: Remedy::enterFact(
                    $release->known()
                        ? 'Look at the about page: it names the system. Say whether it is the maker\'s own.'
                        : 'Read OS and release in the about page and enter them.',
                ),
                facts: [$needs, $release, $situation->state->fact(StateField::OsStock->in($slot))],
            );
        } elseif (!$stock) {
            yield Finding::note(
                self::id(),
                need: $need,
                found: "{$situation->state->slot($slot)->os->family} {$release->text()}",
                reason: 'An open build is installed already; the base is judged by its firmware alone.',
                facts: [$needs, $release],
            );
        } elseif ($held->age === Age::Incomparable) {
            yield NotComparable::of(
                self::id(),
                $need,
                $release->text(),
                'The build uses what that release has left on the phone.',
                '',
                [$needs, $release],
                $situation->answers,
            );
        } elseif ($held->age === Age::Older) {
            yield Finding::stop(
                self::id(),
                need: $need,
                found: "release {$release->text()}",
                reason: "The maker's OS on it is of release {$release->text()}; {$build->title()} expects the base " .
                    'of ' .
                    "release {$needs->text()}.",
                remedy: Remedy::doFirst("Update the maker's OS to release {$needs->text()} first."),
                facts: [$needs, $release],
            );
        } else {
            yield Finding::clear(
                self::id(),
                need: $need,
                found: "release {$release->text()}",
                reason: 'The release is new enough.',
                facts: [$needs, $release],
            );
        }
    }
}
