<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Attributes\Scope;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Package\Package;

/**
 * A file on the shelf with what was read from it.
 *
 * @property int $id
 * @property string $path
 * @property string $name
 * @property ?string $kind
 * @property int $size_bytes
 * @property int $modified_at
 * @property ?string $sha256
 * @property int $hashed_bytes
 * @property bool $missing
 * @property array<string, mixed> $document
 * @property bool $unread known from a bench file alone
 * @property ?array{
 *     partition: string,
 *     status: string,
 *     doneBytes: int,
 *     says: string,
 *     file: ?string,
 *     beside?: bool,
 *     name?: string
 * } $extraction of one image, under way or done
 * @property ?list<array{
 *     name: string,
 *     value: string|int|bool|list<string>|null,
 *     source: string,
 *     where?: string,
 *     at?: string
 * }> $typed
 * @property ?array{
 *     status: string,
 *     at: string,
 *     outcomes: list<array{partition: string, against: string, agrees: bool, says: string}>
 * } $images
 */
final class PackageRecord extends Model
{
    protected $table = 'packages';

    protected $fillable = [
        'path',
        'name',
        'kind',
        'size_bytes',
        'modified_at',
        'sha256',
        'hashed_bytes',
        'missing',
        'document',
        'typed',
        'images',
        'unread',
        'extraction',
    ];

    /** @return array<string, string> */
    protected function casts(): array
    {
        return [
            'document' => 'array',
            'missing' => 'boolean',
            'unread' => 'boolean',
            'extraction' => 'array',
            'typed' => 'array',
            'images' => 'array',
        ];
    }

    public function package(): Package
    {
        if ($this->unread) {
            return Package::withProblem(
                $this->path,
                $this->size_bytes,
                'It is known from a bench file alone. Put the file into a folder of the shelf; it counts when it ' .
                    'was read here.',
            );
        }
        $package = Package::fromArray($this->document);

        return ($this->images['status'] ?? '') !== 'done'
            ? $package
            : $package->withImageProblems(
                array_values(
                    array_map(
                        static fn(array $outcome): string => "{$outcome['partition']}: {$outcome['says']}",
                        array_filter(
                            $this->images['outcomes'] ?? [],
                            static fn(array $outcome): bool => !$outcome['agrees'],
                        ),
                    ),
                ),
            );
    }

    /** What was read from the file, whether it counts here or not. */
    public function described(): Package
    {
        return Package::fromArray($this->document);
    }

    /**
     * Lets go of what was read and cannot be read again; the next look at the folders reads the file anew. What people
     * typed of it stays where it can be read.
     */
    public function readAnew(): void
    {
        try {
            $facts = array_map(Fact::fromArray(...), $this->typed ?? []);
        } catch (\Throwable) {
            $facts = [];
        }
        $problem = 'What was kept of it cannot be read. It is read anew at the next look at its folder.';
        $package = Package::withProblem($this->path, max(0, $this->size_bytes), $problem)->withFacts(...$facts);
        $this->forceFill([
            'typed' => array_map(static fn(Fact $fact): array => $fact->toArray(), $facts),
            'images' => null,
            'extraction' => null,
            'modified_at' => 0,
            'hashed_bytes' => $this->size_bytes,
            'sha256' => null,
            'kind' => null,
            'document' => $package->toArray(),
        ])->save();
    }

    /**
     * Keeps what a person says of the file. What it says itself stays as it was read.
     *
     * @param  array<string, ?Fact>  $said  by name; null takes back what was said
     */
    public function learn(array $said): void
    {
        $others = array_filter(
            $this->typed ?? [],
            static fn(array $fact): bool => !array_key_exists($fact['name'], $said),
        );
        $facts = array_map(static fn(Fact $fact): array => $fact->toArray(), array_filter($said));
        $this->typed = [...array_values($others), ...array_values($facts)];
        $isUnread = $this->unread;
        $this->keepDescription($this->described()->withoutTyped());
        $this->forceFill(['unread' => $isUnread])->save();
    }

    /** Keeps what was read from the file, with what people typed about it. */
    public function keepDescription(Package $package): void
    {
        $package = $package->withFacts(...array_map(Fact::fromArray(...), $this->typed ?? []));
        $this->fill([
            'name' => $package->name(),
            'kind' => $package->kind()?->value,
            'size_bytes' => $package->sizeBytes,
            'sha256' => $package->sha256,
            'document' => $package->toArray(),
            'unread' => false,
        ])->save();
    }

    /**
     * The files that are there.
     *
     * @param  Builder<self>  $query
     */
    #[Scope]
    protected function present(Builder $query): void
    {
        $query->where('missing', false);
    }

    /**
     * Other records of the same content, by its checksum.
     *
     * @param  Builder<self>  $query
     */
    #[Scope]
    protected function twinsOf(Builder $query, self $record): void
    {
        $query->where('sha256', $record->sha256)->where('id', '!=', $record->id);
    }

    /** Whether its checksum is still being computed; what rests on it is not settled before that. */
    public function isBeingRead(): bool
    {
        return $this->sha256 === null && $this->hashed_bytes < $this->size_bytes;
    }

    /**
     * Every file that is there.
     *
     * @return list<Package>
     */
    public static function shelf(): array
    {
        return array_values(
            self::query()
                ->present()
                ->orderBy('name')
                ->get()
                ->map(fn(self $record): Package => $record->package())
                ->all(),
        );
    }
}
