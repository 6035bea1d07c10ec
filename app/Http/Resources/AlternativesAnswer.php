<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\WorkJob;
use App\Planning\JobPlanner;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Plan\Alternatives;

/** What one change would make a blocked plan possible, as in docs/formats/api/alternatives.schema.json. */
final class AlternativesAnswer
{
    /**
     * @return list<array{words: string, kit: list<int>, intent: ?string, losses: int, expectedSeconds: int}>
     */
    public static function of(WorkJob $job, JobPlanner $planner): array
    {
        $ids = array_flip(array_map(static fn(Package $package): string => $package->path, $planner->shelf()));

        return array_map(
            static fn(Alternatives $one): array => [
                'words' => $one->words,
                'kit' => array_map(static fn(Package $package): int => $ids[$package->path], $one->kit),
                'intent' => $one->intent === $job->intent ? null : $one->intent->value,
                'losses' => $one->losses,
                'expectedSeconds' => $one->seconds,
            ],
            Alternatives::of($planner->situation($job)),
        );
    }
}
