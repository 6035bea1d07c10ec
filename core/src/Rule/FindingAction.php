<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule;

use Tornavis\Core\Package\InstallerQuestion;
use Tornavis\Core\Package\Package;
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
     * @param  ?ModelQuestion  $model  that is answered for every job
     */
    public function __construct(
        public RemedyKind $kind,
        public ?string $fact = null,
        public ?Package $file = null,
        public ?LossClass $loss = null,
        public ?string $partition = null,
        public ?InstallerQuestion $question = null,
        public ?string $questionKey = null,
        public ?ModelQuestion $model = null,
    ) {}

    /**
     * @return array<string, mixed> as in docs/formats/api/finding-row.schema.json
     */
    public function toArray(): array
    {
        return [
            'do' => $this->kind->value,
            'fact' => $this->fact,
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
            'model' => $this->model?->toArray(),
        ];
    }
}
