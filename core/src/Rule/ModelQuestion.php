<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule;

/** A question about the model, or about which model it is, whose answer stays for every job. */
final readonly class ModelQuestion
{
    /**
     * @param  string  $field  of the model sheet, or "codename"
     * @param  string  $asks  what is asked, as the beginning of a line
     * @param  array<array-key, string>  $choices  words by value, each as it is typed
     * @param  ?string  $likely  the value that the guess, or the file, comes to
     */
    public function __construct(
        public string $field,
        public string $asks,
        public array $choices,
        public ?string $likely = null,
    ) {}

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
            'field' => $this->field,
            'asks' => $this->asks,
            'choices' => $choices,
            'likely' => $this->likely,
        ];
    }
}
