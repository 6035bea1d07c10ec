<?php

declare(strict_types=1);

namespace Tornavis\Core\Plan;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Operation\Timing;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\WayBack;
use Tornavis\Core\Rule\Reason;
use Tornavis\Core\Rule\StepDraft;
use Tornavis\Core\Words\LossClass;

/**
 * A step with its place in the plan, and everything that a person or a link needs to carry it out.
 *
 * @phpstan-import-type FactValue from Fact
 */
final readonly class Step
{
    /**
     * @param  int  $number  counted from 1
     * @param  array<string, FactValue>  $effects  facts that are different afterwards
     * @param  list<string>  $losses  classes that it takes
     * @param  array<string, FactValue>  $midway  facts to reckon with while it is under way
     * @param  WayBack  $wayBack  from the state after it
     * @param  WayBack  $wayBackDuring  from the state in the middle of it
     * @param  ?string  $gate  why the person's word is asked for before it; null where it is not
     */
    private function __construct(
        public int $number,
        public StepDraft $draft,
        public Timing $timing,
        public array $effects,
        public array $losses,
        public array $midway,
        public WayBack $wayBack,
        public WayBack $wayBackDuring,
        public ?string $gate,
        public ?int $batteryAfter,
    ) {}

    /**
     * @param  array<string, FactValue>  $midway
     */
    public static function of(
        int $number,
        StepDraft $draft,
        Timing $timing,
        State $before,
        State $after,
        array $midway,
        WayBack $wayBack,
        WayBack $wayBackDuring,
        ?string $gate,
        ?int $batteryAfter,
    ): self {
        return new self(
            $number,
            $draft,
            $timing,
            $before->changesTo($after),
            array_map(static fn(LossClass $class): string => $class->value, $draft->operation->losses($before)),
            $midway,
            $wayBack,
            $wayBackDuring,
            $gate,
            $batteryAfter,
        );
    }

    /**
     * @return array<string, mixed> as in docs/formats/plan.schema.json
     */
    public function toArray(): array
    {
        $operation = $this->draft->operation;

        return [
            'number' => $this->number,
            'key' => $this->draft->key,
            'phase' => $this->draft->phase->value,
            'operation' => $operation->name()->value,
            'parameters' => (object) $operation->parameters(),
            'title' => $operation->title(),
            'mode' => $operation->mode()->value,
            'modeAfter' => $operation->modeAfter()->value,
            'slot' => $operation->slot(),
            'writes' => $operation->writes(),
            'expectedSeconds' => $this->timing->expectedSeconds,
            'longSeconds' => $this->timing->longSeconds,
            'giveUpSeconds' => $this->timing->giveUpSeconds,
            'reasons' => array_map(
                static fn(Reason $reason): array => ['rule' => $reason->rule->value, 'text' => $reason->text],
                $this->draft->reasons,
            ),
            'instruction' => $operation->instruction(),
            'youWillSee' => $operation->youWillSee(),
            'evidence' => $operation->evidence(),
            'oddities' => $operation->oddities(),
            'whenItFails' => $operation->whenItFails(),
            'effects' => (object) $this->effects,
            'losses' => $this->losses,
            'gate' => $this->gate,
            'midway' => (object) $this->midway,
            'wayBack' => get_object_vars($this->wayBack),
            'wayBackDuring' => get_object_vars($this->wayBackDuring),
            'batteryAfter' => $this->batteryAfter,
        ];
    }
}
