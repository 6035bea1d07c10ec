<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Api\Answers;
use App\Http\Api\Takes;
use App\Models\Setting;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Tornavis\Core\Format\Schema;
use Tornavis\Core\Plan\Phrasebook;
use Tornavis\Core\Words\OperationName;

/** The user's own command templates. */
final class PhrasebookController extends Controller
{
    #[Answers('phrasebook')]
    public function show(): JsonResponse
    {
        $operations = [];
        foreach (OperationName::cases() as $operation) {
            $values = $operation->templateValues();
            if ($values !== null) {
                $operations[] = ['operation' => $operation->value, 'values' => [...$values, ...Phrasebook::ALWAYS]];
            }
        }

        return response()->json(['phrasebook' => Setting::phrasebook()->toArray(), 'operations' => $operations]);
    }

    #[Takes(['/phrasebook'])]
    #[Answers('phrasebook')]
    public function update(Request $request): JsonResponse
    {
        Setting::keepPhrasebook(
            Phrasebook::fromArray(Schema::decodeText($request->getContent(), 'the phrasebook'), 'the phrasebook'),
        );

        return $this->show();
    }
}
