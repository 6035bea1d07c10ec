<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\WorkJob;
use App\Planning\JobPlanner;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;
use Tornavis\Core\Run\RunState;

/** A job in the list, as in docs/formats/api/jobs.schema.json. */
final class JobRow extends JsonResource
{
    /**
     * @param  array<string, int>  $newest  id of each phone's newest run by its label
     */
    public function __construct(
        private readonly WorkJob $job,
        private readonly JobPlanner $planner,
        private readonly array $newest,
    ) {
        parent::__construct($job);
    }

    /**
     * @return array<string, mixed>
     */
    public function toArray(Request $request): array
    {
        return UnitCard::job($this->job, $this->planner) + [
            'card' => $this->job->unit->only(['label', 'codename']),
            'openedAt' => $this->job->created_at?->toIso8601String(),
            'isOver' => $this->isOver(),
        ];
    }

    /** Whether its run ended, or was stopped and the work went on in a later one. */
    private function isOver(): bool
    {
        $run = $this->job->lastRun;
        $wasFollowed = $run !== null && $run->id !== ($this->newest[$this->job->unit->label] ?? $run->id);

        return match ($run?->status) {
            RunState::ENDED => true,
            RunState::STOPPED => $wasFollowed,
            default => false,
        };
    }
}
