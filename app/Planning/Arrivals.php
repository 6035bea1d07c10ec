<?php

declare(strict_types=1);

namespace App\Planning;

use App\Models\PackageRecord;
use App\Models\UnitRecord;
use Tornavis\Core\Draft\FileStatements;
use Tornavis\Core\Draft\SheetDraft;
use Tornavis\Core\Draft\SheetMerge;
use Tornavis\Core\Format\FormatError;
use Tornavis\Core\Identity\CodenameLikeness;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Phone\Unit;
use Tornavis\Core\Reading\PrintedText;
use Tornavis\Core\Reading\Reading;
use Tornavis\Core\Reading\ReadingError;
use Tornavis\Core\Reading\Statement;
use Tornavis\Core\Reading\TextReader;
use Tornavis\Core\Words\PackageKind;

/** What somebody has put down about one phone: pasted texts and dropped files. It comes to a sheet and to a phone. */
final readonly class Arrivals
{
    /**
     * @param  list<PrintedText>  $texts
     * @param  list<PackageRecord>  $files
     */
    private function __construct(
        public array $texts,
        public array $files,
        public Reading $reading,
        public ?SheetDraft $draft,
        private JobPlanner $planner,
    ) {}

    /**
     * @param  list<PrintedText>  $texts
     * @param  list<PackageRecord>  $files
     * @param  list<Statement>  $decided
     *
     * @throws ReadingError when two phones speak in the texts
     */
    public static function of(array $texts, array $files, array $decided, string $label, JobPlanner $planner): self
    {
        $reading = TextReader::read(...$texts);
        $packages = array_map(static fn(PackageRecord $one): Package => $one->package(), $files);
        $isEnough =
            $reading->sureCodenames() !== [] ||
            $reading->unitStatement(StateField::VariantModel->value) !== null ||
            array_filter($packages, static fn(Package $one): bool => $one->facts->list('codenames') !== []) !== [] ||
            array_filter($decided, static fn(Statement $one): bool => $one->name === 'codename') !== [];

        return new self(
            $texts,
            $files,
            $reading,
            $isEnough ? self::draft($label, $reading, $packages, $decided, $planner->sheets()) : null,
            $planner,
        );
    }

    /**
     * @param  list<Package>  $packages
     * @param  list<Statement>  $decided
     * @param  array<string, ModelSheet>  $sheets  by codename
     */
    private static function draft(
        string $label,
        Reading $reading,
        array $packages,
        array $decided,
        array $sheets,
    ): ?SheetDraft {
        try {
            return SheetDraft::of($label, $reading, $packages, $decided, $sheets);
        } catch (ReadingError) {
            // Files for several phones name none.
            return null;
        }
    }

    public function codename(): ?string
    {
        $codename = $this->draft?->value('codename');

        return is_string($codename) ? $codename : null;
    }

    /** The sheet that is here, with what the arrivals add; or the drafted one. */
    public function sheet(): ?ModelSheet
    {
        return $this->merge()?->sheet() ?? $this->draft?->sheet();
    }

    /** Null where there is no sheet of this codename yet. */
    public function merge(): ?SheetMerge
    {
        $here = $this->planner->sheets()[(string) $this->codename()] ?? null;

        return $here === null || $this->draft === null ? null : SheetMerge::of($here, $this->draft->sheet());
    }

    /**
     * @param  string  $at  ISO 8601
     *
     * @throws FormatError
     */
    public function unit(string $at): ?Unit
    {
        return $this->draft?->unit($at);
    }

    /** The phone on the bench that these texts are of, by its serial number. */
    public function known(): ?UnitRecord
    {
        $serial = $this->reading->serial();
        if ($serial === null) {
            return null;
        }
        foreach (UnitRecord::query()->get() as $record) {
            if (strcasecmp((string) $record->unit()->state()->text('serial'), $serial) === 0) {
                return $record;
            }
        }

        return null;
    }

    /** A sheet here whose codename is easily taken for this one, in a sentence. */
    public function lookalike(): ?string
    {
        $codename = (string) $this->codename();
        foreach (array_keys($this->planner->sheets()) as $other) {
            if ($codename !== '' && $codename !== $other && CodenameLikeness::looksLike($codename, $other)) {
                $difference = CodenameLikeness::difference($other, $codename);

                return "This phone is {$codename}. It is not {$other}, which only looks like it ({$difference}).";
            }
        }

        return null;
    }

    /**
     * Builds on the shelf that name this codename, and builds that were dropped.
     *
     * @return array<int, Package> by id of the record
     */
    public function builds(): array
    {
        $codename = $this->codename();
        $dropped = array_map(static fn(PackageRecord $one): int => $one->id, $this->files);
        $builds = [];
        foreach ($this->planner->shelf() as $id => $package) {
            $isFor = $codename !== null && !FileStatements::isForeign($package, $codename);
            $isNear = $isFor && $package->facts->list('codenames') !== [];
            if ($package->kind() === PackageKind::Build && ($isNear || in_array($id, $dropped, true))) {
                $builds[$id] = $package;
            }
        }

        return $builds;
    }
}
