<?php

declare(strict_types=1);

namespace Tornavis\Core\Package;

use Tornavis\Core\Format\Mapper;

/** A question that a package asks on the phone while it is installed, as its card states it. */
final readonly class InstallerQuestion
{
    /**
     * @param  string  $id  name of the question within its package
     * @param  string  $asks  the question as the installer puts it
     * @param  list<QuestionChoice>  $choices
     * @param  string  $careful  id of the choice that a careful person makes where nothing speaks against it
     */
    public function __construct(
        public string $id,
        public string $asks,
        public array $choices,
        public string $careful,
    ) {}

    /** @param  string  $json  as a fact of the package holds it */
    public static function fromJson(string $json): self
    {
        /** @var array<string, mixed> $data */
        $data = json_decode($json, true, 16, JSON_THROW_ON_ERROR);

        return Mapper::to(self::class, $data, 'a question of an installer');
    }

    public function choice(string $id): ?QuestionChoice
    {
        foreach ($this->choices as $choice) {
            if ($choice->id === $id) {
                return $choice;
            }
        }

        return null;
    }

    /** The name under which a person answers it. */
    public function key(Package $package): string
    {
        return "{$package->name()}/{$this->id}";
    }
}
