<?php

declare(strict_types=1);

namespace Tornavis\Core\Situation;

use Tornavis\Core\Format\Mapper;
use Tornavis\Core\Words\LossClass;

/** What the person has agreed to, waived by name, or chosen otherwise than the house does, for one job. */
final readonly class Answers
{
    /**
     * @param  list<string>  $agreed  keys of findings
     * @param  list<LossClass>  $waived
     * @param  array<string, string|int>  $house  the other school for this job alone, by name of the house rule
     * @param  ?string  $backup  name of the backup set to bring back; null for the newest that fits
     */
    public function __construct(
        public array $agreed = [],
        public array $waived = [],
        public array $house = [],
        public ?string $backup = null,
    ) {}

    /**
     * Those of a person who agrees to all of these findings and gives up whatever would be lost.
     *
     * @param  list<string>  $findings  keys of findings
     * @param  array<string, string|int>  $house
     */
    public static function toEverything(array $findings, array $house = [], ?string $backup = null): self
    {
        return new self($findings, LossClass::cases(), $house, $backup);
    }

    public function agreedTo(string $key): bool
    {
        return in_array($key, $this->agreed, true);
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
