<?php

declare(strict_types=1);

namespace Tornavis\Core\Phone;

use Tornavis\Core\Words\Encryption;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\PartitionName;
use Tornavis\Core\Words\Slot;
use Tornavis\Core\Words\SystemState;
use Tornavis\Core\Words\Version;

/**
 * Whether a slot would start, judged from what is known about it.
 *
 * A practitioner's knowledge in four questions: is the system whole, do the start images belong to it,
 * is the firmware new enough, can it read the data partition.
 */
final class BootCheck
{
    /** Why the slot would not start its system, in a clause; null when it would. */
    public static function obstacle(State $state, ModelSheet $sheet, string $slot): ?string
    {
        if ($state->slot($slot)->firmwareIsInPart) {
            return 'its firmware was written only in part';
        }
        $system = $state->slot($slot)->os;
        if (!$system->isComplete()) {
            return match ($system->state) {
                SystemState::Incomplete => 'its system was written only in part',
                SystemState::None => 'it holds no system',
                default => 'it is not known whether it holds a system',
            };
        }
        $failed = $state->slot($slot)->os->failedAs;
        if ($failed !== null && $failed === self::likeness($state->values(), $slot)) {
            return 'it was seen not to start, and nothing has changed since';
        }
        // A generic image stands on the start images of the build that was there before it.
        $build = $state->slot($slot)->os->base ?? $state->slot($slot)->os->buildId;
        $refused = Verification::refuses($state, $sheet, $slot);
        if ($refused !== null) {
            return "verification is on and refuses its {$refused}";
        }
        foreach ($sheet->startPartitions() as $partition) {
            $owner = $state->slot($slot)->image($partition);
            $isKernel =
                $partition === PartitionName::Boot->value && in_array($owner, self::namesOfKernel($state, $slot), true);
            if ($owner !== null && $owner !== $build && !$isKernel) {
                return "its {$partition} image belongs to {$owner}";
            }
        }
        $needed = $state->slot($slot)->os->firmwareMin;
        $firmware = $state->slot($slot)->firmware;
        if ($needed !== null && ($firmware === null || $firmware->olderThan($needed))) {
            return 'its firmware ' . ($firmware ?? 'is unknown and') . ' is below ' . $needed;
        }
        $vendorNeeded = $state->slot($slot)->os->vendorMin;
        $vendor = $state->slot($slot)->vendor;
        if ($vendorNeeded !== null && ($vendor === null || $vendor->olderThan($vendorNeeded))) {
            return 'its vendor ' . ($vendor ?? 'is unknown and') . ' is below ' . $vendorNeeded;
        }
        if ($state->data()->unreadable === true) {
            return 'the data was not formatted for the new layout';
        }

        return self::dataObstacle($state, $slot);
    }

    /**
     * @return list<string> what the owner of a boot image is called that the kernel of the slot came in
     */
    private static function namesOfKernel(State $state, string $slot): array
    {
        $name = $state->slot($slot)->kernelName;

        return $name === null ? [] : [$name, trim("{$name} {$state->slot($slot)->kernelVersion}")];
    }

    /** Why the system of a slot would not get at the data, in a clause; null when it would. */
    private static function dataObstacle(State $state, string $slot): ?string
    {
        $data = $state->data();
        $os = $state->slot($slot)->os;
        if ($data->empty === true) {
            return null;
        }
        if ($data->writtenBy !== null && $data->writtenBy !== $os->family) {
            return "only {$data->writtenBy} can read the data";
        }
        if ($data->writtenSigner !== null && $os->signer !== null && $data->writtenSigner !== $os->signer) {
            return 'it is signed by other keys than the system that has used the data';
        }
        if ($data->encryption === Encryption::None) {
            return null;
        }
        if (self::isOlder($os->release, $data->writtenRelease)) {
            return "its release {$os->release} does not get the keys that release {$data->writtenRelease} has used";
        }

        return self::isOlder($os->patchLevel, $data->writtenPatchLevel)
            ? "its patch level {$os->patchLevel} does not get the keys that {$data->writtenPatchLevel} has used"
            : null;
    }

    private static function isOlder(?string $one, ?string $other): bool
    {
        return $one !== null && $other !== null && Version::of($one)->olderThan(Version::of($other));
    }

    /**
     * The state with what its mode shows: a phone that loops or hangs has been seen not to start from the slot in
     * use.
     */
    public static function asSeen(State $state, ModelSheet $sheet): State
    {
        $slot = $state->activeSlot() ?? $sheet->slots[0];
        $fails =
            in_array($state->mode(), [Mode::BootLoop, Mode::Stuck], true) && $state->slot($slot)->os->failedAs === null;

        $state = $fails
            ? $state->with([StateField::OsFailedAs->in($slot) => self::likeness($state->values(), $slot)])
            : $state;

        return $state->with(self::usedBy($state, $slot));
    }

    /**
     * The release and patch level that have used the data, and the services that it was set up with, where nobody
     * wrote them down: those of the system in use, where the data is its own.
     *
     * @return array<string, string>
     */
    public static function usedBy(State $state, string $slot): array
    {
        $os = $state->slot($slot)->os;
        if ($state->data()->empty === true || $os->family === null || $state->data()->writtenBy !== $os->family) {
            return [];
        }

        // A run writes the release down; what it left open of the services is then not that of the system in use, which
        // may have come as an update.
        $services = $state->data()->writtenRelease === null ? $os->services : null;

        return array_filter(
            [
                StateField::DataWrittenRelease->value => $state->data()->writtenRelease ?? $os->release,
                StateField::DataWrittenPatchLevel->value => $state->data()->writtenPatchLevel ?? $os->patchLevel,
                StateField::DataWrittenSigner->value => $state->data()->writtenSigner ?? $os->signer,
                StateField::DataServices->value => $state->text(StateField::DataServices) ?? $services,
            ],
            static fn(?string $value): bool => $value !== null,
        );
    }

    /** Why the recovery of a slot would not come up; null when it would. */
    public static function recoveryObstacle(State $state, ModelSheet $sheet, string $slot): ?string
    {
        return match (true) {
            self::recoveryHasRun($state, $slot) => null,
            Verification::refusesToLoad($state, $sheet, $slot) !== null
                => 'Verification is on and would not let the recovery start.',
            $state->slot($slot)->recoveryFamily === null => Slot::named($slot) . ' holds no recovery to start.',
            !self::startImagesBelongTogether($state, $sheet, $slot) => 'The images beside the recovery' .
                Slot::phrase('in', $slot) .
                ' belong to different builds; it would not start.',
            default => null,
        };
    }

    /** Whether the recovery was seen to run and nothing that it starts from was written since. */
    private static function recoveryHasRun(State $state, string $slot): bool
    {
        return $state->slot($slot)->recoveryRanAs === self::recoveryLikeness($state->values(), $slot);
    }

    /**
     * A recovery that lives beside the system brings no kernel of its own; the slot's kernel and device tree must be a
     * pair. One with a partition of its own brings them along. Where its publisher lists the images to be written
     * before it, it needs those. An image of which nobody knows whose it is counts for none.
     */
    private static function startImagesBelongTogether(State $state, ModelSheet $sheet, string $slot): bool
    {
        if ($sheet->recoveryHome === RecoveryHome::Own) {
            return true;
        }
        $owners = array_map(
            static fn(string $partition): ?string => $state->slot($slot)->image($partition),
            self::startImagesOfRecovery($state, $sheet, $slot),
        );

        return count(array_unique(array_filter($owners, is_string(...)))) <= 1;
    }

    /**
     * The partitions beside the recovery's own that it starts with.
     *
     * @return list<string>
     */
    private static function startImagesOfRecovery(State $state, ModelSheet $sheet, string $slot): array
    {
        $beside = $sheet->startPartitionsBesideRecovery();
        $listed = $state->slot($slot)->recoveryNeeds;

        return $listed === [] ? $beside : array_values(array_intersect($beside, $listed));
    }

    /**
     * What a slot starts from, in short: the same text as long as nothing of it was changed.
     *
     * @param  array<string, mixed>  $values  of a state, by name
     */
    public static function likeness(array $values, string $slot): string
    {
        $isPart = static fn(string $name): bool => $name !== StateField::OsFailedAs->in($slot) &&
            preg_match(
                "/^slot\\.{$slot}\\.(os|image|kernel|firmware|vendor|verification|root|layout)\\b" .
                    '|^data\.(empty|writtenBy|fromSet)$/',
                $name,
            ) === 1;

        return self::sumOf(array_filter($values, $isPart, ARRAY_FILTER_USE_KEY));
    }

    /**
     * What the recovery of a slot starts from, in short. What it can is learned when it runs, and no part of it.
     *
     * @param  array<string, mixed>  $values  of a state, by name
     */
    public static function recoveryLikeness(array $values, string $slot): string
    {
        $pattern =
            "/^slot\\.{$slot}\\.(image|kernel|firmware|vendor|verification|root|layout)\\b" .
            "|^slot\\.{$slot}\\.recovery\\.(family|version)$/";
        $isPart = static fn(string $name): bool => preg_match($pattern, $name) === 1;

        return self::sumOf(array_filter($values, $isPart, ARRAY_FILTER_USE_KEY));
    }

    /**
     * @param  array<string, mixed>  $parts  by name; what is not known counts for nothing
     */
    private static function sumOf(array $parts): string
    {
        ksort($parts);

        return substr(
            hash(
                'sha256',
                json_encode(
                    array_filter($parts, static fn(mixed $value): bool => $value !== null),
                    JSON_THROW_ON_ERROR,
                ),
            ),
            0,
            16,
        );
    }

    public static function starts(State $state, ModelSheet $sheet, string $slot): bool
    {
        return self::obstacle($state, $sheet, $slot) === null;
    }
}
