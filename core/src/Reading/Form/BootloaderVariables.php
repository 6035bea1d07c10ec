<?php

declare(strict_types=1);

namespace Tornavis\Core\Reading\Form;

use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Reading\CodenameText;
use Tornavis\Core\Reading\Form;
use Tornavis\Core\Reading\NoValue;
use Tornavis\Core\Reading\PrintedLine;
use Tornavis\Core\Reading\PrintedMatch;
use Tornavis\Core\Reading\PrintedText;
use Tornavis\Core\Reading\SlotText;
use Tornavis\Core\Reading\Statement;
use Tornavis\Core\Reading\Statements;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\Symptom;

/**
 * The list of variables that a bootloader gives: "name: value", with or without a word in brackets before it; a
 * variable about a partition or a slot has its name between: "partition-size:boot_a: 0x4000000".
 *
 * Source of the names: the open platform's description of its bootloader protocol.
 */
final class BootloaderVariables implements Form
{
    private const NAMES =
        'product|serialno|serial|variant|unlocked|secure|device-state|lock-state|current-slot|slot-count|' .
        'slot-suffixes|slot-successful|slot-unbootable|slot-bootable|slot-retry-count|has-slot|' .
        'partition-size|partition-type|is-logical|is-userspace|super-partition-name|snapshot-update-status|' .
        'version|version-bootloader|version-baseband|version-os|version-vndk|battery-voltage|battery-soc|' .
        'battery-soc-ok|battery-level|battery-status|max-download-size|hw-revision|cpu-abi|first-api-level|' .
        'system-fingerprint|vendor-fingerprint|security-patch-level|system-security-patch-level|' .
        'vendor-security-patch-level|treble-enabled|dynamic-partition|erase-block-size|logical-block-size|' .
        'off-mode-charge|charger-screen-enabled|anti|anti-rollback|rollback-index|stored-rollback-index|' .
        'rollback_ver|kernel|display-panel|token|uart-on|nos-production|max-fetch-size|dmesg|hw-version|' .
        'build-number|manufacturer|model|sku|unlock-ability|get_unlock_ability|verity-mode|verity mode|' .
        'device unlocked|device critical unlocked|charger screen enabled|slot_successful|slot_unbootable|' .
        'current_slot|all';

    /** Words that a typed line or another list has too; alone they prove no list of variables. */
    private const COMMON = 'product|serial|variant|version|kernel|secure|token|manufacturer|model|sku|all|dmesg';

    /** A text without one of these is no such list. */
    private const TELLING =
        '(bootloader)|unlocked|serialno|current-slot|current_slot|slot-|partition-size|version-b|userspace|' .
        'snapshot-|battery-|device-state|lock-state|anti|rollback|verity|unlock_ab|unlock-ab|logical|product';

    public function id(): string
    {
        return Statement::OF_BOOTLOADER;
    }

    public function read(PrintedText $text, Statements $to): void
    {
        $names = self::NAMES;
        $line =
            '/^[ \t]*(?:[\w$#~:.\/@-]{0,40}[ \t])?(?<mark>[(\[][a-z]{3,20}[)\]]:?)?[ \t]*(?<name>' .
            $names .
            ')(?::(?<of>[\w.-]{1,40}))?[ \t]*(?::|=)[ \t]*(?<value>[^\n]{0,400})$/mi';
        if (!$text->has(...explode('|', self::TELLING))) {
            return;
        }
        $found = [];
        $proofs = 0;
        foreach ($text->each($line) as $match) {
            $isCommon = self::isCommon($match);
            $proofs += $isCommon && $match->part('mark') === '' ? 0 : 1;
            $found[] = $match;
            if (count($found) > 2000) {
                break;
            }
        }
        if ($proofs === 0) {
            return;
        }
        $parts = new BootloaderParts($this->id());
        $isList = $proofs >= 3;
        foreach ($found as $match) {
            $isCommon = self::isCommon($match);
            if ($isCommon && $match->part('mark') === '' && !$isList) {
                continue;
            }
            $to->understood($match->line);
            if (!self::isCut($text, $match)) {
                $this->tell($match, $parts, $to);
            }
        }
        $this->tellMode($found, $isList, $to);
        $parts->tellLayout($found, $to);
        $parts->tellUnbootable($text, $found, $to);
    }

    private static function isCommon(PrintedMatch $match): bool
    {
        return in_array(strtolower($match->part('name')), explode('|', self::COMMON), true);
    }

    /** A word is whole or it is none; of a number or a name, the paste may have kept the first half. */
    private static function isCut(PrintedText $text, PrintedMatch $match): bool
    {
        return $text->mayBeCutBehind($match) &&
            preg_match('/^(?:yes|no|true|false|[ab]|_[ab])$/i', trim($match->part('value'))) !== 1;
    }

    private function tell(PrintedMatch $match, BootloaderParts $parts, Statements $to): void
    {
        $name = strtolower($match->part('name'));
        $of = $match->part('of');
        $value = trim($match->part('value'), " \t\"'");
        // Some write the name of the partition behind the colon and a space.
        if ($of === '' && preg_match('/^([\w.-]+)\s*:\s*(\S.*)$/', $value, $part) === 1 && self::isAboutParts($name)) {
            [, $of, $value] = $part;
        }
        if (self::isAboutParts($name)) {
            $parts->tell($name, $of, $value, $match->line, $to);

            return;
        }
        $this->tellPhone($name, $value, $match->line, $to);
        $this->tellModel($name, $value, $match->line, $to);
    }

    private static function isAboutParts(string $name): bool
    {
        return preg_match(
            '/^(?:has-slot|is-logical|partition-|slot[-_](?!count|suffixes)|rollback-index|stored-)/',
            $name,
        ) === 1;
    }

    private function tellPhone(string $name, string $value, PrintedLine $line, Statements $to): void
    {
        $form = $this->id();
        $flag = VariableText::flag($value);
        if (($name === 'serialno' || $name === 'serial') && !NoValue::isSerial($value)) {
            $to->unit(StateField::Serial->value, $value, $line, $form);
        }
        if (in_array($name, ['unlocked', 'device unlocked'], true)) {
            $to->unit(StateField::BootloaderUnlocked->value, $flag, $line, $form);
        }
        if (in_array($name, ['device-state', 'lock-state'], true)) {
            $state = ['unlocked' => true, 'locked' => false][strtolower($value)] ?? null;
            $to->unit(StateField::BootloaderUnlocked->value, $state, $line, $form);
        }
        if (in_array($name, ['unlock-ability', 'get_unlock_ability'], true)) {
            $to->unit(StateField::UnlockAllowed->value, ['1' => true, '0' => false][$value] ?? $flag, $line, $form);
        }
        if ($name === 'current-slot' || $name === 'current_slot') {
            $to->unit(StateField::ActiveSlot->value, SlotText::of($value), $line, $form);
        }
        if ($name === 'version-bootloader' && !NoValue::is($value)) {
            $to->unit(StateField::FirmwareVersion->value, $value, $line, $form);
        }
        if ($name === 'version-baseband' && !NoValue::is($value)) {
            $to->unit(StateField::FirmwareModem->value, $value, $line, $form);
        }
        if (
            in_array($name, ['battery-soc', 'battery-level'], true) &&
            preg_match('/^(\d{1,3})\s*%?$/', $value, $part) === 1
        ) {
            $to->unit(StateField::BatteryPercent->value, (int) $part[1] <= 100 ? (int) $part[1] : null, $line, $form);
        }
        if ($name === 'battery-soc-ok' && $flag === false) {
            $to->symptom(Symptom::BatteryLow, $line, $form);
        }
        if (in_array($name, ['anti', 'anti-rollback', 'rollback_ver', 'rollback-index'], true) && ctype_digit($value)) {
            $to->unit(StateField::RollbackIndex->value, (int) $value, $line, $form);
        }
        if ($name === 'snapshot-update-status') {
            $merging = ['none' => false, 'snapshotted' => false, 'merging' => true][strtolower($value)] ?? null;
            $to->unit(StateField::UpdateMerging->value, $merging, $line, $form);
        }
        if ($name === 'verity mode' || $name === 'verity-mode') {
            $verification = ['enforcing' => true, 'disabled' => false][strtolower($value)] ?? $flag;
            $to->unit(StateField::VerificationOn->value, $verification, $line, $form);
        }
    }

    private function tellModel(string $name, string $value, PrintedLine $line, Statements $to): void
    {
        $form = $this->id();
        if (NoValue::is($value)) {
            return;
        }
        if ($name === 'product' && CodenameText::is($value)) {
            $to->model('codename', $value, $line, $form);
        }
        if ($name === 'manufacturer') {
            $to->model('maker', $value, $line, $form);
        }
        if ($name === 'model') {
            $to->unit(StateField::VariantModel->value, $value, $line, $form);
            $to->model('variants.model', $value, $line, $form);
        }
        if ($name === 'slot-count' && in_array($value, ['0', '1', '2'], true)) {
            $to->model('slots', max(1, (int) $value), $line, $form);
        }
        if ($name === 'slot-suffixes' && preg_match('/a\W*b/', $value) === 1) {
            $to->model('slots', 2, $line, $form);
        }
        if (in_array($name, ['current-slot', 'current_slot'], true) && SlotText::of($value) !== null) {
            $to->model('slots', SlotText::of($value) === '-' ? 1 : 2, $line, $form);
        }
        if ($name === 'first-api-level' && ctype_digit($value)) {
            $to->model('launchApi', (int) $value, $line, $form);
        }
        if ($name === 'cpu-abi') {
            $architecture = ['arm64-v8a' => 'arm64', 'x86_64' => 'x86_64'][$value] ?? null;
            $to->model('architecture', $architecture, $line, $form);
        }
        if ($name === 'dynamic-partition') {
            $layout = [1 => 'native', 0 => 'none'][(int) VariableText::flag($value)];
            $to->model(
                'dynamicLayout',
                VariableText::flag($value) === null ? null : $layout,
                $line,
                $form,
                Statement::USUAL,
            );
        }
        if ($name === 'super-partition-name') {
            $to->model('dynamicLayout', $value === 'super' ? 'native' : 'retrofit', $line, $form, Statement::USUAL);
        }
    }

    /**
     * @param  list<PrintedMatch>  $found
     */
    private function tellMode(array $found, bool $isList, Statements $to): void
    {
        foreach ($found as $match) {
            if (strtolower($match->part('name')) === 'is-userspace') {
                $mode = [1 => Mode::UserspaceBootloader, 0 => Mode::Bootloader][
                    (int) VariableText::flag($match->part('value'))
                ];
                $to->unit(StateField::Mode->value, $mode->value, $match->line, $this->id());
                if ($mode === Mode::Bootloader) {
                    $to->model('pcFlash', false, $match->line, $this->id());
                }

                return;
            }
        }
        $last = end($found);
        if ($isList && $last !== false) {
            $to->unit(StateField::Mode->value, Mode::Bootloader->value, $last->line, $this->id(), Statement::USUAL);
            $to->model('pcFlash', false, $last->line, $this->id(), Statement::USUAL);
        }
    }
}
