<?php

declare(strict_types=1);

namespace Tornavis\Core\Words;

/** What the person wants to have done. What follows from each is in the class of its job, under Situation/Job. */
enum Intent: string
{
    case Fresh = 'fresh';
    case UpdateInPlace = 'update';
    case SwitchBuild = 'switch';
    case GenericImage = 'generic';
    case TrialBeside = 'trial';
    case Base = 'base';
    case Kernel = 'kernel';
    case Recovery = 'recovery';
    case AddOn = 'add-on';
    case BackUp = 'backup';
    case RestoreBackup = 'restore';
    case BackToStock = 'stock';
    case RemoveSecond = 'remove-second';
    case Unlock = 'unlock';
    case BringBack = 'bring-back';
    case Reset = 'reset';
}
