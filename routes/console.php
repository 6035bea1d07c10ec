<?php

declare(strict_types=1);

// Commands are classes in app/Console/Commands.
