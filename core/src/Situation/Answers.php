<?php

declare(strict_types=1);

namespace Tornavis\Core\Situation;

use Tornavis\Core\Format\Mapper;
use Tornavis\Core\Package\InstallerQuestion;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\QuestionChoice;
use Tornavis\Core\Words\BackupPart;
use Tornavis\Core\Words\LossClass;
use Tornavis\Core\Words\RuleId;

/** What the person has agreed to, waived by name, or chosen otherwise than the house does, for one job. */
final readonly class Answers
{
    /**
     * @param  list<string>  $agreed  keys of findings
     * @param  list<LossClass>  $waived
     * @param  array<string, string|int>  $house  the other school for this job alone, by name of the house rule
     * @param  array<string, string>  $questions  what installers ask: id of the choice, by file and question
     * @param  list<BackupPart>  $backUp  what a set that is made is to hold; empty for all that the phone has
     * @param  ?string  $backup  name of the backup set to bring back; null for the newest that fits
     */
    public function __construct(
        public array $agreed = [],
        public array $waived = [],
        public array $house = [],
        public ?string $backup = null,
        public array $questions = [],
        public array $backUp = [],
    ) {}

    /**
     * Those of a person who agrees to all of these findings and gives up whatever would be lost.
     *
     * @param  list<string>  $findings  keys of findings
     * @param  ?self  $besides  the other choices
     */
    public static function toEverything(array $findings, ?self $besides = null): self
    {
        $besides ??= new self();

        return new self(
            $findings,
            LossClass::cases(),
            $besides->house,
            $besides->backup,
            $besides->questions,
            $besides->backUp,
        );
    }

    public function agreedTo(string $key): bool
    {
        return in_array($key, $this->agreed, true);
    }

    /** What was chosen for a question of an installer: the careful choice where the person agreed to that. */
    public function choice(InstallerQuestion $question, Package $package): ?QuestionChoice
    {
        $key = $question->key($package);
        $chosen = $question->choice($this->questions[$key] ?? '');

        return $chosen === null && $this->agreedTo(RuleId::Kit3->value . ":{$key}")
            ? $question->choice($question->careful)
            : $chosen;
    }

    public function waives(LossClass $class): bool
    {
        return in_array($class, $this->waived, true);
    }

    /**
     * @param  array<string, mixed>  $data  as a job keeps them
     */
    public static function fromArray(array $data): self
    {
        return Mapper::to(self::class, $data, 'the answers of a job');
    }
}
