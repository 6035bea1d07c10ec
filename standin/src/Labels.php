<?php

declare(strict_types=1);

namespace Tornavis\StandIn;

/**
 * What an image says about itself, or, where it carries no label, what was read of it elsewhere and told along. The
 * phone notes which of that it had to take on trust.
 */
final class Labels
{
    /** Key of what a package adds that is no image of a partition. */
    public const ADDS = '*';

    /** @var array<string, array<string, mixed>> by partition */
    private array $stated = [];

    private bool $readsMarks = true;

    /** @var array<string, string> what was taken on trust, in sentences */
    public array $onTrust = [];

    /**
     * @param  array<string, mixed>  $request  with "stated": labels by partition, and "unmarked" where the images are
     *     to be taken as if they carried none
     */
    public function heard(array $request): void
    {
        $this->stated = [];
        foreach (is_array($request['stated'] ?? null) ? $request['stated'] : [] as $partition => $label) {
            if (is_array($label)) {
                /** @var array<string, mixed> $label */
                $this->stated[(string) $partition] = $label;
            }
        }
        $this->readsMarks = ($request['unmarked'] ?? false) !== true;
    }

    /**
     * @return ?array<string, mixed> null where nobody says what it is
     */
    public function of(string $image, string $partition): ?array
    {
        $own = $this->readsMarks ? ImageLabel::in($image) : null;
        $header = VerificationHeader::in($image);
        if ($header !== null) {
            return ['part' => $partition, 'of' => 'a verification header', 'checks' => !$header->isOff];
        }

        return $own ?? $this->stated($partition);
    }

    /**
     * @return ?array<string, mixed>
     */
    public function stated(string $partition): ?array
    {
        $label = $this->stated[$partition] ?? null;
        if ($label !== null) {
            $what = is_string($label['of'] ?? null) ? $label['of'] : $label['title'] ?? 'something';
            $of = is_string($what) ? $what : 'something';
            $this->onTrust["{$partition} {$of}"] =
                $partition === self::ADDS
                    ? "that the package adds {$of}"
                    : "that the image for {$partition} belongs to {$of}";
        }

        return $label;
    }

    /**
     * What an image takes, where it was told and counts more than what the file says itself.
     *
     * @param  array<string, mixed>  $label
     */
    public function bytes(array $label): ?int
    {
        return $this->areTold() && is_int($label['bytes'] ?? null) ? $label['bytes'] : null;
    }

    /** Whether what was told counts more than what the images say themselves. */
    public function areTold(): bool
    {
        return !$this->readsMarks;
    }

    /**
     * @return list<string> partitions that something is told about
     */
    public function partitions(): array
    {
        return array_values(
            array_filter(
                array_map(strval(...), array_keys($this->stated)),
                static fn(string $one): bool => $one !== self::ADDS,
            ),
        );
    }
}
