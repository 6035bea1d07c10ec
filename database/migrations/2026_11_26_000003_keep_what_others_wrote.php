<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    public function up(): void
    {
        // Counts the changes of a document, so that nobody writes over what he has not seen.
        foreach (['units', 'work_jobs'] as $name) {
            Schema::table($name, fn(Blueprint $table) => $table->unsignedBigInteger('version')->default(1));
        }
        Schema::table('work_jobs', fn(Blueprint $table) => $table->index('unit_id'));
        Schema::table('runs', function (Blueprint $table): void {
            $table->index('work_job_id');
            // By the key of the installation that wrote the journal: key, number of the last line that is signed,
            // signature.
            $table->json('signature')->nullable();
        });
        Schema::table('packages', function (Blueprint $table): void {
            // Known from a bench file alone; what that says of the file counts for nothing until it is read here.
            $table->boolean('unread')->default(false);
            // An image that is being taken out of it, or was.
            $table->json('extraction')->nullable();
        });
        Schema::create('devices', function (Blueprint $table): void {
            $table->id();
            $table->string('key', 64)->unique();
            $table->string('name');
            $table->string('address');
            $table->boolean('sent_away')->default(false);
            $table->timestamp('last_seen_at')->nullable();
            $table->timestamps();
        });
    }
};
