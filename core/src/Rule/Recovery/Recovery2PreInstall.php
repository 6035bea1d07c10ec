<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Recovery;

use Tornavis\Core\Package\Container;
use Tornavis\Core\Package\Integrity;

use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\RuleId;

/**
 * Speaks for each image that the build names beside the recovery.
 *
 * Why: Where the recovery lives in a start image it needs the kernel and trees of the same build.
 */
final class Recovery2PreInstall implements FitRule
{
    public static function id(): RuleId
    {
        return RuleId::Recovery2;
    }

    public static function purpose(): string
    {
        return 'A recovery that lives beside the kernel starts only with the images that the build names, in the ' .
            'same slot.';
    }

    public function look(Situation $situation): iterable
    {
        $build = $situation->files->build();
        $fact = $build?->facts->best(Field::PRE_INSTALL);
        // Beside a recovery that is there and serves, nothing has to be written.
        $isNeeded = $situation->recovery->working() === null || $situation->recovery->isWrittenWhole();
        if ($build === null || $fact === null || !$isNeeded) {
            return;
        }
        foreach ($build->facts->list(Field::PRE_INSTALL) as $partition) {
            $image = $situation->files->image($partition);
            yield $image !== null
                ? Finding::clear(
                    self::id(),
                    need: "{$partition} image of {$build->title()}",
                    found: $image->name(),
                    reason: 'It belongs to the same build.',
                    subject: $partition,
                    facts: [$fact],
                )
                : Finding::stop(
                    self::id(),
                    need: "{$partition} image of {$build->title()}",
                    found: 'not in the kit',
                    reason: "The recovery starts only with the {$partition} image of the same build beside it.",
                    remedy: $this->remedy($situation, $partition),
                    subject: $partition,
                    facts: [$fact],
                );
        }
    }

    private function remedy(Situation $situation, string $partition): Remedy
    {
        $buildId = $situation->files->build()?->facts->text(Field::BUILD_ID);
        foreach ($situation->shelf as $package) {
            if (
                $buildId !== null &&
                $package->kind() === PackageKind::PartitionImage &&
                $package->integrity() !== Integrity::Damaged &&
                $package->facts->text(Field::PARTITION) === $partition &&
                $package->facts->text(Field::PART_OF) === $buildId
            ) {
                return Remedy::addFile($package);
            }
        }

        $build = $situation->files->build();
        if ($build?->container === Container::PayloadZip && $build->imageFor($partition) !== null) {
            return Remedy::takeOut(
                $build,
                $partition,
                "Have the {$partition} image taken out of {$build->name()}; it is laid beside it, on the shelf.",
            );
        }

        return Remedy::getFile(
            $buildId === null
                ? 'Use a build that can be read.'
                : "Get the {$partition} image from the page of build {$buildId}.",
        );
    }
}
