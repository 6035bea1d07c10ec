<?php

declare(strict_types=1);

namespace Tornavis\Core\Fit;

use Tornavis\Core\Situation\Situation;

/** The catalogue of rules that ask whether files and phone fit, in the order of the work. */
final class FitRules
{
    /** @var list<class-string<FitRule>> */
    public const ALL = [
        Rule\Kit1Build::class,
        Rule\Kit2Intent::class,
        Rule\Fit1Codename::class,
        Rule\Fit2Variant::class,
        Rule\Fit3Architecture::class,
        Rule\Fit4Generic::class,
        Rule\Fit5Kernel::class,
        Rule\Fit6Services::class,
        Rule\Fit7Fix::class,
        Rule\Fit8Conflicts::class,
        Rule\Fit8Statements::class,
        Rule\Fit9Integrity::class,
        Rule\Fit10Channel::class,
        Rule\Fit11UpdateType::class,
        Rule\Base1Firmware::class,
        Rule\Base2Vendor::class,
        Rule\Base3StockRelease::class,
        Rule\Base4Verification::class,
        Rule\Base5Modem::class,
        Rule\Base6Rollback::class,
        Rule\Base7Accepted::class,
        Rule\Recovery1Ability::class,
        Rule\Recovery2PreInstall::class,
        Rule\Recovery4First::class,
        Rule\Recovery5Place::class,
        Rule\Layout1Space::class,
        Rule\Layout2Retrofit::class,
        Rule\Layout3Changer::class,
        Rule\Layout4Verification::class,
        Rule\Erase8Encryption::class,
        Rule\Update1InPlace::class,
        Rule\Update2Worth::class,
        Rule\Order3After::class,
        Rule\Back1Set::class,
        Rule\Back2Bundle::class,
        Rule\Back3Start::class,
        Rule\Prep1Lock::class,
        Rule\Prep4Accounts::class,
        Rule\Prep6ToolVersion::class,
        Rule\Prep7Battery::class,
        Rule\Prep7Hands::class,
        Rule\Prep8LockGuard::class,
    ];

    /**
     * @param  list<class-string<FitRule>>  $rules
     * @return list<Finding>
     */
    public static function look(Situation $situation, array $rules = self::ALL): array
    {
        return iterator_to_array(self::each($situation, $rules), false);
    }

    /**
     * The findings one by one, so that who has heard enough need not ask the rest.
     *
     * @param  list<class-string<FitRule>>  $rules
     * @return \Generator<int, Finding>
     */
    public static function each(Situation $situation, array $rules = self::ALL): \Generator
    {
        foreach ($rules as $class) {
            foreach ((new $class())->look($situation) as $finding) {
                yield $finding;
            }
        }
    }
}
