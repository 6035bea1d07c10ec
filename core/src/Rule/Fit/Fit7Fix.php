<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Fit;

use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\Severity;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\PackageKind;

final class Fit7Fix implements FitRule
{
    public static function id(): string
    {
        return 'FIT-7';
    }

    public static function purpose(): string
    {
        return 'A build can need a fix package of its model after it; without it something that people count on ' .
            'does not work.';
    }

    public function look(Situation $situation): iterable
    {
        $build = $situation->build();
        foreach ($build?->facts->list(Field::FIXES) ?? [] as $family) {
            $is = static fn(Package $p): bool => $p->kind() === PackageKind::Fix &&
                $p->facts->text(Field::FAMILY) === $family &&
                $situation->isFor($p);
            $need = "The fix package {$family} after {$build?->title()}";
            $sources = array_filter([$build?->facts->best(Field::FIXES)]);
            if (array_filter($situation->kit, $is) !== []) {
                yield Finding::of(
                    self::id(),
                    Severity::Clear,
                    $need,
                    'in the kit',
                    'It goes in after the build.',
                    null,
                    $family,
                    ...$sources,
                );

                continue;
            }
            $onShelf = array_values(array_filter($situation->shelf, $is))[0] ?? null;
            yield Finding::of(
                self::id(),
                Severity::Stop,
                $need,
                'not in the kit',
                "The build's publisher says that it needs this fix on {$situation->sheet->codename}.",
                $onShelf === null
                    ? "Get {$family} for {$situation->sheet->codename}; no file on the shelf is it."
                    : "Add {$onShelf->name()} from the shelf to the kit.",
                $family,
                ...$sources,
            );
        }
    }
}
