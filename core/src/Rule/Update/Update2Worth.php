<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Update;

use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;

use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Moment;
use Tornavis\Core\Words\RuleId;
use Tornavis\Core\Words\Version;

/**
 * Speaks in an update in place: how much newer it is, and what it takes along.
 *
 * Why: An update writes the slot or system anew, without kernel, services and root that were added to the old one.
 */
final class Update2Worth implements FitRule
{
    public static function id(): RuleId
    {
        return RuleId::Update2;
    }

    public static function purpose(): string
    {
        return 'Says whether an update is worth it.';
    }

    public function look(Situation $situation): iterable
    {
        $build = $situation->files->build();
        if ($build === null) {
            return;
        }
        $slot = $situation->slots->active();
        $has = $situation->state->fact(StateField::OsPatchLevel->in($slot));
        $gets = $build->facts->best(Field::PATCH_LEVEL);
        if ($has->known() && $gets !== null) {
            $months = (int) round(
                ((Moment::seconds($gets->text()) ?? 0) - (Moment::seconds($has->text()) ?? 0)) / 2_629_800,
            );
            $version = $situation->state->slot($slot)->os->version;
            $newer =
                $version !== null &&
                Version::of($version)->olderThan(Version::of((string) $build->facts->text(Field::VERSION)));
            yield Finding::note(
                self::id(),
                need: 'The update is worth it',
                found: $months > 0 ? "{$months} months of fixes" : 'no newer fixes',
                reason: match (true) {
                    $months >= 2 => 'The security fixes are ' . $months . ' months newer: worth an evening.',
                    $months > 0 => 'The security fixes are a little newer: worth it when you are at the phone anyway.',
                    $newer => 'It is a newer version with the same security fixes: only worth it for something that ' .
                        'it mends for you.',
                    default => 'It changes nothing that is known here: not worth the risk.',
                },
                subject: 'worth',
                facts: [$has, $gets],
            );
        }
    }
}
