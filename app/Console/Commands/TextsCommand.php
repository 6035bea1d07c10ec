<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Language\Languages;
use App\Language\SourceTexts;

/** For development: brings the section "core" of each language's catalogue in line with the texts of the source. */
final class TextsCommand extends CoreCommand
{
    protected $signature = 'tornavis:texts';

    protected $description = 'Writes the texts of the source into the catalogues in resources/lang, to be translated';

    public function handle(): int
    {
        $texts = array_keys(SourceTexts::in(array_map(base_path(...), SourceTexts::FOLDERS)));
        foreach (Languages::others() as $language) {
            $known = Languages::core($language);
            $catalogue = Languages::catalogue($language);
            $catalogue['core'] = array_merge(
                array_fill_keys($texts, ''),
                array_intersect_key($known, array_flip($texts)),
            );
            foreach (array_diff(array_keys($known), $texts) as $gone) {
                $this->line("{$language}: nobody says any more: {$gone} = {$known[$gone]}");
            }
            Languages::write($language, $catalogue);
            $open = count(array_filter($catalogue['core'], static fn(string $text): bool => $text === ''));
            $this->info("{$language}: {$open} of " . count($texts) . ' texts of the source have no translation yet.');
        }

        return self::SUCCESS;
    }
}
