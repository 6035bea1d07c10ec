<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Models\Run;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;
use Tornavis\Core\Run\RunState;

/** Which runs of the log are meant. */
final class LogRequest extends FormRequest
{
    public const PAGE = 200;

    /** Without the plan, which is large and not shown. */
    public const COLUMNS = [
        'id',
        'work_job_id',
        'unit_label',
        'codename',
        'build',
        'status',
        'started_at',
        'last_at',
        'expected_seconds',
        'seconds',
        'step',
        'steps',
        'troubles',
    ];

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'q' => ['sometimes', 'nullable', 'string', 'max:100'],
            'codename' => ['sometimes', 'nullable', 'string', 'max:60'],
            'status' => ['sometimes', 'nullable', Rule::in([RunState::ENDED, RunState::STOPPED, 'open', 'trouble'])],
            'from' => ['sometimes', 'integer', 'min:0'],
        ];
    }

    /** @return Builder<Run> */
    public function runs(): Builder
    {
        $runs = Run::query();
        $codename = $this->string('codename')->toString();
        if ($codename !== '') {
            $runs->where('codename', $codename);
        }
        foreach (preg_split('/\s+/', $this->string('q')->toString(), -1, PREG_SPLIT_NO_EMPTY) ?: [] as $word) {
            $like = '%' . addcslashes($word, '%_\\') . '%';
            $runs->where(
                static fn(Builder $either) => $either
                    ->whereRaw("unit_label like ? escape '\\'", [$like])
                    ->orWhereRaw("codename like ? escape '\\'", [$like])
                    ->orWhereRaw("build like ? escape '\\'", [$like]),
            );
        }

        match ($this->string('status')->toString()) {
            RunState::ENDED => $runs->where('status', RunState::ENDED),
            RunState::STOPPED => $runs->where('status', RunState::STOPPED),
            'open' => $runs->whereNotIn('status', [RunState::ENDED, RunState::STOPPED]),
            'trouble' => $runs->where('troubles', '>', 0),
            default => null,
        };

        return $runs;
    }
}
