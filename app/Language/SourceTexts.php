<?php

declare(strict_types=1);

namespace App\Language;

use PhpParser\NodeTraverser;
use PhpParser\ParserFactory;
use Symfony\Component\Finder\Finder;

/**
 * The texts for people that stand in the program's own source: what a translator has to translate.
 *
 * A text is a whole string, or several that are put together; where a value goes into it stands the name of that value
 * in braces, as in `The phone shows {label}.`
 */
final readonly class SourceTexts
{
    /** Where texts come from that a page shows; what the command line says stays English. */
    public const FOLDERS = [
        'core/src',
        'app/Backup',
        'app/Bench',
        'app/Http',
        'app/Jobs',
        'app/Models',
        'app/Planning',
        'app/Run',
        'app/Shelf',
    ];

    /** What can go wrong with a simulated phone is offered to a person. */
    private const FAULTS = 'standin/src/Faults.php';

    /** What these say is for programs, for the command line, or for those who make the program. */
    private const SILENT = [
        'Api/',
        'Middleware/SecurityHeaders.php',
        'SeasonMaker.php',
        'SituationFiles.php',
        'DatabaseJournal.php',
        'Rehearsal',
        'StateFieldPage.php',
        'Reading/NoValue.php',
    ];

    /**
     * @param  list<string>  $folders
     * @return array<string, string> where it stands first ("folder/File.php:12") by text, in the order of the files
     */
    public static function in(array $folders): array
    {
        $texts = [];
        $files = Finder::create()
            ->in($folders)
            ->name('*.php')
            ->notPath(self::SILENT)
            ->append([base_path(self::FAULTS)])
            ->sortByName();
        foreach ($files as $file) {
            foreach (self::ofFile($file->getContents()) as $text => $line) {
                $texts[$text] ??= "{$file->getRelativePathname()}:{$line}";
            }
        }

        return $texts;
    }

    /**
     * @return array<string, int> the line by text
     */
    public static function ofFile(string $code): array
    {
        $found = new TextVisitor();
        $tree = (new ParserFactory())->createForNewestSupportedVersion()->parse($code) ?? [];
        (new NodeTraverser($found))->traverse($tree);

        return $found->texts();
    }
}
