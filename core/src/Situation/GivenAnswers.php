<?php

declare(strict_types=1);

namespace Tornavis\Core\Situation;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Format\FormatError;
use Tornavis\Core\Format\Schema;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\ReleaseCard;
use Tornavis\Core\Phone\FactName;
use Tornavis\Core\Phone\Unit;

/**
 * What a person says for one plan, in one file. JSON form: docs/formats/answers.schema.json.
 *
 * @phpstan-import-type FactValue from Fact
 */
final readonly class GivenAnswers
{
    private const WHERE = 'answers';

    /**
     * @param  array<string, FactValue>  $facts  typed about the phone, by name
     * @param  array<string, array<string, FactValue>>  $files  typed about files, by name of the file and of the fact
     */
    private function __construct(
        public Answers $answers,
        public Workplace $workplace,
        private array $facts,
        private array $files,
    ) {}

    public static function none(): self
    {
        return new self(new Answers(), new Workplace(), [], []);
    }

    /** @throws FormatError */
    public static function read(string $path): self
    {
        return self::fromArray(Schema::decode($path), $path);
    }

    /**
     * @param  array<string, mixed>  $data  decoded JSON
     *
     * @throws FormatError
     */
    public static function fromArray(array $data, string $where = 'answers'): self
    {
        Schema::of('answers')->check($data, $where);
        /**
         * @var array{
         *     toolVersion?: string,
         *     badTools?: list<array{version: string, fault: string}>,
         *     facts?: array<string, FactValue>,
         *     files?: array<string, array<string, FactValue>>
         * } $given  as the schema says
         */
        $given = $data;
        $facts = $given['facts'] ?? [];
        foreach ($facts as $name => $value) {
            FactName::check($name, $value, $where);
        }
        $files = [];
        foreach ($given['files'] ?? [] as $file => $fields) {
            foreach ($fields as $field => $value) {
                $files[$file][ReleaseCard::factOf($field, $value, $where)] = $value;
            }
        }
        $words = array_intersect_key($data, [
            'agreed' => 0,
            'waived' => 0,
            'house' => 0,
            'backup' => 0,
            'backUp' => 0,
            'questions' => 0,
        ]);

        return new self(Answers::fromArray($words), Workplace::fromArray($given), $facts, $files);
    }

    /** The unit with what was typed about it. */
    public function about(Unit $unit, string $at): Unit
    {
        $typed = [];
        foreach ($this->facts as $name => $value) {
            $typed[] = Fact::of($name, $value, Source::Typed, self::WHERE, $at);
        }

        return $unit->withFacts(...$typed);
    }

    /** The file with what was typed about it; what it and its card say stands above. */
    public function aboutFile(Package $package): Package
    {
        $typed = [];
        foreach ($this->files[$package->name()] ?? [] as $name => $value) {
            $typed[] = Fact::of($name, $value, Source::Typed, self::WHERE);
        }

        return $package->withFacts(...$typed);
    }
}
