<?php

declare(strict_types=1);

namespace Tornavis\StandIn;

/** A script has stopped itself; the message is what it says. */
final class ScriptAborted extends \RuntimeException {}
