<?php

declare(strict_types=1);

namespace Tornavis\Core\Requirement;

/**
 * How the pages of builds state what they require, in English: a pattern for each field of the release card.
 *
 * A pattern is of one sentence and is read without regard to capitals. Its part "value" is the value, or the entry
 * says which value it is.
 *
 * @phpstan-type RequirementEntry array{
 *     field: string,
 *     pattern: string,
 *     value?: string,
 *     list?: bool,
 *     demand?: bool,
 * }
 */
final class RequirementTable
{
    /** A version: it has a digit and holds together. */
    private const VERSION = '(?<value>[vV]?(?=[\w.+-]*\d)[A-Za-z0-9](?:[\w.+-]*[A-Za-z0-9])?)';

    private const NEWER =
        '(?:\+|\s*(?:,|and|or|&)?\s*(?:or )?' . '(?:newer|later|above|higher|up|greater|onwards?|at least))';

    /** Words that make a sentence a demand. */
    public const DEMAND =
        '/\b(?:requires?|required|requirement|needs?|needed|must|have to|has to|mandatory|minimum|min\.?|at least' .
        '|only (?:works?|boots?|supports?)|make sure|ensure|be on|necessary|or (?:newer|later|above|higher)|' .
        'prerequisites?|do not|don\'t|never)\b|\+(?:\W|$)|>=|≥/i';

    public const RECOMMENDED =
        '/\b(?:recommend\w*|suggest\w*|preferabl[ey]|preferred|ideally|advis\w+|optional\w*|should work|' .
        'nice to have|better)\b/i';

    /** Words that take the demand back. */
    public const DENIED =
        '/\b(?:no|not|never|without|isn\'t|aren\'t|doesn\'t|don\'t|nor)\b[^.;]{0,24}\b(?:requir\w+|need\w*|' .
        'necessary|mandatory|have to|must)\b|\b(?:requir\w+|need\w*|necessary|mandatory)\b[^.;]{0,10}\b(?:no|not|' .
        'nothing|neither)\b|\bno longer\b|\bno need\b/i';

    /** A sentence about what was done to the build. */
    public const CHANGED =
        '/^\W*(?:\[?\d{4}-\d\d-\d\d\]?\W*)?(?:updated?|bump\w*|switch\w*|upgrad\w*|fix\w*|added|add|improv\w*|' .
        'remov\w*|merg\w*|rebas\w*|import\w*|initial|now (?:uses?|based)|based on|chang\w*|upstream\w*|synced)\b|' .
        '\b(?:was|were|has been|have been) (?:updated|bumped|upgraded|switched|changed)\b/i';

    public const CONDITION =
        '/\b(?:if|when|in case|unless|coming from|only for|for users|if you are|upgrading from|updating from|' .
        'switching from)\b/i';

    /**
     * Each entry says what of the sentence is the value, and whether the sentence has to have a word of demand besides.
     *
     * @return list<RequirementEntry>
     */
    public static function patterns(): array
    {
        $version = self::VERSION;
        $newer = self::NEWER;

        return [
            ...self::versionOf('requires.firmware.min', '(?:firmware|fw|bootloader firmware|base(?:band)? firmware)'),
            ...self::versionOf('requires.vendor.min', 'vendor(?: (?:image|package|firmware|version|base))?'),
            [
                'field' => 'requires.firmware.slots',
                'pattern' => '\bfirmware\b.*\bboth slots\b|\bboth slots\b.*\bfirmware\b',
                'value' => 'both',
                'demand' => true,
            ],
            [
                'field' => 'requires.vendor.channel',
                'pattern' => '\b(?<value>stable|developer|weekly|beta|global|china)[ -](?:channel )?vendor\b',
                'demand' => true,
            ],
            [
                'field' => 'requires.recovery.min',
                'pattern' =>
                    '\brecovery\b(?:\W+[A-Za-z]\w*){0,2}?\W+(?:version |v\.? ?|>= ?|≥ ?|is |must be )*' .
                    $version .
                    $newer .
                    '?',
                'demand' => true,
            ],
            [
                'field' => 'requires.recovery.min',
                'pattern' => $version . $newer . '(?: of)?(?: the)? recovery\b',
                'demand' => true,
            ],
            [
                'field' => 'requires.recovery.family',
                'pattern' =>
                    '^\W*(?!(?-i:The|This|That|Any|A|Stock|Custom|Your|Latest|Newest|Own|New|Boot)\b)' .
                    '(?<value>(?-i:[A-Z])[\w-]{2,24}) recovery\b',
                'demand' => true,
            ],
            [
                'field' => 'requires.recovery.family',
                'pattern' =>
                    '\b(?:with|use|using|requires?|needs?|install|flash|through|via) (?:the )?(?<value>[A-Z]' .
                    '[\w-]{2,24}) recovery\b',
                'demand' => true,
            ],
            [
                'field' => 'requires.recovery.family',
                'pattern' =>
                    '\brecovery:?\s+(?<value>(?!version|must|is|or|at|with|Version|Must|needs|from)[A-Z]' .
                    '[A-Za-z-]{2,24})\s+v?\d',
                'demand' => true,
            ],
            [
                'field' => 'requires.stockRelease',
                'pattern' =>
                    '\bstock (?:os |rom |firmware |system |build )?(?:release |version |platform release )?(?:of )?' .
                    $version,
                'demand' => true,
            ],
            [
                'field' => 'requires.stockRelease',
                'pattern' =>
                    '\b(?:last|latest|final) (?:stock )?(?:release|version|build) of (?:stock |' .
                    'platform )?(?:release )?(?<value>\d{1,2}(?:\.\d+)*)\b.*\bstock\b|\b' .
                    'platform release (?<other>\d{1,2}) stock\b',
                'demand' => true,
            ],
            [
                'field' => 'requires.erase',
                'pattern' => '\b(?:format(?:ting)?)(?: of)?(?: the| your)?(?: internal)? (?:data|userdata|storage)\b',
                'value' => 'format',
                'demand' => true,
            ],
            [
                'field' => 'requires.erase',
                'pattern' =>
                    '^\W*(?:\d+[.)]\s*)?(?:then |now |please )?format (?:the |your )?(?:data|userdata|' .
                    'internal storage)\b',
                'value' => 'format',
            ],
            [
                'field' => 'requires.erase',
                'pattern' =>
                    '\b(?:clean (?:flash|install(?:ation)?)|full wipe|wip(?:e|ing)(?: of)?(?: the|' .
                    ' your)? (?:data|userdata)|factory reset|data (?:wipe|reset))\b',
                'value' => 'wipe',
                'demand' => true,
            ],
            [
                'field' => 'requires.erase',
                'pattern' =>
                    '^\W*(?:\d+[.)]\s*)?(?:then |now |please )?(?:wipe (?:the |your )?(?:data|userdata)|' .
                    'do a factory reset)\b',
                'value' => 'wipe',
            ],
            [
                'field' => 'requires.encryption',
                'pattern' => '\b(?:file[- ]based|fbe) encryption\b|\bencrypt\w* (?:must|has to) be file',
                'value' => 'file',
                'demand' => true,
            ],
            [
                'field' => 'requires.encryption',
                'pattern' => '\bmetadata encryption\b',
                'value' => 'metadata',
                'demand' => true,
            ],
            [
                'field' => 'requires.encryption',
                'pattern' =>
                    '\b(?:data|storage|phone|device) must (?:not be encrypted|be (?:un|de)encrypted|' .
                    'be decrypted|be unencrypted)\b',
                'value' => 'none',
            ],
            ['field' => 'requires.fileSystem', 'pattern' => '\b(?<value>f2fs|ext4)\b', 'demand' => true],
            [
                'field' => 'brings.services',
                'pattern' =>
                    '\b(?:(?:does not|doesn\'t|do not|don\'t) (?:include|come with|contain|ship(?: with)?|' .
                    'bring)[^.;]{0,20}services|services[^.;]{0,30}(?:not|n\'t) (?:be )?(?:included|bundled|' .
                    'shipped|part)|without(?: any)? services|no services (?:are )?(?:included|inside|bundled)' .
                    '|services-free)',
                'value' => 'no',
            ],
            [
                'field' => 'brings.services',
                'pattern' =>
                    '\b(?:(?:includes?|comes? with|contains?|ships? with|bundles?|has)\b[^.;]{0,16}services|' .
                    'services[^.;]{0,20}(?:are |is )?(?:included|bundled|preinstalled|pre-installed|built[- ]' .
                    'in))',
                'value' => 'yes',
            ],
            ['field' => 'requires.root', 'pattern' => '\broot(?:ed)?\b', 'value' => 'yes', 'demand' => true],
            [
                'field' => 'excludes',
                'pattern' =>
                    '\b(?:not for|does not (?:work|support) (?:on|the)?|don\'t (?:install|flash)(?: this)? on' .
                    '|do not (?:install|flash|use)(?: this)? on|never (?:install|flash)(?: this)? on)\s' .
                    '+(?:the |a |models? )*(?<value>(?=[\w-]*[\d-])[A-Z][\w-]{2,20})\b',
                'list' => true,
            ],
        ];
    }

    /**
     * @return list<array{field: string, pattern: string, demand: bool}>
     */
    private static function versionOf(string $field, string $what): array
    {
        $version = self::VERSION;
        $newer = self::NEWER;

        return [
            [
                'field' => $field,
                'pattern' =>
                    "\\b{$what}\\b[^.;\\d]{0,40}?" .
                    "(?:version |v\\.? ?|>= ?|≥ ?|: ?|is |of |least |on )*{$version}{$newer}?",
                'demand' => true,
            ],
            [
                'field' => $field,
                'pattern' => "{$version}{$newer}?\\s+(?:or newer |or later )?{$what}\\b",
                'demand' => true,
            ],
        ];
    }

    /** A heading, and what it makes of the lines behind it. */
    public static function heading(string $line): ?string
    {
        $words = strtolower(trim($line, " \t#*=_-:.[]()"));

        return match (true) {
            strlen($words) > 48 => null,
            preg_match(
                '/^(?:known (?:issues?|bugs?|problems?)|not working|bugs?|issues?|what(?:\'s|' .
                    ' is) (?:not working|broken)|open problems?|you tell me)$/',
                $words,
            ) === 1
                => 'problems',
            preg_match(
                '/^(?:change ?-?logs?|changes|what(?:\'s| is| has) (?:new|changed)|news|release notes|history' .
                    '|updates?)\b.{0,20}$/',
                $words,
            ) === 1
                => 'changes',
            preg_match(
                '/^(?:requirements?|prerequisites?|before you (?:start|begin)|what you need|needed|you need)$/',
                $words,
            ) === 1
                => 'requirements',
            preg_match(
                '/^(?:install(?:ation|ing)?(?: (?:steps|instructions|guide))?|how to (?:install|flash|update)' .
                    '|instructions|steps|flashing|downloads?|features?|credits?|thanks|sources?|screenshots?|faq|' .
                    'notes?|recommend\w*|optional|what works|working|about)$/',
                $words,
            ) === 1
                => 'other',
            default => null,
        };
    }
}
