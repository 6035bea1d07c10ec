<?php

declare(strict_types=1);

namespace Tornavis\Core\Identity;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Words\Encryption;

/**
 * The list of properties that a phone gives of itself: lines "[key]: [value]", values over several lines allowed.
 *
 * Source of the keys: the open platform's system properties.
 *
 * @phpstan-import-type FactValue from Fact
 */
final readonly class PropertyDump
{
    private const MOST_BYTES = 8 << 20;

    private const LONGEST_VALUE = 4096;

    /** Properties that name the model, the surest first. */
    private const CODENAME = [
        'ro.product.device',
        'ro.product.vendor.device',
        'ro.product.system.device',
        'ro.build.product',
        'ro.boot.device',
    ];

    private const MODEL = ['ro.product.model', 'ro.product.vendor.model', 'ro.product.system.model'];

    private const CHIPSET = ['ro.soc.model', 'ro.board.platform', 'ro.hardware.chipname'];

    private const MAKER = ['ro.product.manufacturer', 'ro.product.brand', 'ro.product.vendor.manufacturer'];

    private const NAME = ['ro.product.marketname', 'ro.product.vendor.marketname', 'ro.config.marketing_name'];

    /**
     * @param  array<string, string>  $values  by key
     * @param  int  $notUnderstood  lines that belong to no property
     * @param  bool  $cutOff  the last line ends in the middle
     */
    private function __construct(public array $values, public int $notUnderstood, public bool $cutOff) {}

    /** @throws DumpError when there is no property in it, or it is too large to be one */
    public static function read(string $text): self
    {
        if (strlen($text) > self::MOST_BYTES) {
            throw DumpError::tooLarge(strlen($text), self::MOST_BYTES);
        }
        $values = [];
        $strange = 0;
        $open = null;
        $key = '';
        for ($at = 0, $length = strlen($text); $at < $length; $at = $end + 1) {
            $end = strpos($text, "\n", $at);
            $end = $end === false ? $length : $end;
            $line = rtrim(substr($text, $at, min($end - $at, self::LONGEST_VALUE + 200)), "\r");
            if (preg_match('/^\s*\[([A-Za-z0-9_.:@-]{1,200})\]:\s*\[(.*)$/', $line, $part) === 1) {
                $strange += $open === null ? 0 : 1;
                $key = $part[1];
                $open = $part[2];
            } elseif ($open !== null && strlen($open) < self::LONGEST_VALUE) {
                $open .= "\n" . $line;
            } elseif (trim($line) !== '') {
                $strange++;
                $open = null;

                continue;
            }
            if ($open !== null && str_ends_with($open, ']')) {
                $values[$key] = self::clean(substr($open, 0, -1));
                $open = null;
            }
        }
        if ($values === []) {
            throw DumpError::nothing(strlen($text));
        }

        $last = ltrim(substr($text, (int) strrpos(rtrim($text), "\n")));

        return new self(
            $values,
            $strange,
            $open !== null || preg_match('/^\[[A-Za-z0-9_.:@-]*(\](:( \[?)?)?)?$/', $last) === 1,
        );
    }

    /** What it says about which phone this is. */
    public function clues(): Clues
    {
        return new Clues(
            codename: $this->first(self::CODENAME),
            model: $this->first(self::MODEL),
            chipset: $this->first(self::CHIPSET),
            maker: $this->first(self::MAKER),
            name: $this->first(self::NAME),
            twoSlots: match (true) {
                isset($this->values['ro.boot.slot_suffix']) || ($this->values['ro.build.ab_update'] ?? '') === 'true'
                    => true,
                count($this->values) > 50 && !$this->cutOff => false,
                default => null,
            },
            launchApi: ctype_digit($this->values['ro.product.first_api_level'] ?? '')
                ? (int) $this->values['ro.product.first_api_level']
                : null,
        );
    }

    /**
     * What it says about the phone's state, as facts observed on the phone.
     *
     * @param  list<string>  $slots  of the model: ["a", "b"] or ["-"]
     * @param  string  $at  ISO 8601
     * @return list<Fact>
     */
    public function facts(array $slots, string $at): array
    {
        $v = $this->values;
        $suffix = ltrim($v['ro.boot.slot_suffix'] ?? '', '_');
        $slot = count($slots) === 1 ? $slots[0] : $suffix;
        $found = [
            StateField::Serial->value => $v['ro.serialno'] ?? ($v['ro.boot.serialno'] ?? null),
            StateField::VariantModel->value => $this->first(self::MODEL),
            StateField::VariantChipset->value => $this->first(self::CHIPSET),
            StateField::BootloaderUnlocked->value => match (true) {
                isset($v['ro.boot.flash.locked']) => $v['ro.boot.flash.locked'] === '0',
                isset($v['ro.boot.vbmeta.device_state']) => $v['ro.boot.vbmeta.device_state'] === 'unlocked',
                default => null,
            },
            StateField::UnlockAllowed->value => match ($v['sys.oem_unlock_allowed'] ?? null) {
                '1' => true,
                '0' => false,
                default => null,
            },
            StateField::DataEncryption->value => match (true) {
                ($v['ro.crypto.metadata.enabled'] ?? '') === 'true' => Encryption::Metadata->value,
                ($v['ro.crypto.type'] ?? '') === 'file' => Encryption::File->value,
                ($v['ro.crypto.type'] ?? '') === 'block' => Encryption::Disk->value,
                ($v['ro.crypto.state'] ?? '') === 'unencrypted' => Encryption::None->value,
                default => null,
            },
        ];
        if (in_array($slot, $slots, true)) {
            $found += [
                StateField::ActiveSlot->value => $slot,
                StateField::OsRelease->in($slot) => $v['ro.build.version.release'] ?? null,
                StateField::OsApi->in($slot) => ctype_digit($v['ro.build.version.sdk'] ?? '')
                    ? (int) $v['ro.build.version.sdk']
                    : null,
                StateField::OsBuildId->in($slot) => $v['ro.build.version.incremental'] ?? null,
                StateField::OsBuildTime->in($slot) => ctype_digit($v['ro.build.date.utc'] ?? '')
                    ? (int) $v['ro.build.date.utc']
                    : null,
                StateField::OsPatchLevel->in($slot) => $v['ro.build.version.security_patch'] ?? null,
                StateField::FirmwareVersion->in($slot) => $v['ro.bootloader'] ?? ($v['ro.boot.bootloader'] ?? null),
                StateField::FirmwareModem->in($slot) => $v['gsm.version.baseband'] ?? null,
                StateField::VendorVersion->in($slot) => $v['ro.vendor.build.version.incremental'] ?? null,
                StateField::VerificationOn->in($slot) => match ($v['ro.boot.veritymode'] ?? null) {
                    'enforcing' => true,
                    'disabled' => false,
                    default => null,
                },
            ];
        }
        $facts = [];
        foreach ($found as $name => $value) {
            if ($value !== null && $value !== '' && $value !== 'unknown') {
                $facts[] = Fact::of(
                    $name,
                    is_string($value) ? mb_substr($value, 0, 400) : $value,
                    Source::Phone,
                    'property dump',
                    $at,
                );
            }
        }

        return $facts;
    }

    /**
     * @param  list<string>  $keys
     */
    private function first(array $keys): ?string
    {
        foreach ($keys as $key) {
            $value = trim($this->values[$key] ?? '');
            if ($value !== '' && $value !== 'unknown') {
                return $value;
            }
        }

        return null;
    }

    private static function clean(string $value): string
    {
        return (string) preg_replace('/[\x00-\x08\x0b-\x1f\x7f]/', '', mb_scrub($value));
    }
}
