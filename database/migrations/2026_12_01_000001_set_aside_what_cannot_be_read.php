<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/**
 * Which rows cannot be read, and why; pages leave them out. A table of its own, as a column beside plans and documents
 * would have every list read these through. What plans rest on counts a change here as one of its own.
 */
return new class extends Migration {
    private const CHANGES = ['INSERT' => 'gone', 'DELETE' => 'back'];

    public function up(): void
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
};
