<?php

declare(strict_types=1);

namespace App\Prove;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Phone\Unit;
use Tornavis\Core\Words\Intent;
use Tornavis\Core\Words\LossClass;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\PartitionLayout;
use Tornavis\Core\Words\PartitionName;
use Tornavis\Core\Words\SystemState;

/** A phone of a model, as it is. */
final readonly class RandomUnit
{
    /** OS family → what it is called in builds, whether it is the maker's own. */
    private const SYSTEMS = ['Maker OS' => true, 'Saltern' => false, 'Driftglass' => false, 'Lamplight' => false];

    private RandomVersions $versions;

    /**
     * @param  list<Package>  $shelf
     */
    public function __construct(private Dice $dice, private array $shelf)
    {
        $this->versions = new RandomVersions($dice, $shelf);
    }

    public function of(ModelSheet $sheet, Intent $intent): Unit
    {
        $variant = $this->dice->one($sheet->variants);
        $active = $this->dice->one($sheet->slots);
        $values = [
            'mode' => $this->dice->chance(96)
                ? $this->dice->one([
                    ...array_fill(0, 3, Mode::System->value),
                    Mode::Recovery->value,
                    Mode::Bootloader->value,
                    Mode::Off->value,
                ])
                : $this->dice->one(['boot-loop', 'stuck', 'dead', 'locked-out']),
            'serial' => 'RND' . $this->dice->between(100_000, 999_999),
            StateField::VariantModel->value => $variant->model,
            StateField::VariantChipset->value => $variant->chipset,
            StateField::BootloaderUnlocked->value => $this->dice->chance($intent === Intent::Unlock ? 15 : 94),
            StateField::UnlockAllowed->value => $this->dice->chance(50),
            StateField::LockGuard->value => $this->dice->chance(3),
            StateField::UnlockWaitStarted->value => $this->dice->one([
                null,
                '2026-09-01T09:00:00Z',
                '2026-09-18T09:00:00Z',
            ]),
            StateField::ActiveSlot->value => $active,
            StateField::BatteryPercent->value => $this->dice->between(5, 100),
            StateField::BatteryCondition->value => $this->dice->chance(97) ? 'sound' : 'swollen',
            StateField::ScreenLock->value => $this->dice->chance(30),
            StateField::Accounts->value => $this->dice->chance(30),
            StateField::DebuggingAllowed->value => $this->dice->chance(92),
            StateField::DebuggingAuthorised->value => $this->dice->chance(92),
            ...(new RandomHands($this->dice))->of($sheet),
            StateField::DataFileSystem->value => $this->dice->one($sheet->fileSystems),
            StateField::DataEncryption->value => $this->dice->one($sheet->encryptions),
            StateField::DataEmpty->value => false,
            StateField::DataFreeBytes->value => $this->dice->one([1 << 30, 20 << 30, 40 << 30]),
            StateField::RollbackIndex->value =>
                $sheet->rollbackIndex === null
                    ? null
                    : $this->dice->one([$sheet->rollbackIndex, $sheet->rollbackIndex - 1, $sheet->rollbackIndex + 1]),
            StateField::DataUsedBytes->value => $this->dice->between(0, 20) << 30,
        ];
        foreach (LossClass::stated() as $class) {
            $values[StateField::DataHolds->of($class)] = $this->dice->chance(30);
        }
        foreach ($sheet->slots as $slot) {
            $values += $this->slot($sheet, $slot, $slot === $active, $intent);
        }
        if ($intent === Intent::BringBack && $sheet->hasTwoSlots() && $this->dice->chance(35)) {
            // The other slot holds an earlier build of the same family.
            $family = StateField::OsFamily->in($sheet->otherSlot($active));
            $values[$family] = isset($values[$family]) ? $values[StateField::OsFamily->in($active)] ?? null : null;
        }
        $values[StateField::DataWrittenBy->value] = $values[StateField::OsFamily->in($active)] ?? null;
        if ($values['mode'] === Mode::System->value && !isset($values[StateField::OsFamily->in($active)])) {
            $values['mode'] = Mode::Bootloader->value;
        }
        if ($values['mode'] === Mode::Recovery->value && !isset($values[StateField::RecoveryFamily->in($active)])) {
            $values['mode'] = Mode::Bootloader->value;
        }
        if ($intent === Intent::Reset && $this->dice->chance(85)) {
            $values['mode'] = $this->dice->one([Mode::BootLoop->value, Mode::Stuck->value, Mode::Off->value]);
            $values[StateField::OsStock->in($active)] = true;
            unset($values[StateField::RecoveryFamily->in($active)], $values[StateField::RecoveryVersion->in($active)]);
            unset($values[StateField::RecoveryAbilities->in($active)]);
        }
        if ($intent === Intent::GenericImage && $this->dice->chance(15)) {
            $values[StateField::OsState->in($active)] = SystemState::Incomplete->value;
            $values['mode'] = Mode::Bootloader->value;
        }
        if ($intent === Intent::BringBack && $this->dice->chance(80)) {
            // Left in the middle: outside its system, now and then with a system half written or with its data erased.
            $values['mode'] = $this->dice->one([
                'bootloader',
                isset($values[StateField::RecoveryFamily->in($active)])
                    ? Mode::Recovery->value
                    : Mode::Bootloader->value,
            ]);
            $values[StateField::DataEmpty->value] = $this->dice->chance(40);
            if ($values['mode'] === Mode::Bootloader->value && $this->dice->chance(60)) {
                $values[StateField::OsState->in($active)] = 'incomplete';
                $values = array_filter(
                    $values,
                    static fn(string $name): bool => preg_match("/^slot\\.{$active}\\.(image|recovery)\\./", $name) !==
                        1,
                    ARRAY_FILTER_USE_KEY,
                );
            }
        }
        if (
            $values['mode'] === Mode::Bootloader->value &&
            $this->dice->chance(15) &&
            ($sheet->pcFlash === true || $sheet->dynamicLayout === 'native')
        ) {
            $values['mode'] = $sheet->pcFlash === true ? 'download' : 'userspace-bootloader';
        }
        if (
            $values['mode'] === Mode::Recovery->value &&
            in_array('sideload', (array) ($values[StateField::RecoveryAbilities->in($active)] ?? []), true) &&
            $this->dice->chance(20)
        ) {
            $values['mode'] = Mode::Sideload->value;
        }
        if ($sheet->dynamicLayout === 'native' && $this->dice->chance(40)) {
            $values += $this->versions->sizes($sheet, $active, $values);
        }
        if ($sheet->secondSystem && $this->dice->chance(75)) {
            $values[StateField::SecondFamily->value] = 'Lamplight';
            $values[StateField::SecondVersion->value] = '9';
        }
        if ($this->dice->chance($intent === Intent::GenericImage ? 15 : 5)) {
            $values[StateField::TrialFamily->value] = 'Lamplight';
        }
        if ($this->dice->chance(5)) {
            // Newer than anything on the shelf.
            $values[StateField::OsPatchLevel->in($active)] = '2027-01-05';
            $values[StateField::OsBuildTime->in($active)] = 1_800_000_000;
        }
        $values += $this->layouts($sheet, $values);
        $facts = [];
        foreach ($values as $name => $value) {
            $facts[] = Fact::of($name, $value, Source::Phone, 'drawn', RandomBench::AT);
        }

        return new Unit('RANDOM', $sheet->codename, $facts, (new RandomBackups($this->dice))->of($values, $active));
    }

    /**
     * @param  array<string, mixed>  $values
     * @return array<string, string> the layout that the system needs, where a model got its dynamic one later
     */
    private function layouts(ModelSheet $sheet, array $values): array
    {
        $isForeign = static fn(string $slot): bool => ($values[StateField::OsState->in($slot)] ?? null) ===
            SystemState::Complete->value && ($values[StateField::OsStock->in($slot)] ?? null) === false;
        $isDynamic = array_filter($sheet->slots, $isForeign) !== [];
        $layout = $isDynamic ? PartitionLayout::Dynamic : PartitionLayout::Old;
        $slots = $sheet->dynamicLayout === 'retrofit' ? $sheet->slots : [];

        return array_fill_keys(array_map(StateField::Layout->in(...), $slots), $layout->value);
    }

    /**
     * @return array<string, string|bool|int|list<string>|null>
     */
    private function slot(ModelSheet $sheet, string $slot, bool $active, Intent $intent): array
    {
        $firmware = $this->versions->firmwares($sheet);
        $values = [
            StateField::FirmwareVersion->in($slot) => $this->dice->one($firmware),
            StateField::OsState->in($slot) => SystemState::None->value,
        ];
        $region = $this->dice->one([null, 'EU', 'IN']);
        if ($region !== null) {
            $values[StateField::FirmwareRegion->in($slot)] = $region;
        }
        if ($sheet->partition(PartitionName::Vendor->value) !== null && !$sheet->hasTwoSlots()) {
            $values[StateField::VendorVersion->in($slot)] = $this->dice->one(['9.2', '9.4', '10.0']);
            $values[StateField::VendorChannel->in($slot)] = $this->dice->one(['stable', 'developer']);
        }
        if ($sheet->verificationPartitions() !== [] && $this->dice->chance(60)) {
            $values[StateField::VerificationOn->in($slot)] = $this->dice->chance(50);
        }
        if ($sheet->dynamicLayout === 'retrofit' && $this->dice->chance(30)) {
            $values[StateField::Layout->in($slot)] = $this->dice->one([
                PartitionLayout::Old->value,
                PartitionLayout::Dynamic->value,
            ]);
        }
        if (!$active && $this->dice->chance(9)) {
            // As it left the factory: nobody has ever written anything there.
            unset($values[StateField::FirmwareVersion->in($slot)], $values[StateField::FirmwareRegion->in($slot)]);

            return $values;
        }
        if (!$active && $this->dice->chance(25)) {
            return $values;
        }
        $families = array_keys(self::SYSTEMS);
        if ($intent === Intent::UpdateInPlace && $this->dice->chance(75)) {
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
        $family = $this->dice->one($families);
        $version = $this->dice->one(
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
                StateField::OsFamily->in($slot) => $family,
                StateField::OsVersion->in($slot) => $version,
                StateField::OsRelease->in($slot) => $this->dice->one($this->versions->releases($sheet, $intent)),
                StateField::OsBuildId->in($slot) => $build,
                StateField::OsPatchLevel->in($slot) => $this->dice->one([
                    '2025-01-01',
                    '2025-01-01',
                    '2026-05-01',
                    '2026-09-01',
                ]),
                StateField::OsStock->in($slot) => self::SYSTEMS[$family] ?? false,
                StateField::OsState->in($slot) => SystemState::Complete->value,
                StateField::OsServices->in($slot) => 'none',
            ] + $values;
        if ($this->dice->chance(8)) {
            $values[StateField::OsExtras->in($slot)] = ['the maker\'s camera', 'northern languages'];
        }
        if ($signer !== null && $this->dice->chance(80)) {
            // Now and then somebody has built it himself.
            $values[StateField::OsSigner->in($slot)] = $this->dice->chance(90) ? $signer : hash('sha256', 'own');
        }
        if ($this->dice->chance(10)) {
            $values[StateField::Root->in($slot)] = 'Latchkey 4.1';
        }
        foreach ($sheet->startPartitions() as $partition) {
            $values[StateField::Image->in($slot, $partition)] = $build;
        }
        // Where no file of the shelf brings a recovery, most phones that are worked on have one.
        $bringsNone = !$this->versions->hasRecovery($sheet);
        if ($this->dice->chance($bringsNone ? 92 : 55)) {
            $isUsual = $bringsNone && $this->dice->chance(75);
            $values[StateField::RecoveryFamily->in($slot)] = $isUsual
                ? 'Wicket'
                : $this->dice->one(['Wicket', 'Lychgate']);
            $values[StateField::RecoveryVersion->in($slot)] = $isUsual
                ? '4.1'
                : $this->dice->one(['2.2', '3.6', '4.1']);
            $values[StateField::RecoveryAbilities->in($slot)] = $this->dice->one([
                ['sideload', 'decrypt', 'metadata', 'backup', 'file-system'],
                ['sideload', 'backup'],
                ['sideload', 'decrypt', 'metadata', 'backup', 'file-system'],
                ['backup'],
            ]);
        }

        return $values;
    }
}
