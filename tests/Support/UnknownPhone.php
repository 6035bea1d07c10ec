<?php

declare(strict_types=1);

namespace Tests\Support;

use Tornavis\Core\Draft\SheetDocument;
use Tornavis\Demo\BuildSpec;
use Tornavis\Demo\DemoFileWriter;

/** A phone that the demo world does not have: what it prints, and files that are made for it. */
final class UnknownPhone
{
    public const CODENAME = 'cormorant';

    /** Its properties or its variables, as it prints them. */
    public static function text(string $name): string
    {
        return (string) file_get_contents(self::textPath($name));
    }

    public static function textPath(string $name): string
    {
        return dirname(__DIR__, 2) . '/core/tests/Draft/phones/' . self::CODENAME . "/{$name}.txt";
    }

    /**
     * A build and a recovery with their cards, made anew.
     *
     * @return array{build: string, recovery: string} their paths
     */
    public static function files(string $codename = self::CODENAME): array
    {
        $folder = TestRun::own() . '/files-' . $codename;
        if (!is_dir($folder)) {
            mkdir($folder, 0755, true);
            $writer = new DemoFileWriter($folder);
            $in = SheetDocument::VERIFICATION;
            $spec = new BuildSpec('Saltern', '15.2', '20260903', $codename, 'saltern', 'CB-2.4.1', headerIn: $in);
            $card = $spec->card(['brings' => ['services' => true, 'recovery' => true]]);
            unset($card['preInstall']);
            $writer->build("{$folder}/saltern-15.2-{$codename}.zip", $spec, $card);
            $recovery = "{$folder}/wicket-4.1-{$codename}.img";
            $writer->recovery($recovery, '4.1', ['sideload', 'decrypt', 'metadata', 'backup']);
            $ofRecovery = (string) file_get_contents("{$recovery}.card.json");
            file_put_contents("{$recovery}.card.json", str_replace('bowline', $codename, $ofRecovery));
        }

        return [
            'build' => "{$folder}/saltern-15.2-{$codename}.zip",
            'recovery' => "{$folder}/wicket-4.1-{$codename}.img",
        ];
    }
}
