<?php

declare(strict_types=1);

namespace Tornavis\Core\Draft;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Grade;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\RecoveryHome;
use Tornavis\Core\Reading\PrintedLine;
use Tornavis\Core\Reading\SlotText;
use Tornavis\Core\Reading\Statement;
use Tornavis\Core\Reading\StatementKind;
use Tornavis\Core\Words\PackageKind;

/**
 * What a file says of the model that it was made for, as statements like those of a text: the line is the part of the
 * file and what stands there.
 *
 * @phpstan-import-type Told from Statement
 */
final class FileStatements
{
    /** @var list<Statement> */
    private array $statements = [];

    private function __construct(private readonly Package $package) {}

    /**
     * @return list<Statement>
     */
    public static function of(Package $package): array
    {
        $of = new self($package);
        $of->tellCodename();
        $of->tellSuper();
        $of->tellPartitions();
        $of->tellRecovery();
        $of->tellFurther();

        return $of->statements;
    }

    /** Whether a file is for another phone than the one with this codename, so that it says nothing of it. */
    public static function isForeign(Package $package, string $codename): bool
    {
        $codenames = array_map(strtolower(...), $package->facts->list(Field::CODENAMES));

        return $codenames !== [] && !in_array(strtolower($codename), $codenames, true);
    }

    private function tellCodename(): void
    {
        $fact = $this->package->facts->best(Field::CODENAMES);
        $names = $this->package->facts->list(Field::CODENAMES);
        if ($fact === null) {
            return;
        }
        foreach ($names as $name) {
            $weight = count($names) === 1 ? Statement::USUAL : Statement::HINT;
            $this->tell('codename', $name, $fact, $weight);
        }
    }

    private function tellSuper(): void
    {
        $size = $this->package->facts->best(Field::SUPER_SIZE);
        if ($size !== null && is_int($size->value)) {
            $this->tell('superBytes', $size->value, $size);
        }
        $groups = $this->package->facts->best(Field::GROUPS);
        if ($groups !== null) {
            $this->tellGroups($groups);
        }
        $logical = $this->package->facts->best(Field::LOGICAL);
        if ($logical !== null) {
            $this->tellLogical($logical, $size === null);
        }
    }

    /** A row of the list is "name limit-in-bytes"; a limit of 0 is none. */
    private function tellGroups(Fact $groups): void
    {
        foreach ($this->package->facts->list(Field::GROUPS) as $row) {
            [$name, $limit] = explode(' ', $row) + ['', '0'];
            if ($limit !== '0') {
                $this->tell("superGroups.{$name}.maximumBytes", (int) $limit, $groups, Statement::USUAL);
            }
        }
    }

    /**
     * A row of the list is "name bytes group".
     *
     * @param  bool  $isOfUpdate  an update names a partition once for both slots
     */
    private function tellLogical(Fact $logical, bool $isOfUpdate): void
    {
        foreach ($this->package->facts->list(Field::LOGICAL) as $row) {
            [$device, $bytes] = explode(' ', $row) + ['', '0'];
            [$name, $slot] = SlotText::split($device);
            $this->tell("partitions.{$name}.logical", true, $logical);
            if ($slot !== null || $isOfUpdate) {
                $this->tell("partitions.{$name}.perSlot", true, $logical);
            }
            if ($bytes !== '0') {
                $this->tell("partitions.{$name}.sizeBytes", (int) $bytes, $logical, Statement::USUAL);
            }
        }
    }

    private function tellPartitions(): void
    {
        $writes = $this->package->facts->best(Field::WRITES);
        if ($writes === null) {
            return;
        }
        $isPayload = $this->package->facts->best(Field::PAYLOAD_VERSION) !== null;
        if ($isPayload) {
            $this->tell('slots', 2, $writes);
        } elseif ($this->package->kind() === PackageKind::Build) {
            // Builds for two slots come as payloads.
            $this->tell('slots', 1, $writes, Statement::HINT);
        }
        foreach ($this->package->facts->list(Field::WRITES) as $device) {
            [$name, $slot] = SlotText::split($device);
            if (preg_match('/^[A-Za-z0-9_-]{2,36}$/', $name) !== 1 || $name === 'super') {
                continue;
            }
            if ($isPayload || $slot !== null) {
                $this->tell("partitions.{$name}.perSlot", true, $writes);
            }
            // That it is there is known. An image is never larger than its partition, and may be much smaller.
            $this->tell("partitions.{$name}.name", $name, $writes);
            if ($this->package->kind() === PackageKind::Firmware) {
                $this->tell("partitions.{$name}.firmware", true, $writes);
            }
        }
    }

    private function tellRecovery(): void
    {
        $ramdisk = $this->package->facts->best(Field::HAS_RECOVERY_RAMDISK);
        $partition = $this->package->facts->best(Field::PARTITION);
        $home = RecoveryHome::tryFrom($partition?->text() ?? '');
        // A recovery of its own partition is a boot image too: only that of the vendor shows where it lives by itself.
        $isShown = $home === RecoveryHome::VendorBoot || $partition?->grade() !== Grade::Guessed;
        if ($ramdisk !== null && $ramdisk->value === true && $home !== null) {
            $this->tell('recoveryHome', $home->value, $ramdisk, $isShown ? Statement::USUAL : Statement::HINT);
        }
    }

    private function tellFurther(): void
    {
        $architecture = $this->package->facts->best(Field::ARCHITECTURE);
        if ($architecture !== null && $this->package->kind() === PackageKind::Build) {
            $this->tell('architecture', $architecture->value, $architecture, Statement::USUAL);
        }
        $fileSystem = $this->package->facts->best(Field::FILE_SYSTEM);
        if ($fileSystem !== null && is_string($fileSystem->value)) {
            $this->tell('fileSystems', [$fileSystem->value], $fileSystem, Statement::USUAL);
        }
    }

    /**
     * @param  Told|null  $value
     */
    private function tell(
        string $field,
        string|int|bool|array|null $value,
        Fact $fact,
        int $weight = Statement::SURE,
    ): void {
        if ($value === null) {
            return;
        }
        $isStated = in_array($fact->source, [Source::Card, Source::Typed, Source::Assumed], true);
        $form = $fact->where === '' ? 'file' : $fact->where;
        $this->statements[] = new Statement(
            StatementKind::Model,
            $field,
            $value,
            new PrintedLine(0, "{$fact->name}: {$fact->text()}", $this->package->name()),
            $form,
            $isStated ? min($weight, Statement::USUAL) : $weight,
            $fact->source,
        );
    }
}
