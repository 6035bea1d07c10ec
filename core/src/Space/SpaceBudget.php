<?php

declare(strict_types=1);

namespace Tornavis\Core\Space;

use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PartitionImage;
use Tornavis\Core\Phone\Layout;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\Partition;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\PartitionName;

/**
 * The images of a package against the room that a model has for them, before any plan.
 *
 * Logical partitions share super and the limit of their group; every other one has a size of its own.
 * Sizes are rounded up to whole blocks of 4096 bytes, as the layout does.
 */
final readonly class SpaceBudget
{
    private const BLOCK = 4096;

    /**
     * @param  list<array{partition: string, needBytes: int, hasBytes: int}>  $tooLarge  images that do not fit into a
     *     partition of their own
     * @param  list<array{partition: string, bytes: int}>  $logical  what the package would put into super
     * @param  int  $needBytes  their sum
     * @param  ?int  $limitBytes  what they may fill; null where the model has no super, or nobody knows how large it is
     * @param  list<string>  $unknown  partitions that an image goes into, and whose room nobody knows
     */
    private function __construct(
        public array $tooLarge,
        public array $logical,
        public int $needBytes,
        public ?int $limitBytes,
        public array $unknown,
    ) {}

    /** @param  ?string  $into  the partition that its one image goes into, where the plan and not the file says so */
    public static function of(ModelSheet $sheet, Package $package, ?string $into = null): self
    {
        $tooLarge = [];
        $logical = [];
        $unknown = [];
        foreach ($package->images as $image) {
            $stated = $image->partition !== '' ? $image->partition : (string) $package->facts->text('partition');
            $partition = $sheet->partition($into ?? $stated);
            if ($partition === null) {
                continue;
            }
            if (
                $partition->logical &&
                !($package->kind() === PackageKind::StockBundle && Layout::bundleIsPhysical($sheet))
            ) {
                $logical[] = ['partition' => $partition->name, 'bytes' => self::whole($image)];
            } elseif ($partition->sizeBytes === null) {
                $unknown[] = $partition->name;
            } elseif ($image->sizeBytes > $partition->sizeBytes) {
                $tooLarge[] = [
                    'partition' => $partition->name,
                    'needBytes' => $image->sizeBytes,
                    'hasBytes' => $partition->sizeBytes,
                ];
            }
        }

        $limit = self::limit($sheet);
        $unknown = [...$unknown, ...$logical !== [] && $limit === null ? [PartitionName::Super->value] : []];

        return new self($tooLarge, $logical, array_sum(array_column($logical, 'bytes')), $limit, $unknown);
    }

    /** Bytes that are missing in super; 0 when everything fits there. */
    public function missingBytes(): int
    {
        return $this->limitBytes === null ? 0 : max(0, $this->needBytes - $this->limitBytes);
    }

    public function fits(): bool
    {
        return $this->tooLarge === [] && $this->missingBytes() === 0;
    }

    /** The smallest group limit, or the whole of super where the sheet names no groups. */
    private static function limit(ModelSheet $sheet): ?int
    {
        $hasLogical = array_filter($sheet->partitions, static fn(Partition $p): bool => $p->logical) !== [];

        return $hasLogical ? ($sheet->superGroups === [] ? $sheet->superBytes : min($sheet->superGroups)) : null;
    }

    private static function whole(PartitionImage $image): int
    {
        return intdiv($image->sizeBytes + self::BLOCK - 1, self::BLOCK) * self::BLOCK;
    }

    /**
     * @return array<string, mixed>
     */
    public function toArray(): array
    {
        return get_object_vars($this) + ['missingBytes' => $this->missingBytes(), 'fits' => $this->fits()];
    }
}
