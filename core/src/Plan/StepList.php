<?php

declare(strict_types=1);

namespace Tornavis\Core\Plan;

use Tornavis\Core\Budget\Budget;
use Tornavis\Core\Operation\Install\ChangeLayout;
use Tornavis\Core\Operation\Install\InstallBuild;
use Tornavis\Core\Operation\Operation;
use Tornavis\Core\Phone\AtHand;
use Tornavis\Core\Phone\Nameless;
use Tornavis\Core\Phone\WayBack;
use Tornavis\Core\Rule\StepDraft;
use Tornavis\Core\Sequence\ExpectedStates;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\PackageKind;

/** The ordered drafts as steps of a plan, each with its gate. */
final class StepList
{
    /**
     * @param  list<StepDraft>  $ordered
     * @return list<Step>
     */
    public static function of(Situation $situation, array $ordered, ExpectedStates $walk, Budget $budget): array
    {
        $steps = [];
        $written = false;
        $divided = false;
        foreach ($ordered as $index => $draft) {
            $before = $walk->before[$index];
            $after = $walk->after($index);
            $operation = $draft->operation;
            $hand = self::atHand($situation, $divided, null);
            $divided = self::isDivided($operation, $divided);
            $was = WayBack::from($before, $situation->sheet, $hand);
            $midway = $operation->midway($before, $situation->sheet);
            $during = WayBack::from(
                $before->with($midway),
                $situation->sheet,
                self::atHand($situation, $divided, $operation->whenCutOff()),
            );
            $afterwards = WayBack::from($after, $situation->sheet, self::atHand($situation, $divided, null));
            $gate = new Gate($operation, $before, $was, $during, $afterwards);
            $isFirst = $draft->operation->writes() && !$written;
            $written = $written || $isFirst;
            $steps[] = Step::of(
                $index + 1,
                $draft,
                $budget->timings[$index],
                $before,
                $after,
                $midway,
                $afterwards,
                $during,
                $gate->reason($isFirst),
                $budget->batteryAfter[$index],
            );
        }

        return $steps;
    }

    /** Whether the phone was divided anew and nothing has gone in since. */
    private static function isDivided(Operation $operation, bool $divided): bool
    {
        return match (true) {
            $operation instanceof ChangeLayout => $divided || $operation->dividesAnew(),
            $operation instanceof InstallBuild => false,
            default => $divided,
        };
    }

    private static function atHand(Situation $situation, bool $layoutChanged, ?string $again): AtHand
    {
        $image = $situation->files->kernelImage() ?? ($situation->files->bundle() ?? $situation->files->generic());

        return new AtHand(
            $situation->files->build()?->name(),
            $situation->job->installsBuild() ? null : $image?->name(),
            $situation->recovery->chosen()?->name(),
            $situation->layout->emptySuper()?->name(),
            $layoutChanged,
            $again,
            self::wholeSet($situation),
            $situation->job->installsBuild() ? null : self::kernel($situation),
        );
    }

    private static function kernel(Situation $situation): ?string
    {
        $kernel = $situation->files->ofKind(PackageKind::Kernel)[0] ?? null;

        return $kernel === null ? null : Nameless::orNameOf($kernel);
    }

    /** The newest set that holds a system with its data, and outlasts an erase. */
    private static function wholeSet(Situation $situation): ?string
    {
        $newest = null;
        foreach ($situation->unit->backups as $backup) {
            $isWhole = $backup->system && $backup->replacesData() && $backup->outlastsErase($situation->state);
            if ($isWhole && ($newest === null || $backup->madeAt > $newest->madeAt)) {
                $newest = $backup;
            }
        }

        return $newest?->id;
    }
}
