<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule;

use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\RuleId;

/** The question which version of a base it is that a build is said to ask for. */
final class AskedVersion
{
    /**
     * @param  string  $field  of the build, which the answer is kept in
     * @param  PackageKind  $brings  the kind of file that brings such a base
     * @param  list<?string>  $has  versions that the phone has
     */
    public static function of(
        RuleId $rule,
        Situation $situation,
        Package $build,
        string $field,
        PackageKind $brings,
        array $has,
    ): Finding {
        $isMine = static fn(Package $one): bool => $one->kind() === $brings && $situation->files->isFor($one);
        $files = array_filter([...$situation->kit, ...$situation->shelf], $isMine);
        $versions = array_map(static fn(Package $one): ?string => $one->facts->text(Field::VERSION), $files);
        /** @var array<array-key, string> $words */
        $words = [];
        foreach (array_unique(array_filter([...$has, ...$versions], is_string(...))) as $version) {
            $words[$version] = "asks for {$brings->value} {$version} or newer";
        }
        $likely = array_key_first($words);

        return Finding::toSettle(
            $rule,
            need: "The {$brings->value} that {$build->title()} asks for",
            found: 'its version is not known',
            reason: 'On an older one it starts again and again.',
            remedy: $likely === null
                ? Remedy::getFile('Read it on its page, and enter it with the file on the shelf.')
                : Remedy::tell(
                    [new FileQuestion($build, $field, $words, (string) $likely)],
                    'Read it on its page and say it, or enter it with the file on the shelf.',
                ),
            subject: 'stated',
        );
    }
}
