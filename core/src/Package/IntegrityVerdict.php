<?php

declare(strict_types=1);

namespace Tornavis\Core\Package;

use Tornavis\Core\Fact\Source;

/** Whether a file is whole and its publisher's, by what is stated of it and what was computed. */
final readonly class IntegrityVerdict
{
    public function __construct(private Package $package) {}

    /**
     * Damaged when a declared size or checksum differs or the content is broken; verified when a declared checksum
     * agrees.
     */
    public function level(): Integrity
    {
        $size = $this->package->facts->int(PackageField::SIZE);
        if ($this->package->container === null || ($size !== null && $size !== $this->package->sizeBytes)) {
            return Integrity::Damaged;
        }
        $compared = $this->compared();

        return match (true) {
            in_array(false, $compared, true) => Integrity::Damaged,
            in_array(true, $compared, true) => Integrity::Verified,
            default => Integrity::Unverified,
        };
    }

    /**
     * The sums that are stated and computed: whether they agree.
     *
     * @return array<string, bool> by algorithm
     */
    private function compared(): array
    {
        $compared = [];
        foreach (['sha256' => $this->package->sha256, ...$this->package->sums] as $algorithm => $sum) {
            $stated = $this->package->facts->text($algorithm);
            if ($stated !== null && $sum !== null) {
                $compared[$algorithm] = hash_equals($stated, $sum);
            }
        }

        return $compared;
    }

    /** What the verdict on the file's integrity rests on, in a sentence. */
    public function reason(): string
    {
        $size = $this->package->facts->int(PackageField::SIZE);
        if ($this->package->problem !== null) {
            return $this->package->problem;
        }
        if ($size !== null && $size !== $this->package->sizeBytes) {
            return "Its publisher declares {$size} bytes; the file has {$this->package->sizeBytes}.";
        }
        $names = ['sha256' => 'SHA-256', 'sha512' => 'SHA-512', 'sha1' => 'SHA-1', 'md5' => 'MD5'];
        foreach ($this->compared() as $algorithm => $agrees) {
            $fact = $this->package->facts->best($algorithm);
            $who =
                $fact?->source === Source::Listed
                    ? "the list {$fact->where} beside it states"
                    : 'its publisher declares';
            $has = $algorithm === 'sha256' ? $this->package->sha256 : $this->package->sums[$algorithm];
            if (!$agrees) {
                return "Its {$names[$algorithm]} is " .
                    substr((string) $has, 0, 12) .
                    "…; {$who} " .
                    substr($fact?->text() ?? '', 0, 12) .
                    '….';
            }
            $weak = in_array($algorithm, ['sha1', 'md5'], true)
                ? " {$names[$algorithm]} shows a broken download, but no forged file."
                : '';

            return "Its {$names[$algorithm]} is the one that {$who}.{$weak}";
        }
        foreach (['sha256', 'sha512', 'sha1', 'md5'] as $algorithm) {
            if ($this->package->facts->text($algorithm) !== null) {
                return 'Its checksum has not been computed yet.';
            }
        }

        return 'No publisher\'s checksum is known for this file.';
    }
}
