<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Language\Languages;
use App\Models\PackageRecord;
use App\Models\Run;
use App\Models\UnitRecord;
use App\Models\WorkJob;
use App\Planning\JobPlanner;
use Tornavis\Core\Rule\Rulebook;
use Tornavis\Core\Words\Symptom;

/**
 * One search over everything that has a page: every word has to be in it, and what begins with the first word comes
 * first.
 *
 * @phpstan-type Hit array{kind: string, title: string, about: string, to: string}
 * @phpstan-type Found array{Hit, string}
 */
final readonly class SearchHits
{
    private const SHOWN = 24;

    /** As many jobs and runs as are looked through, the newest. */
    private const NEWEST = 400;

    private const PAGES = [
        'Bench' => '/bench',
        'What have you got?' => '/start',
        'Shelf' => '/shelf',
        'Jobs' => '/jobs',
        'Log' => '/log',
        'Handbook' => '/handbook',
        'House rules' => '/house-rules',
    ];

    /** What the core says: it is found by its words in the chosen language, and in English. */
    private const SAID_BY_THE_CORE = ['page', 'rule', 'trouble'];

    public function __construct(private JobPlanner $planner) {}

    /**
     * @param  string  $language  that the person has chosen
     * @return array{total: int, hits: list<Hit>} the best first
     */
    public function for(string $text, string $language): array
    {
        $texts = $language === Languages::SOURCE ? null : Languages::texts($language);
        $words = preg_split('/\s+/', mb_strtolower($text), -1, PREG_SPLIT_NO_EMPTY) ?: [];
        $found = [];
        foreach ($words === [] ? $this->pages() : $this->everything($language) as [$hit, $more]) {
            if ($texts !== null && in_array($hit['kind'], self::SAID_BY_THE_CORE, true)) {
                $more .= " {$hit['title']} {$hit['about']}";
                $hit = ['title' => $texts->say($hit['title']), 'about' => $texts->say($hit['about'])] + $hit;
            }
            $rank = self::rank($hit, $more, $words);
            if ($rank !== null) {
                $found[] = [$rank, $hit];
            }
        }
        // Sorting keeps the order of the kinds among what is equally good.
        usort($found, static fn(array $a, array $b): int => $a[0] <=> $b[0]);

        return ['total' => count($found), 'hits' => array_column(array_slice($found, 0, self::SHOWN), 1)];
    }

    /**
     * @param  Hit  $hit
     * @param  list<string>  $words
     * @return ?int the less the better; null where a word is missing
     */
    private static function rank(array $hit, string $more, array $words): ?int
    {
        $title = mb_strtolower($hit['title']);
        $text = mb_strtolower("{$hit['kind']} {$hit['title']} {$hit['about']} {$more}");
        foreach ($words as $word) {
            if (!str_contains($text, $word)) {
                return null;
            }
        }
        $first = $words[0] ?? '';

        return match (true) {
            $title === implode(' ', $words) => 0,
            str_starts_with($title, $first) => 1,
            str_contains($title, $first) => 2,
            default => 3,
        };
    }

    /**
     * @return \Generator<int, Found>
     */
    private function everything(string $language): \Generator
    {
        yield from $this->phones();
        yield from $this->jobs();
        yield from $this->files();
        yield from $this->sheets();
        yield from $this->pages();
        yield from self::articles($language);
        yield from self::rules();
        yield from self::troubles();
        yield from self::runs();
    }

    /**
     * @return \Generator<int, Found>
     */
    private function pages(): \Generator
    {
        foreach (self::PAGES as $title => $to) {
            yield self::hit('page', $title, '', $to);
        }
    }

    /**
     * @return \Generator<int, Found>
     */
    private function phones(): \Generator
    {
        foreach (UnitRecord::query()->orderBy('label')->get() as $unit) {
            $sheet = $this->planner->sheet($unit);
            $name = $sheet === null ? 'no model sheet' : $sheet->title();
            $about = trim("{$name} {$unit->unit()->note}");
            yield self::hit('phone', "{$unit->label} {$unit->codename}", $about, "/bench/{$unit->label}");
        }
    }

    /**
     * @return \Generator<int, Found>
     */
    private function jobs(): \Generator
    {
        $jobs = WorkJob::query()
            ->with(['lastRun', 'unit:' . implode(',', UnitRecord::LISTED)])
            ->latest('id')
            ->limit(self::NEWEST)
            ->get();
        foreach ($jobs as $job) {
            $card = UnitCard::job($job, $this->planner);
            $build = is_string($card['build']) ? ": {$card['build']}" : '';
            $wanted = is_string($card['wanted']) ? $card['wanted'] : '';
            $unit = $job->unit->only(['label', 'codename']);
            $title = implode(' ', array_filter($unit, is_string(...)));
            yield self::hit('job', "{$title} → {$wanted}{$build}", '', "/jobs/{$job->id}");
        }
    }

    /**
     * @return \Generator<int, Found>
     */
    private function files(): \Generator
    {
        foreach (PackageRecord::query()->orderBy('name')->get() as $file) {
            $about = trim(($file->kind ?? '') . ($file->missing ? ' missing' : '') . " {$file->name}");
            yield self::hit('file', $file->package()->title(), $about, "/shelf?file={$file->id}");
        }
    }

    /**
     * @return \Generator<int, Found>
     */
    private function sheets(): \Generator
    {
        foreach ($this->planner->sheets() as $codename => $sheet) {
            $also = implode(' ', [...$sheet->aliases, ...$sheet->alsoSoldAs]);
            $about = trim("{$sheet->title()} {$also}");
            yield self::hit('sheet', "Model sheet of {$codename}", $about, "/sheets/{$codename}");
        }
    }

    /**
     * @return \Generator<int, Found>
     */
    private static function runs(): \Generator
    {
        $runs = Run::query()
            ->latest('id')
            ->limit(self::NEWEST)
            ->get(['id', 'work_job_id', 'unit_label', 'codename', 'build', 'status', 'started_at']);
        foreach ($runs as $run) {
            $about = trim("{$run->status} " . substr((string) $run->started_at, 0, 10));
            yield self::hit(
                'run',
                "{$run->unit_label} {$run->codename}: {$run->build}",
                $about,
                "/jobs/{$run->work_job_id}/record",
            );
        }
    }

    /**
     * @return \Generator<int, Found>
     */
    private static function rules(): \Generator
    {
        foreach (Rulebook::all() as $id => $purposes) {
            yield self::hit('rule', $id, implode(' ', $purposes), "/handbook#{$id}");
        }
    }

    /**
     * @return \Generator<int, Found>
     */
    private static function troubles(): \Generator
    {
        foreach (Symptom::cases() as $symptom) {
            yield self::hit('trouble', $symptom->label(), '', "/handbook#{$symptom->value}");
        }
    }

    /**
     * @return \Generator<int, Found>
     */
    private static function articles(string $language): \Generator
    {
        foreach (HandbookArticles::all($language) as $article) {
            yield self::hit(
                'article',
                $article['title'],
                $article['lead'],
                "/handbook/{$article['id']}",
                implode(' ', $article['words']),
            );
        }
    }

    /**
     * @param  string  $more  words that lead there beside those that are shown
     * @return Found
     */
    private static function hit(string $kind, string $title, string $about, string $to, string $more = ''): array
    {
        return [['kind' => $kind, 'title' => $title, 'about' => $about, 'to' => $to], $more];
    }
}
