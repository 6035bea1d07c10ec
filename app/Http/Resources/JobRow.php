<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\WorkJob;
use App\Planning\JobPlanner;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;

/** A job in the list, as in docs/formats/api/jobs.schema.json. */
final class JobRow extends JsonResource
{
    public function __construct(private readonly WorkJob $job, private readonly JobPlanner $planner)
    {
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
        ];
    }
}
