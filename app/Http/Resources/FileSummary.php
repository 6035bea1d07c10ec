<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\PackageRecord;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;
use Tornavis\Core\Package\KindGuess;
use Tornavis\Core\Package\PackageField as Field;

/** A file in the list of the shelf, as in docs/formats/api/shelf.schema.json. */
final class FileSummary extends JsonResource
{
    /**
     * @param  array<string, int>  $firstOf  id of the first record by checksum
     */
    public function __construct(private readonly PackageRecord $record, private readonly array $firstOf = [])
    {
        parent::__construct($record);
    }

    /**
     * @return array<string, mixed>
     */
    public function toArray(Request $request): array
    {
        $record = $this->record;
        $package = $record->package();
        $first = $this->firstOf[(string) $record->sha256] ?? $record->id;

        return [
            'id' => $record->id,
            'name' => $package->name(),
            'title' => $package->title(),
            'kind' => $package->kind()?->value,
            'kindIsGuessed' => KindGuess::isBehind($package),
            'codenames' => $package->facts->list(Field::CODENAMES),
            'sizeBytes' => $package->sizeBytes,
            'container' => $package->container?->value,
            'sha256' => $package->sha256,
            'hashedBytes' => $record->hashed_bytes,
            'missing' => $record->missing,
            'problem' => $package->problem,
            'integrity' => $package->integrity()->value,
            'integrityReason' => $package->integrityReason(),
            'conflicts' => count($package->conflicts()),
            'hasCard' =>
                $package->cardProblem === null &&
                $package->facts->all() !== [] &&
                is_file($record->path . '.card.json'),
            'addedAt' => $record->created_at?->utc()->toIso8601ZuluString(),
            'duplicateOf' => $record->sha256 !== null && $first !== $record->id ? $first : null,
        ];
    }
}
