<?php

declare(strict_types=1);

namespace Tornavis\Core\Reading;

use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Words\Encryption;

/**
 * What the platform's system properties say of a phone and of its model.
 *
 * Source of the keys: the open platform's system properties and the arguments that a bootloader hands to the kernel,
 * which the platform shows as ro.boot.*.
 */
final readonly class PropertyMeaning
{
    /** The surest first; what a shared system image says of itself comes last. */
    private const CODENAME = [
        'ro.product.device' => Statement::SURE,
        'ro.product.vendor.device' => Statement::SURE,
        'ro.product.odm.device' => Statement::SURE,
        'ro.vendor.product.device' => Statement::USUAL,
        'ro.product.product.device' => Statement::USUAL,
        'ro.build.product' => Statement::USUAL,
        'ro.boot.device' => Statement::USUAL,
        'ro.product.system_ext.device' => Statement::HINT,
        'ro.product.system.device' => Statement::HINT,
    ];

    private const MODEL = [
        'ro.product.vendor.model' => Statement::SURE,
        'ro.product.odm.model' => Statement::SURE,
        'ro.product.model' => Statement::SURE,
        'ro.boot.product.model' => Statement::USUAL,
        'ro.product.product.model' => Statement::USUAL,
        'ro.product.system.model' => Statement::HINT,
    ];

    private const CHIPSET = [
        'ro.soc.model' => Statement::SURE,
        'ro.vendor.soc.model' => Statement::SURE,
        'ro.board.platform' => Statement::USUAL,
        'ro.hardware.chipname' => Statement::HINT,
    ];

    private const MAKER = [
        'ro.product.vendor.manufacturer' => Statement::SURE,
        'ro.product.odm.manufacturer' => Statement::SURE,
        'ro.product.manufacturer' => Statement::SURE,
        'ro.product.vendor.brand' => Statement::HINT,
        'ro.product.brand' => Statement::HINT,
        'ro.product.system.manufacturer' => Statement::HINT,
    ];

    private const NAME = [
        'ro.product.vendor.marketname' => Statement::SURE,
        'ro.product.odm.marketname' => Statement::SURE,
        'ro.product.marketname' => Statement::SURE,
        'ro.vendor.product.display' => Statement::USUAL,
        'ro.config.marketing_name' => Statement::USUAL,
        'ro.product.nickname' => Statement::HINT,
    ];

    private const REGION = ['ro.boot.hwc', 'ro.boot.region', 'ro.vendor.hw.region'];

    private const CARRIER = ['ro.carrier', 'ro.boot.carrier', 'ro.boot.carrierid', 'ro.vendor.carrier'];

    /** Names of images that many models share; none of them is a codename. */
    private const SHARED = '/^(?:generic|gsi|mainline|aosp|sdk|emulator|vsoc)(?:_|$)/i';

    private function __construct(private PropertySet $of, private Statements $to, private string $form) {}

    public static function tell(PropertySet $properties, Statements $to, string $form): void
    {
        if ($properties->isEmpty()) {
            return;
        }
        $meaning = new self($properties, $to, $form);
        $meaning->tellWhichPhone();
        $meaning->tellModel();
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

    private function tellWhichPhone(): void
    {
        foreach (['ro.serialno', 'ro.boot.serialno', 'ro.vendor.serialno'] as $key) {
            foreach ($this->of->all($key) as [$value, $line]) {
                $this->to->unit(StateField::Serial->value, NoValue::isSerial($value) ? null : $value, $line, $this->form);
            }
        }
        foreach (self::MODEL as $key => $weight) {
            foreach ($this->of->all($key) as [$value, $line]) {
                $model = preg_match(self::SHARED, $value) === 1 ? null : $value;
                $this->to->unit(StateField::VariantModel->value, $model, $line, $this->form, $weight);
                $this->to->model('variants.model', $model, $line, $this->form, $weight);
            }
        }
        foreach (self::CHIPSET as $key => $weight) {
            foreach ($this->of->all($key) as [$value, $line]) {
                $this->to->unit(StateField::VariantChipset->value, $value, $line, $this->form, $weight);
                $this->to->model('variants.chipset', $value, $line, $this->form, $weight);
            }
        }
    }

    private function tellModel(): void
    {
        $this->tellCodename();
        $this->tellWeighed(self::MAKER, 'maker');
        $this->tellWeighed(self::NAME, 'name');
        foreach (['variants.region' => self::REGION, 'variants.carrier' => self::CARRIER] as $field => $keys) {
            $this->tellWeighed(array_fill_keys($keys, Statement::USUAL), $field);
        }
        $this->numberOf('launchApi', 'ro.product.first_api_level', Statement::SURE);
        $this->numberOf('launchApi', 'ro.board.first_api_level', Statement::HINT);
        $this->tellArchitecture();
        $line = $this->of->lineOf('ro.boot.dynamic_partitions');
        if ($line !== null) {
            $retrofit = $this->of->last('ro.boot.dynamic_partitions_retrofit') === 'true';
            $layout = match ($this->of->last('ro.boot.dynamic_partitions')) {
                'true' => $retrofit ? 'retrofit' : 'native',
                'false' => 'none',
                default => null,
            };
            $this->to->model('dynamicLayout', $layout, $line, $this->form);
        }
        $this->to->model(
            'dynamicLayout',
            $this->of->last('ro.boot.super_partition') !== '' && $line === null ? 'native' : null,
            $this->of->lineOf('ro.boot.super_partition') ?? new PrintedLine(0, '', ''),
            $this->form,
            Statement::HINT,
        );
    }

    private function tellCodename(): void
    {
        $shared = $this->of->last('ro.product.system.device');
        $ofVendor = $this->of->last('ro.product.vendor.device') . $this->of->last('ro.product.odm.device');
        foreach (self::CODENAME as $key => $weight) {
            foreach ($this->of->all($key) as [$value, $line]) {
                // Under a shared system image the first property repeats that image's name.
                $isShared = $value === $shared && $ofVendor !== '' && !str_contains($ofVendor, $value);
                $this->to->model(
                    'codename',
                    preg_match(self::SHARED, $value) === 1 || !CodenameText::is($value) ? null : $value,
                    $line,
                    $this->form,
                    $isShared ? Statement::HINT : $weight,
                );
            }
        }
        foreach (['ro.vendor.build.fingerprint', 'ro.odm.build.fingerprint', 'ro.build.fingerprint'] as $key) {
            $line = $this->of->lineOf($key);
            // brand/product/codename:release/id/build:type/keys
            if ($line !== null && preg_match('~^[^/]+/[^/]+/([^/:]+):~', $this->of->last($key), $part) === 1) {
                $weight = $key === 'ro.build.fingerprint' ? Statement::HINT : Statement::USUAL;
                $name = preg_match(self::SHARED, $part[1]) === 1 || !CodenameText::is($part[1]) ? null : $part[1];
                $this->to->model('codename', $name, $line, $this->form, $weight);
            }
        }
    }

    private function tellArchitecture(): void
    {
        foreach (['ro.vendor.product.cpu.abilist', 'ro.product.cpu.abilist', 'ro.product.cpu.abi'] as $key) {
            foreach ($this->of->all($key) as [$value, $line]) {
                // A list of 32 bits alone leaves open whether the binder has 64.
                $architecture = match (true) {
                    str_contains($value, 'arm64') => 'arm64',
                    str_contains($value, 'x86_64') => 'x86_64',
                    default => null,
                };
                $this->to->model('architecture', $architecture, $line, $this->form);
            }
        }
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
        $isWhole = $this->of->count() > 60 && $this->of->last('ro.boot.serialno') . $this->of->last('ro.serialno') !== '';
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
        if (preg_match('/^\d{4}-\d\d(-\d\d)?$/', $this->of->last('ro.build.version.security_patch')) === 1) {
            $this->textOf(StateField::OsPatchLevel, 'ro.build.version.security_patch');
        }
        foreach ([[StateField::OsApi, 'ro.build.version.sdk'], [StateField::OsBuildTime, 'ro.build.date.utc']] as [$field, $key]) {
            $line = $this->of->lineOf($key);
            if ($line !== null && ctype_digit($this->of->last($key))) {
                $this->to->unit($field->value, (int) $this->of->last($key), $line, $this->form);
            }
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
                $this->to->unit(StateField::FirmwareModem->value, count($modems) === 1 ? $modems[0] : $this->of->last($key), $line, $this->form);
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

    private function numberOf(string $field, string $key, int $weight): void
    {
        foreach ($this->of->all($key) as [$value, $line]) {
            $this->to->model($field, ctype_digit($value) ? (int) $value : null, $line, $this->form, $weight);
        }
    }

    /**
     * @param  array<string, int>  $keys  weight by key
     */
    private function tellWeighed(array $keys, string $field): void
    {
        foreach ($keys as $key => $weight) {
            foreach ($this->of->all($key) as [$value, $line]) {
                $this->to->model($field, mb_strcut($value, 0, 200), $line, $this->form, $weight);
            }
        }
    }

    /**
     * @param  array<string, bool>  $words
     */
    private function word(string $name, string $key, array $words): void
    {
        foreach ($this->of->all($key) as [$value, $line]) {
            $this->to->unit($name, $words[strtolower($value)] ?? null, $line, $this->form);
        }
    }
}
