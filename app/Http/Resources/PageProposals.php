<?php

declare(strict_types=1);

namespace App\Http\Resources;

use Tornavis\Core\Fact\Source;
use Tornavis\Core\Format\FormatError;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\ReleaseCard;
use Tornavis\Core\Reading\Reading;
use Tornavis\Core\Reading\Statement;

/** What a page asks for, as fields of a release card, each beside its sentence. */
final class PageProposals
{
    /**
     * @return list<array<string, mixed>> as in docs/formats/api/page-proposals.schema.json
     */
    public static function of(Package $package, Reading $page): array
    {
        $proposals = [];
        foreach ($page->requirements as $one) {
            try {
                $fact = ReleaseCard::factOf($one->name, $one->value, 'the page');
            } catch (FormatError) {
                // A sentence that gives no value which a card could hold.
                continue;
            }
            $proposals[] = [
                'field' => $one->name,
                'value' => $one->value,
                'line' => $one->line->text,
                'lineNumber' => $one->line->number,
                'disagrees' => self::disagreement($package, $fact, $one),
            ];
        }

        return $proposals;
    }

    /** What the file itself says otherwise; null where it says nothing, or the same. */
    private static function disagreement(Package $package, string $name, Statement $said): ?string
    {
        $fact = $package->facts->best($name);
        $isOfFile = $fact !== null && $fact->source === Source::File;

        return $isOfFile && $fact->value !== $said->value ? $fact->text() : null;
    }
}
