<?php

declare(strict_types=1);

namespace Tornavis\Core\Reading;

use Tornavis\Core\Words\Symptom;

/** How it reads when computer and phone do not find one another, or the bootloader refuses. */
final class LinkSymptoms
{
    /**
     * @return list<SymptomRule>
     */
    public static function rules(): array
    {
        $rule = static fn(
            Symptom $symptom,
            string $matter,
            string $words,
            string $pattern,
        ): SymptomRule => new SymptomRule($symptom, $matter, $words, $pattern);

        return [
            $rule(
                Symptom::NotListed,
                'link',
                'no device|not found|waiting|permission|listed|detected|recogni|not show',
                '\bno (?:devices|device)(?:\/emulators)?\b[^\n]{0,20}(?:found|attached|connected|listed)|' .
                    'error: (?:device|no device)\b[^\n]{0,40}not found|^\W*waiting for (?:any )?device\W*$|' .
                    'no permissions|insufficient permissions for device|(?:phone|device) (?:is |was |' .
                    'does )?(?:not|n\'t) (?:listed|detected|recogni[sz]ed|show up|shown|found)|isn\'t (?:listed|' .
                    'detected|recogni[sz]ed)',
            ),
            $rule(
                Symptom::Unauthorised,
                'link',
                'unauthori|offline',
                '^\s*[\w.:-]{4,64}\s+(?:unauthori[sz]ed|offline)\b|(?:device|phone) (?:is |' .
                    'still )?(?:unauthori[sz]ed|offline)|(?:listed|shown) as (?:unauthori[sz]ed|offline)',
            ),
            $rule(
                Symptom::LinkLost,
                'link',
                'closed|no such|links|transfer|usb|fault|connection|hung|read |broken pipe|disconnect|' .
                    'unplugged|timed|lost|no link|transport',
                '^(?:\w{3,8}: )?\W*error: closed|(?:write|read|transfer|send)\w*[^\n]{0,30}(?:fail\w*|error)[^\n]' .
                    '{0,30}\(?(?:no such device|too many links|broken pipe|protocol error|cable|i\/o error|input' .
                    '\/output|unknown error|timed out|connection)|status (?:read|malformed)\w* fail\w*|' .
                    '(?:data transfer|usb (?:read|write|transfer))[^\n]{0,20}(?:fail\w*|error)|protocol fault|' .
                    'connection (?:was )?(?:failed|lost|reset|closed|broken|aborted|terminated)|' .
                    'failed to read (?:command|response)|(?:device|phone|cable) (?:was |has been |got |' .
                    'is )?(?:disconnected|unplugged|lost)|remote end hung up|host (?:went away|connection closed)' .
                    '|usb_(?:read|write|bulk)\w*[^\n]{0,20}(?:fail\w*|error|-\d)|transport error|broken pipe|' .
                    'lost (?:the )?(?:connection|link)|(?:link|connection) (?:is |was )?lost|no link[^\n]' .
                    '{0,20}(?:while|during)',
            ),
            $rule(
                Symptom::SparseHeader,
                'none',
                'sparse',
                'invalid sparse (?:file|image|header|format)|sparse (?:header|file|image)[^\n]' .
                    '{0,20}(?:invalid|wrong|bad)|bad sparse|sparse file format at header',
            ),
            $rule(
                Symptom::UnlockRefused,
                'unlock',
                'unlock|token',
                '(?:oem|flashing|bootloader)? ?unlock(?:ing)?(?: operation| command| ability)? (?:is |' .
                    'was )?(?:not (?:allowed|permitted|enabled|possible|supported)|disabled|denied|refused|failed' .
                    '|rejected|forbidden)|(?:can\'?t|cannot|couldn\'t|could not|unable to|failed to|' .
                    'not allowed to|fail to) (?:be )?unlock|unlock[^\n]{0,40}(?:after|in|wait)[^\n]{0,10}\d' .
                    '+ ?(?:hours?|days?|h\b)|(?:wait|after)[^\n]{0,20}\d+ ?(?:hours?|days?|h\b)[^\n]{0,30}unlock|' .
                    '\d+ ?(?:hours?|days?)[^\n]{0,40}(?:before|until|to) (?:you can |the )?(?:bootloader |device ' .
                    '|phone )?unlock|token (?:verification|verify|check) fail|oem[_ ]unlock[_ ](?:ability|' .
                    'allowed)\W+(?:0|false|no)\b|allow oem unlock',
            ),
            $rule(
                Symptom::Locked,
                'write',
                'lock|critical',
                '(?:flash\w*|writ\w*|eras\w*|slot change|set_active|format\w*|boot\w*|command|download\w*|' .
                    'operation|partition\w*)\b[^\n]{0,50}(?:not (?:allowed|permitted|possible)|denied|forbidden|' .
                    'rejected|refused|cannot|fail\w*)[^\n]{0,30}(?:lock|critical)|(?:remote:|failed|error)[^\n]' .
                    '{0,30}(?:device|bootloader|phone|state)? ?(?:is |in )?(?:a )?\block(?:ed|ing)?(?: state)?\b|' .
                    '(?:device|phone|bootloader) (?:is |still )?(?:in )?(?:the )?locked[^\n]{0,20}(?:cannot|can\'' .
                    't|not|state|fail)|not allowed (?:when|while|in)[^\n]{0,20}lock',
            ),
            $rule(
                Symptom::RollbackRefused,
                'write',
                'roll|rev|fused|arb',
                '(?:anti[-_ ]?)?roll[-_ ]?back[^\n]{0,60}(?:fail\w*|error|denied|refus\w*|reject\w*|less than' .
                    '|lower than|older|violat\w*|not allowed|too low|smaller|prevent\w*|mismatch)|(?:less|lower|' .
                    'smaller|older) than (?:the )?(?:stored |fused |current |device )?(?:anti[- ]?)?roll[- ]?back' .
                    '|ERROR_ROLLBACK_INDEX|\barb\b[^\n]{0,20}(?:fail|error)|(?:sw |software |' .
                    'binary )?rev(?:ision)? check fail|fused? \d' .
                    '+ ?> ?binary \d+|(?:refus\w*|reject\w*|denied|fail\w*)[^\n]{0,40}(?:anti[-_ ]?)?roll[-_ ]' .
                    '?back',
            ),
            $rule(
                Symptom::BatteryLow,
                'none',
                'battery|power',
                'battery(?:(?!\bnot\b|n\'t)[^\n]){0,30}\b(?:is |too |very )*(?:low\b|not enough|insufficient|' .
                    'empty|flat)|(?:low|insufficient|not enough) (?:battery|power)\b|battery[^\n]{0,40}(?:below|' .
                    'under|less than|lower than)[^\n]{0,20}\d|battery-soc-ok\W+no|charge (?:the |' .
                    'your )?(?:battery|phone|device)[^\n]{0,20}(?:first|before|to at least)',
            ),
            $rule(
                Symptom::Merging,
                'none',
                'merg|snapshot',
                'snapshot-update-status:?\W+merging|update state\W+merging|(?:update|snapshot|virtual[^\n]' .
                    '{0,6})[^\n]{0,30}\b(?:is |' .
                    'are )?(?:still )?(?:being )?merg(?:ing|ed\b(?! success)|e (?:is )?(?:in progress|pending))|' .
                    'merg(?:e|ing) (?:is |of [^\n]{0,30})?(?:still )?(?:in progress|pending|not (?:complete|' .
                    'finished|done)|running)|(?:not allowed|cannot|can\'t|refus\w*|fail\w*|denied)[^\n]' .
                    '{0,50}(?:while|during|until|snapshot|update)[^\n]{0,30}(?:merg|snapshot)|(?:snapshot|' .
                    'system) update (?:is )?(?:still )?in progress|wait (?:for|until)[^\n]{0,20}merg',
            ),
        ];
    }
}
