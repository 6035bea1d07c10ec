<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule;

use Tornavis\Core\Situation\Job\Job;

/** The catalogue of rules that contribute steps; the order here is the order in which their steps are collected. */
final class StepRules
{
    /** @var list<class-string<StepRule>> */
    public const ALL = [
        Prepare\Prep1Unlock::class,
        Prepare\Prep4SignOut::class,
        Prepare\Prep5ProveLink::class,
        Base\Base1WriteFirmware::class,
        Layout\Layout4SwitchOff::class,
        Layout\Layout2NewLayout::class,
        Layout\Layout5Divide::class,
        Layout\Layout3Change::class,
        Slots\Slots2Copy::class,
        Recovery\Recovery2PutIn::class,
        Erase\Erase1Format::class,
        Erase\Erase9Wipe::class,
        Erase\Erase5Stage::class,
        Erase\Erase7Caches::class,
        Base\Base2WriteVendor::class,
        Base\Base9Alone::class,
        Order\Order1Install::class,
        Order\Order1AfterBoot::class,
        Order\Order4AddOns::class,
        Recovery\Recovery4Alone::class,
        Fit\Fit5WriteKernel::class,
        Fit\Fit4WriteGeneric::class,
        Fit\Fit4Trial::class,
        Back\Back1Restore::class,
        Back\Back4Make::class,
        Back\Back5Reset::class,
        Back\Back2Stock::class,
        Back\Back3BringBack::class,
    ];

    /**
     * The rules that contribute steps to a job.
     *
     * @return \Generator<int, StepRule>
     */
    public static function of(Job $job): \Generator
    {
        foreach (self::ALL as $class) {
            if (in_array($class::id(), $job->rules(), true)) {
                yield new $class();
            }
        }
    }
}
