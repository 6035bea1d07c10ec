<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    public function up(): void
    {
        Schema::create('model_sheets', function (Blueprint $table): void {
            $table->id();
            $table->string('codename')->unique();
            $table->json('document');
            $table->timestamps();
        });
        Schema::create('units', function (Blueprint $table): void {
            $table->id();
            $table->string('label')->unique();
            $table->string('codename')->index();
            $table->json('document');
            $table->timestamps();
        });
        Schema::create('packages', function (Blueprint $table): void {
            $table->id();
            $table->string('path')->unique();
            $table->string('name');
            $table->string('kind')->nullable()->index();
            $table->unsignedBigInteger('size_bytes');
            $table->unsignedBigInteger('modified_at');
            $table->string('sha256')->nullable()->index();
            $table->unsignedBigInteger('hashed_bytes')->default(0);
            $table->boolean('missing')->default(false);
            $table->json('document');
            $table->timestamps();
        });
        Schema::create('work_jobs', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('unit_id')->constrained()->cascadeOnDelete();
            $table->string('intent');
            $table->json('kit');
            $table->json('answers');
            $table->timestamps();
        });
        Schema::create('runs', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('work_job_id')->constrained()->cascadeOnDelete();
            $table->string('unit_label')->index();
            $table->string('codename')->index();
            $table->string('build');
            $table->string('status')->index();
            $table->json('plan');
            $table->timestamps();
        });
        Schema::create('journal_events', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('run_id')->constrained();
            $table->unsignedInteger('sequence');
            $table->string('at');
            $table->string('kind');
            $table->unsignedInteger('step')->nullable();
            $table->json('data');
            $table->string('previous', 64);
            $table->string('hash', 64);
            $table->unique(['run_id', 'sequence']);
        });
        // Append-only: the database itself refuses to change or drop a line.
        DB::unprepared(
            "CREATE TRIGGER journal_events_keep BEFORE UPDATE ON journal_events BEGIN SELECT RAISE(ABORT, 'the " .
                "journal is append-only'); END",
        );
        DB::unprepared(
            "CREATE TRIGGER journal_events_stay BEFORE DELETE ON journal_events BEGIN SELECT RAISE(ABORT, 'the " .
                "journal is append-only'); END",
        );
        Schema::create('settings', function (Blueprint $table): void {
            $table->string('name')->primary();
            $table->json('value');
        });
    }
};
