<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Bench\RunFile;
use Tornavis\Core\Format\FormatError;
use Tornavis\Core\Format\Schema;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\Unit;

final class ValidateCommand extends CoreCommand
{
    protected $signature = 'tornavis:validate {file : A file of one of the own formats}';

    protected $description = 'Checks a file against its published schema';

    public function handle(): int
    {
        /** @var string $file */
        $file = $this->argument('file');
        if (RunFile::isOne($file)) {
            RunFile::read((string) file_get_contents($file));
            $this->info("{$file} is a valid tornavis/run.");

            return self::SUCCESS;
        }
        $data = Schema::decode($file);
        $schema = Schema::claimed($data, $file);
        $object = json_decode((string) file_get_contents($file), false, 64, JSON_THROW_ON_ERROR);
        if (!($object instanceof \stdClass)) {
            throw FormatError::notJson($file, 'the outermost value is no object');
        }
        $schema->check($object, $file);
        match ($schema->name()) {
            'model-sheet' => ModelSheet::fromArray($data, $file),
            'unit' => Unit::fromArray($data, $file),
            default => null,
        };
        $this->info("{$file} is a valid tornavis/{$schema->name()}.");
        foreach ($schema->name() === 'unit' ? Unit::carriedNotes($data) : [] as $note) {
            $this->line("  {$note}");
        }

        return self::SUCCESS;
    }
}
