<?php

declare(strict_types=1);

namespace Tornavis\Core\Reading;

use Tornavis\Core\Words\Symptom;

/** How it reads when an installation fails. */
final class InstallSymptoms
{
    /**
     * @return list<SymptomRule>
     */
    public static function rules(): array
    {
        $rule = static fn(
            Symptom $symptom,
            string $words,
            string $pattern,
            string $matter = 'install',
        ): SymptomRule => new SymptomRule($symptom, $matter, $words, $pattern);

        return [
            $rule(
                Symptom::Code7,
                'error|status|code',
                '(?:updater process ended with (?:error|status)|installation (?:aborted|failed)|\.zip\W*|' .
                    'install\w*|package|^e?\W*|sideload|script aborted|updating|recovery)[^\n]{0,50}?\K\b(?:error' .
                    '|status|code)(?: code)?\W{0,3}7\b(?!\s*(?:\.\d|%|files?|of|lines?|times?|MB))(?!\s*\(' .
                    '?(?:ErrorCode::)?k[A-Z])',
            ),
            $rule(
                Symptom::Code1,
                'error|status|code',
                '(?:updater process ended with (?:error|status)|installation (?:aborted|failed)|\.zip\W*|' .
                    'installing|^e?:?\W*|sideload)[^\n]{0,50}?\K\b(?:error|status|code)(?: code)?\W{0,3}1\b(?!\s' .
                    '*(?:\.\d|%|files?|of|lines?|times?|MB|GB))(?!\s*\(?(?:ErrorCode::)?k[A-Z])',
            ),
            $rule(
                Symptom::Signature,
                'signature|verif|footer',
                '(?:zip |package |whole-file |file )?signature (?:verification|check)?\W{0,3}(?:failed|' .
                    'is (?:invalid|wrong|not verified|bad)|mismatch|error|could not be verified)|fail\w' .
                    '* to verify (?:the )?(?:whole-file |zip |package )?signature|(?:invalid|bad) signature\b|^\W' .
                    '*(?:[iew]:)?\s*(?:zip |package |update package )?verification failed|' .
                    'signature (?:is )?not verified|footer is wrong|cannot verify (?:the )?signature',
            ),
            $rule(
                Symptom::At47,
                '47',
                '(?:~\s?47\s?%|(?:serving|sideload\w*|send\w*|transfer\w*|upload\w*|xfer|bar|progress|' .
                    'computer)\b[^\n]{0,80}\b47\s?(?:%|percent)|(?:stuck|stops|stopped|stands|hangs|hung|stays|' .
                    'frozen|sits)\b[^\n]{0,20}\b47\s?(?:%|percent))',
                'transfer',
            ),
            $rule(Symptom::StepTwo, 'step ', '\bstep (?:2|two)\s?(?:\/|of|von)\s?(?:2|two)\b'),
            $rule(
                Symptom::OlderBuild,
                'older|over newer|timestamp|downgrad|newer',
                'can\'?t install this package[^\n]{0,60}over newer|(?:package|build|update|zip)\b[^\n]{0,30}' .
                    '\b(?:is )?older than (?:the |your |this |its )?(?:current|installed|running|build)|' .
                    'kPayloadTimestampError|' .
                    '(?:denying|refus\w*|reject\w*|block\w*)[^\n]{0,30}downgrad|(?:spl|os|version|build|' .
                    'security patch\w*)?\s?downgrad\w*[^\n]{0,30}(?:not (?:allowed|permitted|supported)|denied|' .
                    'detected|refused|blocked|rejected)|newer build (?:is )?(?:already )?installed|older build' .
                    '[^\n]{0,20}(?:refused|rejected|not allowed)',
            ),
            $rule(
                Symptom::DamagedArchive,
                'zip|corrupt|unexpected|crc|mismatch|match|checksum|truncated|central|archive|payload',
                '(?:fail\w*|unable|error|can\'?t|cannot|could not|couldn\'t)\b[^\n]{0,24}\b(?:open|opening|' .
                    'map|read|extract|unpack|find[^\n]{0,30} in)\w*\b[^\n]{0,60}(?:zip|archive|payload|' .
                    'update package)|invalid zip|zip (?:file )?(?:is )?(?:corrupt\w*|invalid|damaged|truncated|' .
                    'broken)|(?:archive|package|payload|file|zip|download|image) (?:is |was |seems )?(?:corrupt\w' .
                    '*|damaged|truncated|broken)|corrupt(?:ed)? (?:zip|archive|package|payload|download|update)|' .
                    'unexpected end of (?:file|archive|zip|data|input)|(?:bad|invalid) crc|crc (?:error|failed|' .
                    'mismatch|check failed)|kPayload(?:HashMismatch|SizeMismatch|Verif)\w*|kDownload(?:Payload|' .
                    'Metadata|Hash|Invalid)\w*Error|(?:hash|checksum|digest|sha-?256|md5)[^\n]{0,30}(?:mismatch|' .
                    'do(?:es)? not match|failed|doesn\'t match)|end[- ]of[- ]central[- ]directory[^\n]' .
                    '{0,30}not found|not a (?:valid )?zip|central directory[^\n]{0,30}(?:not found|missing|' .
                    'invalid)|ziparchive\w*[^\n]{0,20}(?:invalid|error|fail)|error opening[^\n]{0,40}\.zip',
            ),
            $rule(
                Symptom::WrongPhone,
                'package|compatible|wrong|supported|e3004|assert|another|for this',
                'this package is for (?!the (?:latest|newest))[^\n]{0,80}(?:this (?:device )?is|but|;|\.)|' .
                    'package is for (?:product|device)\b[^\n]{0,60}(?:but|expected|this)|e3004\b|(?:package|build' .
                    '|zip|rom|image|update|file)\b[^\n]{0,30}(?:is )?(?:not compatible|incompatible) with (?:this' .
                    '|your|the) (?:device|phone|model|product)|incompatible (?:device|phone|product|with (?:this|' .
                    'your) (?:device|phone))|^\W*(?:[ew]:|error:?)?\s*(?:wrong|unsupported) (?:device|phone)|' .
                    '(?:this )?(?:device|phone) (?:is )?not supported by|(?:assert failed|assertion)[^\n]' .
                    '{0,30}(?:ro\.product\.device|ro\.build\.product|ro\.product\.vendor\.device)|not (?:made|' .
                    'intended|meant) for this (?:device|phone)|(?:package|zip|build|update) is (?:made |intended ' .
                    '|meant )?for another (?:device|phone)|package is not for this (?:device|phone)',
            ),
            $rule(
                Symptom::NoSpace,
                'space|too |exceed|enospc|room|fit',
                'no space left|not enough (?:free )?(?:space|room)|insufficient (?:free |storage |' .
                    'disk )?(?:space|room)|kNotEnoughSpace|ENOSPC|(?:image|data|file|size|partition)[^\n]{0,40}\b' .
                    '(?:too (?:large|big)|exceeds?\b[^\n]{0,30}(?:partition|size|space|maximum))|' .
                    'out of (?:disk )?space|too (?:large|big) (?:for|to fit)|(?:does|do) not fit',
                'write',
            ),
            $rule(
                Symptom::MissingPartition,
                'partition|no such|unknown|mount|block device',
                'unable to (?:find|locate) (?:the )?partition|(?:could not|couldn\'t|cannot|can\'t|failed to|' .
                    'unable to) (?:find|locate|open|resolve) (?:the |super |logical )?(?:partition|block device|' .
                    'device for)|no such partition|partition[^\n]{0,40}(?:does ?n[o\']t exist|does not exist|' .
                    'not found|is missing|doesn\'t exist)|fail\w* to mount \'?\/(?!data\b|sdcard|storage|' .
                    'external_sd|usb|data\/)[\w\/]+\'? \(?\W*no such|unknown (?:volume|partition)|remote:? \W' .
                    '?no such file or directory|missing partition|block device (?:required|not found)',
            ),
        ];
    }
}
