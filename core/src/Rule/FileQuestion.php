<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField;

/** A question about a file, whose answer is kept with the file and counts for every job. */
final readonly class FileQuestion
{
    /**
     * @param  string  $field  of the file, as in PackageField
     * @param  array<array-key, string>  $choices  words by value
     * @param  ?string  $likely  the value that its form comes to
     */
    public function __construct(
        public Package $file,
        public string $field,
        public array $choices,
        public ?string $likely = null,
    ) {}

    /** The likely answer as a guess about the file; null where none is likely. */
    public function likelyFact(): ?Fact
    {
        $value = match ($this->likely) {
            null => null,
            'yes' => true,
            'no' => false,
            default => $this->field === PackageField::CODENAMES ? [$this->likely] : $this->likely,
        };

        return $value === null ? null : Fact::of($this->field, $value, Source::Assumed, 'the likely answer');
    }

    /**
     * @return array<string, mixed> as in docs/formats/api/finding-row.schema.json
     */
    public function toArray(): array
    {
        $choices = [];
        foreach ($this->choices as $value => $words) {
            $choices[] = ['value' => (string) $value, 'label' => $words];
        }

        return [
            'file' => $this->file->name(),
            'field' => $this->field,
            'choices' => $choices,
            'likely' => $this->likely,
        ];
    }
}
