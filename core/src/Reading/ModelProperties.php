<?php

declare(strict_types=1);

namespace Tornavis\Core\Reading;

use Tornavis\Core\Phone\StateField;

/** Which phone it is and of which model, by its properties; what the image of a shared system says weighs least. */
final readonly class ModelProperties
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
        'ro.product.model' => Statement::USUAL,
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
        $of = new self($properties, $to, $form);
        $of->tellWhichPhone();
        $of->tellModel();
    }

    private function tellWhichPhone(): void
    {
        foreach (['ro.serialno', 'ro.boot.serialno', 'ro.vendor.serialno'] as $key) {
            foreach ($this->of->all($key) as [$value, $line]) {
                $this->to->unit(
                    StateField::Serial->value,
                    NoValue::isSerial($value) ? null : $value,
                    $line,
                    $this->form,
                );
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
        foreach (['ro.product.board', 'ro.product.name', 'ro.board.platform', 'ro.hardware'] as $key) {
            foreach ($this->of->all($key) as [$value, $line]) {
                $this->to->model(Reading::BOARD, $value, $line, $this->form, Statement::HINT);
            }
        }
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
        $super = $this->of->lineOf('ro.boot.super_partition');
        if ($super !== null && $line === null && $this->of->last('ro.boot.super_partition') !== '') {
            $this->to->model('dynamicLayout', 'native', $super, $this->form, Statement::HINT);
        }
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
}
