<?php

declare(strict_types=1);

namespace Tornavis\Core\Space;

use Tornavis\Core\Phone\Layout;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\PartitionName;

/**
 * The room in super before, while and after the work, and what has to go so that the new images fit.
 *
 * Sizes that were not read on the phone are those of the sheet for the slot in use; of the other slot only what was
 * read counts. What neither knows is named. Sizes are whole blocks of 4096 bytes, as the layout has them.
 *
 * @phpstan-import-type Part from SuperContents
 * @phpstan-import-type Unseen from SuperContents
 */
final readonly class SuperBudget
{
    /** What can go, by what is lost with it: what is left over, then what a generic system can do without. */
    private const LEFT_OVER = 1;

    private const COSTS = ['product' => 4, 'system_ext' => 16];

    /** Every set of them is compared, so each one more doubles the time; this many take about a second. */
    public const MOST_CANDIDATES = 18;

    /**
     * @param  list<Part>  $before
     * @param  list<Part>  $during  with what was removed gone, before the new images are there
     * @param  list<Part>  $after
     * @param  list<Part>  $remove  the cheapest set that makes it fit; empty where nothing has to go
     * @param  int  $missingBytes  what would be missing even without everything that can go
     * @param  list<Unseen>  $unknown  partitions that stay, and whose size nobody knows
     */
    private function __construct(
        public int $superBytes,
        public array $before,
        public array $during,
        public array $after,
        public array $remove,
        public int $missingBytes,
        public array $unknown,
    ) {}

    /**
     * Null where nothing is written into super, or the sheet does not say how large it is.
     *
     * @throws SpaceSearchError above MOST_CANDIDATES parts that could leave
     */
    public static function of(Situation $situation): ?self
    {
        $super = $situation->sheet->superBytes;
        $incoming = self::incoming($situation);
        if ($super === null || $incoming === []) {
            return null;
        }
        $contents = new SuperContents($situation);
        $before = $contents->parts();
        $slot = $incoming[0]['slot'];
        $names = array_column($incoming, 'partition');
        // What is replaced gives its room to what replaces it.
        $stays = array_values(
            array_filter(
                $before,
                static fn(array $part): bool => $part['slot'] !== $slot || !in_array($part['partition'], $names, true),
            ),
        );
        $replaces = $situation->files->build() === null;
        $remove = [];
        $missing = 0;
        // The maker's flash mode writes super as a whole.
        $isWhole = $situation->files->build() === null && $situation->sheet->pcFlash === true;
        if ($situation->layout->emptiesSuper() || ($isWhole && $situation->files->bundle() !== null)) {
            $stays = [];
            $replaces = false;
        } elseif ($replaces) {
            [$remove, $missing] = self::removal($situation, $stays, $incoming, $slot, $super);
        } elseif (!in_array($slot, [$situation->slots->active()], true)) {
            // A build that goes into the other slot is laid over what is there and takes its place in the end.
            $stays = array_values(array_filter($stays, static fn(array $part): bool => $part['slot'] !== $slot));
        }
        $during = self::without($replaces ? $before : $stays, $remove);
        $after = [...self::without($stays, $remove), ...$incoming];
        $unknown = $replaces && $missing === 0 ? $contents->unknown($names, $after) : [];

        return new self($super, $before, $during, $after, $remove, $missing, $unknown);
    }

    /**
     * @return list<Part>
     */
    private static function incoming(Situation $situation): array
    {
        $isPhysical =
            in_array(PackageKind::StockBundle, $situation->job->takes(), true) &&
            Layout::bundleIsPhysical($situation->sheet);
        // What is tried beside the system lies among the data.
        if ($isPhysical || $situation->job->startsImageOnce()) {
            return [];
        }
        $parts = [];
        $generic =
            $situation->files->subject()?->kind() === PackageKind::GenericImage ? $situation->files->generic() : null;
        $package = $situation->files->build() ?? $situation->files->bundle();
        $slot = $situation->files->build() !== null ? $situation->slots->ofInstall() : $situation->slots->active();
        if ($generic !== null && $situation->sheet->systemIsLogical() === true) {
            return [
                [
                    'slot' => $slot,
                    'partition' => PartitionName::System->value,
                    'bytes' => SuperContents::blocks($generic->systemBytes()),
                ],
            ];
        }
        foreach ($package->images ?? [] as $image) {
            if ($situation->sheet->partition($image->partition)?->logical === true) {
                $parts[] = [
                    'slot' => $slot,
                    'partition' => $image->partition,
                    'bytes' => SuperContents::blocks($image->sizeBytes),
                ];
            }
        }

        return $parts;
    }

    /**
     * The cheapest set that makes the incoming parts fit; of equally cheap ones the one that frees least.
     *
     * @param  list<Part>  $stays
     * @param  list<Part>  $incoming
     * @return array{list<Part>, int} the set, and what would be missing with everything gone
     */
    private static function removal(
        Situation $situation,
        array $stays,
        array $incoming,
        string $slot,
        int $super,
    ): array {
        // The maker's own images are all that their system needs; a generic one stands on most of what is there.
        $isWhole = $situation->files->subject()?->kind() === PackageKind::StockBundle;
        $costOf = static fn(array $part): ?int => $isWhole || $part['slot'] !== $slot
            ? self::LEFT_OVER
            : self::COSTS[$part['partition']] ?? null;
        $candidates = array_values(array_filter($stays, static fn(array $part): bool => $costOf($part) !== null));
        if (count($candidates) > self::MOST_CANDIDATES) {
            throw SpaceSearchError::tooManyParts(count($candidates), self::MOST_CANDIDATES);
        }
        $limit = (new SuperContents($situation))->limit($slot);
        $bytes = array_column($candidates, 'bytes');
        $inSlot = array_map(static fn(array $part): int => $part['slot'] === $slot ? $part['bytes'] : 0, $candidates);
        $costs = array_map(static fn(array $part): int => $costOf($part) ?? 0, $candidates);
        $all = array_sum(array_column([...$stays, ...$incoming], 'bytes'));
        $mine = array_sum(
            array_map(static fn(array $part): int => $part['slot'] === $slot ? $part['bytes'] : 0, [
                ...$stays,
                ...$incoming,
            ]),
        );
        $best = null;
        $least = PHP_INT_MAX;
        for ($mask = 0; $mask < 1 << count($candidates); $mask++) {
            $freed = $freedInSlot = $cost = 0;
            foreach ($bytes as $index => $size) {
                if ((($mask >> $index) & 1) === 1) {
                    $freed += $size;
                    $freedInSlot += $inSlot[$index];
                    $cost += $costs[$index];
                }
            }
            $missing = max(0, $all - $freed - $super, $mine - $freedInSlot - $limit);
            $least = min($least, $missing);
            if ($missing === 0 && ($best === null || [$cost, $freed] < $best[0])) {
                $best = [
                    [$cost, $freed],
                    array_values(
                        array_filter(
                            $candidates,
                            static fn(int $index): bool => (($mask >> $index) & 1) === 1,
                            ARRAY_FILTER_USE_KEY,
                        ),
                    ),
                ];
            }
        }

        return $best === null ? [[], $least] : [$best[1], 0];
    }

    /**
     * @param  list<Part>  $parts
     * @param  list<Part>  $gone
     * @return list<Part>
     */
    private static function without(array $parts, array $gone): array
    {
        return array_values(array_filter($parts, static fn(array $part): bool => !in_array($part, $gone, true)));
    }

    /**
     * @return array<string, mixed>
     */
    public function toArray(): array
    {
        return array_diff_key(get_object_vars($this), $this->unknown === [] ? ['unknown' => true] : []);
    }
}
