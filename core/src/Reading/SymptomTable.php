<?php

declare(strict_types=1);

namespace Tornavis\Core\Reading;

use Tornavis\Core\Words\Symptom;

/**
 * What a failure looks like where it is printed, and what a success looks like that ends it.
 *
 * Source of the wording: what the open platform's recovery, installer, bootloader protocol and debugging protocol print,
 * and how people say it.
 */
final class SymptomTable
{
    /**
     * What ends a matter well. A line that has one of the words and fits the pattern overrules what failed before it.
     */
    public const SUCCESSES = [
        'install' => [
            'words' => 'succe|status|complete|finished|rc=|ended|xfer',
            'pattern' =>
                '^(?!.*\b(?:not|never|un|without|fail\w*|until|when|if|after|should|expect\w*)\b).*(?:script succeeded|(?:status|rc|code|error)\W{0,2}0\b|kSuccess|install(?:ation|ed)?\b.{0,20}\b(?:complete|completed|successful\w*|succeeded|finished|success)|total xfer|update (?:was )?(?:successful\w*|succeeded|complete))',
        ],
        'transfer' => ['words' => 'xfer|succe|status', 'pattern' => 'total xfer|script succeeded|status 0\b|install(?:ation)? (?:complete|success)'],
        'write' => ['words' => 'okay|finished', 'pattern' => '\b(?:writing|flashing|resizing|erasing|creating|sending)\b.*\bOKAY\b|^finished\. total time|^OKAY \['],
        'link' => [
            'words' => "\tdevice|\trecovery|\tsideload|boot|device|recovery|sideload|okay",
            'pattern' => '^\s*(?!.*(?:no devices|not found))[\w.:-]*\d[\w.:-]*\s+(?:device|recovery|sideload|bootloader|[a-z]{4}bootd?)\b|\bOKAY\b',
        ],
        'data' => ['words' => 'decrypt', 'pattern' => '(?:data |user \d+ )?(?:successfully|was) decrypted|decrypt\w* (?:was )?success'],
        'boot' => ['words' => 'boot_completed|boot completed|booted', 'pattern' => 'boot_completed\W+1|boot completed|(?:has )?booted (?:fine|up|normally|successfully)'],
        'unlock' => ['words' => 'unlock', 'pattern' => '^(?!.*\b(?:not|fail\w*|cannot|refused)\b).*(?:unlocked\W+(?:yes|true)|(?:was|is|been|successfully) unlocked|unlock\w* success)'],
    ];

    /**
     * @return list<SymptomRule>
     */
    public static function rules(): array
    {
        return [...self::install(), ...self::computer(), ...self::start()];
    }

    /**
     * @return list<SymptomRule>
     */
    private static function install(): array
    {
        $rule = static fn(Symptom $symptom, string $words, string $pattern, string $matter = 'install'): SymptomRule => new SymptomRule($symptom, $matter, $words, $pattern);

        return [
            $rule(
                Symptom::Code7,
                'error|status|code',
                '(?:updater process ended with (?:error|status)|installation (?:aborted|failed)|\.zip\W*|install\w*|package|^e?\W*|sideload|script aborted|updating|recovery)[^\n]{0,50}?\K\b(?:error|status|code)(?: code)?\W{0,3}7\b(?!\s*(?:\.\d|%|files?|of|lines?|times?|MB))(?!\s*\(?(?:ErrorCode::)?k[A-Z])',
            ),
            $rule(
                Symptom::Code1,
                'error|status|code',
                '(?:updater process ended with (?:error|status)|installation (?:aborted|failed)|\.zip\W*|installing|^e?:?\W*|sideload)[^\n]{0,50}?\K\b(?:error|status|code)(?: code)?\W{0,3}1\b(?!\s*(?:\.\d|%|files?|of|lines?|times?|MB|GB))(?!\s*\(?(?:ErrorCode::)?k[A-Z])',
            ),
            $rule(
                Symptom::Signature,
                'signature|verif|footer',
                '(?:zip |package |whole-file |file )?signature (?:verification|check)?\W{0,3}(?:failed|is (?:invalid|wrong|not verified|bad)|mismatch|error|could not be verified)|fail\w* to verify (?:the )?(?:whole-file |zip |package )?signature|(?:invalid|bad) signature\b|^\W*(?:[iew]:)?\s*(?:zip |package |update package )?verification failed|signature (?:is )?not verified|footer is wrong|cannot verify (?:the )?signature',
            ),
            $rule(
                Symptom::At47,
                '47',
                '(?:~\s?47\s?%|(?:serving|sideload\w*|send\w*|transfer\w*|upload\w*|xfer|bar|progress|computer)\b[^\n]{0,80}\b47\s?(?:%|percent)|(?:stuck|stops|stopped|stands|hangs|hung|stays|frozen|sits)\b[^\n]{0,20}\b47\s?(?:%|percent))',
                'transfer',
            ),
            $rule(Symptom::StepTwo, 'step ', '\bstep (?:2|two)\s?(?:\/|of|von)\s?(?:2|two)\b'),
            $rule(
                Symptom::OlderBuild,
                'older|over newer|timestamp|downgrad|newer',
                'can\'?t install this package[^\n]{0,60}over newer|(?:package|build|update|zip)\b[^\n]{0,30}\b(?:is )?older than (?:the )?(?:current|installed|running|build)|kPayloadTimestampError|(?:denying|refus\w*|reject\w*|block\w*)[^\n]{0,30}downgrad|(?:spl|os|version|build|security patch\w*)?\s?downgrad\w*[^\n]{0,30}(?:not (?:allowed|permitted|supported)|denied|detected|refused|blocked|rejected)|newer build (?:is )?(?:already )?installed|older build[^\n]{0,20}(?:refused|rejected|not allowed)',
            ),
            $rule(
                Symptom::DamagedArchive,
                'zip|corrupt|unexpected|crc|mismatch|match|checksum|truncated|central|archive|payload',
                '(?:fail\w*|unable|error|can\'?t|cannot|could not|couldn\'t)\b[^\n]{0,24}\b(?:open|opening|map|read|extract|unpack|find[^\n]{0,30} in)\w*\b[^\n]{0,60}(?:zip|archive|payload|update package)|invalid zip|zip (?:file )?(?:is )?(?:corrupt\w*|invalid|damaged|truncated|broken)|(?:archive|package|payload|file|zip|download|image) (?:is |was |seems )?(?:corrupt\w*|damaged|truncated|broken)|corrupt(?:ed)? (?:zip|archive|package|payload|download|update)|unexpected end of (?:file|archive|zip|data|input)|(?:bad|invalid) crc|crc (?:error|failed|mismatch|check failed)|kPayload(?:HashMismatch|SizeMismatch|Verif)\w*|kDownload(?:Payload|Metadata|Hash|Invalid)\w*Error|(?:hash|checksum|digest|sha-?256|md5)[^\n]{0,30}(?:mismatch|do(?:es)? not match|failed|doesn\'t match)|end[- ]of[- ]central[- ]directory[^\n]{0,30}not found|not a (?:valid )?zip|central directory[^\n]{0,30}(?:not found|missing|invalid)|ziparchive\w*[^\n]{0,20}(?:invalid|error|fail)|error opening[^\n]{0,40}\.zip',
            ),
            $rule(
                Symptom::WrongPhone,
                'package|compatible|wrong|supported|e3004|assert|another|for this',
                'this package is for (?!the (?:latest|newest))[^\n]{0,80}(?:this (?:device )?is|but|;|\.)|package is for (?:product|device)\b[^\n]{0,60}(?:but|expected|this)|e3004\b|(?:package|build|zip|rom|image|update|file)\b[^\n]{0,30}(?:is )?(?:not compatible|incompatible) with (?:this|your|the) (?:device|phone|model|product)|incompatible (?:device|phone|product|with (?:this|your) (?:device|phone))|^\W*(?:[ew]:|error:?)?\s*(?:wrong|unsupported) (?:device|phone)|(?:this )?(?:device|phone) (?:is )?not supported by|(?:assert failed|assertion)[^\n]{0,30}(?:ro\.product\.device|ro\.build\.product|ro\.product\.vendor\.device)|not (?:made|intended|meant) for this (?:device|phone)|(?:package|zip|build|update) is (?:made |intended |meant )?for another (?:device|phone)|package is not for this (?:device|phone)',
            ),
            $rule(
                Symptom::NoSpace,
                'space|too |exceed|enospc|room|fit',
                'no space left|not enough (?:free )?(?:space|room)|insufficient (?:free |storage |disk )?(?:space|room)|kNotEnoughSpace|ENOSPC|(?:image|data|file|size|partition)[^\n]{0,40}\b(?:too (?:large|big)|exceeds?\b[^\n]{0,30}(?:partition|size|space|maximum))|out of (?:disk )?space|too (?:large|big) (?:for|to fit)|(?:does|do) not fit',
                'write',
            ),
            $rule(
                Symptom::MissingPartition,
                'partition|no such|unknown|mount|block device',
                'unable to (?:find|locate) (?:the )?partition|(?:could not|couldn\'t|cannot|can\'t|failed to|unable to) (?:find|locate|open|resolve) (?:the |super |logical )?(?:partition|block device|device for)|no such partition|partition[^\n]{0,40}(?:does ?n[o\']t exist|does not exist|not found|is missing|doesn\'t exist)|fail\w* to mount \'?\/(?!data\b|sdcard|storage|external_sd|usb|data\/)[\w\/]+\'? \(?\W*no such|unknown (?:volume|partition)|remote:? \W?no such file or directory|missing partition|block device (?:required|not found)',
            ),
        ];
    }

    /**
     * @return list<SymptomRule>
     */
    private static function computer(): array
    {
        $rule = static fn(Symptom $symptom, string $matter, string $words, string $pattern): SymptomRule => new SymptomRule($symptom, $matter, $words, $pattern);

        return [
            $rule(
                Symptom::NotListed,
                'link',
                'no device|not found|waiting|permission|listed|detected|recogni|not show',
                '\bno (?:devices|device)(?:\/emulators)?\b[^\n]{0,20}(?:found|attached|connected|listed)|error: (?:device|no device)\b[^\n]{0,40}not found|^\W*waiting for (?:any )?device\W*$|no permissions|insufficient permissions for device|(?:phone|device) (?:is |was |does )?(?:not|n\'t) (?:listed|detected|recogni[sz]ed|show up|shown|found)|isn\'t (?:listed|detected|recogni[sz]ed)',
            ),
            $rule(Symptom::Unauthorised, 'link', 'unauthori|offline', '^\s*[\w.:-]{4,64}\s+(?:unauthori[sz]ed|offline)\b|(?:device|phone) (?:is |still )?(?:unauthori[sz]ed|offline)|(?:listed|shown) as (?:unauthori[sz]ed|offline)'),
            $rule(
                Symptom::LinkLost,
                'link',
                'closed|no such|links|transfer|usb|fault|connection|hung|read |broken pipe|disconnect|unplugged|timed|lost|no link|transport',
                '^(?:adb: )?\W*error: closed|(?:write|read|transfer|send)\w*[^\n]{0,30}(?:fail\w*|error)[^\n]{0,30}\(?(?:no such device|too many links|broken pipe|protocol error|cable|i\/o error|input\/output|unknown error|timed out|connection)|status (?:read|malformed)\w* fail\w*|(?:data transfer|usb (?:read|write|transfer))[^\n]{0,20}(?:fail\w*|error)|protocol fault|connection (?:was )?(?:lost|reset|closed|broken|aborted|terminated)|failed to read (?:command|response)|(?:device|phone|cable) (?:was |has been |got |is )?(?:disconnected|unplugged|lost)|remote end hung up|host (?:went away|connection closed)|usb_(?:read|write|bulk)\w*[^\n]{0,20}(?:fail\w*|error|-\d)|transport error|broken pipe|lost (?:the )?(?:connection|link)|(?:link|connection) (?:is |was )?lost|no link[^\n]{0,20}(?:while|during)',
            ),
            $rule(
                Symptom::SparseHeader,
                'none',
                'sparse',
                'invalid sparse (?:file|image|header|format)|sparse (?:header|file|image)[^\n]{0,20}(?:invalid|wrong|bad)|bad sparse|sparse file format at header',
            ),
            $rule(
                Symptom::UnlockRefused,
                'unlock',
                'unlock|token',
                '(?:oem|flashing|bootloader)? ?unlock(?:ing)?(?: operation| command| ability)? (?:is |was )?(?:not (?:allowed|permitted|enabled|possible|supported)|disabled|denied|refused|failed|rejected|forbidden)|(?:can\'?t|cannot|couldn\'t|could not|unable to|failed to|not allowed to|fail to) (?:be )?unlock|unlock[^\n]{0,40}(?:after|in|wait)[^\n]{0,10}\d+ ?(?:hours?|days?|h\b)|(?:wait|after)[^\n]{0,20}\d+ ?(?:hours?|days?|h\b)[^\n]{0,30}unlock|\d+ ?(?:hours?|days?)[^\n]{0,40}(?:before|until|to) (?:you can |the )?(?:bootloader |device |phone )?unlock|token (?:verification|verify|check) fail|oem[_ ]unlock[_ ](?:ability|allowed)\W+(?:0|false|no)\b|allow oem unlock',
            ),
            $rule(
                Symptom::Locked,
                'write',
                'lock|critical',
                '(?:flash\w*|writ\w*|eras\w*|slot change|set_active|format\w*|boot\w*|command|download\w*|operation|partition\w*)\b[^\n]{0,50}(?:not (?:allowed|permitted|possible)|denied|forbidden|rejected|refused|cannot|fail\w*)[^\n]{0,30}(?:lock|critical)|(?:remote:|failed|error)[^\n]{0,30}(?:device|bootloader|phone|state)? ?(?:is |in )?(?:a )?lock(?:ed|ing)?(?: state)?\b|(?:device|phone|bootloader) (?:is |still )?(?:in )?(?:the )?locked[^\n]{0,20}(?:cannot|can\'t|not|state|fail)|not allowed (?:when|while|in)[^\n]{0,20}lock',
            ),
            $rule(
                Symptom::RollbackRefused,
                'write',
                'roll|rev|fused',
                '(?:anti[-_ ]?)?roll[-_ ]?back[^\n]{0,60}(?:fail\w*|error|denied|refus\w*|reject\w*|less than|lower than|older|violat\w*|not allowed|too low|smaller|prevent\w*|mismatch)|(?:less|lower|smaller|older) than (?:the )?(?:stored |fused |current |device )?(?:anti[- ]?)?roll[- ]?back|ERROR_ROLLBACK_INDEX|(?:sw |software |binary )?rev(?:ision)? check fail|fused? \d+ ?> ?binary \d+|(?:refus\w*|reject\w*|denied|fail\w*)[^\n]{0,40}(?:anti[-_ ]?)?roll[-_ ]?back',
            ),
            $rule(
                Symptom::BatteryLow,
                'none',
                'battery|power',
                'battery(?:(?!\bnot\b|n\'t)[^\n]){0,30}\b(?:is |too |very )*(?:low\b|not enough|insufficient|empty|flat)|(?:low|insufficient|not enough) (?:battery|power)\b|battery[^\n]{0,40}(?:below|under|less than|lower than)[^\n]{0,20}\d|battery-soc-ok\W+no|charge (?:the |your )?(?:battery|phone|device)[^\n]{0,20}(?:first|before|to at least)',
            ),
            $rule(
                Symptom::Merging,
                'none',
                'merg|snapshot',
                'snapshot-update-status:?\W+merging|(?:update|snapshot|virtual[^\n]{0,6})[^\n]{0,30}\b(?:is |are )?(?:still )?(?:being )?merg(?:ing|ed\b(?! success)|e (?:is )?(?:in progress|pending))|merg(?:e|ing) (?:is |of [^\n]{0,30})?(?:still )?(?:in progress|pending|not (?:complete|finished|done)|running)|(?:not allowed|cannot|can\'t|refus\w*|fail\w*|denied)[^\n]{0,50}(?:while|during|until|snapshot|update)[^\n]{0,30}(?:merg|snapshot)|(?:snapshot|system) update (?:is )?(?:still )?in progress|wait (?:for|until)[^\n]{0,20}merg',
            ),
        ];
    }

    /**
     * @return list<SymptomRule>
     */
    private static function start(): array
    {
        $rule = static fn(Symptom $symptom, string $words, string $pattern, string $matter = 'boot'): SymptomRule => new SymptomRule($symptom, $matter, $words, $pattern);

        return [
            $rule(Symptom::NoSystem, 'no os|no system|no operating', '\bno (?:os|system|operating system)\b[^\n]{0,20}\b(?:installed|present|found|on (?:this|the))|there is no (?:os|system|operating system)|^\W*(?:warning:?\W*)?no (?:os|system)\W*$', 'install'),
            $rule(Symptom::BootLoop, 'loop|logo|restart|reboot|panic', '\bboot[- ]?loops?\b|logo (?:comes|appears) and (?:goes|disappears)|(?:keeps|kept) (?:on )?(?:re-?starting|re-?booting)|(?:re-?starts|re-?boots) (?:over and over|again and again|endlessly|all the time|in a loop|every)|kernel panic - not syncing'),
            $rule(Symptom::StuckAtLogo, 'logo|animation|splash|boot screen', '(?:stuck|hangs?|hung|stays?|stands?|stops?|frozen|freezes|sits|does not get past|doesn\'t get past|never gets past|not past)\b[^\n]{0,30}\b(?:logo|boot ?animation|splash|boot screen)'),
            $rule(Symptom::AsksPassword, 'password|passcode|decrypt|encrypt|enter your', '(?:asks?|asked|asking|prompts?|prompted|wants?) (?:me )?(?:for )?(?:a |the |my )?(?:password|passcode)|to start \w+, enter your (?:password|pin|pattern)|enter (?:the |your )?password to (?:decrypt|unlock (?:the )?(?:storage|data))|decrypt(?:ion)? (?:password|unsuccessful)|encryption unsuccessful', 'data'),
            $rule(Symptom::StrangeNames, 'name|garbled|scrambled|gibberish|random letters', '(?:strange|random|scrambled|garbled|weird|cryptic|gibberish|meaningless|encrypted)[^\n]{0,20}\b(?:file|folder|director\w+)?\s?names?\b|(?:folders?|files?) (?:are |have |show )?(?:all )?(?:garbled|scrambled|gibberish|random letters)', 'data'),
            $rule(Symptom::RecoveryGone, 'recovery|no command', '(?:recovery|it) (?:is |was |has )?(?:gone|vanished|disappeared|overwritten|replaced|lost)\b(?<=gone|vanished|disappeared|overwritten|replaced|lost)|(?:stock|maker\'?s|old|original) recovery (?:is )?(?:back|shows|came back|again|appears|starts)|^\W*no command\W*$', 'none'),
            $rule(
                Symptom::NoDecrypt,
                'decrypt|mount|crypt',
                '(?:fail\w*|unable|cannot|could not|couldn\'t|can\'t)[^\n]{0,20} decrypt|decrypt\w*[^\n]{0,20}\bfail\w*|(?:fail\w*|unable|could not|cannot) to mount \'?\/data\'?(?!\/)|(?:could not|cannot|unable to|can\'t) mount \'?\/data\'?(?!\/)|unable to find crypto footer|unable to mount storage|fail\w* to (?:setup|set up|install|retrieve|load) [^\n]{0,20}(?:fbe|fscrypt|encryption) (?:policy|keys?)|fscrypt[^\n]{0,60}(?:fail|required key not)',
                'data',
            ),
            $rule(
                Symptom::FallsToBootloader,
                'bootloader|verif|corrupt|reason|no valid|no bootable|load|hash',
                '(?:falls?|fell|drops?|dropped|boots?|goes|went|returns?|starts?|restarts?|lands?|comes?) (?:straight |back |right |directly |only |always )*(?:back )?(?:in)?to (?:the |its )?bootloader\b(?! (?:to|and then))|(?:enter(?:ed)?|boot|bootloader|reboot) reason\W+[^\n]{0,40}(?:no valid|fail|error|unable|invalid)|no (?:valid|bootable) (?:slot|os|operating system|boot image)|(?:failed|unable|error)(?: to)? (?:load|loading|verify|verifying|boot|find) (?:the )?(?:boot|vbmeta|vendor_boot|init_boot|kernel|dtbo|system)\b[^\n]{0,12}(?:image|partition|slot)?|(?:your )?(?:device|phone) is corrupt|error verifying vbmeta|hash (?:tree )?descriptor[^\n]{0,20}(?:fail|mismatch)',
            ),
            $rule(Symptom::SlotNotBootable, 'bootable', '^(?![^\n]*slot[-_]unbootable)[^\n]*(?:\bslot\b[^\n]{0,30}\b(?:not bootable|unbootable)\b|(?:unbootable|not bootable) slot)'),
            $rule(Symptom::NoServices, 'services', 'services (?:bundle |package )?(?:are |is )?(?:missing|not installed|gone|not there)|(?:won\'t|does not|doesn\'t|cannot|can\'t) run (?:unless|without)[^\n]{0,50}services|no (?:play )?services\b(?! bundle needed)|without services[^\n]{0,20}(?:installed)|services has stopped', 'none'),
            $rule(Symptom::Certification, 'certif|integrity|bank', '(?:not|isn\'t|is not|un-?)\s?certified|certification (?:fails|failed|missing)|integrity[^\n]{0,30}\b(?:fail\w*|not (?:met|passed)|does not pass|doesn\'t pass|no_integrity)|(?:does not|doesn\'t|fails?|failed)[^\n]{0,30}\b(?:meet|pass)?[^\n]{0,20}integrity|bank(?:ing)?(?: app)?s?[^\n]{0,20}\b(?:refuses?|won\'t|does not (?:open|start|run)|detects?|crash|closes)', 'none'),
            $rule(Symptom::RadioSerial, 'imei|radio|baseband|meid', '\bimei\d?\b[^\n]{0,24}\b(?:unknown|null|none|missing|gone|lost|invalid|not (?:available|found|valid)|empty|blank)|(?:invalid|missing|no|lost|null|unknown|without) (?:an? |my |the )?imei\b|\bimei\d?\W+0+\b|(?:serial number|serial) of (?:the |its )?radio[^\n]{0,20}(?:gone|missing|unknown|lost)|baseband(?: version)?\W+(?:is )?unknown', 'none'),
            $rule(Symptom::AccountLock, 'account|frp|reset', '(?:this )?(?:device|phone) was reset[^\n]{0,60}sign in|(?:previously|last) (?:synced|signed in)|sign in (?:with|to) (?:an |the |your )?[^\n]{0,20}account[^\n]{0,40}(?:previous|owner|on this (?:device|phone)|to continue|synced)|(?:frp|factory reset protection)\W*(?:lock)?\W*(?:is )?\b(?:on|active|enabled|locked|blocked|triggered)\b|(?:blocked|locked|refused|denied)[^\n]{0,20}\b(?:by |due to )?(?:frp|factory reset protection)|verify (?:your|the|my) account|asks? for (?:the |an )?(?:account|owner\'s account)', 'none'),
        ];
    }
}
