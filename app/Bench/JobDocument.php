<?php

declare(strict_types=1);

namespace App\Bench;

use App\Models\PackageRecord;
use App\Models\WorkJob;
use Illuminate\Support\Carbon;
use Tornavis\Core\Words\Intent;
use Tornavis\Core\Words\LossClass;

/**
 * A job as it stands in a bench file and at the head of a run file, docs/formats/bench-job.schema.json: made of checked
 * values, whichever way it goes.
 *
 * @phpstan-type Answers array{
 *     agreed: list<string>,
 *     waived: list<string>,
 *     house?: array<string, string|int>,
 *     backup?: string,
 *     questions?: array<string, string>,
 *     backUp?: list<string>
 * }
 */
final readonly class JobDocument
{
    /**
     * @param  list<string>  $kit  paths of the files
     * @param  Answers  $answers
     */
    private function __construct(
        public string $key,
        public string $unit,
        public Intent $intent,
        public array $kit,
        public array $answers,
        public Carbon $createdAt,
        public Carbon $updatedAt,
    ) {}

    public static function of(WorkJob $job): self
    {
        /** @var list<string> $kit */
        $kit = PackageRecord::query()->whereIn('id', $job->kit)->orderBy('path')->pluck('path')->all();
        $created = $job->created_at ?? now();

        return new self(
            $job->key,
            $job->unit->label,
            $job->intent,
            $kit,
            self::ofAnswers($job->answers),
            $created,
            $job->updated_at ?? $created,
        );
    }

    /** @param  array<string, mixed>  $data  decoded JSON that its schema has passed */
    public static function read(array $data): self
    {
        /**
         * @var array{
         *     key: string,
         *     unit: string,
         *     intent: string,
         *     kit: list<string>,
         *     answers: array<string, mixed>,
         *     createdAt: string,
         *     updatedAt: string
         * } $data
         */
        return new self(
            $data['key'],
            $data['unit'],
            Intent::from($data['intent']),
            $data['kit'],
            self::ofAnswers($data['answers']),
            FileTime::read($data['createdAt']),
            FileTime::read($data['updatedAt']),
        );
    }

    /**
     * What was answered, in one form, whatever the order and with nothing for what was not.
     *
     * @param  array<string, mixed>  $answers
     * @return Answers
     */
    public static function ofAnswers(array $answers): array
    {
        $backup = $answers['backup'] ?? null;

        $given = [
            'house' => self::values($answers['house'] ?? []),
            'backup' => is_string($backup) ? $backup : [],
            'questions' => array_map(strval(...), self::values($answers['questions'] ?? [])),
            'backUp' => self::texts($answers['backUp'] ?? []),
        ];
        $waived = array_filter(
            self::texts($answers['waived'] ?? []),
            static fn(string $class): bool => LossClass::tryFrom($class) !== null,
        );

        /** @var Answers */
        return ['agreed' => self::texts($answers['agreed'] ?? []), 'waived' => array_values($waived)] +
            array_filter($given, static fn(mixed $one): bool => $one !== []);
    }

    /** @return list<string> */
    private static function texts(mixed $list): array
    {
        return array_map(strval(...), array_values(self::values($list)));
    }

    /**
     * @return array<array-key, string|int>
     *
     * @throws \UnexpectedValueException where it is no list of texts and numbers
     */
    private static function values(mixed $list): array
    {
        $plain = is_array($list)
            ? array_filter($list, static fn(mixed $one): bool => is_string($one) || is_int($one))
            : [];
        if ($plain !== $list) {
            throw new \UnexpectedValueException('an answer is neither a text nor a number');
        }

        return $plain;
    }

    /**
     * @return array<string, mixed> as in docs/formats/bench-job.schema.json
     */
    public function toArray(): array
    {
        $answers = $this->answers;
        foreach (['house', 'questions'] as $map) {
            // A map whose names are numbers is none as a list.
            isset($answers[$map]) && ($answers[$map] = (object) $answers[$map]);
        }

        return [
            'key' => $this->key,
            'unit' => $this->unit,
            'intent' => $this->intent->value,
            'kit' => $this->kit,
            'answers' => $answers,
            'createdAt' => $this->createdAt->toIso8601String(),
            'updatedAt' => $this->updatedAt->toIso8601String(),
        ];
    }
}
