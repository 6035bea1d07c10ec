<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/**
 * Counts every change of what plans rest on, so that what was computed from it is known to hold without reading it all.
 * The database counts itself: no way of writing is left out.
 */
return new class extends Migration {
    private const COLUMNS = [
        'packages' => ['document', 'images', 'missing', 'unread'],
        'model_sheets' => ['document'],
        'settings' => ['value'],
        'runs' => ['status'],
    ];

    public function up(): void
    {
        Schema::create('revisions', function (Blueprint $table): void {
            $table->string('name')->primary();
            $table->unsignedBigInteger('number')->default(0);
        });
        DB::table('revisions')->insert(['name' => 'ground', 'number' => 1]);
        foreach (self::COLUMNS as $table => $columns) {
            $count = "UPDATE revisions SET number = number + 1 WHERE name = 'ground'";
            DB::unprepared("CREATE TRIGGER {$table}_added AFTER INSERT ON {$table} BEGIN {$count}; END");
            DB::unprepared("CREATE TRIGGER {$table}_gone AFTER DELETE ON {$table} BEGIN {$count}; END");
            DB::unprepared(
                "CREATE TRIGGER {$table}_changed AFTER UPDATE OF " .
                    implode(', ', $columns) .
                    " ON {$table} BEGIN {$count}; END",
            );
        }
        DB::unprepared(
            'CREATE TRIGGER units_changed AFTER UPDATE OF document, codename ON units BEGIN UPDATE units SET ' .
                'version = version + 1 WHERE id = NEW.id; END',
        );
    }
};
