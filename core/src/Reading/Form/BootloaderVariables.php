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
use Tornavis\Core\Reading\SizeText;
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
    private const NAMES = [
        'product', 'serialno', 'serial', 'variant', 'unlocked', 'secure', 'device-state', 'lock-state', 'current-slot',
        'slot-count', 'slot-suffixes', 'slot-successful', 'slot-unbootable', 'slot-bootable', 'slot-retry-count',
        'has-slot', 'partition-size', 'partition-type', 'is-logical', 'is-userspace', 'super-partition-name',
        'snapshot-update-status', 'version', 'version-bootloader', 'version-baseband', 'version-os', 'version-vndk',
        'battery-voltage', 'battery-soc', 'battery-soc-ok', 'battery-level', 'battery-status', 'max-download-size', 'hw-revision',
        'cpu-abi', 'first-api-level', 'system-fingerprint', 'vendor-fingerprint', 'security-patch-level',
        'system-security-patch-level', 'vendor-security-patch-level', 'treble-enabled', 'dynamic-partition',
        'erase-block-size', 'logical-block-size', 'off-mode-charge', 'charger-screen-enabled', 'anti', 'anti-rollback',
        'rollback-index', 'stored-rollback-index', 'rollback_ver', 'kernel', 'display-panel', 'token', 'uart-on',
        'nos-production', 'max-fetch-size', 'dmesg', 'hw-version', 'build-number', 'manufacturer', 'model', 'sku',
        'unlock-ability', 'get_unlock_ability', 'verity-mode', 'verity mode', 'device unlocked', 'device critical unlocked', 'charger screen enabled',
        'slot_successful', 'slot_unbootable', 'current_slot', 'all',
    ];

    /** Words that a typed line or another list has too; alone they prove no list of variables. */
    private const COMMON = ['product', 'serial', 'variant', 'version', 'kernel', 'secure', 'token', 'manufacturer', 'model', 'sku', 'all', 'dmesg'];

    /** A text without one of these is no such list. */
    private const TELLING = [
        '(bootloader)', 'unlocked', 'serialno', 'current-slot', 'current_slot', 'slot-', 'partition-size', 'version-b', 'userspace',
        'snapshot-', 'battery-', 'device-state', 'lock-state', 'anti', 'rollback', 'verity', 'unlock_ab', 'unlock-ab', 'logical', 'product',
    ];

    public function id(): string
    {
        return 'bootloader variables';
    }

    public function read(PrintedText $text, Statements $to): void
    {
        $names = implode('|', array_map(preg_quote(...), self::NAMES));
        $line =
            '/^[ \t]*(?:[\w$#~:.\/@-]{0,40}[ \t])?(?<mark>[(\[][a-z]{3,20}[)\]]:?)?[ \t]*(?<name>' .
            $names .
            ')(?::(?<of>[\w.-]{1,40}))?[ \t]*(?::|=)[ \t]*(?<value>[^\n]{0,400})$/mi';
        if (!$text->has(...self::TELLING)) {
            return;
        }
        $found = [];
        $proofs = 0;
        foreach ($text->each($line) as $match) {
            $isCommon = in_array(strtolower($match->part('name')), self::COMMON, true);
            $proofs += $isCommon && $match->part('mark') === '' ? 0 : 1;
            $found[] = $match;
            if (count($found) > 2000) {
                break;
            }
        }
        if ($proofs === 0) {
            return;
        }
        $isList = $proofs >= 3;
        foreach ($found as $match) {
            $isCommon = in_array(strtolower($match->part('name')), self::COMMON, true);
            if ($isCommon && $match->part('mark') === '' && !$isList) {
                continue;
            }
            $to->understood($match->line);
            if (!self::isCut($text, $match)) {
                $this->tell($match, $to);
            }
        }
        $this->tellMode($found, $isList, $to);
        $this->tellUnbootable($text, $found, $to);
    }

    /** A word is whole or it is none; of a number or a name, the paste may have kept the first half. */
    private static function isCut(PrintedText $text, PrintedMatch $match): bool
    {
        return $text->mayBeCutBehind($match) &&
            preg_match('/^(?:yes|no|true|false|[ab]|_[ab])$/i', trim($match->part('value'))) !== 1;
    }

    private function tell(PrintedMatch $match, Statements $to): void
    {
        $name = strtolower($match->part('name'));
        $of = $match->part('of');
        $value = trim($match->part('value'), " \t\"'");
        // Some write the name of the partition behind the colon and a space.
        if ($of === '' && preg_match('/^([\w.-]+)\s*:\s*(\S.*)$/', $value, $part) === 1 && self::isAboutParts($name)) {
            [, $of, $value] = $part;
        }
        if (self::isAboutParts($name)) {
            $this->tellPart($name, $of, $value, $match->line, $to);

            return;
        }
        $this->tellPhone($name, $value, $match->line, $to);
        $this->tellModel($name, $value, $match->line, $to);
    }

    private static function isAboutParts(string $name): bool
    {
        return preg_match('/^(?:has-slot|is-logical|partition-|slot[-_](?!count|suffixes)|rollback-index|stored-)/', $name) === 1;
    }

    private function tellPhone(string $name, string $value, PrintedLine $line, Statements $to): void
    {
        $form = $this->id();
        $flag = self::flag($value);
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
        if (in_array($name, ['battery-soc', 'battery-level'], true) && preg_match('/^(\d{1,3})\s*%?$/', $value, $part) === 1) {
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
            $to->model('codename', $value, $line, $form, Statement::USUAL);
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
            $layout = [1 => 'native', 0 => 'none'][(int) self::flag($value)];
            $to->model('dynamicLayout', self::flag($value) === null ? null : $layout, $line, $form, Statement::USUAL);
        }
        if ($name === 'super-partition-name') {
            $to->model('dynamicLayout', $value === 'super' ? 'native' : 'retrofit', $line, $form, Statement::USUAL);
        }
    }

    private function tellPart(string $name, string $of, string $value, PrintedLine $line, Statements $to): void
    {
        $form = $this->id();
        $slot = SlotText::of($of);
        if (str_starts_with($name, 'slot') && $slot !== null && $slot !== '-') {
            $flag = self::flag($value);
            match (true) {
                str_contains($name, 'successful')
                    => $to->unit(StateField::SlotSuccessful->in($slot), $flag, $line, $form),
                str_contains($name, 'unbootable')
                    => $to->unit(StateField::SlotBootable->in($slot), $flag === null ? null : !$flag, $line, $form),
                str_contains($name, 'bootable') => $to->unit(StateField::SlotBootable->in($slot), $flag, $line, $form),
                str_contains($name, 'retry') && ctype_digit($value)
                    => $to->unit(StateField::SlotRetriesLeft->in($slot), (int) $value, $line, $form),
                default => null,
            };
            $to->model('slots', 2, $line, $form);

            return;
        }
        if (str_contains($name, 'rollback-index')) {
            $isMain = in_array($of, ['', '0'], true);
            $to->unit(StateField::RollbackIndex->value, $isMain && ctype_digit($value) ? (int) $value : null, $line, $form);

            return;
        }
        $this->tellPartition($name, $of, $value, $line, $to);
    }

    private function tellPartition(string $name, string $of, string $value, PrintedLine $line, Statements $to): void
    {
        $form = $this->id();
        [$partition, $slot] = SlotText::split($of);
        if (preg_match('/^[A-Za-z0-9_-]{2,36}$/', $partition) !== 1) {
            return;
        }
        $field = "partitions.{$partition}.";
        if ($slot !== null) {
            $to->model($field . 'perSlot', true, $line, $form);
        }
        if ($name === 'has-slot') {
            $to->model($field . 'perSlot', self::flag($value), $line, $form);
        }
        if ($name === 'is-logical') {
            $to->model($field . 'logical', self::flag($value), $line, $form);
        }
        if ($name === 'partition-size') {
            $hex = preg_match('/^[0-9a-f]{6,16}$/i', $value) === 1 && preg_match('/[a-f]/i', $value) === 1;
            $bytes = SizeText::bytes($hex ? "0x{$value}" : $value);
            $to->model($partition === 'super' ? 'superBytes' : $field . 'sizeBytes', $bytes === 0 ? null : $bytes, $line, $form);
        }
        if ($name === 'partition-type' && in_array($partition, ['userdata', 'data'], true)) {
            $fileSystem = preg_match('/^(?:f2fs|ext4)$/i', $value) === 1 ? strtolower($value) : null;
            $to->unit(StateField::DataFileSystem->value, $fileSystem, $line, $form);
            $to->model('fileSystems', $fileSystem === null ? null : [$fileSystem], $line, $form);
        }
    }

    /**
     * @param  list<PrintedMatch>  $found
     */
    private function tellMode(array $found, bool $isList, Statements $to): void
    {
        foreach ($found as $match) {
            if (strtolower($match->part('name')) === 'is-userspace') {
                $mode = [1 => Mode::UserspaceBootloader, 0 => Mode::Bootloader][(int) self::flag($match->part('value'))];
                $to->unit(StateField::Mode->value, $mode->value, $match->line, $this->id());

                return;
            }
        }
        $last = end($found);
        if ($isList && $last !== false) {
            $to->unit(StateField::Mode->value, Mode::Bootloader->value, $last->line, $this->id(), Statement::USUAL);
        }
    }

    /**
     * That the slot which starts next cannot start is a symptom; the other one may well be empty.
     *
     * @param  list<PrintedMatch>  $found
     */
    private function tellUnbootable(PrintedText $text, array $found, Statements $to): void
    {
        $active = preg_match('/current[-_]slot\W+([ab])\b/i', $text->text, $part) === 1 ? strtolower($part[1]) : null;
        foreach ($found as $match) {
            $isUnbootable =
                strtolower($match->part('name')) === 'slot-unbootable' && self::flag($match->part('value')) === true;
            if ($isUnbootable && SlotText::of($match->part('of')) === $active) {
                $to->symptom(Symptom::SlotNotBootable, $match->line, $this->id());
            }
        }
    }

    private static function flag(string $value): ?bool
    {
        return match (strtolower(trim($value))) {
            'yes', 'true', '1', 'y' => true,
            'no', 'false', '0', 'n' => false,
            default => null,
        };
    }
}
