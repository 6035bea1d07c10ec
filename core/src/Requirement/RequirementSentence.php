<?php

declare(strict_types=1);

namespace Tornavis\Core\Requirement;

/**
 * One sentence of a publisher, as what it demands: of a build's page, or of the words with which a script gives up.
 *
 * @phpstan-import-type RequirementEntry from RequirementTable
 *
 * @phpstan-type Demands array<string, string|bool|list<string>>
 */
final readonly class RequirementSentence
{
    /**
     * @param  Demands  $demands  field of the release card → what is demanded; what a build brings stands here too
     * @param  bool  $isRecommended  it only recommends what it names
     */
    private function __construct(public array $demands, public bool $isRecommended) {}

    /**
     * @param  bool  $isDemand  whether it demands something already by where it stands: under a heading, in an abort
     */
    public static function of(string $sentence, bool $isDemand): self
    {
        if (preg_match(RequirementTable::CHANGED, $sentence) === 1) {
            return new self([], false);
        }
        $isDenied = preg_match(RequirementTable::DENIED, $sentence) === 1;
        $isRecommended = preg_match(RequirementTable::RECOMMENDED, $sentence) === 1;
        $isDemand = $isDemand || $isRecommended || preg_match(RequirementTable::DEMAND, $sentence) === 1;
        $demands = [];
        foreach (RequirementTable::patterns() as $entry) {
            $field = $entry['field'];
            $isAboutContent = str_starts_with($field, 'brings.');
            $isOpen = $isAboutContent || (!$isDenied && ($isDemand || !($entry['demand'] ?? false)));
            if (!$isOpen || isset($demands[$field]) || preg_match("/{$entry['pattern']}/iu", $sentence, $part) !== 1) {
                continue;
            }
            if ($isRecommended && !$isAboutContent) {
                return new self($demands, true);
            }
            $demands[$field] = self::value($entry, $part);
        }

        return new self($demands, false);
    }

    /**
     * @param  RequirementEntry  $entry
     * @param  array<string>  $part  of the sentence that matched
     * @return string|bool|list<string>
     */
    private static function value(array $entry, array $part): string|bool|array
    {
        $field = $entry['field'];
        $found = ($part['value'] ?? '') === '' ? $part['other'] ?? '' : $part['value'];
        $value = $entry['value'] ?? $found;

        return match (true) {
            $field === 'brings.services', $field === 'requires.root' => $value === 'yes',
            $entry['list'] ?? false => [$value],
            str_ends_with($field, '.min') => (string) preg_replace('/^[vV](?=\d)/', '', $value),
            str_ends_with($field, 'fileSystem'), str_ends_with($field, 'channel') => strtolower($value),
            default => $value,
        };
    }
}
