<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Models\Setting;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Tornavis\Core\Format\Schema;
use Tornavis\Core\Plan\Phrasebook;

/** The user's own command templates. */
final class PhrasebookController extends Controller
{
    public function show(): JsonResponse
    {
        $operations = [];
        foreach (Phrasebook::OPERATIONS as $operation => $values) {
            $operations[] = ['operation' => $operation, 'values' => [...$values, 'serial', 'unit']];
        }

        return response()->json(['phrasebook' => Setting::phrasebook()->toArray(), 'operations' => $operations]);
    }

    public function update(Request $request): JsonResponse
    {
        Setting::keepPhrasebook(
            Phrasebook::fromArray(Schema::decodeText($request->getContent(), 'the phrasebook'), 'the phrasebook'),
        );

        return $this->show();
    }
}
