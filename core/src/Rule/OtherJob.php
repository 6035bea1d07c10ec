<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule;

use Tornavis\Core\Situation\Job\Job;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\RuleId;

/** A system in the kit that no job for builds puts in: an image for any phone, or the maker's bundle. */
final class OtherJob
{
    public static function of(Situation $situation, RuleId $rule): ?Finding
    {
        foreach ($situation->kit as $package) {
            $kind = $package->kind();
            $job = in_array($kind, [PackageKind::GenericImage, PackageKind::StockBundle], true)
                ? Job::taking($kind)
                : null;
            if ($job !== null) {
                $label = $job->label();

                return Finding::stop(
                    $rule,
                    need: 'One build in the kit',
                    found: "{$package->name()}, a {$kind->value}",
                    reason: "It goes in another way than a build. The job \"{$label}\" puts it in.",
                    remedy: Remedy::doFirst("Plan the job \"{$label}\" with it, or choose a build from the shelf."),
                );
            }
        }

        return null;
    }
}
