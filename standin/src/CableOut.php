<?php

declare(strict_types=1);

namespace Tornavis\StandIn;

/** The phone answers no more: its cable is out, or its battery is empty. */
final class CableOut extends \RuntimeException {}
