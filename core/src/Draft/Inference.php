<?php

declare(strict_types=1);

namespace Tornavis\Core\Draft;

use Tornavis\Core\Fact\Grade;
use Tornavis\Core\Phone\RecoveryHome;
use Tornavis\Core\Reading\Form\PartitionListing;
use Tornavis\Core\Words\PartitionName;

/**
 * What follows from fields that were read, where nothing was read of the field itself. Each is marked as inferred, with
 * what it follows from.
 *
 * Source of the rules: the open platform's layouts by the release that a model was launched with. Super came with api
 * 29; from api 31 on a recovery without a partition of its own lies in the vendor's boot image. Verification headers in
 * a partition of their own came with api 26, and nearly all models have them from api 28 on.
 */
final class Inference
{
    private const API_OF_SUPER = 29;

    private const API_OF_VENDOR_RAMDISK = 31;

    private const API_OF_VERIFICATION = 28;

    /** @var array<string, DraftField> */
    private array $fields;

    /** @var array<string, true> fields that follow from others */
    private array $inferred = [];

    /**
     * @param  array<string, DraftField>  $read  by field
     */
    private function __construct(array $read)
    {
        $this->fields = $read;
    }

    /**
     * @param  array<string, DraftField>  $read  by field
     * @return array<string, DraftField> with what follows from them
     */
    public static function from(array $read): array
    {
        $of = new self($read);
        $of->inferSlots();
        $of->inferLayout();
        $of->inferRecoveryHome();
        $of->inferPartitions();
        $of->inferVerification();
        $of->infer('pcFlash', false, [], 'Most phones take images from a computer in their bootloader.');

        return $of->fields;
    }

    private function inferSlots(): void
    {
        $two = $this->first(
            fn(string $field): bool => str_ends_with($field, '.perSlot') && $this->value($field) === true,
        );
        if ($two !== null) {
            $this->infer('slots', 2, [$two], 'A partition is there for each slot.');
        }
    }

    private function inferLayout(): void
    {
        $groups = $this->first(static fn(string $field): bool => str_starts_with($field, 'superGroups.'));
        $logical = $this->first(
            fn(string $field): bool => str_ends_with($field, '.logical') && $this->value($field) === true,
        );
        $api = $this->value('launchApi');
        $super = $this->value('superBytes') === null ? null : 'superBytes';
        $inSuper = $super ?? ($logical ?? $groups);
        if ($inSuper !== null && is_int($api) && $api < self::API_OF_SUPER) {
            $this->infer(
                'dynamicLayout',
                'retrofit',
                [$inSuper, 'launchApi'],
                'It was launched before phones had super, and has one now.',
            );
        }
        if ($inSuper !== null) {
            $this->infer('dynamicLayout', 'native', [$inSuper], 'It has super.', is_int($api));
        }
        $isPhysical = $this->value('partitions.system.logical') === false;
        if ($isPhysical) {
            $this->infer(
                'dynamicLayout',
                'none',
                ['partitions.system.logical'],
                'System is a partition of its own.',
                true,
            );
        }
        if (is_int($api) && $api >= self::API_OF_SUPER) {
            $this->infer('dynamicLayout', 'native', ['launchApi'], 'Every model launched since api 29 has super.');
        }
    }

    private function inferRecoveryHome(): void
    {
        $slots = $this->value('slots');
        $api = $this->value('launchApi');
        if ($this->has('partitions.recovery.')) {
            $this->infer(
                'recoveryHome',
                RecoveryHome::Own->value,
                [(string) $this->first(static fn(string $one): bool => str_starts_with($one, 'partitions.recovery.'))],
                'It has a partition of its own for the recovery.',
                true,
            );
        } elseif ($slots === 1) {
            $this->infer(
                'recoveryHome',
                RecoveryHome::Own->value,
                ['slots'],
                'A phone with one slot has one of its own.',
                outranksHint: true,
            );
        } elseif ($slots === 2 && $this->has('partitions.vendor_boot.') && is_int($api)) {
            $home = $api >= self::API_OF_VENDOR_RAMDISK ? RecoveryHome::VendorBoot : RecoveryHome::Boot;
            $this->infer(
                'recoveryHome',
                $home->value,
                ['slots', 'launchApi'],
                "It has no partition recovery, and was launched with api {$api}.",
            );
        } elseif ($slots === 2 && is_int($api) && $api < self::API_OF_VENDOR_RAMDISK) {
            $this->infer(
                'recoveryHome',
                RecoveryHome::Boot->value,
                ['slots', 'launchApi'],
                "It has two slots and was launched with api {$api}.",
            );
        }
    }

    /** The first field of a partition that was read from a listing; null where no listing names it. */
    private function listed(string $partition): ?string
    {
        return $this->first(
            fn(string $field): bool => str_starts_with($field, "partitions.{$partition}.") &&
                in_array(PartitionListing::ID, array_column($this->fields[$field]->sources, 'form'), true),
        );
    }

    /**
     * Whether a listing reaches from the first partitions to the last, by name and by number: the data is the last one
     * on nearly every phone, and the vendor's comes by name behind those for verification headers.
     */
    private function isListedWhole(): bool
    {
        $ends = ['boot', 'userdata', PartitionName::Vendor->value];

        return array_filter($ends, fn(string $one): bool => $this->listed($one) === null) === [];
    }

    /** A listing names every partition; where none is for verification headers, the phone has none. */
    private function inferVerification(): void
    {
        $isThere = $this->first(
            static fn(string $field): bool => str_starts_with($field, 'partitions.' . SheetDocument::VERIFICATION),
        );
        $api = $this->value('launchApi');
        if ($isThere !== null) {
            $this->infer('verification', true, [$isThere], 'It has a partition for verification headers.', true);
        } elseif ($this->isListedWhole()) {
            $this->infer(
                'verification',
                false,
                [(string) $this->listed('boot')],
                'The listing of its partitions shows none for them.',
                true,
            );
        } elseif (is_int($api)) {
            $this->infer(
                'verification',
                $api >= self::API_OF_VERIFICATION,
                ['launchApi'],
                "Most phones launched with api {$api} are so.",
            );
        }
    }

    /** Where the recovery lives is a partition, and so is super. */
    private function inferPartitions(): void
    {
        $home = $this->value('recoveryHome');
        if (is_string($home) && !$this->has("partitions.{$home}.")) {
            $this->infer("partitions.{$home}.name", $home, ['recoveryHome'], 'The recovery lives there.');
        }
        if ($this->value('slots') !== 1) {
            return;
        }
        foreach (array_keys($this->fields) as $field) {
            if (str_ends_with($field, '.perSlot') && $this->value($field) === true) {
                $this->fields[$field] = new DraftField($field, false, [], Grade::Derived, 'The phone has one slot.');
            }
        }
    }

    private function has(string $prefix): bool
    {
        return $this->first(static fn(string $field): bool => str_starts_with($field, $prefix)) !== null;
    }

    /**
     * @param  \Closure(string): bool  $fits
     */
    private function first(\Closure $fits): ?string
    {
        foreach (array_keys($this->fields) as $field) {
            if ($fits($field)) {
                return $field;
            }
        }

        return null;
    }

    /**
     * @return string|int|bool|list<string>|null
     */
    private function value(string $field): string|int|bool|array|null
    {
        return $this->fields[$field]->value ?? null;
    }

    /**
     * @param  list<string>  $from  fields that it follows from
     */
    private function infer(
        string $field,
        string|int|bool $value,
        array $from,
        string $why,
        bool $isCertain = false,
        bool $outranksHint = false,
    ): void {
        $read = $this->fields[$field] ?? null;
        $sources = array_merge(
            ...array_map(fn(string $one): array => array_slice($this->fields[$one]->sources ?? [], 0, 1), $from),
        );
        if ($read?->grade === Grade::Stated && $read->value === $value) {
            // Whatever states it, something else speaks for it too.
            $all = [...$read->sources, ...$sources];
            $this->fields[$field] = new DraftField($field, $value, $all, Grade::Stated, $why);

            return;
        }
        // What follows for certain outranks what a file only hints at.
        $isOnlyHint = $read?->grade === Grade::Guessed && !isset($this->inferred[$field]);
        if ($read !== null && !($isOnlyHint && ($isCertain || $outranksHint))) {
            return;
        }
        $this->inferred[$field] = true;
        $grade = $isCertain ? Grade::Derived : Grade::Guessed;
        $this->fields[$field] = new DraftField($field, $value, $sources, $grade, $why);
    }
}
