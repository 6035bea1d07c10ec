<?php

declare(strict_types=1);

namespace Tornavis\Core\Words;

/** The steps whose keys begin alike, which constraints name together. */
enum StepGroup: string
{
    case Prepare = 'prep.';
    case Base = 'base.';
    case Unlock = 'unlock.';
    case Recovery = 'recovery.';
    case Change = 'change.';
    case Backup = 'backup.';
    case Erase = 'erase.';
    case Layout = 'layout.';
    case LayoutTurns = 'layout.c';
    case Stage = 'stage.';
    case Install = 'install.';
    case InstallFirst = 'install.a';
    case InstallSecond = 'install.b';
    case Stock = 'stock.';
    case AddOn = 'addon.';
    case Prove = 'prove.';
}
