<?php

declare(strict_types=1);

namespace App\Run;

use App\Jobs\AdvanceRun;
use App\Models\Run;
use Illuminate\Support\Facades\DB;

/** Takes up what a worker that is gone has left. To be called only while no worker runs. */
final class Resumption
{
    /** @return int runs that go on */
    public static function takeUp(): int
    {
        DB::table('jobs')->where('payload', 'like', '%AdvanceRun%')->delete();
        DB::table('jobs')->whereNotNull('reserved_at')->update(['reserved_at' => null, 'attempts' => 0]);
        $runs = Run::underWay();
        foreach ($runs as $id) {
            AdvanceRun::dispatch($id);
        }

        return count($runs);
    }
}
