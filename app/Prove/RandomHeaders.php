<?php

declare(strict_types=1);

namespace App\Prove;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\Unit;
use Tornavis\Core\Words\PackageKind;

/**
 * Verification headers where the demo world has none or one: in models whose recovery lives in vendor boot, and in a
 * second partition; and the images that switch them off.
 */
final readonly class RandomHeaders
{
    private const MORE_PERCENT = 30;

    private const IMAGES_PERCENT = 45;

    public function __construct(private Dice $dice) {}

    /** Where it checks its images, most bootloaders only warn of those that they do not know. */
    public function of(ModelSheet $sheet): ModelSheet
    {
        $document = $sheet->toArray();
        $headers = $sheet->verificationPartitions();
        if ($sheet->dynamicLayout === 'native' && $this->dice->chance(self::MORE_PERCENT)) {
            $name = $headers === [] ? 'verify' : 'verify_system';
            $row = ['name' => $name, 'sizeBytes' => 65_536, 'perSlot' => $sheet->hasTwoSlots(), 'verification' => true];
            /** @var list<array<string, mixed>> $rows */
            $rows = $document['partitions'];
            $document['partitions'] = [...$rows, $row];
            $headers[] = $name;
        }
        $does = $this->dice->one(['warns', 'warns', 'refuses']);

        return $headers === [] ? $sheet : ModelSheet::kept(['unverified' => $does] + $document);
    }

    /** Nobody has written down what its bootloader does. */
    public function unstated(ModelSheet $sheet): ModelSheet
    {
        return $sheet->unverified === null
            ? $sheet
            : ModelSheet::kept(array_diff_key($sheet->toArray(), ['unverified' => true]));
    }

    /**
     * The verification images of the shelf as if they were made for this phone, now and then all but one of them.
     *
     * @param  list<Package>  $shelf
     * @return list<Package>
     */
    public function images(array $shelf, ModelSheet $sheet, Unit $unit): array
    {
        $files = array_values(
            array_filter($shelf, static fn(Package $one): bool => $one->kind() === PackageKind::VerificationImage),
        );
        $headers = $sheet->verificationPartitions();
        if ($headers === [] || !$this->dice->chance(self::IMAGES_PERCENT)) {
            return [];
        }
        $state = $unit->state();
        $firmware = $state->slot($state->activeSlot() ?? $sheet->slots[0])->firmware?->text;
        $images = [];
        foreach (array_slice($files, 0, count($headers)) as $index => $file) {
            $images[] = $file->withFacts(
                Fact::of(Field::CODENAMES, [$sheet->codename], Source::Settled, 'drawn'),
                Fact::of(Field::PARTITION, $headers[$index], Source::Settled, 'drawn'),
                Fact::of(Field::PART_OF, $firmware ?? '1.0', Source::Settled, 'drawn'),
            );
        }

        return $this->dice->chance(85) ? $images : array_slice($images, 1);
    }
}
