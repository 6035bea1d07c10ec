<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Http\Api\OpenApiDocument;
use Tornavis\Core\Phone\StateFieldPage;

/** For development: writes the pages about formats that are made from the code. */
final class FormatsCommand extends CoreCommand
{
    protected $signature = 'tornavis:formats';

    protected $description = 'Writes docs/formats/unit.md from the table of facts, and docs/formats/api/openapi.json';

    public function handle(): int
    {
        file_put_contents(base_path('docs/formats/unit.md'), StateFieldPage::markdown());
        file_put_contents(base_path('docs/formats/api/openapi.json'), OpenApiDocument::json());

        return self::SUCCESS;
    }
}
