<?php

declare(strict_types=1);

namespace Tornavis\Core\Draft;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Grade;
use Tornavis\Core\Format\FormatError;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Phone\FactName;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\Unit;
use Tornavis\Core\Reading\Contradiction;
use Tornavis\Core\Reading\Reading;
use Tornavis\Core\Reading\ReadingError;
use Tornavis\Core\Reading\Statement;
use Tornavis\Core\Reading\StatementKind;

/** A model sheet and a phone, drafted from what texts and files say; every field with where it comes from. */
final readonly class SheetDraft
{
    /** Fields that a job may need, with which paste tells each. */
    private const ASKS = [
        'slots' => 'The bootloader\'s list of variables shows it as slot-count.',
        'recoveryHome' => 'A listing of the partitions by name shows whether there is one called recovery.',
        'dynamicLayout' => 'The list of properties shows it, or the printed layout of super.',
        'architecture' => 'The list of properties shows it.',
        'launchApi' => 'The list of properties shows it as the first api level.',
        'fileSystems' => 'The bootloader\'s list of variables shows it as the type of userdata, or a table of mounts.',
        'variants' => 'The about page shows the model number.',
        'superBytes' => 'The bootloader\'s list of variables shows it as the size of super.',
        'partitions' => 'The bootloader\'s list of variables shows them with their sizes.',
        'verification' => 'A listing of the partitions by name shows whether one is for verification headers.',
        'pcFlash' => 'A phone whose bootloader prints its list of variables takes images there, and has no such mode.',
    ];

    /**
     * @param  array<string, DraftField>  $fields  by field
     * @param  list<Contradiction>  $contradictions
     * @param  list<string>  $notUsed  sentences about files that are for another phone
     * @param  Fact  $codename  with who says it
     */
    private function __construct(
        public string $label,
        public Reading $reading,
        public array $fields,
        public array $contradictions,
        public array $notUsed,
        private Fact $codename,
    ) {}

    /**
     * @param  list<Package>  $packages
     * @param  list<Statement>  $decided  what a person has typed, who saw what the others say
     * @param  array<string, ModelSheet>  $sheets  that are here, by codename: a model number may stand on one of them
     *
     * @throws ReadingError when nothing names the phone
     */
    public static function of(
        string $label,
        Reading $reading,
        array $packages,
        array $decided = [],
        array $sheets = [],
    ): self {
        if ($decided !== []) {
            $reading = Reading::of([...$reading->all, ...$decided], $reading->notUnderstood);
        }
        $said = Codename::of($reading, $packages, $sheets) ?? throw ReadingError::noCodename();
        $codename = is_string($said->value) ? $said->value : '';
        $statements = array_values(
            array_filter($reading->all, static fn(Statement $one): bool => $one->kind === StatementKind::Model),
        );
        $notUsed = [];
        foreach ($packages as $package) {
            if (FileStatements::isForeign($package, $codename)) {
                $for = implode(', ', $package->facts->list('codenames'));
                $notUsed[] = "{$package->name()} is for {$for} and says nothing of {$codename}.";
            } else {
                array_push($statements, ...FileStatements::of($package));
            }
        }
        $together = Reading::of($statements, 0);
        $read = [];
        foreach ($together->model as $one) {
            $read[$one->name] = self::field($one, $statements);
        }
        [$possible, $impossible] = SuperRoom::check(self::withLists($read, $together->model));
        $fields = Inference::from($possible);
        $sources = isset($fields['codename']) ? $fields['codename']->sources : [];
        $fields['codename'] = new DraftField('codename', $codename, $sources, $said->source->grade());
        $contradictions = [
            ...$impossible,
            ...array_filter(
                $reading->contradictions,
                static fn(Contradiction $one): bool => $one->kind !== StatementKind::Model,
            ),
            ...$together->contradictions,
        ];

        return new self($label, $reading, $fields, $contradictions, $notUsed, $said);
    }

    public function value(string $field): mixed
    {
        return $this->fields[$field]->value ?? null;
    }

    /** @throws FormatError when what was read cannot all be so */
    public function sheet(): ModelSheet
    {
        return ModelSheet::fromArray(SheetDocument::of($this), 'the drafted sheet');
    }

    /**
     * @param  string  $at  ISO 8601, when the texts were given
     *
     * @throws FormatError
     */
    public function unit(string $at): Unit
    {
        return Unit::fromArray(
            [
                'format' => 'tornavis/unit',
                'version' => 1,
                'label' => $this->label,
                'codename' => $this->value('codename'),
                'facts' => array_map(static fn(Fact $fact): array => $fact->toArray(), [
                    $this->codename->at($at),
                    ...self::facts($this->reading, $at),
                ]),
            ],
            'the drafted phone',
        );
    }

    /**
     * What the texts tell of the one phone; where they tell two things at once, both, the surer one last.
     *
     * @param  string  $at  ISO 8601
     * @return list<Fact>
     */
    public static function facts(Reading $reading, string $at): array
    {
        $told = [...$reading->otherSides(), ...$reading->unit];

        return array_map(static fn(Statement $one): Fact => self::fact($one, $at), $told);
    }

    /** @param  string  $at  ISO 8601 */
    public static function fact(Statement $one, string $at): Fact
    {
        return Fact::of($one->name, $one->value, $one->source, "{$one->form}, line {$one->line->number}", $at);
    }

    /**
     * What nobody knows yet of the model, with what would tell it.
     *
     * @return list<array{field: string, ask: string}>
     */
    public function unknown(): array
    {
        $known = SheetDocument::of($this);
        $unknown = [];
        foreach (self::ASKS as $field => $ask) {
            $isOfSuper = $field === 'superBytes' && $this->value('dynamicLayout') === 'none';
            if (!array_key_exists($field, $known) && !$isOfSuper) {
                $unknown[] = ['field' => $field, 'ask' => $ask];
            }
        }

        return $unknown;
    }

    /**
     * @return array<string, mixed> as `./tornavis draft` writes it: docs/formats/api/draft.schema.json
     */
    public function toArray(): array
    {
        return [
            'codename' => $this->value('codename'),
            'label' => $this->label,
            'fields' => array_map(static fn(DraftField $one): array => $one->toArray(), array_values($this->fields)),
            'unit' => array_map(
                static fn(Statement $one): array => $one->toArray('name') + ['label' => FactName::label($one->name)],
                $this->reading->unit,
            ),
            'contradictions' => array_map(
                static fn(Contradiction $one): array => $one->toArray(),
                $this->contradictions,
            ),
            'unknown' => $this->unknown(),
            'notUsed' => $this->notUsed,
        ];
    }

    /**
     * @param  list<Statement>  $statements
     */
    private static function field(Statement $standing, array $statements): DraftField
    {
        $sources = array_values(
            array_filter(
                $statements,
                static fn(Statement $one): bool => $one->name === $standing->name && $one->saysLike($standing),
            ),
        );
        $grades = array_map(static fn(Statement $one): Grade => $one->grade(), $sources);
        $grade = Grade::surest($standing->grade(), ...$grades);

        return new DraftField(
            $standing->name,
            $standing->value,
            array_slice($sources, 0, 10),
            $grade,
            $grade === Grade::Guessed ? 'Only this hints at it.' : '',
        );
    }

    /**
     * Fields that are lists take every value that was told.
     *
     * @param  array<string, DraftField>  $read
     * @param  list<Statement>  $model
     * @return array<string, DraftField>
     */
    private static function withLists(array $read, array $model): array
    {
        foreach (['aliases', 'fileSystems', 'encryptions'] as $field) {
            $told = array_values(array_filter($model, static fn(Statement $one): bool => $one->name === $field));
            $values = array_merge(
                ...array_map(static fn(Statement $one): array => is_array($one->value) ? $one->value : [], $told),
            );
            if ($told !== []) {
                $grades = array_map(static fn(Statement $one): Grade => $one->grade(), $told);
                $read[$field] = new DraftField(
                    $field,
                    array_values(array_unique($values)),
                    $told,
                    Grade::surest(...$grades),
                );
            }
        }

        return $read;
    }
}
