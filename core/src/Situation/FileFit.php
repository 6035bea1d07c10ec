<?php

declare(strict_types=1);

namespace Tornavis\Core\Situation;

use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Phone\Variant;
use Tornavis\Core\Words\ChipsetName;
use Tornavis\Core\Words\Encryption;
use Tornavis\Core\Words\PackageKind;

/** Whether a file is for this very phone, whatever its kind is. */
final readonly class FileFit
{
    /** Kinds that are made for one model and never for all. */
    public const MODEL_BOUND = [
        PackageKind::Build,
        PackageKind::Firmware,
        PackageKind::Vendor,
        PackageKind::Recovery,
        PackageKind::PartitionImage,
        PackageKind::Kernel,
        PackageKind::Fix,
        PackageKind::StockBundle,
        PackageKind::Remover,
        PackageKind::VerificationImage,
        PackageKind::EmptySuper,
        PackageKind::LayoutChanger,
    ];

    /** Kinds whose files hold code for one processor even where they are for many models. */
    private const CODE_BOUND = [PackageKind::Services, PackageKind::GenericImage];

    public ?string $model;

    public ?Variant $variant;

    public ?string $chipset;

    public function __construct(private Situation $situation)
    {
        $this->model = $situation->state->text(StateField::VariantModel);
        $this->variant = $this->model === null ? null : $situation->sheet->variant($this->model);
        $this->chipset = $situation->state->text(StateField::VariantChipset) ?? $this->variant?->chipset;
    }

    /** Whether nothing that is known speaks against it; what is not known does not count here. */
    public function suits(Package $package): bool
    {
        return $this->misfit($package) === null;
    }

    /** What speaks against the file on this phone, as the end of "It …"; null where nothing known does. */
    public function misfit(Package $package): ?string
    {
        $region = $this->region($package);

        return match (true) {
            !$this->codenameFits($package) => $package->facts->list(Field::CODENAMES) === []
                ? 'names no codename'
                : 'is made for ' . implode(', ', $package->facts->list(Field::CODENAMES)),
            $this->variantProblem($package) !== null => 'is for another variant',
            $region === RegionFit::Other || $region === RegionFit::OtherFirmware => 'is for another region',
            $this->architectureFits($package) === false => 'is for another processor',
            $this->slotsFit($package) === false => 'is for another slot scheme',
            default => null,
        };
    }

    private function codenameFits(Package $package): bool
    {
        return $package->facts->list(Field::CODENAMES) === []
            ? !in_array($package->kind(), self::MODEL_BOUND, true)
            : $this->situation->files->isFor($package);
    }

    /** What a file says against this variant, in a sentence; null where nothing that is known speaks against it. */
    public function variantProblem(Package $package): ?string
    {
        $facts = $package->facts;
        $isMine = fn(string $one): bool => self::isAmong($one, $this->names());
        $excluded = array_values(array_filter($facts->list(Field::EXCLUDES), $isMine));
        $models = $facts->list(Field::MODELS);
        $chipsets = $facts->list(Field::CHIPSETS);
        $carriers = $facts->list(Field::CARRIERS);
        $carrier = $this->variant?->carrier;

        return match (true) {
            $excluded !== [] => "Its publisher excludes {$excluded[0]}.",
            $models !== [] && $this->model !== null && !self::isAmong($this->model, $models) => 'It accepts only ' .
                implode(', ', $models) .
                "; this phone is {$this->model}.",
            $chipsets !== [] && $this->hasChipset($chipsets) === false && $this->chipsetInDoubt($package) === null
                => 'It is for the chipset ' . implode(', ', $chipsets) . "; this phone has {$this->chipset}.",
            $carriers !== [] && $carrier !== null && !self::isAmong($carrier, $carriers) => 'It is for phones of ' .
                implode(', ', $carriers) .
                "; this one is of {$carrier}.",
            default => null,
        };
    }

    /** @param  list<string>  $names */
    private static function isAmong(string $name, array $names): bool
    {
        return array_filter($names, static fn(string $one): bool => ChipsetName::same($one, $name)) !== [];
    }

    /**
     * Whether the phone has one of these chipsets, by its name or by another one that a person has said it has.
     *
     * @param  list<string>  $chipsets
     * @return ?bool null where its own is not known
     */
    private function hasChipset(array $chipsets): ?bool
    {
        $also = $this->situation->sheet->chipsetNames[(string) $this->chipset] ?? [];
        $isMine = static fn(string $one): bool => self::isAmong($one, $chipsets);

        return $this->chipset === null ? null : array_filter([$this->chipset, ...$also], $isMine) !== [];
    }

    /** The chipset of a file that may be the phone's own by another kind of name; null where that is known. */
    public function chipsetInDoubt(Package $package): ?string
    {
        $chipsets = $package->facts->list(Field::CHIPSETS);
        $mine = $this->chipset;
        if ($mine === null || $this->hasChipset($chipsets) === true) {
            return null;
        }
        $not = $this->situation->sheet->otherChipsets[$mine] ?? [];
        foreach ($chipsets as $its) {
            if (ChipsetName::maySame($mine, $its) && !self::isAmong($its, $not)) {
                return $its;
            }
        }

        return null;
    }

    /**
     * @return list<string> by which this variant can be excluded
     */
    private function names(): array
    {
        return array_values(
            array_filter(
                [$this->model, $this->chipset, $this->variant?->carrier, $this->variant?->region],
                is_string(...),
            ),
        );
    }

    /** What has to be known before a file can be judged that nothing known speaks against; null where all is. */
    public function openAbout(Package $package): ?StateField
    {
        $facts = $package->facts;
        $namesModels = $facts->list(Field::EXCLUDES) !== [] || $facts->list(Field::MODELS) !== [];
        $models = array_map(static fn(Variant $one): string => $one->model, $this->situation->sheet->variants);
        // What is excluded and no model is a chipset, a carrier or a region.
        $excludesOthers = array_diff($facts->list(Field::EXCLUDES), $models) !== [];
        $mayHaveCarrier = $this->variant?->carrier === null && !$this->situation->sheet->isWhole();

        return match (true) {
            $namesModels && $this->model === null => StateField::VariantModel,
            ($excludesOthers || $facts->list(Field::CHIPSETS) !== []) && $this->chipset === null
                => StateField::VariantChipset,
            $excludesOthers && $mayHaveCarrier => StateField::VariantModel,
            $facts->list(Field::CARRIERS) !== [] && $this->variant?->carrier === null => StateField::VariantModel,
            default => null,
        };
    }

    /** Whether a file restricts the phones that it is for beyond its codenames. */
    public function restrictsVariants(Package $package): bool
    {
        $facts = $package->facts;
        $lists = [Field::EXCLUDES, Field::MODELS, Field::CHIPSETS, Field::CARRIERS];

        return array_filter($lists, static fn(string $list): bool => $facts->list($list) !== []) !== [];
    }

    public function region(Package $package): RegionFit
    {
        $its = $package->facts->text(Field::REGION);
        $sold = $this->variant?->region;
        $there = $this->situation->state->slot($this->situation->slots->active())->firmwareRegion;

        return match (true) {
            $its === null => $this->regionDecides($package) ? RegionFit::NotSaid : RegionFit::Unstated,
            $sold === null && $there === null => RegionFit::Unknown,
            ($there ?? $its) === $its && ($sold ?? $its) === $its => RegionFit::Same,
            $there === $its => RegionFit::OtherModel,
            $sold === $its => RegionFit::OtherFirmware,
            default => RegionFit::Other,
        };
    }

    /** Whether it matters for which region a file is: it brings radio firmware, and the model may be sold in many. */
    private function regionDecides(Package $package): bool
    {
        $sheet = $this->situation->sheet;
        $regions = array_map(static fn(Variant $one): ?string => $one->region, $sheet->variants);
        $hasRegions = array_filter($regions, is_string(...)) !== [] || $this->ownRegion() !== null;

        return in_array($package->kind(), [PackageKind::Firmware, PackageKind::StockBundle], true) &&
            ($hasRegions || !$sheet->isWhole());
    }

    /** The region of the phone as the model says it, or else the firmware. */
    public function ownRegion(): ?string
    {
        return $this->variant->region ??
            $this->situation->state->slot($this->situation->slots->active())->firmwareRegion;
    }

    /** Null where file or sheet does not say. */
    public function architectureFits(Package $package): ?bool
    {
        $its = $package->facts->text(Field::ARCHITECTURE);

        $mine = $this->situation->sheet->architecture;

        return $its === null || $mine === null ? null : $its === $mine;
    }

    /** Whether a file has to say for which processor it is, because nothing else binds it to a phone. */
    public function mustSayArchitecture(Package $package): bool
    {
        return $package->facts->list(Field::CODENAMES) === [] && in_array($package->kind(), self::CODE_BOUND, true);
    }

    /** Null where file or sheet does not say. */
    public function slotsFit(Package $package): ?bool
    {
        $scheme = $package->facts->text(Field::SLOT_SCHEME);

        $hasTwo = $this->situation->sheet->hasTwoSlots();

        return match (true) {
            $scheme === null => null,
            $scheme === 'both' => true,
            default => $hasTwo === null ? null : $scheme === ($hasTwo ? 'two' : 'one'),
        };
    }

    /** What the data is encrypted as in the end: as it stays, or as build, disabler and model make it anew. */
    public function endEncryption(): ?Encryption
    {
        $s = $this->situation;
        if (!$s->job->erasesData($s)) {
            return $s->state->data()->encryption;
        }
        if ($s->files->ofKind(PackageKind::EncryptionDisabler) !== []) {
            return Encryption::None;
        }
        $brings = Encryption::tryFrom($s->files->build()?->facts->text(Field::BRINGS_ENCRYPTION) ?? '');

        return $brings ?? $s->sheet->newEncryption();
    }
}
