<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Bench\TextFile;
use App\Models\SheetRecord;
use App\Planning\PhoneLookup;
use Tornavis\Core\Format\FormatError;
use Tornavis\Core\Identity\Candidate;
use Tornavis\Core\Identity\Clues;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Reading\TextReader;

final class IdentifyCommand extends CoreCommand
{
    protected $signature =
        'tornavis:identify {--codename= : As the phone gives it} {--model= : Model number} ' .
        '{--chipset= : Chipset} {--maker= : Maker} {--name= : Shop name} ' .
        '{--dump= : File with what the phone prints as its properties} ' .
        '{--sheets= : Folder with model sheets; those of the bench where it is left out} {--json : As JSON}';

    protected $description =
        'Says which model a phone is, from what was read off it; ' . 'exit 0 when that is certain, 1 when it is not';

    public function handle(): int
    {
        $said = new Clues(
            $this->word('codename'),
            $this->word('model'),
            $this->word('chipset'),
            $this->word('maker'),
            $this->word('name'),
        );
        $dump = $this->word('dump');
        if ($dump === null && $said->areEmpty()) {
            return $this->wrongUsage(
                'At least one of --codename, --model, --chipset, --maker, --name, --dump is needed.',
            );
        }
        $folder = $this->word('sheets');
        $lookup = PhoneLookup::of(
            $said,
            $dump === null ? null : TextReader::read(TextFile::read($dump)),
            $folder === null ? SheetRecord::sheets() : self::sheets($folder),
        );
        $this->option('json') ? $this->json($lookup->toArray()) : $this->show($lookup);

        return $lookup->found->answer() === null ? self::FAILURE : self::SUCCESS;
    }

    private function word(string $option): ?string
    {
        $word = $this->option($option);

        return is_string($word) && trim($word) !== '' ? trim($word) : null;
    }

    /**
     * @return list<ModelSheet>
     *
     * @throws FormatError
     */
    private static function sheets(string $folder): array
    {
        if (!is_dir($folder)) {
            throw FormatError::notReadable($folder);
        }

        return array_map(ModelSheet::read(...), glob("{$folder}/*.json") ?: []);
    }

    private function show(PhoneLookup $lookup): void
    {
        $this->line("<info>{$lookup->found->says()}</info>");
        $this->table(
            ['codename', 'model', 'for it', 'against it'],
            array_map(
                static fn(Candidate $one): array => [
                    $one->sheet->codename,
                    $one->variant->model ?? '',
                    implode(' ', $one->reasons),
                    implode(' ', $one->contradictions),
                ],
                $lookup->found->candidates,
            ),
        );
    }
}
