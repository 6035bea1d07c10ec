<?php

declare(strict_types=1);

namespace Tornavis\Core\Reading;

use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Words\Encryption;
use Tornavis\Core\Words\SystemState;

/**
 * What the platform's system properties say of a phone and of its model.
 *
 * Source of the keys: the open platform's system properties and the arguments that a bootloader hands to the kernel,
 * which the platform shows as ro.boot.*.
 */
final readonly class PropertyMeaning
{
    private function __construct(private PropertySet $of, private Statements $to, private string $form) {}

    public static function tell(PropertySet $properties, Statements $to, string $form): void
    {
        if ($properties->isEmpty()) {
            return;
        }
        $meaning = new self($properties, $to, $form);
        ModelProperties::tell($properties, $to, $form);
        $meaning->tellBootloader();
        $meaning->tellEncryption();
        $meaning->tellSlots();
        if ($meaning->isRecovery()) {
            $meaning->tellRecovery();
        } else {
            $meaning->tellSystem();
        }
        $meaning->tellBase();
    }

    /** A recovery has properties of its own, among them the release of the platform that it was made from. */
    private function isRecovery(): bool
    {
        return $this->of->last('init.svc.recovery') === 'running' ||
            $this->of->last('ro.bootmode') === 'recovery' ||
            $this->of->last('ro.boot.mode') === 'recovery';
    }

    private function tellBootloader(): void
    {
        $states = [
            'ro.boot.flash.locked' => ['0' => true, '1' => false],
            'ro.boot.vbmeta.device_state' => ['unlocked' => true, 'locked' => false],
            'ro.boot.verifiedbootstate' => ['orange' => true, 'green' => false, 'yellow' => false],
            'ro.secureboot.lockstate' => ['unlocked' => true, 'locked' => false],
            'vendor.boot.vbmeta.device_state' => ['unlocked' => true, 'locked' => false],
        ];
        foreach ($states as $key => $words) {
            $this->word(StateField::BootloaderUnlocked->value, $key, $words);
        }
        $this->word(StateField::UnlockAllowed->value, 'sys.oem_unlock_allowed', ['1' => true, '0' => false]);
    }

    private function tellEncryption(): void
    {
        $state = $this->of->last('ro.crypto.state');
        $type = $this->of->last('ro.crypto.type');
        $metadata = $this->of->last('ro.crypto.metadata.enabled') === 'true';
        $encryption = match (true) {
            $state === 'unencrypted' => Encryption::None,
            $type === 'file' => $metadata ? Encryption::Metadata : Encryption::File,
            $type === 'block' => Encryption::Disk,
            $metadata && $state === 'encrypted' => Encryption::Metadata,
            default => null,
        };
        $line =
            $this->of->lineOf('ro.crypto.type') ??
            ($this->of->lineOf('ro.crypto.state') ?? $this->of->lineOf('ro.crypto.metadata.enabled'));
        if ($line !== null && $encryption !== null) {
            $this->to->unit(StateField::DataEncryption->value, $encryption->value, $line, $this->form);
            // That this phone's data is open says nothing of what its model can do.
            $can = $encryption === Encryption::None ? null : [$encryption->value];
            $this->to->model('encryptions', $can, $line, $this->form, Statement::USUAL);
        }
    }

    private function tellSlots(): void
    {
        foreach (['ro.boot.slot_suffix', 'ro.boot.slot'] as $key) {
            foreach ($this->of->all($key) as [$value, $line]) {
                $slot = SlotText::of($value);
                $this->to->unit(StateField::ActiveSlot->value, $slot, $line, $this->form, Statement::USUAL);
                $this->to->unit(StateField::RunningSlot->value, $slot, $line, $this->form);
                $this->to->model('slots', $slot === null ? null : 2, $line, $this->form);
            }
        }
        foreach (['ro.build.ab_update', 'ro.virtual_ab.enabled'] as $key) {
            $line = $this->of->lineOf($key);
            $isOn = $this->of->last($key) === 'true';
            if ($line !== null) {
                $no = $key === 'ro.build.ab_update' && $this->of->last($key) === 'false' ? 1 : null;
                $this->to->model('slots', $isOn ? 2 : $no, $line, $this->form, Statement::USUAL);
            }
        }
        $first = $this->of->lineOf('ro.product.device') ?? $this->of->lineOf('ro.product.vendor.device');
        $isWhole =
            $this->of->count() > 60 && $this->of->last('ro.boot.serialno') . $this->of->last('ro.serialno') !== '';
        if ($isWhole && $first !== null && !$this->speaksOfSlots()) {
            // A whole list of a phone with two slots names the one that it runs from.
            $this->to->model('slots', 1, $first, $this->form, Statement::HINT);
        }
    }

    private function speaksOfSlots(): bool
    {
        return array_intersect($this->of->keys(), [
            'ro.boot.slot_suffix',
            'ro.boot.slot',
            'ro.build.ab_update',
            'ro.virtual_ab.enabled',
        ]) !== [];
    }

    private function tellSystem(): void
    {
        $release = $this->of->last('ro.build.version.release');
        if (preg_match('/^\d+(\.\d+)*$/', $release) === 1) {
            $this->textOf(StateField::OsRelease, 'ro.build.version.release');
        }
        $this->textOf(StateField::OsBuildId, 'ro.build.version.incremental');
        $this->textOf(StateField::OsVersion, 'ro.modversion');
        $this->tellThatItStarts();
        if (preg_match('/^\d{4}-\d\d(-\d\d)?$/', $this->of->last('ro.build.version.security_patch')) === 1) {
            $this->textOf(StateField::OsPatchLevel, 'ro.build.version.security_patch');
        }
        foreach (
            [[StateField::OsApi, 'ro.build.version.sdk'], [StateField::OsBuildTime, 'ro.build.date.utc']]
            as [$field, $key]
        ) {
            $line = $this->of->lineOf($key);
            if ($line !== null && ctype_digit($this->of->last($key))) {
                $this->to->unit($field->value, (int) $this->of->last($key), $line, $this->form);
            }
        }
    }

    /** Only a system that has started prints a list of its properties; a file of them may lie anywhere. */
    private function tellThatItStarts(): void
    {
        $line = $this->of->lineOf('sys.boot_completed') ?? $this->of->lineOf('ro.build.version.incremental');
        $isList = $this->form === Form\Properties::ID && $this->of->last('ro.build.version.release') !== '';
        if ($line !== null && ($isList || $this->of->last('sys.boot_completed') === '1')) {
            $this->to->unit(
                StateField::OsState->value,
                SystemState::Complete->value,
                $line,
                $this->form,
                Statement::USUAL,
            );
        }
    }

    private function tellRecovery(): void
    {
        foreach ($this->of->keys() as $key) {
            $line = $this->of->lineOf($key);
            if ($line !== null && preg_match('/^ro\.[a-z]+\.version$/', $key) === 1 && $key !== 'ro.build.version') {
                $this->to->unit(StateField::RecoveryVersion->value, $this->of->last($key), $line, $this->form);
            }
        }
    }

    /** What lies below the system and stays when it changes. */
    private function tellBase(): void
    {
        foreach (['ro.bootloader', 'ro.boot.bootloader'] as $key) {
            $this->textOf(StateField::FirmwareVersion, $key);
        }
        foreach (['gsm.version.baseband', 'ro.boot.baseband_version', 'ro.vendor.baseband.version'] as $key) {
            $line = $this->of->lineOf($key);
            if ($line !== null && $this->of->last($key) !== '') {
                // A phone with two cards names its one modem twice.
                $modems = array_unique(array_map(trim(...), explode(',', $this->of->last($key))));
                $this->to->unit(
                    StateField::FirmwareModem->value,
                    count($modems) === 1 ? $modems[0] : $this->of->last($key),
                    $line,
                    $this->form,
                );
            }
        }
        $this->textOf(StateField::VendorVersion, 'ro.vendor.build.version.incremental');
        $this->word(StateField::VerificationOn->value, 'ro.boot.veritymode', [
            'enforcing' => true,
            'eio' => true,
            'logging' => true,
            'disabled' => false,
        ]);
    }

    private function textOf(StateField $field, string $key): void
    {
        foreach ($this->of->all($key) as [$value, $line]) {
            $this->to->unit($field->value, mb_strcut($value, 0, 400), $line, $this->form);
        }
    }

    /**
     * @param  array<int|string, bool>  $words
     */
    private function word(string $name, string $key, array $words): void
    {
        foreach ($this->of->all($key) as [$value, $line]) {
            $this->to->unit($name, $words[strtolower($value)] ?? null, $line, $this->form);
        }
    }
}
