<?php

declare(strict_types=1);

namespace App\Listeners;

use App\Bench\SetAside;
use App\Events\RowCameBack;

final class BringBackWhatBelongs
{
    public function handle(RowCameBack $event): void
    {
        SetAside::look();
    }
}
