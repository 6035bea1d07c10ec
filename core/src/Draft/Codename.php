<?php

declare(strict_types=1);

namespace Tornavis\Core\Draft;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Reading\Reading;
use Tornavis\Core\Reading\Statement;

/**
 * Which model the phone is, with who says so: the phone itself, then a sheet that lists its model number, and only then
 * the files, which say what they are for and not what the phone is.
 */
final class Codename
{
    /**
     * @param  list<Package>  $packages
     * @param  array<string, ModelSheet>  $sheets  by codename
     * @return ?Fact null where nothing names one
     */
    public static function of(Reading $reading, array $packages, array $sheets): ?Fact
    {
        return self::fromTexts($reading) ?? (self::fromModel($reading, $sheets) ?? self::fromFiles($packages));
    }

    /** What the texts say of it for certain; null where they say nothing. */
    public static function fromTexts(Reading $reading): ?Fact
    {
        $said = $reading->modelStatement('codename');
        if ($said === null || !is_string($said->value)) {
            return null;
        }
        $source = $said->weight > Statement::HINT ? $said->source : Source::Assumed;
        $where = $said->line->number === 0 ? $said->form : "{$said->form}, line {$said->line->number}";

        return Fact::of(StateField::Codename->value, $said->value, $source, $where);
    }

    /**
     * @param  array<string, ModelSheet>  $sheets
     */
    private static function fromModel(Reading $reading, array $sheets): ?Fact
    {
        $model = $reading->unitStatement(StateField::VariantModel->value)?->value;
        $listing = array_filter(
            $sheets,
            static fn(ModelSheet $sheet): bool => is_string($model) && $sheet->variant($model) !== null,
        );
        if (!is_string($model) || count($listing) !== 1) {
            return null;
        }
        $codename = array_values($listing)[0]->codename;

        return Fact::of(
            StateField::Codename->value,
            $codename,
            Source::Typed,
            "model number {$model}, on the sheet of {$codename}",
        );
    }

    /**
     * A file may be for several; the one that all of them are for is meant.
     *
     * @param  list<Package>  $packages
     */
    private static function fromFiles(array $packages): ?Fact
    {
        $naming = array_values(
            array_filter($packages, static fn(Package $one): bool => $one->facts->list(Field::CODENAMES) !== []),
        );
        $lists = array_map(static fn(Package $one): array => $one->facts->list(Field::CODENAMES), $naming);
        $common = $lists === [] ? [] : array_values(array_intersect(...$lists));
        if (count($common) !== 1) {
            return null;
        }
        $files = implode(', ', array_map(static fn(Package $one): string => $one->name(), $naming));

        return Fact::of(StateField::Codename->value, $common[0], Source::File, $files);
    }
}
