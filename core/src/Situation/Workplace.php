<?php

declare(strict_types=1);

namespace Tornavis\Core\Situation;

/** The computer at the bench: its command tools, and the versions of them that have known faults. */
final readonly class Workplace
{
    /**
     * @param  ?string  $toolVersion  of the command tools; null where nobody has entered it
     * @param  array<string, string>  $badTools  version → what is wrong with it
     */
    public function __construct(public ?string $toolVersion = null, public array $badTools = []) {}

    /** What is wrong with the version in use; null when nothing is known against it. */
    public function fault(): ?string
    {
        return $this->toolVersion === null ? null : $this->badTools[$this->toolVersion] ?? null;
    }

    /**
     * @return array{toolVersion: ?string, badTools: list<array{version: string, fault: string}>}
     */
    public function toArray(): array
    {
        $tools = [];
        foreach ($this->badTools as $version => $fault) {
            $tools[] = ['version' => $version, 'fault' => $fault];
        }

        return ['toolVersion' => $this->toolVersion, 'badTools' => $tools];
    }

    /**
     * @param  array{toolVersion?: ?string, badTools?: list<array{version: string, fault: string}>}  $data
     */
    public static function fromArray(array $data): self
    {
        return new self($data['toolVersion'] ?? null, array_column($data['badTools'] ?? [], 'fault', 'version'));
    }
}
