<?php

declare(strict_types=1);

namespace Tornavis\Core\Kit;

use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Phone\Unit;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\Severity;
use Tornavis\Core\Rule\Update\Update1InPlace;
use Tornavis\Core\Rule\Update\Update2Worth;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Situation\Stock;
use Tornavis\Core\Words\Intent;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\Version;

/** What the shelf holds for a phone that is newer than what it runs, of the same family, and whether it is worth it. */
final readonly class UpdateWatch
{
    /**
     * @param  ?string  $obstacle  why it cannot go in over what is there; null where it can
     */
    private function __construct(
        public Package $build,
        public string $runs,
        public string $worth,
        public ?string $obstacle,
    ) {}

    /** The newest update, stable ones first; null where there is none, or nobody knows what the phone runs. */
    public static function of(Unit $unit, ModelSheet $sheet, Stock $stock): ?self
    {
        $state = $unit->state();
        $slot = $state->activeSlot() ?? $sheet->slots[0];
        $family = $state->slot($slot)->os->family;
        $version = $state->version(StateField::OsVersion->in($slot));
        if ($family === null || $version === null) {
            return null;
        }
        $best = null;
        $rank = static fn(Package $p): array => [
            $p->facts->text(Field::CHANNEL) !== 'nightly',
            $p->facts->flag(Field::OFFICIAL) !== false,
        ];
        foreach ($stock->ofKind(PackageKind::Build) as $build) {
            $newer = $build->facts->text(Field::VERSION);
            $mine =
                array_intersect($build->facts->list(Field::CODENAMES), [$sheet->codename, ...$sheet->aliases]) !== [];
            if (
                $newer === null ||
                !$mine ||
                $build->facts->text(Field::FAMILY) !== $family ||
                $build->facts->text(Field::UPDATE_TYPE) === 'incremental' ||
                !$version->olderThan(Version::of($newer))
            ) {
                continue;
            }
            if (
                $best === null ||
                $rank($build) > $rank($best) ||
                ($rank($build) === $rank($best) &&
                    Version::of((string) $best->facts->text(Field::VERSION))->olderThan(Version::of($newer)))
            ) {
                $best = $build;
            }
        }

        return $best === null
            ? null
            : self::judged(
                $best,
                new Situation($sheet, $unit, [$best], Intent::UpdateInPlace, '', state: $state),
                "{$family} {$version}",
            );
    }

    private static function judged(Package $build, Situation $situation, string $runs): self
    {
        $worth = '';
        foreach ((new Update2Worth())->look($situation) as $finding) {
            $worth = $finding->key === 'UPDATE-2:worth' ? $finding->reason : $worth;
        }
        $obstacles = array_filter(
            iterator_to_array((new Update1InPlace())->look($situation), false),
            static fn(Finding $f): bool => $f->severity === Severity::Stop,
        );

        return new self($build, $runs, $worth, $obstacles === [] ? null : reset($obstacles)->reason);
    }
}
