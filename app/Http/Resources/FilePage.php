<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\PackageRecord;
use App\Models\UnitRecord;
use App\Planning\JobPlanner;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;
use Tornavis\Core\Format\FormatError;
use Tornavis\Core\Kit\KitAdvice;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Package\PackageInspector;
use Tornavis\Core\Package\ReleaseCard;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Rule\Fit\Fit4Generic;
use Tornavis\Core\Space\SpaceBudget;
use Tornavis\Core\Words\PackageKind;

/** Everything about one file, as in docs/formats/api/file.schema.json. */
final class FilePage extends JsonResource
{
    public function __construct(private readonly PackageRecord $record, private readonly JobPlanner $planner)
    {
        parent::__construct($record);
    }

    /**
     * @return array<string, mixed>
     */
    public function toArray(Request $request): array
    {
        $record = $this->record;
        $planner = $this->planner;
        $package = $record->package();
        $units = [];
        foreach (UnitRecord::query()->get()->sortBy('label') as $unit) {
            $sheet = $planner->sheet($unit);
            if ($sheet !== null) {
                $units[] = [$unit->unit(), $sheet];
            }
        }
        $shelf = array_values($planner->shelf());
        $twins =
            $record->sha256 === null
                ? []
                : PackageRecord::query()
                    ->twinsOf($record)
                    ->get()
                    ->map(
                        static fn(PackageRecord $twin): array => [
                            'id' => $twin->id,
                            'name' => $twin->name,
                            'path' => $twin->path,
                        ],
                    )
                    ->all();

        return (new FileSummary($record))->toArray($request) + [
            'path' => $record->path,
            'sums' => (object) $package->sums,
            'facts' => $package->toArray()['facts'],
            'conflictsOf' => $package->toArray()['conflicts'],
            'images' => $package->toArray()['images'],
            'notUnderstood' => $package->notUnderstood,
            'cardProblem' => $package->cardProblem,
            'card' => self::card($record),
            'typed' => array_map(static fn(array $fact): string => $fact['name'], $record->typed ?? []),
            'twins' => array_values($twins),
            'imageCheck' => $record->images,
            'extraction' => self::extraction($record),
            'spaces' => self::spaces($package, $planner),
            'servedBy' => KitAdvice::servedBy($package, $units, $shelf, $planner->house()),
            'kits' => $package->kind() === PackageKind::Build ? self::kits($package, $units, $shelf, $planner) : [],
            'others' => array_values(
                PackageRecord::query()
                    ->where('id', '!=', $record->id)
                    ->present()
                    ->where('kind', $package->kind()?->value)
                    ->get()
                    ->sortBy('name')
                    ->map(static fn(PackageRecord $other): array => ['id' => $other->id, 'name' => $other->name])
                    ->all(),
            ),
        ];
    }

    /**
     * @return ?array<string, mixed>
     */
    private static function card(PackageRecord $record): ?array
    {
        try {
            return is_file($record->path . PackageInspector::CARD_SUFFIX)
                ? ReleaseCard::read($record->path . PackageInspector::CARD_SUFFIX)->document()
                : null;
        } catch (FormatError) {
            return null;
        }
    }

    /** Whether nothing that is known of a model speaks against this generic image. */
    private static function mayStartGeneric(ModelSheet $sheet, Package $image): bool
    {
        $architecture = $image->facts->text(Field::ARCHITECTURE);

        return ($sheet->launchApi === null || $sheet->launchApi >= Fit4Generic::FIRST_API) &&
            ($sheet->architecture === null || $sheet->architecture === $architecture);
    }

    /**
     * The room that its images would take on each model that it is for.
     *
     * @return list<array<string, mixed>>
     */
    private static function spaces(Package $package, JobPlanner $planner): array
    {
        $spaces = [];
        $codenames = $package->facts->list(Field::CODENAMES);
        foreach ($package->images === [] ? [] : $planner->sheets() as $sheet) {
            $mine =
                $package->kind() === PackageKind::GenericImage
                    ? self::mayStartGeneric($sheet, $package)
                    : array_intersect($codenames, [$sheet->codename, ...$sheet->aliases]) !== [];
            if ($mine) {
                $spaces[] = ['codename' => $sheet->codename] + SpaceBudget::of($sheet, $package)->toArray();
            }
        }

        return $spaces;
    }

    /**
     * @param  list<array{\Tornavis\Core\Phone\Unit, ModelSheet}>  $units
     * @param  list<Package>  $shelf
     * @return list<array<string, mixed>>
     */
    private static function kits(Package $build, array $units, array $shelf, JobPlanner $planner): array
    {
        $kits = [];
        $short = static fn(?Package $package): ?array => $package === null
            ? null
            : ['name' => $package->name(), 'title' => $package->title()];
        foreach ($units as [$unit, $sheet]) {
            if (array_intersect($build->facts->list(Field::CODENAMES), [$sheet->codename, ...$sheet->aliases]) === []) {
                continue;
            }
            $needs = [];
            foreach (KitAdvice::of($build, $sheet, $unit, $shelf, $planner->house())->needs as $need) {
                $needs[] = [
                    'need' => $need['need'],
                    'optional' => $need['optional'],
                    'chosen' => $short($need['chosen']),
                    'why' => $need['why'],
                    'others' => array_map(
                        static fn(array $other): array => [
                            'name' => $other['package']->name(),
                            'title' => $other['package']->title(),
                            'why' => $other['why'],
                        ],
                        $need['others'],
                    ),
                ];
            }
            $kits[] = ['unit' => $unit->label, 'codename' => $sheet->codename, 'needs' => $needs];
        }

        return $kits;
    }

    /**
     * What was taken out or unpacked last; nothing where the file that came of it was deleted again.
     *
     * @return ?array<string, mixed>
     */
    private static function extraction(PackageRecord $record): ?array
    {
        $last = $record->extraction;
        if ($last === null) {
            return null;
        }
        $made = dirname($record->path) . '/' . ($last['name'] ?? '');
        $isGone = ($last['beside'] ?? false) && $last['status'] === 'done' && !is_file($made);

        return $isGone ? null : array_diff_key($last, ['file' => true]) + ['beside' => false, 'name' => null];
    }
}
