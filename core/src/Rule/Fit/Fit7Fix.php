<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Fit;

use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;

use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\RuleId;

/**
 * Speaks where the build asks for fix packages.
 *
 * Why: Its publisher knows what does not work on the model without them.
 */
final class Fit7Fix implements FitRule
{
    public static function id(): RuleId
    {
        return RuleId::Fit7;
    }

    public static function purpose(): string
    {
        return 'A build can need a fix package of its model after it; without it something that people count on ' .
            'does not work.';
    }

    public function look(Situation $situation): iterable
    {
        $build = $situation->files->build();
        foreach ($build?->facts->list(Field::FIXES) ?? [] as $family) {
            $is = static fn(Package $p): bool => $p->kind() === PackageKind::Fix &&
                $p->facts->text(Field::FAMILY) === $family &&
                $situation->files->isFor($p);
            $need = "The fix package {$family} after {$build?->title()}";
            $sources = array_filter([$build?->facts->best(Field::FIXES)]);
            if (array_filter($situation->kit, $is) !== []) {
                yield Finding::clear(
                    self::id(),
                    need: $need,
                    found: 'in the kit',
                    reason: 'It goes in after the build.',
                    subject: $family,
                    facts: $sources,
                );

                continue;
            }
            $onShelf = array_values(array_filter($situation->shelf, $is))[0] ?? null;
            yield Finding::stop(
                self::id(),
                need: $need,
                found: 'not in the kit',
                reason: "The build's publisher says that it needs this fix on {$situation->sheet->codename}.",
                remedy: $onShelf === null
                    ? Remedy::getFile("Get {$family} for {$situation->sheet->codename}; no file on the shelf is it.")
                    : Remedy::addFile($onShelf),
                subject: $family,
                facts: $sources,
            );
        }
    }
}
