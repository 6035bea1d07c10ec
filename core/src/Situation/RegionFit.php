<?php

declare(strict_types=1);

namespace Tornavis\Core\Situation;

/** How the region of a file stands to the phone's. */
enum RegionFit
{
    /** The file states none, and none has to be stated. */
    case Unstated;

    /** The file states none, and may be for another one. */
    case NotSaid;

    case Same;

    /** Neither the model number nor the firmware tells the phone's. */
    case Unknown;

    /** The firmware that is there is of it, and the model is sold in another one. */
    case OtherModel;

    /** The model is sold in it, and the firmware that is there is of another one. */
    case OtherFirmware;

    /** Neither model nor firmware is of it, as far as they are known. */
    case Other;
}
