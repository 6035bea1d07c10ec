<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule;

use Tornavis\Core\Rule\Back\Back1Place;
use Tornavis\Core\Rule\Back\Back1Set;
use Tornavis\Core\Rule\Back\Back2Bundle;
use Tornavis\Core\Rule\Back\Back3Start;
use Tornavis\Core\Rule\Back\Back4Set;
use Tornavis\Core\Rule\Back\Back5Hangs;
use Tornavis\Core\Rule\Base\Base1Firmware;
use Tornavis\Core\Rule\Base\Base2Vendor;
use Tornavis\Core\Rule\Base\Base3StockRelease;
use Tornavis\Core\Rule\Base\Base4Verification;
use Tornavis\Core\Rule\Base\Base5Modem;
use Tornavis\Core\Rule\Base\Base6Rollback;
use Tornavis\Core\Rule\Base\Base7Accepted;
use Tornavis\Core\Rule\Base\Base8Identity;
use Tornavis\Core\Rule\Base\Base9Files;
use Tornavis\Core\Rule\Erase\Erase5Room;
use Tornavis\Core\Rule\Erase\Erase8Encryption;
use Tornavis\Core\Rule\Fit\Fit10Channel;
use Tornavis\Core\Rule\Fit\Fit11UpdateType;
use Tornavis\Core\Rule\Fit\Fit12Content;
use Tornavis\Core\Rule\Fit\Fit12Places;
use Tornavis\Core\Rule\Fit\Fit13Requires;
use Tornavis\Core\Rule\Fit\Fit14Sheet;
use Tornavis\Core\Rule\Fit\Fit1Codename;
use Tornavis\Core\Rule\Fit\Fit2Variant;
use Tornavis\Core\Rule\Fit\Fit3Architecture;
use Tornavis\Core\Rule\Fit\Fit4Generic;
use Tornavis\Core\Rule\Fit\Fit5Kernel;
use Tornavis\Core\Rule\Fit\Fit6Services;
use Tornavis\Core\Rule\Fit\Fit7Fix;
use Tornavis\Core\Rule\Fit\Fit8Conflicts;
use Tornavis\Core\Rule\Fit\Fit8Statements;
use Tornavis\Core\Rule\Fit\Fit9Integrity;
use Tornavis\Core\Rule\Kit\Kit1Build;
use Tornavis\Core\Rule\Kit\Kit2Intent;
use Tornavis\Core\Rule\Kit\Kit3Questions;
use Tornavis\Core\Rule\Layout\Layout1Space;
use Tornavis\Core\Rule\Layout\Layout2Retrofit;
use Tornavis\Core\Rule\Layout\Layout3Changer;
use Tornavis\Core\Rule\Layout\Layout4Verification;
use Tornavis\Core\Rule\Layout\Layout5Empty;
use Tornavis\Core\Rule\Layout\Layout6Merging;
use Tornavis\Core\Rule\Order\Order3After;
use Tornavis\Core\Rule\Prepare\Prep1Lock;
use Tornavis\Core\Rule\Prepare\Prep4Accounts;
use Tornavis\Core\Rule\Prepare\Prep6ToolVersion;
use Tornavis\Core\Rule\Prepare\Prep7Battery;
use Tornavis\Core\Rule\Prepare\Prep7Hands;
use Tornavis\Core\Rule\Prepare\Prep8LockGuard;
use Tornavis\Core\Rule\Recovery\Recovery1Ability;
use Tornavis\Core\Rule\Recovery\Recovery2PreInstall;
use Tornavis\Core\Rule\Recovery\Recovery4First;
use Tornavis\Core\Rule\Recovery\Recovery5Place;
use Tornavis\Core\Rule\Slots\Slots4Active;
use Tornavis\Core\Rule\Update\Update1InPlace;
use Tornavis\Core\Rule\Update\Update2Worth;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\RuleId;

/** The catalogue of rules that ask whether files and phone fit, in the order of the work. */
final class FitRules
{
    /** @var list<class-string<FitRule>> */
    public const ALL = [
        Kit1Build::class,
        Kit2Intent::class,
        Kit3Questions::class,
        Fit1Codename::class,
        Fit2Variant::class,
        Fit3Architecture::class,
        Fit4Generic::class,
        Fit5Kernel::class,
        Fit6Services::class,
        Fit7Fix::class,
        Fit8Conflicts::class,
        Fit8Statements::class,
        Fit9Integrity::class,
        Fit10Channel::class,
        Fit11UpdateType::class,
        Fit12Content::class,
        Fit12Places::class,
        Fit13Requires::class,
        Fit14Sheet::class,
        Base1Firmware::class,
        Base2Vendor::class,
        Base3StockRelease::class,
        Base4Verification::class,
        Base5Modem::class,
        Base6Rollback::class,
        Base7Accepted::class,
        Base8Identity::class,
        Base9Files::class,
        Recovery1Ability::class,
        Recovery2PreInstall::class,
        Recovery4First::class,
        Recovery5Place::class,
        Layout1Space::class,
        Layout2Retrofit::class,
        Layout3Changer::class,
        Layout4Verification::class,
        Layout5Empty::class,
        Layout6Merging::class,
        Slots4Active::class,
        Erase5Room::class,
        Erase8Encryption::class,
        Update1InPlace::class,
        Update2Worth::class,
        Order3After::class,
        Back1Set::class,
        Back1Place::class,
        Back2Bundle::class,
        Back3Start::class,
        Back4Set::class,
        Back5Hangs::class,
        Prep1Lock::class,
        Prep4Accounts::class,
        Prep6ToolVersion::class,
        Prep7Battery::class,
        Prep7Hands::class,
        Prep8LockGuard::class,
    ];

    /** Rules that judge only the jobs that name them. @var list<RuleId> */
    public const OF_SOME_JOBS = [
        RuleId::Base9,
        RuleId::Fit4,
        RuleId::Update1,
        RuleId::Update2,
        RuleId::Back1,
        RuleId::Back2,
        RuleId::Back3,
        RuleId::Back4,
        RuleId::Back5,
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
        $ofJob = $situation->job->rules();
        $others = array_filter(self::OF_SOME_JOBS, static fn(RuleId $id): bool => !in_array($id, $ofJob, true));
        foreach ($rules as $class) {
            if (in_array($class::id(), $others, true)) {
                continue;
            }
            foreach ((new $class())->look($situation) as $finding) {
                yield $finding;
            }
        }
    }
}
