<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Jobs\ReadPhone;
use App\Models\UnitRecord;
use App\Planning\JobPlanner;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;
use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Identity\Candidate;
use Tornavis\Core\Identity\Clues;
use Tornavis\Core\Identity\Identification;
use Tornavis\Core\Phone\Ageing;
use Tornavis\Core\Phone\Backup;
use Tornavis\Core\Phone\Conflicts;
use Tornavis\Core\Phone\FactName;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Words\BackupPart;
use Tornavis\Core\Words\LossClass;
use Tornavis\Core\Words\Slot;

/** Everything about one phone, as in docs/formats/api/unit.schema.json. */
final class UnitPage extends JsonResource
{
    public function __construct(private readonly UnitRecord $record, private readonly JobPlanner $planner)
    {
        parent::__construct($record);
    }

    /**
     * @return array<string, mixed>
     */
    public function toArray(Request $request): array
    {
        $record = $this->record;
        $planner = $this->planner;
        $unit = $record->unit();
        $state = $unit->state();
        $sheet = $planner->sheet($record);
        $slot = $state->activeSlot() ?? ($sheet->slots[0] ?? Slot::Only->value);
        // What only a file names, the phone has not said.
        $isOfFile = $state->fact(StateField::Codename->value)->source === Source::File;
        $clues = new Clues(
            $isOfFile ? null : $unit->codename,
            $state->text(StateField::VariantModel),
            $state->text(StateField::VariantChipset),
        );
        $identification = Identification::of($clues, $planner->sheets());
        $ageing = $planner->house()->ageing(now()->toIso8601String());
        $fact = static fn(Fact $one): array => self::fact($one, $ageing);
        $conflicts = [];
        foreach (Conflicts::of($unit->facts) as $name => $sides) {
            $conflicts[] = [
                'name' => $name,
                'label' => FactName::label($name),
                'sides' => array_map($fact, $sides),
            ];
        }

        return [
            'card' => UnitCard::of($record, $planner),
            'facts' => array_map($fact, $state->facts()),
            'fields' => self::fields($sheet->slots ?? ['a', 'b', '-']),
            'conflicts' => $conflicts,
            'backups' => array_map(
                static fn(Backup $backup): array => [
                    'id' => $backup->id,
                    'kind' => $backup->kind,
                    'classes' => [
                        ...$backup->system ? [BackupPart::System->label()] : [],
                        ...array_map(static fn(LossClass $class): string => $class->label(), $backup->classes),
                    ],
                    'place' => $backup->place,
                    'madeAt' => $backup->madeAt,
                    'age' => $backup->age(now()->toIso8601String()),
                    'base' => $backup->baseInWords(),
                    'misfit' => $backup->difference($state, $slot),
                    'unknown' => implode(', ', $backup->unknownOf()),
                    'sha256' => $backup->sha256,
                ],
                $unit->backups,
            ),
            'classes' => array_map(
                static fn(LossClass $class): array => ['value' => $class->value, 'label' => $class->label()],
                LossClass::stated(),
            ),
            'identity' => [
                'says' => $identification->says(),
                'candidates' => array_map(
                    static fn(Candidate $c): array => $c->toArray(),
                    array_slice($identification->candidates, 0, 5),
                ),
            ],
            'history' => UnitHistory::of($record),
            'reading' => ReadPhone::stands($record),
            'sheet' => $sheet?->toArray(),
        ];
    }

    /**
     * @return array<string, mixed>
     */
    private static function fact(Fact $fact, Ageing $ageing): array
    {
        return $fact->toArray() + [
            'stale' => $ageing->isStale($fact),
            'label' => FactName::label($fact->name),
            'text' => FactName::say($fact->name, $fact->value),
        ];
    }

    /**
     * What can be typed in, with its type.
     *
     * @param  list<string>  $slots
     * @return list<array{name: string, label: string, type: string}>
     */
    private static function fields(array $slots): array
    {
        $fields = [];
        foreach (StateField::cases() as $field) {
            $pattern = $field->value;
            // What a run remembers in short is nothing to type.
            if (preg_match('/\{(partition|mode)\}|failedAs/', $pattern) === 1) {
                continue;
            }
            $names = str_contains($pattern, '{slot}')
                ? array_map(static fn(string $slot): string => str_replace('{slot}', $slot, $pattern), $slots)
                : [$pattern];
            if (str_contains($pattern, '{class}')) {
                $names = array_map(
                    static fn(LossClass $class): string => str_replace('{class}', $class->value, $pattern),
                    LossClass::stated(),
                );
            }
            foreach ($names as $name) {
                $fields[] = ['name' => $name, 'label' => FactName::label($name), 'type' => $field->type()];
            }
        }

        return $fields;
    }
}
