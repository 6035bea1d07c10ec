<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Base;

use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\RuleId;

/**
 * Speaks for each file of the kit that holds or writes an image for the partition of the radio's identity.
 *
 * Why: The serial numbers of the radio are this phone's alone. Overwritten they are gone, and no network takes it.
 */
final class Base8Identity implements FitRule
{
    /** Kinds whose images are written one by one, so that one can be left out. */
    private const WRITTEN_ONE_BY_ONE = [PackageKind::Firmware, PackageKind::StockBundle];

    /** Kinds that are only kept. */
    private const KEPT = [PackageKind::IdentityBackup, PackageKind::DataBackup];

    public static function id(): RuleId
    {
        return RuleId::Base8;
    }

    public static function purpose(): string
    {
        return 'Nothing writes to the partition that holds the radio\'s identity: no bundle, image, payload or script.';
    }

    public function look(Situation $situation): iterable
    {
        $identity = $situation->sheet->identityPartition;
        if ($identity === null) {
            return;
        }
        foreach ($situation->kit as $package) {
            if (!self::writes($package, $identity) || in_array($package->kind(), self::KEPT, true)) {
                continue;
            }
            $need = "{$identity} stays as it is";
            $facts = array_filter([$package->facts->best(Field::WRITES)]);
            yield in_array($package->kind(), self::WRITTEN_ONE_BY_ONE, true)
                ? Finding::note(
                    self::id(),
                    need: $need,
                    found: "{$package->name()} holds an image for it",
                    reason: "{$identity} holds the radio's identity. The plan leaves that image out and writes the " .
                        'others.',
                    subject: $package->name(),
                    facts: $facts,
                )
                : Finding::stop(
                    self::id(),
                    need: $need,
                    found: "{$package->name()} writes it",
                    reason: "{$identity} holds the radio's serial numbers. Written over they are gone for good, and " .
                        'nothing but a backup of this very phone brings them back.',
                    remedy: Remedy::getFile('Use a file that leaves it alone.'),
                    subject: $package->name(),
                    facts: $facts,
                );
        }
    }

    private static function writes(Package $package, string $identity): bool
    {
        return in_array($identity, $package->facts->list(Field::WRITES), true) ||
            $package->imageFor($identity) !== null;
    }
}
