<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** A row that cannot be read carries the reason, and pages leave it out. What plans rest on counts that as a change. */
return new class extends Migration {
    private const TABLES = ['model_sheets', 'units', 'work_jobs', 'runs', 'settings'];

    public function up(): void
    {
        foreach (self::TABLES as $table) {
            Schema::table($table, static fn(Blueprint $rows) => $rows->text('unreadable')->nullable());
            DB::unprepared(
                "CREATE TRIGGER {$table}_set_aside AFTER UPDATE OF unreadable ON {$table} BEGIN " .
                    "UPDATE revisions SET number = number + 1 WHERE name = 'ground'; END",
            );
        }
    }
};
