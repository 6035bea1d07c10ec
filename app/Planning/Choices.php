<?php

declare(strict_types=1);

namespace App\Planning;

use App\Models\PackageRecord;
use App\Models\UnitRecord;
use Tornavis\Core\Kit\FitMatrix;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Rule\Severity;
use Tornavis\Core\Situation\Job\Job;
use Tornavis\Core\Words\Intent;

/**
 * What can be chosen for a new job: each phone and each file with the verdict of the rules, what fits first.
 *
 * What a person does before the work (charging, backups, signing out) is asked in the job, and judged there.
 */
final readonly class Choices
{
    private const ORDER = [Severity::Clear, Severity::Note, Severity::Mind, Severity::Settle, Severity::Stop];

    public function __construct(private JobPlanner $planner) {}

    /**
     * @return list<array<string, mixed>> as in docs/formats/api/choices.schema.json
     */
    public function phones(Intent $intent, ?PackageRecord $subject): array
    {
        $phones = [];
        foreach (UnitRecord::query()->orderBy('label')->get() as $unit) {
            $sheet = $this->planner->sheet($unit);
            $phones[] = [
                'label' => $unit->label,
                'codename' => $unit->codename === '' ? 'not identified' : $unit->codename,
                'name' => $sheet === null ? null : $sheet->title(),
                ...$this->verdict($unit, $subject, $intent),
            ];
        }

        return self::fittingFirst($phones);
    }

    /**
     * @return list<array<string, mixed>> as in docs/formats/api/choices.schema.json
     */
    public function files(Intent $intent, UnitRecord $unit): array
    {
        $files = PackageRecord::query()
            ->present()
            ->whereIn('kind', Job::of($intent)->takes())
            ->orderBy('name')
            ->get()
            ->map(
                fn(PackageRecord $file): array => [
                    'id' => $file->id,
                    'name' => $file->name,
                    'title' => $file->package()->title(),
                    'kind' => (string) $file->kind,
                    'codenames' => $file->package()->facts->list(Field::CODENAMES),
                    ...$this->verdict($unit, $file, $intent),
                ],
            );

        return self::fittingFirst(array_values($files->all()));
    }

    /**
     * @return array{level: string, words: string}
     */
    private function verdict(UnitRecord $unit, ?PackageRecord $file, Intent $intent): array
    {
        $sheet = $this->planner->sheet($unit);
        if ($sheet === null) {
            $why = $unit->codename === '' ? 'Not identified yet' : 'No model sheet';

            return ['level' => Severity::Stop->value, 'words' => $why];
        }
        if ($file === null && Job::of($intent)->takes() !== []) {
            // Nothing to judge before the file is chosen.
            return ['level' => Severity::Note->value, 'words' => ''];
        }
        $verdict = FitMatrix::choice(
            $unit->unit(),
            $sheet,
            $file?->package(),
            $intent,
            array_values($this->planner->shelf()),
            $this->planner->house(),
        );

        return ['level' => $verdict['level'], 'words' => $verdict['words']];
    }

    /**
     * @template T of array{level: string, ...}
     *
     * @param  list<T>  $choices
     * @return list<T>
     */
    private static function fittingFirst(array $choices): array
    {
        $order = array_flip(array_column(self::ORDER, 'value'));
        // Sorting keeps the order of what is equally good.
        usort($choices, static fn(array $a, array $b): int => $order[$a['level']] <=> $order[$b['level']]);

        return $choices;
    }
}
