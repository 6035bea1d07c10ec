<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Bench\TextFile;
use Tornavis\Core\Phone\FactName;
use Tornavis\Core\Reading\Contradiction;
use Tornavis\Core\Reading\PrintedText;
use Tornavis\Core\Reading\Reading;
use Tornavis\Core\Reading\Statement;
use Tornavis\Core\Reading\TextReader;
use Tornavis\Core\Words\Symptom;

final class ReadCommand extends CoreCommand
{
    protected $signature =
        'tornavis:read {files* : Texts that one phone, its recovery or a command printed; - for standard input} ' .
        '{--json : As JSON}';

    protected $description =
        'Says what printed texts tell of a phone, of its model and of what went wrong, each with its line; exit 0 ' .
        'when something was understood, 1 when nothing was';

    public function handle(): int
    {
        /** @var list<string> $files */
        $files = $this->argument('files');
        $texts = array_map(
            static fn(string $file): PrintedText => $file === '-' ? TextFile::readInput() : TextFile::read($file),
            $files,
        );
        $reading = TextReader::read(...$texts);
        $this->option('json') ? $this->json($reading->toArray()) : $this->show($reading);

        return $reading->isEmpty() ? self::FAILURE : self::SUCCESS;
    }

    private function show(Reading $reading): void
    {
        $this->showTable(
            'The phone',
            $reading->unit,
            static fn(Statement $one): array => [FactName::label($one->name), FactName::say($one->name, $one->value)],
        );
        $this->showTable(
            'Its model',
            $reading->model,
            static fn(Statement $one): array => [$one->name, FactName::say($one->name, $one->value)],
        );
        $this->showTable(
            'What the page asks for',
            $reading->requirements,
            static fn(Statement $one): array => [$one->name, FactName::say($one->name, $one->value)],
        );
        $this->showTable(
            'What went wrong',
            $reading->symptoms,
            static fn(Statement $one): array => [Symptom::from($one->name)->label(), ''],
        );
        foreach ($reading->contradictions as $contradiction) {
            $this->warn(self::contradiction($contradiction));
        }
        if ($reading->isEmpty()) {
            $this->line('Nothing in it was understood.');
        }
        $this->line("{$reading->notUnderstood} lines were not understood.");
    }

    /**
     * @param  list<Statement>  $statements
     * @param  \Closure(Statement): array{string, string}  $says
     */
    private function showTable(string $title, array $statements, \Closure $says): void
    {
        if ($statements === []) {
            return;
        }
        $this->line("<info>{$title}</info>");
        $this->table(
            ['what', 'value', 'line', 'it says'],
            array_map(
                static fn(Statement $one): array => [
                    ...$says($one),
                    "{$one->line->source}:{$one->line->number}",
                    mb_strimwidth(trim($one->line->text), 0, 70, '…'),
                ],
                $statements,
            ),
        );
    }

    private static function contradiction(Contradiction $contradiction): string
    {
        $values = array_map(
            static fn(Statement $one): string => FactName::say($one->name, $one->value) .
                " (line {$one->line->number})",
            $contradiction->statements,
        );

        return "The text disagrees about {$contradiction->name}: " . implode('; ', $values);
    }
}
