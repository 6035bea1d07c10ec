<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule;

use Tornavis\Core\Package\InstallerQuestion;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Phone\FactName;
use Tornavis\Core\Words\LossClass;
use Tornavis\Core\Words\RemedyKind;

/** One thing that a person can do about a finding. */
final readonly class FindingAction
{
    /**
     * @param  ?string  $fact  name of the fact that is entered
     * @param  ?Package  $file  of the shelf that is added, or takes the place of another
     * @param  ?LossClass  $loss  that is accepted
     * @param  ?string  $partition  whose image is taken out of the file
     * @param  ?InstallerQuestion  $question  that is answered, under $questionKey
     * @param  list<ModelQuestion>  $models  that are answered for every job
     * @param  list<FileQuestion>  $files  that are answered for every job
     */
    public function __construct(
        public RemedyKind $kind,
        public ?string $fact = null,
        public ?Package $file = null,
        public ?LossClass $loss = null,
        public ?string $partition = null,
        public ?InstallerQuestion $question = null,
        public ?string $questionKey = null,
        public array $models = [],
        public array $files = [],
    ) {}

    /**
     * @return array<string, mixed> as in docs/formats/api/finding-row.schema.json
     */
    public function toArray(): array
    {
        return [
            'do' => $this->kind->value,
            'fact' => $this->fact,
            'label' => $this->fact === null ? null : FactName::label($this->fact),
            'choices' => $this->fact === null ? [] : FactName::choices($this->fact),
            'file' => $this->file?->name(),
            'loss' => $this->loss?->value,
            'partition' => $this->partition,
            'question' =>
                $this->question === null
                    ? null
                    : [
                        'key' => $this->questionKey,
                        'careful' => $this->question->careful,
                        'choices' => array_map(get_object_vars(...), $this->question->choices),
                    ],
            'models' => array_map(static fn(ModelQuestion $one): array => $one->toArray(), $this->models),
            'files' => array_map(static fn(FileQuestion $one): array => $one->toArray(), $this->files),
        ];
    }
}
