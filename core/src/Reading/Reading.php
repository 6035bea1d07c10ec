<?php

declare(strict_types=1);

namespace Tornavis\Core\Reading;

use Tornavis\Core\Format\FormatError;
use Tornavis\Core\Phone\FactName;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Words\Slot;

/** What one or more texts say of one phone, of its model, and of what went wrong. */
final readonly class Reading
{
    /** No partition, and nothing else that a sheet counts, is larger; as in docs/formats/model-sheet.schema.json. */
    private const MOST_BYTES = 70_368_744_177_664;

    /** Helps to tell what a bootloader means by its product; no field of a sheet. */
    public const BOARD = 'board';

    /** What a bootloader may give as its product besides the codename. */
    private const OTHER_NAMES = ['variants.chipset', 'variants.model', 'name', self::BOARD];

    /**
     * @param  list<Statement>  $unit  one for each name, the one that stands
     * @param  list<Statement>  $model  one for each field
     * @param  list<Statement>  $requirements
     * @param  list<Statement>  $symptoms
     * @param  list<Contradiction>  $contradictions
     * @param  list<Statement>  $all  everything that was said, in the order of the texts
     * @param  int  $notUnderstood  filled lines that no form knew
     */
    private function __construct(
        public array $unit,
        public array $model,
        public array $requirements,
        public array $symptoms,
        public array $contradictions,
        public array $all,
        public int $notUnderstood,
    ) {}

    /**
     * @param  list<Statement>  $statements
     *
     * @throws ReadingError when two phones speak
     */
    public static function of(array $statements, int $notUnderstood): self
    {
        self::refuseTwoPhones($statements);
        $statements = self::withoutTheSharedProduct(self::inSlots($statements));
        $standing = ['unit' => [], 'model' => [], 'requirement' => [], 'symptom' => []];
        $contradictions = [];
        $statements = array_values(array_filter($statements, self::isPossible(...)));
        $logical = Weighing::logical($statements);
        foreach (Weighing::byName($statements) as $told) {
            if ($told[0]->name === self::BOARD) {
                continue;
            }
            $kind = $told[0]->kind;
            if ($kind === StatementKind::Requirement) {
                array_push($standing[$kind->value], ...$told);

                continue;
            }
            [$first, $others] = Weighing::of($told);
            // What lies in super has another size with every build.
            $others = isset($logical[$told[0]->name]) ? [] : $others;
            array_push($standing[$kind->value], ...$first);
            if ($others !== []) {
                $contradictions[] = new Contradiction($kind, $first[0]->name, [...$first, ...$others]);
            }
        }

        return new self(
            $standing['unit'],
            $standing['model'],
            $standing['requirement'],
            $standing['symptom'],
            $contradictions,
            $statements,
            $notUnderstood,
        );
    }

    public function isEmpty(): bool
    {
        return $this->unit === [] && $this->model === [] && $this->symptoms === [] && $this->requirements === [];
    }

    /**
     * What is said of the phone twice in one paste, and differs: each other side, beside those in $unit.
     *
     * @return list<Statement>
     */
    public function otherSides(): array
    {
        $others = [];
        foreach ($this->contradictions as $one) {
            array_push($others, ...$one->kind === StatementKind::Unit ? array_slice($one->statements, 1) : []);
        }

        return $others;
    }

    public function unitStatement(string $name): ?Statement
    {
        return self::find($this->unit, $name);
    }

    public function modelStatement(string $field): ?Statement
    {
        return self::find($this->model, $field);
    }

    /**
     * Codenames that a line states for certain, in the order of the texts.
     *
     * @return list<string>
     */
    public function sureCodenames(): array
    {
        $names = [];
        foreach ($this->all as $one) {
            if ($one->name === 'codename' && is_string($one->value) && $one->weight > Statement::HINT) {
                $names[] = $one->value;
            }
        }

        return $names;
    }

    /** Whether it is the bootloader that says such a thing: it speaks for the phone, and no system does that for it. */
    public function isSaidByBootloader(string $name): bool
    {
        $is = static fn(Statement $one): bool => $one->name === $name && $one->form === Statement::OF_BOOTLOADER;

        return array_filter($this->all, $is) !== [];
    }

    public function serial(): ?string
    {
        $value = $this->unitStatement(StateField::Serial->value)?->value;

        return is_string($value) ? $value : null;
    }

    /**
     * @return array<string, mixed> as `./tornavis read --json` prints it
     */
    public function toArray(): array
    {
        $as = static fn(string $key): \Closure => static fn(Statement $one): array => $one->toArray($key);

        return [
            'unit' => array_map($as('name'), $this->unit),
            'model' => array_map($as('field'), $this->model),
            'requirements' => array_map($as('field'), $this->requirements),
            'symptoms' => array_map($as('id'), $this->symptoms),
            'contradictions' => array_map(
                static fn(Contradiction $one): array => $one->toArray(),
                $this->contradictions,
            ),
            'notUnderstood' => $this->notUnderstood,
        ];
    }

    /** Whether a value is of the kind that its name has; what a broken line gave is not. */
    private static function isPossible(Statement $one): bool
    {
        if ($one->kind !== StatementKind::Unit) {
            return !is_int($one->value) || ($one->value > 0 && $one->value <= self::MOST_BYTES);
        }
        try {
            FactName::check($one->name, $one->value, $one->line->source);
        } catch (FormatError) {
            return false;
        }

        return true;
    }

    /**
     * @param  list<Statement>  $of
     */
    private static function find(array $of, string $name): ?Statement
    {
        foreach ($of as $statement) {
            if ($statement->name === $name) {
                return $statement;
            }
        }

        return null;
    }

    /**
     * @param  list<Statement>  $statements
     */
    private static function refuseTwoPhones(array $statements): void
    {
        $first = null;
        foreach ($statements as $statement) {
            if ($statement->kind !== StatementKind::Unit || $statement->name !== StateField::Serial->value) {
                continue;
            }
            $first ??= $statement;
            if (!$first->saysLike($statement)) {
                throw ReadingError::twoPhones(
                    $first->line,
                    (string) json_encode($first->value, JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE),
                    $statement->line,
                    (string) json_encode($statement->value, JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE),
                );
            }
        }
    }

    /**
     * What was said of "the slot" is said of the one that runs. Where a phone has two and none of them is named, it
     * belongs to neither.
     *
     * @param  list<Statement>  $statements
     * @return list<Statement>
     */
    private static function inSlots(array $statements): array
    {
        $slot = null;
        $hasTwo = false;
        foreach ($statements as $one) {
            if (in_array($one->name, [StateField::ActiveSlot->value, StateField::RunningSlot->value], true)) {
                $slot = is_string($one->value) ? $one->value : $slot;
            }
            $hasTwo = $hasTwo || ($one->name === 'slots' && $one->value === 2);
        }
        $slot ??= $hasTwo ? null : Slot::Only->value;
        $placed = [];
        foreach ($statements as $one) {
            $isOfSlot = str_contains($one->name, '{slot}');
            if (!$isOfSlot) {
                $placed[] = $one;
            } elseif ($slot !== null) {
                $placed[] = $one->named(str_replace('{slot}', $slot, $one->name));
            }
        }

        return $placed;
    }

    /**
     * A bootloader gives as its product what its maker wrote there: the codename, or the chipset or the model number,
     * which other lines tell by their right names.
     *
     * @param  list<Statement>  $statements
     * @return list<Statement>
     */
    private static function withoutTheSharedProduct(array $statements): array
    {
        $others = [];
        foreach ($statements as $one) {
            if (in_array($one->name, self::OTHER_NAMES, true) && is_string($one->value)) {
                $others[strtolower($one->value)] = true;
            }
        }

        return array_values(
            array_filter(
                $statements,
                static fn(Statement $one): bool => $one->name !== 'codename' ||
                    $one->form !== 'bootloader variables' ||
                    !isset($others[strtolower(is_string($one->value) ? $one->value : '')]),
            ),
        );
    }
}
