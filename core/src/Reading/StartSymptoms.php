<?php

declare(strict_types=1);

namespace Tornavis\Core\Reading;

use Tornavis\Core\Words\Symptom;

/** How it reads when a phone does not start as it should, or something is missing afterwards. */
final class StartSymptoms
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
            string $matter = 'boot',
        ): SymptomRule => new SymptomRule($symptom, $matter, $words, $pattern);

        return [
            $rule(
                Symptom::NoSystem,
                'no os|no system|no operating',
                '\bno (?:os|system|operating system)\b[^\n]{0,20}\b(?:installed|present|found|on (?:this|' .
                    'the))|there is no (?:os|system|operating system)|^\W*(?:warning:?\W*)?no (?:os|system)\W*$',
                'install',
            ),
            $rule(
                Symptom::BootLoop,
                'loop|logo|restart|reboot|panic',
                '\bboot[- ]?loops?\b|logo (?:comes|appears) and (?:goes|disappears)|(?:keeps|' .
                    'kept) (?:on )?(?:re-?starting|re-?booting)|(?:re-?starts|re-?boots) (?:over and over|' .
                    'again and again|endlessly|all the time|in a loop|every)|kernel panic - not syncing',
            ),
            $rule(
                Symptom::StuckAtLogo,
                'logo|animation|splash|boot screen',
                '(?:stuck|hangs?|hung|stays?|stands?|stops?|frozen|freezes|sits|does not get past|doesn\'' .
                    't get past|never gets past|not past)\b[^\n]{0,30}\b(?:logo|boot ?animation|splash|' .
                    'boot screen)',
            ),
            $rule(
                Symptom::AsksPassword,
                'password|passcode|decrypt|encrypt|enter your',
                '(?:asks?|asked|asking|prompts?|prompted|wants?) (?:me )?(?:for )?(?:a |the |my )?(?:password' .
                    '|passcode)|to start \w+, enter your (?:password|pin|pattern)|enter (?:the |' .
                    'your )?password to (?:decrypt|unlock (?:the )?(?:storage|data))|decrypt(?:ion)? (?:password|' .
                    'unsuccessful)|encryption unsuccessful',
                'data',
            ),
            $rule(
                Symptom::StrangeNames,
                'name|garbled|scrambled|gibberish|random letters',
                '(?:strange|random|scrambled|garbled|weird|cryptic|gibberish|meaningless|encrypted)[^\n]' .
                    '{0,20}\b(?:file|folder|director\w+)?\s?names?\b|(?:folders?|files?) (?:are |have |' .
                    'show )?(?:all )?(?:garbled|scrambled|gibberish|random letters)',
                'data',
            ),
            $rule(
                Symptom::RecoveryGone,
                'recovery|no command',
                '(?:recovery|it) (?:is |was |has )?(?:gone|vanished|disappeared|overwritten|replaced|lost)\b' .
                    '(?<=gone|vanished|disappeared|overwritten|replaced|lost)|(?:stock|maker\'?s|old|' .
                    'original) recovery (?:is )?(?:back|shows|came back|again|appears|starts)|^\W*no command\W*$',
                'none',
            ),
            $rule(
                Symptom::NoDecrypt,
                'decrypt|mount|crypt',
                '(?:fail\w*|unable|cannot|could not|couldn\'t|can\'t)[^\n]{0,20} decrypt|decrypt\w*[^\n]' .
                    '{0,20}\bfail\w*|(?:fail\w*|unable|could not|cannot) to mount \'?\/data\'?(?!\/)|(?:could not' .
                    '|cannot|unable to|can\'t) mount \'?\/data\'?(?!\/)|unable to find crypto footer|' .
                    'unable to mount storage|fail\w* to (?:setup|set up|install|retrieve|load) [^\n]{0,20}(?:fbe|' .
                    'fscrypt|encryption) (?:policy|keys?)|fscrypt[^\n]{0,60}(?:fail|required key not)',
                'data',
            ),
            $rule(
                Symptom::FallsToBootloader,
                'bootloader|verif|corrupt|reason|no valid|no bootable|load|hash',
                '(?:falls?|fell|drops?|dropped|boots?|goes|went|returns?|starts?|restarts?|lands?|' .
                    'comes?) (?:straight |back |right |directly |only |always )*(?:back )?(?:in)?to (?:the |' .
                    'its )?bootloader\b(?! (?:to|and then))|(?:enter(?:ed)?|boot|bootloader|reboot) reason\W+' .
                    '[^\n]{0,40}(?:no valid|fail|error|unable|invalid)|no (?:valid|bootable) (?:slot|os|' .
                    'operating system|boot image)|(?:failed|unable|error)(?: to)? (?:load|loading|verify|' .
                    'verifying|boot|find) (?:the )?(?:boot|vbmeta|vendor_boot|init_boot|kernel|dtbo|system)\b' .
                    '[^\n]{0,12}(?:image|partition|slot)?|(?:your )?(?:device|phone) is corrupt|' .
                    'error verifying vbmeta|hash (?:tree )?descriptor[^\n]{0,20}(?:fail|mismatch)',
            ),
            $rule(
                Symptom::SlotNotBootable,
                'bootable',
                '^(?![^\n]*slot[-_]unbootable)[^\n]*(?:\bslot\b[^\n]{0,30}\b(?:not bootable|unbootable)\b|' .
                    '(?:unbootable|not bootable) slot)',
            ),
            $rule(
                Symptom::NoServices,
                'services',
                'services (?:bundle |package )?(?:are |is )?(?:missing|not installed|gone|not there)|(?:won\'' .
                    't|does not|doesn\'t|cannot|can\'t) run (?:unless|without)[^\n]{0,50}services|' .
                    'no (?:\w+ )?services\b(?! bundle needed)|without services[^\n]{0,20}(?:installed)|' .
                    'services has stopped',
                'none',
            ),
            $rule(
                Symptom::Certification,
                'certif|integrity|bank',
                '(?:not|isn\'t|is not|un-?)\s?certified|certification (?:fails|failed|missing)|integrity[^\n]' .
                    '{0,30}\b(?:fail\w*|not (?:met|passed)|does not pass|doesn\'t pass|no_integrity)|(?:does not|' .
                    'doesn\'t|fails?|failed)[^\n]{0,30}\b(?:meet|pass)?[^\n]{0,20}integrity|' .
                    'bank(?:ing)?(?: app)?s?[^\n]{0,20}\b(?:refuses?|won\'t|does not (?:open|start|run)|detects?|' .
                    'crash|closes)',
                'none',
            ),
            $rule(
                Symptom::RadioSerial,
                'imei|radio|baseband|meid',
                '\bimei\d?\b[^\n]{0,24}\b(?:unknown|null|none|missing|gone|lost|invalid|not (?:available|' .
                    'found|valid)|empty|blank)|(?:invalid|missing|no|lost|null|unknown|without) (?:an? |my |' .
                    'the )?imei\b|\bimei\d?\W+0+\b|(?:serial number|serial) of (?:the |its )?radio[^\n]' .
                    '{0,20}(?:gone|missing|unknown|lost)|baseband(?: version)?\W+(?:is )?unknown',
                'none',
            ),
            $rule(
                Symptom::AccountLock,
                'account|frp|reset',
                '(?:this )?(?:device|phone) was reset[^\n]{0,60}sign in|(?:previously|last) (?:synced|' .
                    'signed in)|sign in (?:with|to) (?:an |the |your )?[^\n]{0,20}account[^\n]{0,40}(?:previous|' .
                    'owner|on this (?:device|phone)|to continue|synced)|(?:frp|factory reset protection)\W' .
                    '*(?:lock)?\W*(?:is )?\b(?:on|active|enabled|locked|blocked|triggered)\b|(?:blocked|locked|' .
                    'refused|denied)[^\n]{0,20}\b(?:by |due to )?(?:frp|factory reset protection)|verify (?:your|' .
                    'the|my) account|asks? for (?:the |an )?(?:account|owner\'s account)',
                'none',
            ),
        ];
    }
}
