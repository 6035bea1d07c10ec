<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\Device;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;

/** A device that was let in, as in docs/formats/api/share.schema.json. */
final class DeviceRow extends JsonResource
{
    public function __construct(private readonly Device $device)
    {
        parent::__construct($device);
    }

    /**
     * @return array<string, mixed>
     */
    public function toArray(Request $request): array
    {
        return [
            ...$this->device->only(['id', 'name', 'address']),
            'since' => $this->device->created_at?->toIso8601String(),
            'lastSeen' => $this->device->last_seen_at?->toIso8601String(),
        ];
    }
}
