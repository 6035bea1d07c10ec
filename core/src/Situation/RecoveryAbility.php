<?php

declare(strict_types=1);

namespace Tornavis\Core\Situation;

use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\Nameless;
use Tornavis\Core\Words\Ability;
use Tornavis\Core\Words\Version;

/** A recovery, in a file or on a phone: which one, how new, and what it can do. */
final readonly class RecoveryAbility
{
    /** What follows the title of a build whose own recovery it is. */
    public const OWN = "'s own";

    /**
     * @param  list<string>  $abilities
     */
    public function __construct(public string $family, public ?string $version, public array $abilities) {}

    public static function of(Package $recovery): self
    {
        return new self(
            Nameless::orNameOf($recovery),
            $recovery->facts->text(Field::VERSION),
            $recovery->facts->list(Field::ABILITIES),
        );
    }

    public function title(): string
    {
        return trim("{$this->family} {$this->version}");
    }

    /** Whether a package can be streamed to it. */
    public function canSideload(): bool
    {
        return in_array(Ability::Sideload->value, $this->abilities, true);
    }

    /** Whether it is the other one, or at least can do all that the other can. */
    public function isSame(self $other): bool
    {
        return $this->family === $other->family &&
            $this->version === $other->version &&
            array_diff($other->abilities, $this->abilities) === [];
    }

    /** Whether it is of a family, or the recovery that a build of this family has brought. */
    private function isOfFamily(string $family): bool
    {
        $isOwn = str_ends_with($this->family, self::OWN) && str_starts_with($this->family, "{$family} ");

        return $this->family === $family || $this->family === $family . self::OWN || $isOwn;
    }

    /**
     * Why it does not serve for a build, in a sentence; null when it does.
     *
     * @param  list<string>  $wanted  abilities
     */
    public function misfit(?Package $build, array $wanted): ?string
    {
        $family = $build?->facts->text(Field::RECOVERY_FAMILY);
        $minimum = $build?->facts->text(Field::RECOVERY_MIN);
        $missing = array_diff($wanted, $this->abilities);

        return match (true) {
            $family !== null && !$this->isOfFamily($family)
                => "The build asks for {$family}; this is {$this->title()}.",
            $minimum !== null &&
                ($this->version === null || Version::of($this->version)->olderThan(Version::of($minimum)))
                => "{$this->title()} is too old: it cannot read the layout or the encryption that the build uses.",
            $missing !== [] => "{$this->title()} lacks what the plan uses: " . implode(', ', $missing) . '.',
            default => null,
        };
    }
}
