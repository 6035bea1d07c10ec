<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/**
 * Which rows cannot be read, and why, in a table of its own: as a column beside plans and documents it would have every
 * list read these through. What plans rest on counts a change here as one of its own.
 */
return new class extends Migration {
    /** The tables that had the column, with their keys. */
    private const KEYS = [
        'model_sheets' => 'id',
        'units' => 'id',
        'work_jobs' => 'id',
        'runs' => 'id',
        'settings' => 'name',
    ];

    private const CHANGES = ['INSERT' => 'gone', 'DELETE' => 'back'];

    public function up(): void
    {
        // Where the migration before this one had made the table for a while, it is there.
        if (!Schema::hasTable('set_aside')) {
            $this->makeTable();
        }
        foreach (self::KEYS as $table => $key) {
            if (Schema::hasColumn($table, 'unreadable')) {
                $this->carryOver($table, $key);
            }
        }
    }

    private function makeTable(): void
    {
        Schema::create('set_aside', static function (Blueprint $table): void {
            $table->string('of')->comment('name of the table');
            $table->string('row')->comment('key of the row in it');
            $table->text('problem');
            $table->primary(['of', 'row']);
        });
        foreach (self::CHANGES as $change => $name) {
            DB::unprepared(
                "CREATE TRIGGER set_aside_{$name} AFTER {$change} ON set_aside BEGIN " .
                    "UPDATE revisions SET number = number + 1 WHERE name = 'ground'; END",
            );
        }
    }

    private function carryOver(string $table, string $key): void
    {
        DB::statement(
            'INSERT INTO set_aside ("of", "row", problem) ' .
                "SELECT '{$table}', {$key}, unreadable FROM {$table} WHERE unreadable IS NOT NULL",
        );
        DB::unprepared("DROP TRIGGER {$table}_set_aside");
        Schema::dropColumns($table, 'unreadable');
    }
};
