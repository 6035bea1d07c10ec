<?php

declare(strict_types=1);

namespace App\Prove;

use Random\Engine\Mt19937;
use Random\Randomizer;
use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Package\Container;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\Backup;
use Tornavis\Core\Phone\Layout;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\Unit;
use Tornavis\Core\Situation\HouseRules;
use Tornavis\Core\Situation\Job\Job;
use Tornavis\Core\Situation\KitSuggestion;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Situation\Stock;
use Tornavis\Core\Situation\Workplace;
use Tornavis\Core\Words\Intent;
use Tornavis\Core\Words\LossClass;
use Tornavis\Core\Words\PackageKind;

/**
 * Makes random phones, kits and wishes after the sheets and files of a bench; the same seed gives the same ones.
 */
final readonly class RandomBench
{
    private const AT = '2026-09-20T12:00:00Z';

    private const INTENTS = [
        Intent::Fresh,
        Intent::UpdateInPlace,
        Intent::SwitchBuild,
        Intent::Kernel,
        Intent::Recovery,
        Intent::AddOn,
        Intent::RestoreBackup,
        Intent::BackToStock,
        Intent::RemoveSecond,
        Intent::Unlock,
        Intent::GenericImage,
        Intent::TrialBeside,
        Intent::BringBack,
    ];

    /** OS family → what it is called in builds, whether it is the maker's own. */
    private const SYSTEMS = ['Maker OS' => true, 'Saltern' => false, 'Driftglass' => false, 'Lamplight' => false];

    private Randomizer $dice;

    /**
     * @param  list<ModelSheet>  $sheets
     * @param  list<Package>  $shelf
     */
    public function __construct(private array $sheets, private array $shelf, int $seed)
    {
        $this->dice = new Randomizer(new Mt19937($seed));
    }

    public function next(): Situation
    {
        $sheet = $this->one($this->sheets);
        $intent = $this->one(
            array_values(
                array_filter(
                    self::INTENTS,
                    fn(Intent $one): bool => $this->isPossible($one, $sheet) || $this->chance(15),
                ),
            ),
        );
        $unit = $this->unit($sheet, $intent);
        $house = new HouseRules(
            $this->one([30, 50, 60, 80]),
            $this->one([10, 20, 40]),
            $this->one(['spare', 'active']),
            $this->one(['before', 'after']),
            $this->one(['when-needed', 'always']),
            $this->one(['stable', 'newest']),
            $this->one(['sideload', 'sideload', 'sideload', 'storage']),
            $this->one(['along', 'keep']),
        );

        return new Situation(
            $sheet,
            $unit,
            $this->kit($sheet, $unit, $intent, $house),
            $intent,
            self::AT,
            $house,
            shelf: $this->shelf,
            codenames: array_map(static fn(ModelSheet $s): string => $s->codename, $this->sheets),
            workplace: new Workplace($this->chance(5) ? '4.5.0' : '4.6.1', ['4.5.0' => 'Lists phones as absent.']),
        );
    }

    /** Whether the shelf holds anything for an intent on a model; the others are drawn seldom. */
    private function isPossible(Intent $intent, ModelSheet $sheet): bool
    {
        if ($intent === Intent::GenericImage) {
            return $sheet->architecture === 'arm64';
        }
        $kind = match ($intent) {
            Intent::Fresh, Intent::SwitchBuild, Intent::UpdateInPlace => PackageKind::Build,
            Intent::Kernel => PackageKind::Kernel,
            Intent::Recovery => PackageKind::Recovery,
            Intent::BackToStock => PackageKind::StockBundle,
            Intent::RemoveSecond => PackageKind::Remover,
            default => null,
        };

        return $kind === null ||
            array_filter(
                $this->shelf,
                static fn(Package $p): bool => $p->kind() === $kind &&
                    array_intersect($p->facts->list(Field::CODENAMES), [$sheet->codename, ...$sheet->aliases]) !== [],
            ) !== [];
    }

    private function unit(ModelSheet $sheet, Intent $intent): Unit
    {
        $variant = $this->one($sheet->variants);
        $active = $this->one($sheet->slots);
        $values = [
            'mode' => $this->chance(96)
                ? $this->one(['system', 'system', 'system', 'recovery', 'bootloader', 'off'])
                : $this->one(['boot-loop', 'stuck', 'dead', 'locked-out']),
            'serial' => 'RND' . $this->dice->getInt(100_000, 999_999),
            'variant.model' => $variant->model,
            'variant.chipset' => $variant->chipset,
            'bootloader.unlocked' => $this->chance($intent === Intent::Unlock ? 15 : 94),
            'bootloader.unlockAllowed' => $this->chance(50),
            'bootloader.lockGuard' => $this->chance(3),
            'bootloader.waitStarted' => $this->one([null, '2026-09-01T09:00:00Z', '2026-09-18T09:00:00Z']),
            'slot.active' => $active,
            'battery.percent' => $this->dice->getInt(5, 100),
            'battery.condition' => $this->chance(97) ? 'sound' : 'swollen',
            'locks.screen' => $this->chance(30),
            'locks.accounts' => $this->chance(30),
            'debugging.allowed' => true,
            'debugging.authorised' => true,
            'card.present' => $this->chance(20),
            'card.freeBytes' => $this->one([0, 8 << 30, 16 << 30]),
            'data.fileSystem' => $this->one($sheet->fileSystems),
            'data.encryption' => $this->one($sheet->encryptions),
            'data.empty' => false,
            'data.freeBytes' => $this->one([1 << 30, 20 << 30, 40 << 30]),
            'bootloader.rollbackIndex' =>
                $sheet->rollbackIndex === null
                    ? null
                    : $this->one([$sheet->rollbackIndex, $sheet->rollbackIndex - 1, $sheet->rollbackIndex + 1]),
            'data.usedBytes' => $this->dice->getInt(0, 20) << 30,
        ];
        foreach (LossClass::cases() as $class) {
            $values["data.holds.{$class->value}"] = $this->chance(30);
        }
        foreach ($sheet->slots as $slot) {
            $values += $this->slot($sheet, $slot, $slot === $active, $intent);
        }
        $values['data.writtenBy'] = $values["slot.{$active}.os.family"] ?? null;
        if ($values['mode'] === 'system' && !isset($values["slot.{$active}.os.family"])) {
            $values['mode'] = 'bootloader';
        }
        if ($values['mode'] === 'recovery' && !isset($values["slot.{$active}.recovery.family"])) {
            $values['mode'] = 'bootloader';
        }
        if ($intent === Intent::BringBack && $this->chance(80)) {
            // Left in the middle: outside its system, now and then with a system half written or with its data erased.
            $values['mode'] = $this->one([
                'bootloader',
                isset($values["slot.{$active}.recovery.family"]) ? 'recovery' : 'bootloader',
            ]);
            $values['data.empty'] = $this->chance(40);
            if ($values['mode'] === 'bootloader' && $this->chance(60)) {
                $values["slot.{$active}.os.state"] = 'incomplete';
                $values = array_filter(
                    $values,
                    static fn(string $name): bool => preg_match("/^slot\\.{$active}\\.(image|recovery)\\./", $name) !==
                        1,
                    ARRAY_FILTER_USE_KEY,
                );
            }
        }
        if (
            $values['mode'] === 'bootloader' &&
            $this->chance(15) &&
            ($sheet->pcFlash || $sheet->dynamicLayout === 'native')
        ) {
            $values['mode'] = $sheet->pcFlash ? 'download' : 'userspace-bootloader';
        }
        if (
            $values['mode'] === 'recovery' &&
            in_array('sideload', (array) ($values["slot.{$active}.recovery.abilities"] ?? []), true) &&
            $this->chance(20)
        ) {
            $values['mode'] = 'sideload';
        }
        if ($sheet->secondSystem && $this->chance(75)) {
            $values['second.family'] = 'Lamplight';
            $values['second.version'] = '9';
        }
        foreach (array_keys($values) as $name) {
            // Now and then something has not been seen yet.
            if (
                $this->chance(2) &&
                !in_array($name, ['mode', 'serial', 'slot.active'], true) &&
                !str_contains($name, '.recovery.') &&
                !str_contains($name, '.os.') &&
                !str_contains($name, '.image.')
            ) {
                unset($values[$name]);
            }
        }
        $facts = [];
        foreach ($values as $name => $value) {
            $facts[] = Fact::of($name, $value, Source::Phone, 'drawn', self::AT);
        }

        return new Unit('RANDOM', $sheet->codename, $facts, $this->backups($values, $active));
    }

    /**
     * @return array<string, string|bool|int|list<string>|null>
     */
    private function slot(ModelSheet $sheet, string $slot, bool $active, Intent $intent): array
    {
        $firmware = $this->firmwares($sheet);
        $at = "slot.{$slot}";
        $values = ["{$at}.firmware.version" => $this->one($firmware), "{$at}.os.state" => 'none'];
        $region = $this->one([null, 'EU', 'IN']);
        if ($region !== null) {
            $values["{$at}.firmware.region"] = $region;
        }
        if ($sheet->partition('vendor') !== null && !$sheet->hasTwoSlots()) {
            $values["{$at}.vendor.version"] = $this->one(['9.2', '9.4', '10.0']);
            $values["{$at}.vendor.channel"] = $this->one(['stable', 'developer']);
        }
        if ($sheet->verificationPartitions() !== [] && $this->chance(60)) {
            $values["{$at}.verification.on"] = $this->chance(50);
        }
        if ($sheet->dynamicLayout === 'retrofit' && $this->chance(30)) {
            $values["{$at}.layout"] = $this->one([Layout::OLD, Layout::DYNAMIC]);
        }
        if (!$active && $this->chance(25)) {
            return $values;
        }
        $families = array_keys(self::SYSTEMS);
        if ($intent === Intent::UpdateInPlace && $this->chance(75)) {
            $families =
                array_values(
                    array_unique(
                        array_filter(
                            array_map(
                                static fn(Package $p): ?string => $p->kind() === PackageKind::Build &&
                                array_intersect($p->facts->list(Field::CODENAMES), [
                                    $sheet->codename,
                                    ...$sheet->aliases,
                                ]) !== []
                                    ? $p->facts->text(Field::FAMILY)
                                    : null,
                                $this->shelf,
                            ),
                            static fn(?string $f): bool => $f !== null,
                        ),
                    ),
                ) ?:
                $families;
        }
        $family = $this->one($families);
        $version = $this->one(
            $intent === Intent::UpdateInPlace ? ['9.3', '9.3', '13.0', '14.0'] : ['9.3', '14.0', '15.1'],
        );
        $build = strtolower(str_replace(' ', '-', $family)) . "-{$version}-{$sheet->codename}";
        $signer = null;
        foreach ($this->shelf as $package) {
            if ($package->facts->text(Field::FAMILY) === $family && $package->kind() === PackageKind::Build) {
                $signer = $package->facts->text(Field::SIGNER);
            }
        }
        $values =
            [
                "{$at}.os.family" => $family,
                "{$at}.os.version" => $version,
                "{$at}.os.release" => $this->one(['9', '13', '14', '15']),
                "{$at}.os.buildId" => $build,
                "{$at}.os.patchLevel" => $this->one(['2025-01-01', '2026-05-01', '2026-09-01']),
                "{$at}.os.stock" => self::SYSTEMS[$family] ?? false,
                "{$at}.os.state" => 'complete',
                "{$at}.os.services" => 'none',
            ] + $values;
        if ($signer !== null && $this->chance(80)) {
            $values["{$at}.os.signer"] = $signer;
        }
        if ($this->chance(10)) {
            $values["{$at}.root"] = 'Latchkey 4.1';
        }
        foreach ($sheet->startPartitions() as $partition) {
            $values["{$at}.image.{$partition}"] = $build;
        }
        if ($this->chance(55)) {
            $values["{$at}.recovery.family"] = $this->one(['Wicket', 'Lychgate']);
            $values["{$at}.recovery.version"] = $this->one(['2.2', '3.6', '4.1']);
            $values["{$at}.recovery.abilities"] = $this->one([
                ['sideload', 'backup'],
                ['sideload', 'decrypt', 'metadata', 'backup', 'file-system'],
                ['backup'],
            ]);
        }

        return $values;
    }

    /**
     * Versions that the shelf's firmware and builds speak of for a model, and some around them.
     *
     * @return list<string>
     */
    private function firmwares(ModelSheet $sheet): array
    {
        $versions = ['1.0'];
        foreach ($this->shelf as $package) {
            if (
                array_intersect($package->facts->list(Field::CODENAMES), [$sheet->codename, ...$sheet->aliases]) === []
            ) {
                continue;
            }
            $minimum = $package->facts->text(Field::FIRMWARE_MIN);
            $own = $package->kind() === PackageKind::Firmware ? $package->facts->text(Field::VERSION) : null;
            array_push(
                $versions,
                ...array_values(array_filter([$minimum, $own], static fn(?string $v): bool => $v !== null)),
                ...$package->facts->list(Field::BOOTLOADERS),
            );
        }

        return array_values(array_unique($versions));
    }

    /**
     * @param  array<string, string|bool|int|list<string>|null>  $values
     * @return list<Backup>
     */
    private function backups(array $values, string $active): array
    {
        $backups = [];
        for ($i = $this->dice->getInt(0, 3); $i > 0; $i--) {
            $family = $values["slot.{$active}.os.family"] ?? null;
            $base = ['family' => $this->chance(60) && is_string($family) ? $family : 'Another OS'];
            $kind = $this->one([Backup::COPIES, Backup::RECOVERY, Backup::RECOVERY]);
            $backups[] = new Backup(
                "set {$i}",
                [$this->one(LossClass::cases()), LossClass::Apps],
                $this->one(['computer', 'computer', 'phone']),
                '2026-09-0' . $this->dice->getInt(1, 9) . 'T10:00:00Z',
                $kind,
                $kind === Backup::COPIES ? [] : $base,
            );
        }

        return $backups;
    }

    /**
     * Mostly what would be suggested, with gaps, doublets and strangers.
     *
     * @return list<Package>
     */
    private function kit(ModelSheet $sheet, Unit $unit, Intent $intent, HouseRules $house): array
    {
        $own = array_values(
            array_filter(
                $this->shelf,
                static fn(Package $p): bool => array_intersect($p->facts->list(Field::CODENAMES), [
                    $sheet->codename,
                    ...$sheet->aliases,
                ]) !== [],
            ),
        );
        $of = static fn(PackageKind ...$kinds): array => array_values(
            array_filter($own, static fn(Package $p): bool => in_array($p->kind(), $kinds, true)),
        );
        $kit = [];
        if (Job::of($intent)->installsBuild() && $of(PackageKind::Build) !== []) {
            $kit = KitSuggestion::for(
                $this->one($of(PackageKind::Build)),
                $sheet,
                $unit,
                Stock::of($this->shelf),
                $house,
            );
            array_push(
                $kit,
                ...array_filter($of(PackageKind::Vendor), fn(): bool => $this->chance(50)),
                ...array_filter($of(PackageKind::Firmware), fn(): bool => $this->chance(20)),
            );
        }
        if (in_array($intent, [Intent::GenericImage, Intent::TrialBeside], true)) {
            $kit = array_values(
                array_filter(
                    $this->shelf,
                    fn(Package $p): bool => $p->kind() === PackageKind::GenericImage &&
                        !str_contains($p->name(), '.gz') &&
                        $this->chance(95),
                ),
            );
            array_push($kit, ...array_filter($of(PackageKind::VerificationImage), fn(): bool => $this->chance(80)));
        }
        if (Job::of($intent)->installsBuild() && $this->chance(20)) {
            array_push(
                $kit,
                ...$of(PackageKind::LayoutChanger),
                ...array_filter(
                    $this->shelf,
                    fn(Package $p): bool => ($p->kind() === PackageKind::Cleaner && $this->chance(80)) ||
                        ($p->kind() === PackageKind::EncryptionDisabler && $this->chance(50)),
                ),
            );
        }
        $kinds = match ($intent) {
            Intent::Kernel => [PackageKind::Kernel],
            Intent::Recovery => [PackageKind::Recovery],
            Intent::AddOn => [PackageKind::Fix, PackageKind::Kernel],
            Intent::BackToStock => [PackageKind::StockBundle],
            Intent::RemoveSecond => [PackageKind::Remover],
            default => [],
        };
        if ($kinds !== [] && $of(...$kinds) !== []) {
            $kit[] = $this->one($of(...$kinds));
        }
        if (
            in_array(
                $intent,
                [Intent::RestoreBackup, Intent::RemoveSecond, Intent::AddOn, Intent::Kernel, Intent::GenericImage],
                true,
            ) &&
            $of(PackageKind::Recovery) !== [] &&
            $this->chance(60)
        ) {
            $kit[] = $this->one($of(PackageKind::Recovery));
        }
        $free = array_values(
            array_filter(
                $this->shelf,
                static fn(Package $p): bool => in_array($p->kind(), [PackageKind::Root, PackageKind::Services], true) &&
                    $p->container !== Container::BootImage,
            ),
        );
        if (
            (Job::of($intent)->installsBuild() && $this->chance(30)) ||
            ($intent === Intent::AddOn && $this->chance(80))
        ) {
            $kit[] = $this->one($free);
        }
        if (Job::of($intent)->installsBuild() && $sheet->hasTwoSlots() && $this->chance(8)) {
            // No firmware package at hand, but one that copies it from slot to slot.
            $kit = array_values(
                array_filter($kit, static fn(Package $p): bool => $p->kind() !== PackageKind::Firmware),
            );
            array_push(
                $kit,
                ...array_filter($this->shelf, static fn(Package $p): bool => $p->kind() === PackageKind::SlotCopy),
            );
        }
        if ($kit !== [] && $this->chance(10)) {
            array_splice($kit, $this->dice->getInt(0, count($kit) - 1), 1);
        }
        if ($this->chance(6)) {
            $kit[] = $this->one($this->shelf);
        }

        $kit = array_values(
            array_reduce($kit, static fn(array $seen, Package $p): array => $seen + [$p->path => $p], []),
        );

        return array_map($this->distorted(...), $kit);
    }

    /**
     * Now and then a file whose statements are not those of the demo world: an order that goes round, a larger image,
     * an older header.
     */
    private function distorted(Package $package): Package
    {
        $differs = match (true) {
            in_array($package->kind(), [PackageKind::Services, PackageKind::Root, PackageKind::Fix], true) &&
                $this->chance(25)
                => [
                'after' => ['services', 'root', 'fix'],
            ],
            $package->kind() === PackageKind::GenericImage && $this->chance(40) => [
                Field::EXPANDED => $this->dice->getInt(3, 8) << 30,
            ],
            $package->kind() === PackageKind::Recovery && $this->chance(15) => [Field::HEADER_VERSION => 3],
            $package->kind() === PackageKind::VerificationImage && $this->chance(20) => [Field::PART_OF => '1.0'],
            $package->kind() === PackageKind::Build && $this->chance(6) => [Field::FIXES => ['Radio fix']],
            $package->kind() === PackageKind::Build && $this->chance(30) => [Field::AFTER => ['services', 'root']],
            $package->kind() === PackageKind::Firmware && $this->chance(15) => [
                Field::ROLLBACK_INDEX => $this->dice->getInt(0, 2),
            ],
            default => [],
        };

        return $package->withFacts(
            ...array_map(
                static fn(string $name, int|string|array $value): Fact => Fact::of(
                    $name,
                    $value,
                    Source::Settled,
                    'drawn',
                ),
                array_keys($differs),
                $differs,
            ),
        );
    }

    private function chance(int $percent): bool
    {
        return $this->dice->getInt(1, 100) <= $percent;
    }

    /**
     * @template T
     *
     * @param  array<int, T>  $of  at least one
     * @return T
     */
    private function one(array $of): mixed
    {
        $values = array_values($of);
        if ($values === []) {
            throw new \LogicException('There is nothing to choose from.');
        }

        return $values[$this->dice->getInt(0, count($values) - 1)];
    }
}
