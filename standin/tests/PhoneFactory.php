<?php

declare(strict_types=1);

namespace Tornavis\StandIn\Tests;

use Tornavis\StandIn\Behaviour;
use Tornavis\StandIn\PhoneData;
use Tornavis\StandIn\SimulatedPhone;

/**
 * Phones for tests, described by what differs from a healthy one with two slots.
 *
 * @phpstan-import-type PhoneValues from PhoneData
 */
final class PhoneFactory
{
    /** @param array<string, mixed> $differs */
    public static function make(array $differs = []): SimulatedPhone
    {
        $partitions = [];
        foreach (['a' => 'deck-14', 'b' => 'deck-13'] as $slot => $build) {
            foreach (['boot', 'dtbo', 'vendor_boot', 'vendor', 'system'] as $name) {
                $partitions["{$name}_{$slot}"] = self::image($name, $build);
            }
        }
        /** @var PhoneValues $data */
        $data = array_replace_recursive(
            [
                'serial' => 'TEST01',
                'codename' => 'bowline',
                'builtLike' => [],
                'model' => 'OF-301',
                'chipset' => 'Qorin 730',
                'architecture' => 'arm64',
                'twoSlots' => true,
                'unlocked' => true,
                'unlockAllowed' => true,
                'unlockWaitSeconds' => 0.0,
                'recoveryIn' => 'vendor_boot',
                'startsFrom' => ['boot', 'dtbo', 'vendor_boot', 'vendor', 'system'],
                'encryptsAs' => 'file',
                'mode' => 'system',
                'activeSlot' => 'a',
                'runningSlot' => 'a',
                'partitions' => $partitions,
                'firmware' => ['a' => '5.2.11', 'b' => '5.2.11'],
                'addons' => [],
                'second' => null,
                'temporary' => null,
                'dataKeys' => 'Deck',
                'dataFileSystem' => 'f2fs',
                'dataEncryption' => 'file',
                'dataEmpty' => false,
                'dataBytes' => 1 << 30,
                'holds' => [],
                'battery' => 80.0,
                'chargePerMinute' => 1.0,
                'drainPerMinute' => 0.3,
                'accounts' => false,
                'screenLock' => false,
                'debugging' => true,
                'authorised' => true,
            ],
            $differs,
        );

        return new SimulatedPhone($data);
    }

    /**
     * @param  array<string, mixed>  $more
     * @return array{of: string, whole: bool, label: array<string, mixed>}
     */
    public static function image(string $partition, string $build, array $more = []): array
    {
        $os = [
            'family' => 'Deck',
            'version' => '14',
            'release' => '14',
            'codename' => 'bowline',
            'needsFirmware' => '5.2.0',
            'services' => 'its own',
        ];

        return [
            'of' => $build,
            'whole' => true,
            'label' => array_replace_recursive(
                ['part' => $partition, 'of' => $build] + ($partition === 'system' ? ['os' => $os] : []),
                $more,
            ),
        ];
    }

    /**
     * Drives a phone to the end of what it is asked; time passes, nobody waits.
     *
     * @param  array<string, mixed>  $request
     * @return array{0: array<string, mixed>, 1: list<?int>} what it told, and the percentages seen
     */
    public static function ask(SimulatedPhone $phone, array $request): array
    {
        $percents = [];
        $behaviour = (new Behaviour($phone))->to($request);
        foreach ($behaviour as $pause) {
            $percents[] = $pause->percent;
            $phone->pass($pause->seconds, $pause->charging);
        }

        return [$behaviour->getReturn(), $percents];
    }

    /**
     * A phone with one slot and a recovery in a partition of its own.
     *
     * @param  array<string, mixed>  $differs
     */
    public static function singleSlot(array $differs = []): SimulatedPhone
    {
        $partitions = [];
        foreach (['boot', 'system', 'vendor'] as $name) {
            $partitions[SimulatedPhone::place($name, '-')] = self::image($name, 'sheet-12');
        }
        $partitions[SimulatedPhone::place('recovery', '-')] = self::image('recovery', 'wicket', [
            'recovery' => ['family' => 'Wicket', 'version' => '4.1', 'abilities' => ['sideload', 'backup']],
        ]);
        $phone = self::make()->toArray();

        return new SimulatedPhone(
            array_replace_recursive(
                array_replace($phone, [
                    'codename' => 'carrick',
                    'builtLike' => ['bowline'],
                    'twoSlots' => false,
                    'recoveryIn' => 'recovery',
                    'startsFrom' => ['boot', 'system', 'vendor'],
                    'activeSlot' => '-',
                    'runningSlot' => '-',
                    'partitions' => $partitions,
                    'firmware' => ['-' => '12.4'],
                    'mode' => 'recovery',
                    'holds' => ['apps', 'photos'],
                ]),
                $differs,
            ),
        );
    }
}
