<?php

declare(strict_types=1);

namespace Tornavis\Core\Words;

/** How old one thing is beside another. */
enum Age
{
    case Older;
    case Same;
    case Newer;

    /** Nothing says which of them came first. */
    case Incomparable;
}
