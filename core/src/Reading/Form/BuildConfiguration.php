<?php

declare(strict_types=1);

namespace Tornavis\Core\Reading\Form;

use Tornavis\Core\Reading\CodenameText;
use Tornavis\Core\Reading\Form;
use Tornavis\Core\Reading\NoValue;
use Tornavis\Core\Reading\PrintedLine;
use Tornavis\Core\Reading\PrintedText;
use Tornavis\Core\Reading\SizeText;
use Tornavis\Core\Reading\Statement;
use Tornavis\Core\Reading\Statements;

/**
 * The configuration that a build was made with: lines "NAME := value" of the model's board, or "name=value" of the
 * description that is handed to the packaging tools. It speaks of the model and never of one phone.
 *
 * Source of the names: the open platform's build system.
 */
final class BuildConfiguration implements Form
{
    public const ID = 'build configuration';

    private const LINE =
        '/^[ \t]*(?:export[ \t]+)?(?<key>[A-Z][A-Z0-9_]{4,60}|(?:[a-z_]+_size|super_partition_groups|' .
        'super_partition_size|dynamic_partition_list|virtual_ab|ab_update|use_dynamic_partitions|' .
        'dynamic_partition_retrofit|super_[a-z0-9_]+_partition_list))[ \t]*(?::=|\+=|\?=|=)[ \t]*(?<value>[^\n#]' .
        '{0,800})/m';

    private const ARCHITECTURES = ['arm64' => 'arm64', 'x86_64' => 'x86_64'];

    public function id(): string
    {
        return self::ID;
    }

    public function read(PrintedText $text, Statements $to): void
    {
        if (
            preg_match(
                '/^[ \t]*(?:BOARD_|TARGET_|PRODUCT_|AB_OTA|super_partition|dynamic_partition|CONFIG_\w*BINDER)/m',
                $text->text,
            ) !== 1
        ) {
            return;
        }
        $found = [];
        foreach ($text->each(self::LINE) as $match) {
            $value = trim($match->part('value'), " \t\"'");
            if (!str_contains($value, '$(')) {
                $found[$match->part('key')] = [$value, $match->line];
            }
        }
        foreach ($found as $key => [$value, $line]) {
            if (!NoValue::is($value)) {
                $this->tell($key, $value, $line, $to);
            }
        }
        $this->tellArchitecture($found, $to);
        $this->tellLayout($found, $to);
        $this->tellRecovery($found, $to);
    }

    private function tell(string $key, string $value, PrintedLine $line, Statements $to): void
    {
        $form = $this->id();
        $isOn = preg_match('/^(?:true|y|yes|1)$/i', $value) === 1;
        $size = SizeText::bytes($value);
        if (preg_match('/^BOARD_(\w+)IMAGE_PARTITION_SIZE$/', $key, $part) === 1) {
            $name = strtolower($part[1]);
            $to->model("partitions.{$name}.sizeBytes", $size === 0 ? null : $size, $line, $form);

            return;
        }
        if (
            preg_match('/^([a-z_]+)_size$/', $key, $part) === 1 &&
            preg_match('/_group$|^super_partition$|^super_|image$|block|fs$|metadata|^partition|_fs_/', $part[1]) !== 1
        ) {
            $to->model("partitions.{$part[1]}.sizeBytes", $size === 0 ? null : $size, $line, $form, Statement::USUAL);

            return;
        }
        if (
            preg_match(
                '/^(?:BOARD_([A-Z0-9_]+)_PARTITION_LIST|super_([a-z0-9_]+)_partition_list|dynamic_partition_list)$/',
                $key,
            ) === 1
        ) {
            foreach (self::words($value) as $name) {
                $to->model("partitions.{$name}.logical", true, $line, $form);
            }

            return;
        }
        if (preg_match('/^super_([a-z0-9_]+)_group_size$|^BOARD_((?!SUPER_)[A-Z0-9_]+)_SIZE$/', $key, $part) === 1) {
            $group = strtolower($part[1] . ($part[2] ?? ''));
            $to->model("superGroups.{$group}.maximumBytes", $size === 0 ? null : $size, $line, $form);

            return;
        }
        match ($key) {
            'PRODUCT_DEVICE', 'TARGET_DEVICE' => $to->model(
                'codename',
                CodenameText::is($value) ? $value : null,
                $line,
                $form,
            ),
            'PRODUCT_MANUFACTURER' => $to->model('maker', $value, $line, $form),
            'PRODUCT_MODEL' => $to->model('variants.model', $value, $line, $form, Statement::USUAL),
            'TARGET_BOARD_PLATFORM' => $to->model('variants.chipset', $value, $line, $form, Statement::USUAL),
            'PRODUCT_SHIPPING_API_LEVEL', 'BOARD_SHIPPING_API_LEVEL' => $to->model(
                'launchApi',
                ctype_digit($value) ? (int) $value : null,
                $line,
                $form,
                $key[0] === 'P' ? Statement::SURE : Statement::HINT,
            ),
            'AB_OTA_UPDATER', 'ab_update' => $to->model('slots', $isOn ? 2 : 1, $line, $form),
            'virtual_ab' => $to->model('slots', $isOn ? 2 : null, $line, $form),
            'BOARD_SUPER_PARTITION_SIZE', 'super_partition_size' => $to->model('superBytes', $size, $line, $form),
            'TARGET_OTA_ASSERT_DEVICE' => $this->tellAliases($value, $line, $to),
            'AB_OTA_PARTITIONS' => $this->tellPerSlot($value, $line, $to),
            'BOARD_USERDATAIMAGE_FILE_SYSTEM_TYPE' => $to->model('fileSystems', [strtolower($value)], $line, $form),
            default => $to->understood($line),
        };
    }

    private function tellAliases(string $value, PrintedLine $line, Statements $to): void
    {
        $names = preg_split('/[\s,]+/', $value, -1, PREG_SPLIT_NO_EMPTY) ?: [];
        if (count($names) === 1) {
            $to->model('codename', $names[0], $line, $this->id(), Statement::HINT);
        }
        foreach (array_filter($names, CodenameText::is(...)) as $name) {
            $to->model('aliases', [$name], $line, $this->id(), Statement::USUAL);
        }
    }

    private function tellPerSlot(string $value, PrintedLine $line, Statements $to): void
    {
        foreach (self::words($value) as $name) {
            $to->model("partitions.{$name}.perSlot", true, $line, $this->id());
        }
    }

    /**
     * @param  array<string, array{string, PrintedLine}>  $found
     */
    private function tellArchitecture(array $found, Statements $to): void
    {
        [$value, $line] = $found['TARGET_ARCH'] ?? ['', null];
        if ($line !== null) {
            $binder = $found['TARGET_USES_64_BIT_BINDER'][0] ?? '';
            $architecture =
                self::ARCHITECTURES[$value] ??
                match (true) {
                    $value === 'arm' && $binder === 'true' => 'arm_binder64',
                    $value === 'arm' && $binder === 'false' => 'arm',
                    default => null,
                };
            $to->model('architecture', $architecture, $line, $this->id());
        }
    }

    /**
     * @param  array<string, array{string, PrintedLine}>  $found
     */
    private function tellLayout(array $found, Statements $to): void
    {
        [$dynamic, $line] =
            $found['PRODUCT_USE_DYNAMIC_PARTITIONS'] ?? ($found['use_dynamic_partitions'] ?? ['', null]);
        $retrofit =
            $found['PRODUCT_RETROFIT_DYNAMIC_PARTITIONS'] ?? ($found['dynamic_partition_retrofit'] ?? ['', null]);
        if ($line !== null || $retrofit[1] !== null) {
            $layout = match (true) {
                $retrofit[0] === 'true' => 'retrofit',
                $dynamic === 'true' => 'native',
                $dynamic === 'false' => 'none',
                default => null,
            };
            $to->model('dynamicLayout', $layout, $line ?? $retrofit[1], $this->id());
        } elseif (isset($found['BOARD_SUPER_PARTITION_SIZE'])) {
            $to->model(
                'dynamicLayout',
                'native',
                $found['BOARD_SUPER_PARTITION_SIZE'][1],
                $this->id(),
                Statement::USUAL,
            );
        }
    }

    /**
     * @param  array<string, array{string, PrintedLine}>  $found
     */
    private function tellRecovery(array $found, Statements $to): void
    {
        $homes = [
            'BOARD_MOVE_RECOVERY_RESOURCES_TO_VENDOR_BOOT' => 'vendor_boot',
            'BOARD_INCLUDE_RECOVERY_RAMDISK_IN_VENDOR_BOOT' => 'vendor_boot',
            'BOARD_USES_RECOVERY_AS_BOOT' => 'boot',
        ];
        foreach ($homes as $key => $home) {
            if (($found[$key][0] ?? '') === 'true') {
                $to->model('recoveryHome', $home, $found[$key][1], $this->id());
            }
        }
        if (isset($found['BOARD_RECOVERYIMAGE_PARTITION_SIZE'])) {
            $to->model(
                'recoveryHome',
                'recovery',
                $found['BOARD_RECOVERYIMAGE_PARTITION_SIZE'][1],
                $this->id(),
                Statement::USUAL,
            );
        }
    }

    /**
     * @return list<string>
     */
    private static function words(string $value): array
    {
        $words = preg_split('/[\s\\\\]+/', $value, -1, PREG_SPLIT_NO_EMPTY) ?: [];

        return array_values(
            array_filter($words, static fn(string $word): bool => preg_match('/^[a-z0-9_]{2,36}$/', $word) === 1),
        );
    }
}
