<?php

declare(strict_types=1);

namespace Tornavis\Core\Package\Script;

/** A statement of a script that does not follow the language as it is known here. */
final class NotUnderstood extends \RuntimeException {}
