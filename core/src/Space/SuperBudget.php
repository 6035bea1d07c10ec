<?php

declare(strict_types=1);

namespace Tornavis\Core\Space;

use Tornavis\Core\Phone\Layout;
use Tornavis\Core\Phone\Partition;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\PartitionName;

/**
 * The room in super before, while and after the work, and what has to go so that the new images fit.
 *
 * Sizes that were not read on the phone are those of the sheet for the slot in use; of the other slot only what was
 * read counts. What neither knows is named. Sizes are whole blocks of 4096 bytes, as the layout has them.
 *
 * @phpstan-type Part array{slot: string, partition: string, bytes: int}
 */
final readonly class SuperBudget
{
    private const BLOCK = 4096;

    /** What can go, by what is lost with it: the other slot's leftovers, then what a system can do without. */
    private const COSTS = ['other' => 1, 'product' => 4, 'system_ext' => 16];

    /** Every set of them is compared, so each one more doubles the time; this many take about a second. */
    public const MOST_CANDIDATES = 18;

    /**
     * @param  list<Part>  $before
     * @param  list<Part>  $during  with what was removed gone, before the new images are there
     * @param  list<Part>  $after
     * @param  list<Part>  $remove  the cheapest set that makes it fit; empty where nothing has to go
     * @param  int  $missingBytes  what would be missing even without everything that can go
     * @param  list<string>  $unknown  partitions of the slot in use that stay, and whose size nobody knows
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
        $before = self::present($situation);
        $slot = $incoming[0]['slot'];
        $names = array_column($incoming, 'partition');
        // What is replaced gives its room to what replaces it.
        $stays = array_values(
            array_filter(
                $before,
                static fn(array $part): bool => $part['slot'] !== $slot || !in_array($part['partition'], $names, true),
            ),
        );
        $replaces = $situation->files->generic() !== null && $situation->files->build() === null;
        $remove = [];
        $missing = 0;
        if ($situation->layout->emptiesSuper()) {
            $stays = [];
        } elseif ($replaces) {
            [$remove, $missing] = self::removal($situation, $stays, $incoming, $slot, $super);
        } elseif (!in_array($slot, [$situation->slots->active()], true)) {
            // A build that goes into the other slot is laid over what is there and takes its place in the end.
            $stays = array_values(array_filter($stays, static fn(array $part): bool => $part['slot'] !== $slot));
        }
        $during = self::without($replaces ? $before : $stays, $remove);
        $after = [...self::without($stays, $remove), ...$incoming];
        $unknown = $replaces ? array_values(array_diff(self::unknown($situation), $names)) : [];

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
                    'bytes' => self::whole($generic->systemBytes()),
                ],
            ];
        }
        foreach ($package->images ?? [] as $image) {
            if ($situation->sheet->partition($image->partition)?->logical === true) {
                $parts[] = [
                    'slot' => $slot,
                    'partition' => $image->partition,
                    'bytes' => self::whole($image->sizeBytes),
                ];
            }
        }

        return $parts;
    }

    /**
     * @return list<Part>
     */
    private static function present(Situation $situation): array
    {
        $parts = [];
        foreach ($situation->sheet->slots as $slot) {
            foreach (
                array_filter($situation->sheet->partitions, static fn(Partition $p): bool => $p->logical)
                as $partition
            ) {
                $bytes = self::sizeNow($situation, $slot, $partition);
                if ($bytes !== null && $bytes > 0) {
                    $parts[] = ['slot' => $slot, 'partition' => $partition->name, 'bytes' => self::whole($bytes)];
                }
            }
        }

        return $parts;
    }

    /** What was read on the phone; of the slot in use, where it holds a system, else what the sheet says. */
    private static function sizeNow(Situation $situation, string $slot, Partition $partition): ?int
    {
        $state = $situation->state->slot($slot);
        $isInUse = $slot === $situation->slots->active() && $state->os->isComplete();

        return $state->sizeInSuper($partition->name) ?? ($isInUse ? $partition->sizeBytes : 0);
    }

    /**
     * @return list<string>
     */
    private static function unknown(Situation $situation): array
    {
        $slot = $situation->slots->active();
        $isUnknown = static fn(Partition $one): bool => $one->logical &&
            self::sizeNow($situation, $slot, $one) === null;

        return array_values(
            array_map(
                static fn(Partition $one): string => $one->name,
                array_filter($situation->sheet->partitions, $isUnknown),
            ),
        );
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
        $candidates = array_values(
            array_filter(
                $stays,
                static fn(array $part): bool => $part['slot'] !== $slot || isset(self::COSTS[$part['partition']]),
            ),
        );
        if (count($candidates) > self::MOST_CANDIDATES) {
            throw SpaceSearchError::tooManyParts(count($candidates), self::MOST_CANDIDATES);
        }
        $limit = self::limit($situation, $slot, $super);
        $bytes = array_column($candidates, 'bytes');
        $inSlot = array_map(static fn(array $part): int => $part['slot'] === $slot ? $part['bytes'] : 0, $candidates);
        $costs = array_map(
            static fn(array $part): int => $part['slot'] !== $slot
                ? self::COSTS['other']
                : self::COSTS[$part['partition']],
            $candidates,
        );
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

    private static function limit(Situation $situation, string $slot, int $super): int
    {
        foreach ($situation->sheet->superGroups as $name => $bytes) {
            if (str_ends_with($name, "_{$slot}")) {
                return $bytes;
            }
        }

        return $situation->sheet->superGroups === [] ? $super : min($situation->sheet->superGroups);
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

    private static function whole(int $bytes): int
    {
        return intdiv($bytes + self::BLOCK - 1, self::BLOCK) * self::BLOCK;
    }

    /**
     * @return array<string, mixed>
     */
    public function toArray(): array
    {
        return array_diff_key(get_object_vars($this), $this->unknown === [] ? ['unknown' => true] : []);
    }
}
