<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;
use Illuminate\Support\Str;

/** Jobs and runs get a key of their own, so that they keep their identity on another machine. */
return new class extends Migration {
    public function up(): void
    {
        foreach (['work_jobs', 'runs'] as $name) {
            Schema::table($name, fn(Blueprint $table) => $table->string('key', 26)->nullable()->unique());
            foreach (DB::table($name)->orderBy('id')->pluck('id') as $id) {
                DB::table($name)
                    ->where('id', $id)
                    ->update(['key' => (string) Str::ulid()]);
            }
        }
    }
};
