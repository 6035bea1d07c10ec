<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Bench\TextFile;
use App\Shelf\IsolatedReader;
use Tornavis\Core\Draft\DraftField;
use Tornavis\Core\Draft\SheetDraft;
use Tornavis\Core\Fact\Grade;
use Tornavis\Core\Format\FormatError;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Reading\Contradiction;
use Tornavis\Core\Reading\PrintedText;
use Tornavis\Core\Reading\ReadingError;
use Tornavis\Core\Reading\Statement;
use Tornavis\Core\Reading\TextReader;

final class DraftCommand extends CoreCommand
{
    protected $signature =
        'tornavis:draft {--label= : Label of the phone} {--text=* : Text that the phone, its recovery or a command ' .
        'printed} {--package=* : Build, bundle or image for it} {--out= : Folder for sheet.json, unit.json and ' .
        'draft.json}';

    protected $description =
        'Drafts a model sheet and a phone from texts and files; exit 0 when both can be used, 1 when statements ' .
        'contradict each other, 65 when nothing can be made of them';

    public function handle(IsolatedReader $reader): int
    {
        $label = $this->option('label');
        $out = $this->option('out');
        /** @var list<string> $files */
        $files = $this->option('text');
        /** @var list<string> $packages */
        $packages = $this->option('package');
        if (
            !is_string($label) ||
            $label === '' ||
            !is_string($out) ||
            $out === '' ||
            [...$files, ...$packages] === []
        ) {
            return $this->wrongUsage('--label, --out and at least one --text or --package are needed.');
        }
        $texts = array_map(TextFile::read(...), $files);
        $reading = TextReader::read(...$texts);
        if ($reading->isEmpty() && $packages === []) {
            $lines = array_sum(array_map(static fn(PrintedText $text): int => $text->countFilledLines(), $texts));
            throw ReadingError::nothing(implode(', ', $files), $lines);
        }
        $draft = SheetDraft::of($label, $reading, array_map(self::package($reader), $packages));
        $sheet = $draft->sheet();
        $this->keep($out, 'draft.json', $draft->toArray());
        $this->keep($out, 'sheet.json', $sheet->toArray());
        $this->keep($out, 'unit.json', $draft->unit(now()->toIso8601String())->toArray());
        $this->tell($draft);

        return $draft->contradictions === [] ? self::SUCCESS : self::FAILURE;
    }

    /** @return \Closure(string): Package */
    private static function package(IsolatedReader $reader): \Closure
    {
        return static fn(string $path): Package => $reader->inspect($path);
    }

    /**
     * @param  array<string, mixed>  $document
     *
     * @throws FormatError when the folder cannot be written to
     */
    private function keep(string $folder, string $name, array $document): void
    {
        if (!is_dir($folder) && !@mkdir($folder, 0755, true)) {
            throw FormatError::notReadable($folder);
        }
        $json = json_encode(
            $document,
            JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR,
        );
        file_put_contents("{$folder}/{$name}", "{$json}\n");
    }

    private function tell(SheetDraft $draft): void
    {
        $isGuessed = static fn(DraftField $one): bool => $one->grade === Grade::Guessed;
        $guessed = count(array_filter($draft->fields, $isGuessed));
        $read = count($draft->fields) - $guessed;
        $this->line("<info>{$draft->label}</info> {$read} fields known, {$guessed} guessed.");
        foreach ($draft->notUsed as $sentence) {
            $this->warn($sentence);
        }
        foreach ($draft->contradictions as $one) {
            $this->warn(self::contradiction($one));
        }
        foreach ($draft->unknown() as $one) {
            $this->line("Unknown: {$one['field']}. {$one['ask']}");
        }
    }

    private static function contradiction(Contradiction $one): string
    {
        $values = array_map(
            static fn(Statement $each): string => json_encode(
                $each->value,
                JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR,
            ) .
                " ({$each->line->source}" .
                ($each->line->number === 0 ? ')' : ", line {$each->line->number})"),
            $one->statements,
        );

        return "Decide about {$one->name}: " . implode(' or ', $values);
    }
}
