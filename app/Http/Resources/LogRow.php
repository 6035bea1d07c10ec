<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\Run;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;

/** A run in the log, as in docs/formats/api/log.schema.json. */
final class LogRow extends JsonResource
{
    public function __construct(private readonly Run $run)
    {
        parent::__construct($run);
    }

    /**
     * @return array<string, mixed>
     */
    public function toArray(Request $request): array
    {
        return [
            'id' => $this->run->id,
            'jobId' => $this->run->work_job_id,
            'unit' => $this->run->unit_label,
            ...$this->run->only(['codename', 'build', 'status', 'seconds', 'step', 'steps', 'troubles']),
            'startedAt' => $this->run->started_at,
            'endedAt' => $this->run->last_at,
            'expectedSeconds' => $this->run->expected_seconds,
        ];
    }
}
