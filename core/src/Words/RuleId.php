<?php

declare(strict_types=1);

namespace Tornavis\Core\Words;

/** The rules that a finding or the reason of a step may name. The values stand in plans, records and the handbook. */
enum RuleId: string
{
    case Kit1 = 'KIT-1';
    case Kit2 = 'KIT-2';
    case Kit3 = 'KIT-3';
    case Fit1 = 'FIT-1';
    case Fit2 = 'FIT-2';
    case Fit3 = 'FIT-3';
    case Fit4 = 'FIT-4';
    case Fit5 = 'FIT-5';
    case Fit6 = 'FIT-6';
    case Fit7 = 'FIT-7';
    case Fit8 = 'FIT-8';
    case Fit9 = 'FIT-9';
    case Fit10 = 'FIT-10';
    case Fit11 = 'FIT-11';
    case Fit12 = 'FIT-12';
    case Fit13 = 'FIT-13';
    case Fit14 = 'FIT-14';
    case Base1 = 'BASE-1';
    case Base2 = 'BASE-2';
    case Base3 = 'BASE-3';
    case Base4 = 'BASE-4';
    case Base5 = 'BASE-5';
    case Base6 = 'BASE-6';
    case Base7 = 'BASE-7';
    case Base8 = 'BASE-8';
    case Base9 = 'BASE-9';
    case Recovery1 = 'RECOVERY-1';
    case Recovery2 = 'RECOVERY-2';
    case Recovery3 = 'RECOVERY-3';
    case Recovery4 = 'RECOVERY-4';
    case Recovery5 = 'RECOVERY-5';
    case Prep1 = 'PREP-1';
    case Prep2 = 'PREP-2';
    case Prep3 = 'PREP-3';
    case Prep4 = 'PREP-4';
    case Prep5 = 'PREP-5';
    case Prep6 = 'PREP-6';
    case Prep7 = 'PREP-7';
    case Prep8 = 'PREP-8';
    case Prep9 = 'PREP-9';
    case Erase1 = 'ERASE-1';
    case Erase2 = 'ERASE-2';
    case Erase5 = 'ERASE-5';
    case Erase6 = 'ERASE-6';
    case Erase7 = 'ERASE-7';
    case Erase8 = 'ERASE-8';
    case Erase9 = 'ERASE-9';
    case Layout1 = 'LAYOUT-1';
    case Layout2 = 'LAYOUT-2';
    case Layout3 = 'LAYOUT-3';
    case Layout4 = 'LAYOUT-4';
    case Layout5 = 'LAYOUT-5';
    case Layout6 = 'LAYOUT-6';
    case Slots1 = 'SLOTS-1';
    case Slots2 = 'SLOTS-2';
    case Slots3 = 'SLOTS-3';
    case Slots4 = 'SLOTS-4';
    case Order1 = 'ORDER-1';
    case Order2 = 'ORDER-2';
    case Order3 = 'ORDER-3';
    case Order4 = 'ORDER-4';
    case Order5 = 'ORDER-5';
    case Update1 = 'UPDATE-1';
    case Update2 = 'UPDATE-2';
    case Back1 = 'BACK-1';
    case Back2 = 'BACK-2';
    case Back3 = 'BACK-3';
    case Back4 = 'BACK-4';
    case Back5 = 'BACK-5';
    case Plan1 = 'PLAN-1';
    case Plan2 = 'PLAN-2';
    case Route = 'ROUTE';
    case Proof = 'PROOF';
    case Mode = 'MODE';

    /** Where a person looks for what the rule says. */
    public function area(): RuleArea
    {
        return match ($this) {
            self::Kit1,
            self::Kit2,
            self::Kit3,
            self::Fit1,
            self::Fit2,
            self::Fit3,
            self::Fit4,
            self::Fit5,
            self::Fit6,
            self::Fit7,
            self::Fit8,
            self::Fit9,
            self::Fit10,
            self::Fit11,
            self::Fit12,
            self::Fit13,
            self::Fit14
                => RuleArea::Phone,
            self::Base1,
            self::Base2,
            self::Base3,
            self::Base4,
            self::Base5,
            self::Base6,
            self::Base7,
            self::Base8,
            self::Base9
                => RuleArea::Base,
            self::Recovery1, self::Recovery2, self::Recovery3, self::Recovery4, self::Recovery5 => RuleArea::Recovery,
            self::Prep1,
            self::Prep2,
            self::Prep3,
            self::Prep4,
            self::Prep5,
            self::Prep6,
            self::Prep7,
            self::Prep8,
            self::Prep9
                => RuleArea::Prepare,
            self::Erase1,
            self::Erase2,
            self::Erase5,
            self::Erase6,
            self::Erase7,
            self::Erase8,
            self::Erase9,
            self::Layout1,
            self::Layout2,
            self::Layout3,
            self::Layout4,
            self::Layout5,
            self::Layout6,
            self::Slots1,
            self::Slots2,
            self::Slots3,
            self::Slots4
                => RuleArea::Partitions,
            self::Order1,
            self::Order2,
            self::Order3,
            self::Order4,
            self::Order5,
            self::Plan1,
            self::Plan2,
            self::Route,
            self::Proof,
            self::Mode
                => RuleArea::Plan,
            self::Update1, self::Update2 => RuleArea::Update,
            self::Back1, self::Back2, self::Back3, self::Back4, self::Back5 => RuleArea::Back,
        };
    }
}
